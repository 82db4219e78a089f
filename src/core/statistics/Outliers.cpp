// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/statistics/Outliers.h"

#include "core/statistics/Quantiles.h"
#include "core/statistics/Summary.h"

#include <algorithm>
#include <cmath>

namespace steady::statistics {

namespace {

constexpr std::size_t shown_bounds = 100;

/// λ_i of n readings.
double esdBound(double n, double i, double alpha) {
    double const t = studentQuantile(1 - alpha / (2 * (n - i + 1)), n - i - 1);
    return (n - i) * t / std::sqrt((n - i - 1 + t * t) * (n - i + 1));
}

} // namespace

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
    double const origin = summarise(values).mean;
    std::vector<std::pair<double, std::size_t>> sorted(values.size());
    for (std::size_t i = 0; i < values.size(); ++i) sorted[i] = {values[i] - origin, i};
    std::sort(sorted.begin(), sorted.end());
    auto const n = static_cast<double>(values.size());
    // The farthest is always one of the two ends. What is left is summed anew only where taking it away would cost
    // digits.
    std::size_t from = 0, to = sorted.size();
    double sum = 0, squares = 0;
    auto const count = [&] { return static_cast<double>(to - from); };
    auto const anew = [&] {
        sum = squares = 0;
        for (std::size_t i = from; i < to; ++i) sum += sorted[i].first;
        double const mean = sum / count();
        for (std::size_t i = from; i < to; ++i) squares += (sorted[i].first - mean) * (sorted[i].first - mean);
    };
    anew();
    for (std::size_t step = 1; step <= most && to - from >= 3; ++step) {
        double const mean = sum / count(), s = std::sqrt(squares / (count() - 1));
        if (!(s > 0)) break;
        double const low = mean - sorted[from].first, high = sorted[to - 1].first - mean;
        auto const [off, index] = low > high ? std::pair{low, from} : std::pair{high, to - 1};
        esd.r.push_back(off / s);
        esd.removed.push_back(sorted[index].second);
        double const part = off * off * count() / (count() - 1), taken = sorted[index].first;
        (low > high ? from : to) += low > high ? 1 : -1;
        if (part > squares / 2 || step % 8192 == 0) {
            anew();
        } else {
            sum -= taken;
            squares -= part;
        }
    }
    // The bounds fall from step to step: what does not pass the last one passes none.
    if (esd.r.empty()) return esd;
    double const least = esdBound(n, static_cast<double>(esd.r.size()), alpha);
    for (std::size_t step = 1; step <= esd.r.size(); ++step) {
        bool const asked = esd.r[step - 1] > least || step <= shown_bounds;
        if (!asked) continue;
        double const bound = esdBound(n, static_cast<double>(step), alpha);
        if (step <= shown_bounds) esd.lambda.push_back(bound);
        if (esd.r[step - 1] > bound) esd.outliers = step;
    }
    return esd;
}

} // namespace steady::statistics
