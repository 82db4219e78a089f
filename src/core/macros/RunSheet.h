// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// A macro as a sheet to take to the machine: cautions first, then what to look at, what it does, and what the person
// does at each pause.

#include "core/macros/Kind.h"
#include "core/macros/Print.h"

namespace steady::macros {

/// Above the precautions at the head of a text.
inline constexpr char const* look_yourself = "Look yourself, since no input of the control shows it:";

/// The same of a routine that is the control's own.
inline constexpr char const* not_noticed = "Does not notice by itself, so do it yourself:";

/// The cautions of a real run.
std::string beforeTheRun(Kind kind);

struct SheetPart {
    std::string heading;
    std::vector<std::string> lines;
    bool ticked = false; ///< done one after the other, each with a box to tick
};
/// Parts without lines are left out.
std::vector<SheetPart> runSheet(Kind kind, PrintedMacro const& macro);

} // namespace steady::macros
