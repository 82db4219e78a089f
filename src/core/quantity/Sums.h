// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Sums that add up in the digits shown.

#include "core/quantity/Units.h"

#include <vector>

namespace steady {

/// Each term rounded to the digits that are shown (three decimals in mm, four in inch), so that they add up to the
/// rounded sum of all: where they would not, those that were farthest from their rounding give way by a last digit, the
/// first one, which somebody read, last of all. Each is off by less than one last digit. In mm.
std::vector<double> roundedTogether(std::vector<double> const& terms_mm, UnitSystem units);

} // namespace steady
