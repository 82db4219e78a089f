// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Whether readings move with their order, with time or with temperature.

#include "core/statistics/Intervals.h"

#include <optional>
#include <span>

namespace steady::statistics {

/// y = intercept + slope·x by least squares, slope with two-sided limits by Student's t (n − 2). n ≥ 3, x not all
/// alike.
struct Trend {
    double intercept = 0, slope = 0, slope_error = 0, residual_s = 0;
    Limits slope_limits; ///< 95 %
    double p = 1;        ///< two-sided, of no slope
};
std::optional<Trend> trend(std::span<double const> x, std::span<double const> y);

/// Median of all slopes between two readings, over their order; 2 ≤ n ≤ 5000.
std::optional<double> theilSen(std::span<double const> y);

/// Kendall's S over the order, variance with ties, z with the correction for continuity, p two-sided. n ≥ 3.
struct MannKendall {
    double s = 0, variance = 0, z = 0, p = 1;
};
std::optional<MannKendall> mannKendall(std::span<double const> y);

/// Σ(x_i − m)(x_{i+1} − m) / Σ(x_i − m)² (NIST StRD). None: fewer than two readings, or all alike.
std::optional<double> lag1(std::span<double const> y);

/// Runs above and below the median, those on it left out; z without a correction for continuity, p two-sided.
struct Runs {
    int above = 0, below = 0, runs = 0;
    double expected = 0, sd = 0, z = 0, p = 1;
};
std::optional<Runs> runsAboutMedian(std::span<double const> y);

} // namespace steady::statistics
