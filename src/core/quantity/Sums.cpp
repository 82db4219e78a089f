// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/quantity/Sums.h"

#include <algorithm>
#include <cmath>
#include <numeric>

namespace steady {

std::vector<double> roundedTogether(std::vector<double> const& terms_mm, UnitSystem units) {
    double const digit_mm = units == UnitSystem::Metric ? 0.001 : 0.0001 * mm_per_inch;
    std::vector<double> digits;
    for (double mm : terms_mm) digits.push_back(std::round(mm / digit_mm));
    double const sum = std::round(std::accumulate(terms_mm.begin(), terms_mm.end(), 0.0) / digit_mm);
    double missing = sum - std::accumulate(digits.begin(), digits.end(), 0.0);
    // By how much each would go on in the direction that is missing, largest first.
    double const direction = missing < 0 ? -1 : 1;
    auto left = [&](std::size_t i) { return direction * (terms_mm[i] / digit_mm - digits[i]); };
    std::vector<std::size_t> order(terms_mm.size());
    std::iota(order.begin(), order.end(), std::size_t(0));
    std::stable_sort(order.begin(), order.end(), [&](auto a, auto b) {
        bool const a_gives = a > 0 && left(a) > 0, b_gives = b > 0 && left(b) > 0;
        return a_gives != b_gives ? a_gives : left(a) > left(b);
    });
    for (std::size_t k = 0; k < order.size() && std::abs(missing) > 0.5; ++k, missing -= direction)
        digits[order[k]] += direction;
    for (double& each : digits) each *= digit_mm;
    return digits;
}

} // namespace steady
