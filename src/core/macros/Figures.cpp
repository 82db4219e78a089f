// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/macros/Figures.h"

#include <cmath>
#include <fmt/format.h>

namespace steady::macros {
namespace {

double inUnit(double mm, UnitSystem units) { return units == UnitSystem::Metric ? mm : mm / mm_per_inch; }

} // namespace

std::string plainNumber(double value, int decimals) {
    double const unit = std::pow(10.0, -decimals);
    return fmt::format("{:.{}f}", std::abs(value) < unit / 2 ? 0.0 : value, decimals);
}

std::string lengthFigure(double mm, UnitSystem units) { return plainNumber(inUnit(mm, units), lengthDecimals(units)); }
std::string feedFigure(double mm_min, UnitSystem units) {
    return plainNumber(inUnit(mm_min, units), feedDecimals(units));
}
std::string lengthWithUnit(double mm, UnitSystem units) { return lengthFigure(mm, units) + " " + unitName(units); }
std::string feedWithUnit(double mm_min, UnitSystem units) {
    return feedFigure(mm_min, units) + " " + unitName(units) + "/min";
}

} // namespace steady::macros
