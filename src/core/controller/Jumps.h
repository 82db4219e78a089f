// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Where jumps and calls of numbered programs lead to, found once before a run.

#include "core/base/Result.h"
#include "core/gcode/Program.h"

#include <map>
#include <vector>

namespace steady::controller {

struct JumpMap {
    std::map<int, int> programs;               ///< by O number: the block of the O
    std::map<std::pair<int, int>, int> labels; ///< by program (its block; −1: before the first O) and N number
    std::vector<int> program;                  ///< of each block
    std::vector<int> loop;                     ///< the WHILE around each block; −1: none
    std::vector<int> around;                   ///< by the block of a WHILE: the one around it

    /// The block to go on with. Error: LabelUnknown, IntoLoop.
    Result<int> target(gcode::Program const& program, int from, double number) const;
};

/// Adds what is wrong to `findings`: a number twice, a jump to nowhere.
JumpMap mapJumps(gcode::Program const& program, Findings& findings);

} // namespace steady::controller
