// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Two groups of readings, or several, against each other.

#include "core/statistics/Intervals.h"

#include <optional>
#include <span>
#include <vector>

namespace steady::statistics {

/// mean(b) − mean(a) without the belief that they scatter alike. At least two readings each, and a spread.
struct Welch {
    double difference = 0, error = 0, t = 0, dof = 0;
    double p = 1;  ///< two-sided
    Limits limits; ///< of the difference, 95 %
};
std::optional<Welch> welch(std::span<double const> a, std::span<double const> b);

/// Two one-sided tests against ∓margin: p is the larger one; they agree when it is below 1 − confidence.
std::optional<double> tost(std::span<double const> a, std::span<double const> b, double margin);

/// Whether groups scatter alike: F of |reading − median of its group|. Two groups or more, of two readings or more.
struct BrownForsythe {
    double f = 0, dof_1 = 0, dof_2 = 0, p = 1;
};
std::optional<BrownForsythe> brownForsythe(std::vector<std::span<double const>> const& groups);

} // namespace steady::statistics
