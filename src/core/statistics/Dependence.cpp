// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/statistics/Dependence.h"

#include "core/statistics/Quantiles.h"

#include <algorithm>
#include <cmath>

namespace steady::statistics {
namespace {

constexpr double most_rho = 0.95;

/// Σ (1 − k/n) rho^k for k from 1 to n − 1, summed.
double weighted(int n, double rho) {
    if (rho <= 0) return 0;
    return rho / (1 - rho) - rho * (1 - std::pow(rho, n)) / (n * (1 - rho) * (1 - rho));
}

} // namespace

double unbiasedLag1(double lag1, int n) { return std::clamp(lag1 + (1 + 3 * lag1) / n, 0.0, most_rho); }

Effective effectiveNumbers(int n, double rho) {
    Effective made;
    made.of_mean = n / (1 + 2 * weighted(n, rho));
    made.dof = std::max(1.0, n / (1 + 2 * weighted(n, rho * rho)) - 1);
    made.s2_too_small = std::max(1e-3, (n - n / made.of_mean) / (n - 1));
    return made;
}

double dependentFactor(int n, double rho, double coverage, double confidence) {
    auto const worth = effectiveNumbers(n, rho);
    double const z = normalQuantile((1 + coverage) / 2);
    return z * std::sqrt(worth.dof * (1 + 1 / worth.of_mean) / chiSquareQuantile(1 - confidence, worth.dof) /
                         worth.s2_too_small);
}

} // namespace steady::statistics
