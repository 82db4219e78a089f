// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// A program made ready for one dialect: parsed, flow matched, constant blocks checked. Never changes while it runs.

#include "core/controller/Dialect.h"
#include "core/controller/Flow.h"

namespace steady::controller {

struct Executable {
    gcode::Program program;
    Dialect dialect;
    FlowMap flow;
    int last_end = -1; ///< block of the last M2 or M30 in the text; one reached earlier ends in an alarm
    Findings findings; ///< everything wrong with the text, in line order; empty: it can run
};

Executable makeExecutable(std::string_view text, Dialect const& dialect);

} // namespace steady::controller
