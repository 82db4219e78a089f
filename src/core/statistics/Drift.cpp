// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/statistics/Drift.h"

#include "core/statistics/Quantiles.h"
#include "core/statistics/Summary.h"

#include <algorithm>
#include <cmath>
#include <cstdint>
#include <vector>

namespace steady::statistics {
namespace {

constexpr std::size_t most_pairs_of = 5000;

/// How many pairs stand the wrong way round, by merging; `values` is sorted on the way.
std::int64_t inversions(std::vector<double>& values, std::vector<double>& room, std::size_t from, std::size_t to) {
    if (to - from < 2) return 0;
    auto const middle = from + (to - from) / 2;
    auto count = inversions(values, room, from, middle) + inversions(values, room, middle, to);
    for (std::size_t a = from, b = middle, at = from; at < to; ++at) {
        bool const left = b == to || (a < middle && values[a] <= values[b]);
        if (!left) count += static_cast<std::int64_t>(middle - a);
        room[at] = left ? values[a++] : values[b++];
    }
    std::copy(room.begin() + static_cast<std::ptrdiff_t>(from), room.begin() + static_cast<std::ptrdiff_t>(to),
              values.begin() + static_cast<std::ptrdiff_t>(from));
    return count;
}

} // namespace

std::optional<Trend> trend(std::span<double const> x, std::span<double const> y) {
    if (x.size() != y.size() || x.size() < 3) return std::nullopt;
    // Around both middles, so that a clock in milliseconds loses nothing.
    double mean_x = 0, mean_y = 0;
    for (std::size_t i = 0; i < x.size(); ++i) {
        mean_x += x[i] - x[0];
        mean_y += y[i] - y[0];
    }
    auto const n = static_cast<double>(x.size());
    mean_x = x[0] + mean_x / n;
    mean_y = y[0] + mean_y / n;
    double xx = 0, xy = 0;
    for (std::size_t i = 0; i < x.size(); ++i) {
        xx += (x[i] - mean_x) * (x[i] - mean_x);
        xy += (x[i] - mean_x) * (y[i] - mean_y);
    }
    if (!(xx > 0)) return std::nullopt;
    Trend found;
    found.slope = xy / xx;
    found.intercept = mean_y - found.slope * mean_x;
    double left = 0;
    for (std::size_t i = 0; i < x.size(); ++i) {
        double const off = y[i] - mean_y - found.slope * (x[i] - mean_x);
        left += off * off;
    }
    double const dof = n - 2;
    found.residual_s = std::sqrt(left / dof);
    found.slope_error = found.residual_s / std::sqrt(xx);
    double const half = studentQuantile(0.975, dof) * found.slope_error;
    found.slope_limits = {found.slope - half, found.slope + half};
    if (found.slope_error > 0)
        found.p = 2 * studentTail(std::abs(found.slope) / found.slope_error, dof);
    else
        found.p = found.slope == 0 ? 1 : 0;
    return found;
}

std::optional<double> theilSen(std::span<double const> y) {
    if (y.size() < 2 || y.size() > most_pairs_of) return std::nullopt;
    std::vector<double> slopes;
    slopes.reserve(y.size() * (y.size() - 1) / 2);
    for (std::size_t i = 0; i < y.size(); ++i)
        for (std::size_t j = i + 1; j < y.size(); ++j) slopes.push_back((y[j] - y[i]) / static_cast<double>(j - i));
    auto const middle = slopes.begin() + static_cast<std::ptrdiff_t>(slopes.size() / 2);
    std::nth_element(slopes.begin(), middle, slopes.end());
    double const upper = *middle;
    if (slopes.size() % 2) return upper;
    return (*std::max_element(slopes.begin(), middle) + upper) / 2;
}

std::optional<MannKendall> mannKendall(std::span<double const> y) {
    if (y.size() < 3) return std::nullopt;
    auto const n = static_cast<double>(y.size());
    std::vector<double> sorted(y.begin(), y.end()), room(y.size());
    auto const falling = static_cast<double>(inversions(sorted, room, 0, sorted.size()));
    double tied = 0, ties = 0;
    for (auto from = sorted.begin(); from != sorted.end();) {
        auto const to = std::upper_bound(from, sorted.end(), *from);
        auto const t = static_cast<double>(to - from);
        tied += t * (t - 1) / 2;
        ties += t * (t - 1) * (2 * t + 5);
        from = to;
    }
    MannKendall found;
    found.s = n * (n - 1) / 2 - tied - 2 * falling;
    found.variance = (n * (n - 1) * (2 * n + 5) - ties) / 18;
    if (found.variance <= 0) return found; // all alike
    double const nearer = found.s > 0 ? found.s - 1 : found.s < 0 ? found.s + 1 : 0;
    found.z = nearer / std::sqrt(found.variance);
    found.p = std::min(1.0, 2 * normalBelow(-std::abs(found.z)));
    return found;
}

std::optional<double> lag1(std::span<double const> y) {
    auto const summary = summarise(y);
    if (summary.n < 2 || summary.s <= 0) return std::nullopt;
    double after = 0, all = 0;
    for (std::size_t i = 0; i < y.size(); ++i) {
        double const off = y[i] - summary.mean;
        all += off * off;
        if (i + 1 < y.size()) after += off * (y[i + 1] - summary.mean);
    }
    return after / all;
}

std::optional<Runs> runsAboutMedian(std::span<double const> y) {
    auto const median = summarise(y).median;
    Runs found;
    int last = 0;
    for (double const each : y) {
        int const side = each > median ? 1 : each < median ? -1 : 0;
        if (side == 0) continue;
        (side > 0 ? found.above : found.below) += 1;
        found.runs += side != last;
        last = side;
    }
    double const a = found.above, b = found.below, n = a + b;
    if (a < 1 || b < 1 || n < 3) return std::nullopt;
    found.expected = 2 * a * b / n + 1;
    found.sd = std::sqrt(2 * a * b * (2 * a * b - n) / (n * n * (n - 1)));
    if (found.sd <= 0) return found;
    found.z = (found.runs - found.expected) / found.sd;
    found.p = 2 * normalBelow(-std::abs(found.z));
    return found;
}

} // namespace steady::statistics
