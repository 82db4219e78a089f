// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// What a controller understands and how it behaves where it matters: data. The virtual controller knows what words do
// and what variables show; which code and which number that is, only a dialect knows.

#include "core/gcode/Program.h"

#include <array>
#include <cstdint>
#include <optional>
#include <span>
#include <string>
#include <string_view>
#include <vector>

namespace steady::controller {

/// What a probing move does when the input reads contact before it starts.
enum class ClosedAtStart { Error, EndsAsContact };

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

/// What a numbered variable shows. Lengths are in the unit of the controller's memory, unless said.
enum class Shows : std::uint8_t {
    ProbedAt,     ///< X Y Z in a row: where the input tripped, in program coordinates and the unit in force
    ProbeContact, ///< 1 when the last probing move came to what it looked for
    StoredPoint,  ///< X Y Z in a row
    SecondStoredPoint,
    Shift,           ///< X Y Z in a row, as it is kept
    WorkOffsetInUse, ///< its number
    WorkOffsets,     ///< X Y Z of the first; the others follow, a stride apart
    InputRead,
    Tool,
    LengthInForce,
    SelectedTool,    ///< by T, in the spindle or not
    Feed,            ///< in the unit in force
    MachinePosition, ///< X Y Z in a row, unit in force
    Position,        ///< in program coordinates, length and shift in them
    PositionWithoutLength,
    ExternalOffset, ///< X Y Z in a row: added to every work offset
    ToolLengths,    ///< of tools 1, 2, 3 …
    ToolWears
};
inline constexpr std::size_t shows_count = static_cast<std::size_t>(Shows::ToolWears) + 1;

using gcode::Numbers;

/// Variables that do something when a text sets them.
struct Acting {
    int alarm = 0;          ///< ends the program, with the comment of its line
    int stop = 0;           ///< pauses with the comment of its line
    int inhibits = 0;       ///< its second bit locks the feed override
    Numbers outputs{0, -1}; ///< 1 on, 0 off
};

/// Shows the code of the word in force: 90, 21, 54.
struct ShownGroup {
    Group group;
    int number;
};

struct Variables {
    std::array<int, shows_count> first{}; ///< by what it shows; 0: no variable does
    int offset_stride = 0;
    std::span<Numbers const> read_only;
    std::span<Numbers const> own;  ///< written by the controller itself
    std::optional<int> homed = {}; ///< reads 1 once the machine is homed; none: a macro has to ask
    Acting acting = {};
    std::span<ShownGroup const> groups = {};
    int tools = 0; ///< whose lengths the variables show
    int locals = gcode::max_arguments;
    std::string_view arguments = {}; ///< by local variable: the letter of a call that fills it

    int at(Shows what) const { return first[static_cast<std::size_t>(what)]; }
    bool readOnly(int number) const { return holds(read_only, number); }
    bool controllersOwn(int number) const { return holds(own, number); }

private:
    static bool holds(std::span<Numbers const> ranges, int number) {
        for (auto const& each : ranges)
            if (each.hold(number)) return true;
        return false;
    }
};

struct Dialect {
    std::string id;   ///< as the book stores it
    std::string name; ///< as people read it
    gcode::Grammar grammar;
    std::span<CodeWord const> words;
    std::span<DataForm const> data_forms;
    Variables variables;
    ClosedAtStart closed_at_start = ClosedAtStart::Error;
    bool home_moves_all_axes = true;  ///< to the stored point, after the intermediate one; otherwise only those named
    bool end_resets_offset = true;    ///< the end goes back to the first work offset; otherwise the one in use stays
    double length_sign = 1;           ///< −1: the table of tool lengths keeps negative distances
    double shortest_probe_mm = 0.254; ///< RS274/NGC: 0.254 mm or 0.01 inch
    int max_m_words = 4;
    int work_offsets = 9;
    bool streamed = false;    ///< sent line by line: texts come in segments, and end where they end
    bool built_in = false;    ///< takes no text: what it does by itself is written in a language that can be played
    bool reads_ahead = false; ///< sums, jumps and alarms come before the motion above them, but for what waits
    bool skip_waits = false;  ///< it waits for a skip move as well
    bool least_increments =
        false;               ///< written lengths without a point count in thousandths, or ten-thousandths of an inch
    double dwell_p_s = 1;    ///< unit of a dwell's P
    bool dwell_by_x = false; ///< or X, in seconds
    bool zero_is_external = false; ///< data for offset 0 go to what is added to all; otherwise to the one in use

    /// Once the words are set: makes them quick to find.
    void finish();
    CodeWord const* find(char letter, int tenths) const;
    bool has(Does what) const;

private:
    std::vector<std::int16_t> m_of_g, m_of_m; ///< by tenths; −1: none
};

} // namespace steady::controller
