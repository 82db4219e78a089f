// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// What a fault table has across: the steps of a macro, or the lines where runs ended when nobody knows its steps.

#include "core/macros/Print.h"
#include "core/safety/Campaign.h"

namespace steady::safety {

struct TableStep {
    std::string title;
    int first_line = 0, last_line = 0;
};

/// In the order of the text; steps that belong together are one. A text that is no longer what was printed has the
/// lines at which runs ended instead.
std::vector<TableStep> tableSteps(FaultTable const& table, macros::PrintedMacro const& macro, std::string_view text);

/// The step in which a line stands; −1: in none. What stands between two steps belongs to the one before.
int stepAt(std::vector<TableStep> const& steps, int line);

} // namespace steady::safety
