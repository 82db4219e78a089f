// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Numbered variables of a control: what they show, and what comes of setting one.

#include "core/controller/CodeWord.h"
#include "core/gcode/Program.h"

#include <array>
#include <optional>
#include <span>
#include <string_view>

namespace steady::controller {

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
    ToolWears,
    Inputs ///< one for each, from input 0 on; 1 on, 0 off
};
inline constexpr std::size_t shows_count = static_cast<std::size_t>(Shows::Inputs) + 1;

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

/// What a name of the control's own tells, as it is at that line; lengths in the unit in force.
enum class Tells : std::uint8_t {
    X, ///< in program coordinates, as are the next two
    Y,
    Z,
    Metric, ///< 1 or 0, as are the next three
    Imperial,
    Absolute,
    Incremental,
    Feed,
    Tool,         ///< in the spindle
    SelectedTool, ///< by T
    WorkOffset    ///< ten times its code: 540, 593
};
struct ToldName {
    std::string_view name; ///< lower case
    Tells what;
};

struct Variables {
    std::array<int, shows_count> first{}; ///< by what it shows; 0: no variable does
    int offset_stride = 0;
    std::span<Numbers const> read_only;
    std::span<Numbers const> own;  ///< written by the controller itself
    std::optional<int> homed = {}; ///< reads 1 once the machine is homed; none: a macro has to ask
    Acting acting = {};
    std::span<ShownGroup const> groups = {};
    std::span<ToldName const> told_names = {}; ///< read only
    int tools = 0;                             ///< whose lengths the variables show
    int locals = gcode::max_arguments;
    std::string_view arguments = {}; ///< by local variable: the letter of a call that fills it

    int at(Shows what) const { return first[static_cast<std::size_t>(what)]; }
    ToldName const* told(std::string_view name) const {
        for (auto const& each : told_names)
            if (each.name == name) return &each;
        return nullptr;
    }
    bool readOnly(int number) const { return holds(read_only, number); }
    bool controllersOwn(int number) const { return holds(own, number); }

private:
    static bool holds(std::span<Numbers const> ranges, int number) {
        for (auto const& each : ranges)
            if (each.hold(number)) return true;
        return false;
    }
};

} // namespace steady::controller
