// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Readings that depend on the one before tell less than their number: how many they are worth, and how much wider an
// interval of them must be.

namespace steady::statistics {

/// Lag-1 autocorrelation without its bias, first order (Marriott and Pope, 1954, and Kendall, 1954; recalled), from 0
/// to 0.95. `lag1` as Drift.h has it, n ≥ 2.
double unbiasedLag1(double lag1, int n);

/// What n readings of a first-order process with that correlation are worth; rho from 0 to 0.95.
struct Effective {
    double of_mean = 0;      ///< independent readings that tell the mean as well; n at rho 0
    double dof = 0;          ///< degrees of freedom of the variance; n − 1 at rho 0
    double s2_too_small = 1; ///< by which the mean of s² falls short of σ²
};
Effective effectiveNumbers(int n, double rho);

/// Two-sided tolerance factor for s of such readings: z·√(ν (1 + 1/n_m) / χ²_{1−c,ν}), and s² made good. At rho 0 it is
/// Howe's first approximation.
double dependentFactor(int n, double rho, double coverage, double confidence);

} // namespace steady::statistics
