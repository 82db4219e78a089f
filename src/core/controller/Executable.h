// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// A program made ready for one dialect: parsed, flow matched, constant blocks decoded. Never changes while it runs.

#include "core/controller/Decode.h"
#include "core/controller/Flow.h"

namespace steady::controller {

/// What running a block comes to.
enum class Shape : std::uint8_t {
    Silent,   ///< a comment, or nothing at all
    Message,  ///< what it says is shown, and nothing else
    Constant, ///< words whose values never change, and nothing else
    Setting,  ///< variables are set, and nothing else
    Flow,     ///< which line comes next
    Other
};

struct Executable {
    gcode::Program program;
    Dialect dialect;
    FlowMap flow;
    std::vector<Decoded> constants; ///< the blocks whose values never change, decoded once
    std::vector<Shape> shapes;      ///< by block
    std::vector<int> constant_of;   ///< by block: index into `constants`, −1: its values depend on parameters
    /// Block of the last end outside of branches, loops and subroutines: the end. Any other one is how a macro
    /// gives up. −1: the text has none.
    int last_end = -1;
    Findings findings; ///< everything wrong with the text, in line order; empty: it can run
    Findings notes;    ///< words that are accepted without effect, each once
};

/// The words that end a program: “M2 nor M30”.
std::string endsOf(Dialect const& dialect);

/// Why the text cannot be all of what was written: it is empty, or nothing ends it. A text of subroutines alone may end
/// with the last of them.
std::optional<Error> cutShort(Executable const& executable);

Executable makeExecutable(std::string_view text, Dialect const& dialect);

} // namespace steady::controller
