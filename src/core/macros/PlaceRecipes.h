// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// A place in X and Y that the control keeps, and the way to it: Z first, in machine coordinates. No Z is kept: the next
// tool may be longer.

#include "core/macros/Parts.h"
#include "core/macros/Recipe.h"
#include "core/shop/kinds/ZeroSetup.h"

namespace steady::macros {

/// Error of the way there: NotInTravel, for a place that was typed.
Recipe keepPlaceRecipe(shop::Machine const& machine, shop::ZeroSetup const& setup);
Result<Recipe> goToPlaceRecipe(shop::Machine const& machine, shop::ZeroSetup const& setup);

} // namespace steady::macros
