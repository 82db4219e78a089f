// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// What a person typed as a reading, after the way that its study is typed.

#include "core/shop/Readings.h"

#include <string_view>

namespace steady::proving {

/// Value in mm. `before`: the study's readings so far, the last of which a change or last digits may follow. A bare
/// number is in the study's unit; a unit that is typed wins. Last digits: the value that ends so, nearest to the last
/// one, as many decimals as the step of the readout has. Errors: what does not read as a number, Missing where a stored
/// value or a step is needed and was not told, OutOfRange for ±100 m.
Result<double> typedReading(shop::Study const& study, shop::Readings const& before, std::string_view typed);

/// “mm”, “in”, “thou” or “µm”.
char const* unitWords(shop::ReadingUnit unit);
/// What a bare number of that unit is in mm.
double unit_mm(shop::ReadingUnit unit);

} // namespace steady::proving
