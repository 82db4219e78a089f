// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/statistics/Summary.h"

#include <algorithm>
#include <cmath>
#include <vector>

namespace steady::statistics {

Summary summarise(std::span<double const> values) {
    Summary result;
    result.n = static_cast<int>(values.size());
    if (values.empty()) return result;
    double const origin = values.front();
    double sum = 0;
    for (double v : values) sum += v - origin;
    result.mean = origin + sum / result.n;
    double squares = 0;
    for (double v : values) squares += (v - result.mean) * (v - result.mean);
    if (result.n > 1) result.s = std::sqrt(squares / (result.n - 1));
    auto const [low, high] = std::minmax_element(values.begin(), values.end());
    result.low = *low;
    result.high = *high;
    std::vector<double> half(values.begin(), values.end());
    auto const middle = half.begin() + static_cast<std::ptrdiff_t>(half.size() / 2);
    std::nth_element(half.begin(), middle, half.end());
    result.median = half.size() % 2 ? *middle : (*std::max_element(half.begin(), middle) + *middle) / 2;
    return result;
}

} // namespace steady::statistics
