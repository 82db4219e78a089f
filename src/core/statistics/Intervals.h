// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// How well a standard deviation is known, and the interval that holds a share of all further readings.

#include <optional>

namespace steady::statistics {

struct Limits {
    double low = 0, high = 0;
};

/// Two-sided limits of σ by χ² (NIST e-Handbook 7.2.3.1); n ≥ 2, confidence in (0, 1).
Limits sigmaLimits(double s, int n, double confidence);
/// σ is at least, or at most, this with the confidence: one-sided.
double sigmaAtLeast(double s, int n, double confidence);
double sigmaAtMost(double s, int n, double confidence);

/// Two-sided tolerance factor of a normal distribution: mean ∓ k·s holds `coverage` of it with `confidence`. Exact, by
/// integration over the mean (ISO 16269-6), relative error below 1e-9; n ≥ 2.
double toleranceFactor(int n, double coverage, double confidence);
/// The same in Howe's approximation (e-Handbook 7.2.6.3).
double toleranceFactorHowe(int n, double coverage, double confidence);

/// With n readings of any distribution, lowest and highest hold `coverage` of it with this confidence (ISO 16269-6).
double confidenceOfRange(int n, double coverage);
/// The fewest readings for which that reaches a confidence: 93 for 95 % with 95 %.
int readingsForRange(double coverage, double confidence);

} // namespace steady::statistics
