// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Words of a control: which code, and what it does.

#include <cstddef>
#include <cstdint>
#include <string>
#include <string_view>

namespace steady::controller {

/// What a G word does with the axis words of its line.
enum class Axes { Unused, Needed, Allowed };

/// What a word does.
enum class Does : std::uint8_t {
    Nothing, ///< has no effect here, or names the only state that there is
    Rapid,
    Feed,
    Probe, ///< until contact; none is an error
    ProbeQuietly,
    ProbeAway, ///< until the input opens; otherwise an error
    ProbeAwayQuietly,
    NoMotion,
    Absolute,
    Relative,
    Inches,
    Millimetres,
    LengthOfTable,
    LengthAsWritten,
    NoLength,
    WorkOffset, ///< the one of its number
    Dwell,
    SetData,
    GoToStored, ///< the point of its number, 1 or 2
    StorePoint,
    MachineFrame, ///< of this line
    Shift,
    ForgetShift,
    SetShiftAside,
    ShiftAgain,
    Pause,
    End,
    SpindleOn,
    SpindleOff,
    ChangeTool,
    NameTool,
    FreeOverride,
    LockOverride,
    OutputOn,
    OutputOff,
    ReadInput,
    ArcClockwise,
    ArcCounter,
    Drill,
    DrillAndWait,
    DrillInSteps,
    Plane,          ///< of arcs: 0 X and Y, 1 Z and X, 2 Y and Z, by its number
    CentreAbsolute, ///< of an arc, as a position
    CentreRelative, ///< from where the arc begins
    BackToStart,    ///< after a hole: to the height that it began from
    BackToRetract,  ///< only to R
    Skip,           ///< a probing move of this line alone, until contact; none is no error
    LocalShift,     ///< of the coordinates, as written; 0: none
    CallProgram,    ///< by its O number, with the caller's variables
    CallMacro,      ///< with variables of its own, which the letters of the line fill
    ReturnProgram
};

/// Words that take each other's place; a line has one of each. Alone: stays for no other line, and shares one with
/// none.
enum class Group : std::uint8_t {
    Alone,
    Motion,
    Plane,
    Distance,
    FeedMode,
    Units,
    CutterSide,
    Length,
    WorkOffset,
    Path,
    Stop,
    Tool,
    Spindle,
    Coolant,
    Override,
    Ports,
    ArcCentre,
    Return,
    Call
};
inline constexpr std::size_t group_count = static_cast<std::size_t>(Group::Call) + 1;

struct CodeWord {
    char letter; ///< G or M
    int tenths;  ///< G38.2 is 382, M3 is 30
    Group group;
    Does does;
    char const* meaning; ///< “absolute positions”, for the words beside a line
    Axes axes = Axes::Unused;
    char const* letters = "";   ///< other words that it reads from its line
    char const* note = nullptr; ///< why it has no effect here; none: it has
    int number = 0;             ///< of the work offset, of the stored point, or of the plane
    bool waits = false; ///< where a control reads ahead: nothing behind it is read before it is done, and all before it

    bool reads(char other) const { return std::string_view(letters).find(other) != std::string_view::npos; }
};
/// “G38.2”
std::string nameOf(CodeWord const& code);

/// What a line that sets data sets, by its L.
enum class Data { ToolLength, OffsetOrigin, OffsetHere, ToolWear };
struct DataForm {
    int l;
    Data what;
    char letter = 'Z'; ///< of a length
};

} // namespace steady::controller
