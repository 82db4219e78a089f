// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Length into the table without a setter under the tool: its tip stands on paper, or a wing of it on a hard square, on
// the bare spoilboard. For tools that do not fit on the disc, and for shops without one.

#include "core/facts/Reader.h"
#include "core/macros/Kind.h"
#include "core/macros/Recipe.h"

namespace steady::macros {

/// What lies between tip and board. Error: Missing, a square whose thickness nobody typed.
Result<double> underTip_mm(Kind kind, shop::ZeroSetup const& setup);

/// L = (machine Z − what lies under the tip) − where a tool of no length would stand on the board. Error: as boardNose
/// and underTip_mm; TwoAlike; NotInTravel, a tool that does not reach the board.
Result<Recipe> feelRecipe(Kind kind, facts::Reader const& book, shop::ZeroSetup const& setup);

} // namespace steady::macros
