// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// The one error idiom: a function that can fail returns Result<T>; what went wrong is data, words are made in Words.h.

#include <string>
#include <tl/expected.hpp>

namespace steady {

/// What can go wrong. Words.cpp holds the sentence and the remedy of each.
enum class Code {
    // what people type
    EmptyText,
    NotANumber,
    DoubledSign,
    TwoDecimalMarks,
    UnknownUnit,
    FractionNeedsUnit,
    ZeroDenominator,
    OutOfRange,
    // the text of a program
    LineTooLong,
    CommentInComment,
    CommentOpen,
    UnknownWord,
    UnknownFunction,
    ExpectedValue,
    BracketOpen,
    UnexpectedText,
    SignBeforeValue,
    ExponentNotation,
    SecondArgument,
    SumNeedsBrackets,
    LineNumberTooLong,
    RepeatedWord,
    TooManyM,
    ModalConflict,
    UnknownG,
    UnknownM,
    AxisWordConflict,
    NoAxisWord,
    NoSuchAxis,
    UnusedWord,
    NestedInItself,
    FlowUnmatched,
    FlowUnknown,
    MissingWord,
    TooManyArguments,
    OutsideLoop,
    OutsideSub,
    SubUnknown,
    SubTwice,
    LabelUnknown,
    LabelTwice,
    IntoLoop,
    // running it
    DivisionByZero,
    BadArgument,
    ParameterNumber,
    NotOfThisControl,
    NoSuchDialect,
    SegmentUnknown,
    NotCarried,
    PhraseMissing,
    PhraseUnread,
    PhraseUnknownField,
    PhraseLacks,
    PhraseDiffers,
    PhraseGone,
    PhraseNotThere,
    NotRunHere,
    NeedsPin,
    PinTooShort,
    TextUnread,
    ArcRadius,
    TooNearToProbe,
    NoFeed,
    ProbeClosedAtStart,
    NoContact,
    FrameWithoutMotion,
    SoftLimit,
    StepLimit,
    Stopped,
    BadOffsetNumber,
    ReadOnlyParameter,
    NameUnset,
    LoopLimit,
    CallDepth,
    BadToolNumber,
    BadPort,
    ProbeOpenAtStart,
    StillInContact,
    // shop and zeroing
    Missing,
    FrameUnknown,
    TooThin,
    FewReadings,
    FeedTooFast,
    NotInTravel,
    NoSetter,
    SetterHeightUnknown,
    LengthUnknown,
    StrokeTooShort,
    NotOnDisc,
    LinkMissing,
    LinkStale,
    MethodMixed,
    NotHigher,
    TwoAlike,
    NumbersOverlap,
    NotBounded,
    CallRefused,
    Stale,
    // books and files
    FileMissing,
    FileIsFolder,
    FileIsNoFile,
    FileUnreadable,
    FileEmpty,
    FileForeign,
    FileDamaged,
    FileNewer,
    FileExists,
    FileWrite,
    LogOrphaned,
    BookLocked,
    BookBusy,
    BookProtected,
    FolderProtected,
    NoRoomForLog,
    SecondName,
    BookElsewhere,
    NotAMoment,
    SumDiffers,
    TooMuch,
    CutShort,
    BadReference,
    BadJson,
    BadSchema
};

/// Where something is wrong: a place in words (a field, a file), and line and column (from 1) where there is a text.
struct Where {
    std::string place;
    int line = 0;
    int column = 0;
    bool operator==(Where const&) const = default;
};

struct [[nodiscard]] Error {
    Code code;
    Where where;
    std::string value; ///< what was found, as shown to a person
    std::string limit; ///< what is allowed
    bool operator==(Error const&) const = default;
};

template<class T> using Result = tl::expected<T, Error>;
using Failure = tl::unexpected<Error>;

/// A Result<void> for what is done very often: `return {}` of a Result clears the whole of an Error that is not there.
class Done : public Result<void> {
public:
    Done() noexcept {} // not defaulted: that would clear
    Done(Failure failure) : Result<void>(std::move(failure)) {}
    Done(Result<void> other) : Result<void>(std::move(other)) {}
};

inline Failure fail(Code code, Where where, std::string value = {}, std::string limit = {}) {
    return Failure(Error{code, std::move(where), std::move(value), std::move(limit)});
}

} // namespace steady
