// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/Words.h"

#include <fmt/format.h>

namespace steady {
namespace {

struct Entry {
    Code code;
    char const* text; ///< {0} value, {1} limit
    char const* remedy;
};

constexpr Entry entries[] = {
    {Code::EmptyText, "Nothing was typed.", "Type a number, with its unit if it is not the book's."},
    {Code::NotANumber, "“{0}” is not a number.", "Type digits with one decimal mark, such as 9.94 or 9,94."},
    {Code::DoubledSign, "There is a second sign, “{0}”.", "Leave one sign."},
    {Code::TwoDecimalMarks, "“{0}” has more than one decimal mark.", "Leave out the marks that group digits."},
    {Code::UnknownUnit, "“{0}” is not a unit known here.", "Use {1}."},
    {Code::FractionNeedsUnit, "The fraction {0} has no unit.", "Fractions are inches: add \" or in, such as 1/4\"."},
    {Code::ZeroDenominator, "The fraction {0} divides by zero.", "Check the number below the stroke."},
    {Code::OutOfRange, "{0} is outside {1}.", "Check the digits, the sign and the unit."},
    {Code::LineTooLong, "The line has {0} characters; {1} are allowed.", "Split the line."},
    {Code::CommentInComment, "A comment opens inside a comment.",
     "Close the first one, or leave out the inner bracket."},
    {Code::CommentOpen, "The comment is not closed.", "Add ) at its end."},
    {Code::UnknownWord, "“{0}” is not a word of this language.", "Take it out, or check its spelling."},
    {Code::UnknownFunction, "“{0}” is not a function or operation of this language.", "Check its spelling."},
    {Code::ExpectedValue, "A value was expected, found “{0}”.", "Write a number, # with a number, or [a sum]."},
    {Code::BracketOpen, "A square bracket is not closed.", "Add ]."},
    {Code::UnexpectedText, "“{0}” cannot stand here.", "Take it out, or put the sum in square brackets."},
    {Code::SignBeforeValue, "A sign stands before “{0}”; signs belong to written numbers.", "Write [0 - …]."},
    {Code::ExponentNotation, "Exponents are not part of this language.", "Write the number out."},
    {Code::SecondArgument, "ATAN takes two values.", "Write ATAN[y]/[x]."},
    {Code::SumNeedsBrackets, "A sum must stand in square brackets.", "Write #1=[#1+1]."},
    {Code::LineNumberTooLong, "The line number {0} has more than {1} digits.", "Shorten it or leave it out."},
    {Code::RepeatedWord, "The letter {0} stands twice on the line.", "Leave one."},
    {Code::TooManyM, "There are {0} M words on the line; {1} are allowed.", "Split the line."},
    {Code::ModalConflict, "{0} contradict each other on one line.", "Put them on two lines, or leave one."},
    {Code::UnknownG, "{0} is not known to this controller.", "Take it out, or check the code."},
    {Code::UnknownM, "{0} is not known to this controller.", "Take it out, or check the code."},
    {Code::AxisWordConflict, "{0} both want the axis words of this line.", "Put them on two lines."},
    {Code::NoAxisWord, "{0} needs an axis word.", "Add X, Y or Z."},
    {Code::NoSuchAxis, "There is no axis {0}; this machine has X, Y and Z.", "Take the word out."},
    {Code::UnusedWord, "No code of this line reads the word {0}.", "Take it out, or add the code that it belongs to."},
    {Code::NestedInItself, "{0} opens inside another of the same number.", "Give one of them another number."},
    {Code::FlowUnmatched, "{0} has no partner.",
     "Check the O numbers and that each IF, WHILE, REPEAT or SUB is closed."},
    {Code::FlowUnknown, "“{0}” is not a flow word known here.", "Use {1}."},
    {Code::TooManyArguments, "A call has more than {1} arguments.", "Pass the rest in named parameters."},
    {Code::OutsideLoop, "{0} stands outside the loop of that number.", "Check the O number."},
    {Code::OutsideSub, "{0} stands outside a subroutine.", "End the program instead."},
    {Code::SubUnknown, "There is no subroutine {0}.",
     "Check its number or name; it stands in the same text or, read from a file, in one of that name beside it."},
    {Code::SubTwice, "There are two subroutines {0}.", "Give one of them another number."},
    {Code::LabelUnknown, "There is no line {0} in this program.", "Check the number behind GOTO, or number that line."},
    {Code::LabelTwice, "Two lines are called {0}.", "Give one of them another number."},
    {Code::IntoLoop, "{0} stands inside a loop that this line is not in.", "Go to a line before the loop."},
    {Code::MissingWord, "{0} needs the word {1}.", "Add it on the same line."},
    {Code::DivisionByZero, "The sum divides by zero.", "Check the value below the stroke."},
    {Code::BadArgument, "{0} is not allowed here; {1}.", "Check the value that goes in."},
    {Code::ArcRadius, "This arc does not close: {0}; {1}.", "Check its end, its centre or R."},
    {Code::TextUnread, "The control could not read the text: {0}", "Mend that line first."},
    {Code::PhraseMissing, "There are no words yet for {0}.", "Type them at Macros, Words."},
    {Code::PhraseUnread, "The words for “{0}” cannot be filled in: {1}.",
     "Write a figure as {{{{name}}}}, and a list as {{{{#name}}}} … {{{{/name}}}}."},
    {Code::PhraseUnknownField, "There is no “{0}” in this step.", "It has: {1}."},
    {Code::PhraseLacks, "The words for “{0}” do not use {{{{{1}}}}}.",
     "Without it the step would lose what it is for."},
    {Code::PhraseDiffers, "“{0}” stands where the step has “{1}”.", "Write it as the step has it, or change the book."},
    {Code::PhraseGone, "“{0}” is missing.", "It belongs to “{1}”; put it back behind this line."},
    {Code::PhraseNotThere, "“{0}” is none of the words that belong here.",
     "Take it out, or give the step these words."},
    {Code::NotRunHere, "A text in a control's own words cannot be run here.",
     "Its recipe runs beside it: write it for a parametric control and run that."},
    {Code::NeedsPin, "{0} is a cutter: its flutes have no diameter to touch with from the side.",
     "Put in a round pin, and enter it in Kit as a tool with 0 flutes."},
    {Code::PinTooShort,
     "The pin goes {0} below the top of what it touches, and only {1} of it stand clear of nut and shoe.",
     "Grip it longer, take the shoe off, or touch less deep."},
    {Code::NotCarried, "This control cannot carry it: {0}.", "{1}."},
    {Code::SegmentUnknown, "“{0}” is not understood between two segments.", "Write: {1}."},
    {Code::NoSuchDialect, "There is no dialect “{0}”.", "Choose one of: {1}."},
    {Code::NotOfThisControl, "{0} is not known to this control.",
     "Write the value itself, or read the text as that of the control it was written for."},
    {Code::ParameterNumber, "No parameter has that number; they are {1}.", "Check the value behind #."},
    {Code::TooNearToProbe, "The probing move is {0} mm long; {1} mm is the least.", "Start farther away."},
    {Code::NoFeed, "A move at feed rate has no feed.", "Set F above zero first."},
    {Code::ProbeClosedAtStart, "The input already reads contact before the probing move.",
     "Nothing has moved in this step. Look for a touch, a short between the leads, or the wrong polarity."},
    {Code::NoContact, "No contact before the end of the search at Z {0}.",
     "Jog Z up. Then look for the plate, its lead and the clip."},
    {Code::FrameWithoutMotion, "{0} needs a rapid move or one at feed.", "Write the motion on the same line."},
    {Code::SoftLimit, "{0} would pass the soft limit at {1}.", "Start farther from the end of travel."},
    {Code::StepLimit, "The program did not end within {0} steps.", "Look for a loop that never ends."},
    {Code::Stopped, "Stopped before it was done.", "Nothing was written."},
    {Code::ReadOnlyParameter, "Parameter {0} belongs to the controller and cannot be set.",
     "Set work offsets and shifts by their own words."},
    {Code::NameUnset, "#<{0}> has no value yet.", "Set it first, or ask with EXISTS[#<{0}>]."},
    {Code::LoopLimit, "A loop went round more than {0} times.", "Look for the condition that should end it."},
    {Code::CallDepth, "Calls are nested deeper than {0}.", "Look for a subroutine that calls itself."},
    {Code::BadToolNumber, "There is no tool {0}; they are {1}.", "Use a number in that range."},
    {Code::BadPort, "There is no such port, {0}; they are {1}.", "Use a number in that range."},
    {Code::ProbeOpenAtStart, "The input already reads open before a move that waits for it to open.",
     "Nothing has moved in this step. Touch first, then lift off."},
    {Code::StillInContact, "The input still read contact at the end of the move, Z {0}.",
     "Lift farther, or look for a short."},
    {Code::BadOffsetNumber, "There is no work offset {0}; they are {1}.", "Use a number in that range."},
    {Code::Missing, "{0} is not known yet.", "{1}"},
    {Code::CallRefused, "This change must not run: {0}", "{1}"},
    {Code::FrameUnknown, "A work Z needs the offset that was active.",
     "Type the offset that was active, or read machine Z."},
    {Code::TooThin, "The plate is {0} thick; this macro needs at least {1}.", "Use a thicker plate, or paper."},
    {Code::FewReadings, "{0} readings; {1} are needed.", "Measure at more places."},
    {Code::FeedTooFast, "A feed of {0} overshoots by more than {1}.", "Lower the feed."},
    {Code::NotInTravel, "{0} is outside the travel, {1}.", "Check sign, digits and unit, and that it is machine Z."},
    {Code::NoSetter, "The book has no fixed setter.", "Enter it in Kit, or use the plate for every tool."},
    {Code::SetterHeightUnknown, "Where the setter trips is not known yet.",
     "Jog a tool of known length onto the setter once, and type the machine Z in Zeroing."},
    {Code::LengthUnknown, "The length of {0} is not known.",
     "A ruler is enough: type it in Kit, with how well you know it."},
    {Code::StrokeTooShort, "The length of {0} is known to ±{1}; that is too little for the setter's stroke.",
     "Measure the length better, such as with a caliper, or measure this tool by hand on the plate."},
    {Code::NotOnDisc, "{0} cannot touch the disc, {1} wide.", "Measure this tool on the plate."},
    {Code::LinkMissing, "There is no link for {0} yet.",
     "Run plate zero and link with one tool, or type both its contacts."},
    {Code::Stale, "{0} no longer holds. {1}", "Upkeep says in which order to do it again."},
    {Code::LinkStale, "The link cannot be used: {0}.", "Make it again with plate zero and link."},
    {Code::MethodMixed, "{0} belongs to another method than the one chosen, {1}.",
     "Keep to one method a machine, or change the method for all tools."},
    {Code::NotHigher, "{0} must not lie below {1}.", "Check the two heights."},
    {Code::TwoAlike, "{0} have the same {1}.",
     "Give one of them another; otherwise the control cannot tell them apart."},
    {Code::NumbersOverlap, "The numbers {0} are used twice: {1}.",
     "Choose other parameters in Machine, Control, that no other macro of yours uses."},
    {Code::NotBounded, "Nothing bounds the search of {0}: {1}.",
     "Enter the setter's overtravel contact in Kit, wired into the stop chain, or use the macro with a list of tools."},
    {Code::FileMissing, "There is no such file.", "Check the path."},
    {Code::FileIsFolder, "This is a folder.", "Name a file in it."},
    {Code::FileIsNoFile, "This is {0}, not a file on a disk.", "Save what it gives to a file first, and name that."},
    {Code::FileUnreadable, "The file cannot be read: {0}.", "Check its permissions."},
    {Code::FileEmpty, "The file is empty.", "Check that it was saved or sent completely."},
    {Code::FileForeign, "This is not a book of Steady Pin.", "It was left untouched. Choose a .pinbook file."},
    {Code::FileDamaged, "The book is damaged: {0}.",
     "It was left untouched. Open a saved copy, or save what can be read."},
    {Code::FileNewer, "The book was written by a newer version ({0}; this one reads {1}).",
     "It was left untouched. Use the newer program."},
    {Code::FileExists, "The file exists already.", "Choose another name, or move the old one away."},
    {Code::FileWrite, "Writing failed: {0}.",
     "Free some space or check permissions, then try again; nothing kept was lost."},
    {Code::LogOrphaned, "Beside it lies the log of a book that had this name: {0}.",
     "It may hold the last changes of that book. Move it away, or choose another name."},
    {Code::BookLocked, "Another window is writing to this book.", "Close it there, or go on reading here."},
    {Code::BookBusy, "Another program is reading this book at this moment.", "Open it again when that is done."},
    {Code::BookProtected, "The file is protected from writing.",
     "Allow writing in its permissions and open it again, or save a copy and go on with that."},
    {Code::FolderProtected, "Nothing can be written in the folder of this book.",
     "Save a copy in another folder and go on with that."},
    {Code::NoRoomForLog, "There is no room beside the book for its log: {0}.", "Free some space and open it again."},
    {Code::SecondName, "This file has a second name, a hard link; what was written last may stand under that one.",
     "Save a copy and go on with that, or remove the second name."},
    {Code::BookElsewhere, "The file of this book is no longer where it was: {0}.",
     "Nothing more is kept in it. Save a copy under another name: it has all that was kept so far."},
    {Code::NotAMoment, "“{0}” is not a moment.", "Write {1}."},
    {Code::SumDiffers, "The content is not what was written: {0}.", "Use another export of the same book."},
    {Code::TooMuch, "{0} is more than is read; the limit is {1}.", "Split it, or leave out what is not needed."},
    {Code::CutShort, "The text ends in the middle: {0}.", "Check that it was saved or sent completely."},
    {Code::BadReference, "{0} refers to something that is not in the book.", "Choose it again."},
    {Code::BadJson, "This is not readable as JSON: {0}.", "Check the file at that place."},
    {Code::BadSchema, "{0} is missing or of the wrong kind; expected {1}.", "See docs/formats.md."},
};

Entry const& entryOf(Code code) {
    for (auto const& entry : entries)
        if (entry.code == code) return entry;
    static constexpr Entry none{Code::Missing, "{0}", ""};
    return none;
}

std::string fill(char const* text, Error const& error) {
    return fmt::format(fmt::runtime(text), error.value, error.limit);
}

std::string placeOf(Where const& where) {
    std::string text = where.place;
    if (where.line > 0) text += fmt::format("{}line {}", text.empty() ? "" : ", ", where.line);
    if (where.column > 0) text += fmt::format("{}column {}", text.empty() ? "" : ", ", where.column);
    return text;
}

} // namespace

std::string sentence(Error const& error) { return fill(entryOf(error.code).text, error); }

std::string remedy(Code code) { return entryOf(code).remedy; }

std::string describe(Error const& error) {
    auto const place = placeOf(error.where);
    auto const help = fill(entryOf(error.code).remedy, error);
    return fmt::format("{}{}{}{}{}", place, place.empty() ? "" : ": ", sentence(error), help.empty() ? "" : " ", help);
}

Finding toFinding(Error const& error, Severity severity) {
    return {severity, sentence(error), fill(entryOf(error.code).remedy, error), error.where};
}

} // namespace steady
