// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Where each O word jumps to, found once before a run.

#include "core/controller/Jumps.h"

#include <vector>

namespace steady::controller {

/// By block; −1: nowhere.
struct FlowMap {
    /// For IF, ELSEIF: the block after which to go on when the condition fails (the next branch).
    std::vector<int> next_branch;
    /// The closing block: ENDIF, ENDWHILE, the WHILE that closes a DO, ENDREPEAT, ENDSUB; for BREAK and CONTINUE that
    /// of their loop.
    std::vector<int> end;
    /// For a closing block: the one that opened it; for CALL: the SUB; for RETURN: the SUB it stands in.
    std::vector<int> begin;
    std::vector<char> inside; ///< 1: within a branch, a loop or a subroutine
    JumpMap jumps;            ///< of a text that goes on by jumps; otherwise empty
    Findings findings;
};

inline constexpr std::size_t max_nesting = 200; ///< of branches, loops and subroutines in each other

FlowMap mapFlow(gcode::Program const& program, gcode::FlowBy by);

} // namespace steady::controller
