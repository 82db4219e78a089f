// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// The procedures that touch nothing: trim zero in mid-job, and go and look at it.

#include "core/macros/Kind.h"
#include "core/macros/Parts.h"
#include "core/zeroing/PlateZero.h"

namespace steady::macros {

/// Z − t and D + t, by what the setup says. Error: Missing without an amount.
Result<Recipe> trimRecipe(shop::Machine const& machine, shop::ZeroSetup const& setup);
/// Above the touched spot, then down to a height above zero, hand at the stop.
Recipe lookRecipe(shop::Machine const& machine, shop::ZeroSetup const& setup);

} // namespace steady::macros
