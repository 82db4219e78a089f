// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Figures as a macro's text has them, so that its header says the very same.

#include "core/quantity/Units.h"

#include <string>

namespace steady::macros {

/// Digits after the point: lengths, feeds.
constexpr int lengthDecimals(UnitSystem units) { return units == UnitSystem::Metric ? 4 : 5; }
constexpr int feedDecimals(UnitSystem units) { return units == UnitSystem::Metric ? 1 : 3; }
/// “-9.9420”, always with a decimal point and a plain sign; −0 is 0.
std::string plainNumber(double value, int decimals);
std::string lengthFigure(double mm, UnitSystem units);
std::string feedFigure(double mm_min, UnitSystem units);
/// The same with their unit: “9.9420 mm”, “0.850 in/min”.
std::string lengthWithUnit(double mm, UnitSystem units);
std::string feedWithUnit(double mm_min, UnitSystem units);

} // namespace steady::macros
