// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Where each O word jumps to, found once before a run.

#include "core/gcode/Program.h"

#include <vector>

namespace steady::controller {

struct FlowMap {
    /// For IF, ELSEIF: the block after which to go on when the condition fails (the next branch). -1 elsewhere.
    std::vector<int> next_branch;
    /// For each O word: the block of its ENDIF.
    std::vector<int> end;
    Findings findings;
};

FlowMap mapFlow(gcode::Program const& program);

} // namespace steady::controller
