// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// What a controller can read of a line, whatever its words mean.

namespace steady::gcode {

/// Both ends belong to it.
struct Numbers {
    int first, last;
    constexpr bool hold(int number) const { return first <= number && number <= last; }
};

struct Grammar {
    int line_length = 0;   ///< characters
    int last_variable = 0; ///< numbered ones are 1 to this; 0: there are none
    Numbers kept{0, -1};   ///< those that belong to the owner, and keep their values
    bool names = false;    ///< variables with names
    bool sums = false;     ///< values in brackets, and functions
    bool labels = false;   ///< flow by O words
};

/// As many numbered variables, with 0, as any control here has.
inline constexpr int variable_count = 5410;

} // namespace steady::gcode
