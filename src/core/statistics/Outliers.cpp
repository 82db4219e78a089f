// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/statistics/Outliers.h"

#include "core/statistics/Quantiles.h"
#include "core/statistics/Summary.h"

#include <cmath>

namespace steady::statistics {

double grubbsCritical(int n, double alpha) {
    double const t = studentQuantile(1 - alpha / (2 * n), n - 2);
    return (n - 1) / std::sqrt(n) * std::sqrt(t * t / (n - 2 + t * t));
}

Grubbs grubbs(std::span<double const> values, double alpha) {
    Grubbs found;
    auto const summary = summarise(values);
    if (summary.n < 3) return found;
    found.critical = grubbsCritical(summary.n, alpha);
    if (summary.s <= 0) return found;
    for (std::size_t i = 0; i < values.size(); ++i)
        if (double const g = std::abs(values[i] - summary.mean) / summary.s; g > found.g) {
            found.g = g;
            found.suspect = i;
        }
    return found;
}

Esd generalizedEsd(std::span<double const> values, std::size_t most, double alpha) {
    Esd esd;
    std::vector<double> left(values.begin(), values.end());
    std::vector<std::size_t> index(values.size());
    for (std::size_t i = 0; i < index.size(); ++i) index[i] = i;
    auto const n = static_cast<double>(values.size());
    for (std::size_t step = 1; step <= most && left.size() >= 3; ++step) {
        auto const summary = summarise(left);
        if (summary.s <= 0) break;
        std::size_t far = 0;
        for (std::size_t i = 1; i < left.size(); ++i)
            if (std::abs(left[i] - summary.mean) > std::abs(left[far] - summary.mean)) far = i;
        auto const i = static_cast<double>(step);
        double const t = studentQuantile(1 - alpha / (2 * (n - i + 1)), n - i - 1);
        esd.r.push_back(std::abs(left[far] - summary.mean) / summary.s);
        esd.lambda.push_back((n - i) * t / std::sqrt((n - i - 1 + t * t) * (n - i + 1)));
        esd.removed.push_back(index[far]);
        if (esd.r.back() > esd.lambda.back()) esd.outliers = step;
        left.erase(left.begin() + static_cast<std::ptrdiff_t>(far));
        index.erase(index.begin() + static_cast<std::ptrdiff_t>(far));
    }
    return esd;
}

} // namespace steady::statistics
