// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Only the proof of a signal: Z creeps up while somebody makes it by hand. Sets nothing.

#include "core/facts/Reader.h"
#include "core/macros/Recipe.h"
#include "core/zeroing/PlateZero.h"

namespace steady::macros {

Recipe provePlateRecipe(zeroing::PlateZeroResult const& zero);
/// Error: NoSetter.
Result<Recipe> proveSetterRecipe(facts::Reader const& book, zeroing::PlateZeroResult const& zero);

} // namespace steady::macros
