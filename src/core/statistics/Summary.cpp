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
    std::vector<double> sorted(values.begin(), values.end());
    std::sort(sorted.begin(), sorted.end());
    result.low = sorted.front();
    result.high = sorted.back();
    auto const middle = sorted.size() / 2;
    result.median = sorted.size() % 2 ? sorted[middle] : (sorted[middle - 1] + sorted[middle]) / 2;
    return result;
}

} // namespace steady::statistics
