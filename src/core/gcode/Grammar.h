// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// What a controller can read of a line, whatever its words mean.

#include <cstdint>
#include <limits>

namespace steady::gcode {

/// Both ends belong to it.
struct Numbers {
    int first, last;
    constexpr bool hold(int number) const { return first <= number && number <= last; }
};

/// How a text says which line comes next.
enum class FlowBy : std::uint8_t {
    None,
    Labels, ///< O words around the lines that they bind
    Jumps   ///< GOTO and the numbers of lines, WHILE and END; programs begin with O
};

enum class Sums : std::uint8_t {
    None,
    Bracketed, ///< RS274/NGC: in square brackets; comparisons are values; FIX goes down, MOD is never negative
    Bare ///< brackets only where they are needed, signs before anything; comparisons belong to conditions; AND, OR
         ///< and XOR go bit by bit, AND as tightly as *; FIX goes to zero, MOD has the sign of what is divided
};

struct Grammar {
    int line_length = 0;    ///< characters
    int last_variable = 0;  ///< numbered ones are 1 to this; 0: there are none
    Numbers kept{0, -1};    ///< those that belong to the owner, and keep their values
    bool names = false;     ///< variables with names
    Sums sums = Sums::None; ///< values that are worked out, and functions
    FlowBy flow = FlowBy::None;
    Numbers passing{0, -1}; ///< the owner's too, but without a value once the control was off
    bool vacancy = false;   ///< a variable may be without a value, and #0 always is
    bool notes = true;      ///< a comment may begin with ; and may be a message
};

/// What a variable without a value holds: a number that no sum comes to. Words and sums take it for nothing, or for 0.
inline constexpr double vacant = std::numeric_limits<double>::lowest();

/// As many numbered variables, with 0, as any control here has.
inline constexpr int variable_count = 5410;

} // namespace steady::gcode
