// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Readings that do not belong to the others, if the others are normal.

#include <span>
#include <vector>

namespace steady::statistics {

/// The most distant reading (e-Handbook 1.3.5.17.1), two-sided. n ≥ 3 and a spread; otherwise none is found.
struct Grubbs {
    double g = 0, critical = 0;
    std::size_t suspect = 0; ///< index
    bool outlier() const { return g > critical; }
};
double grubbsCritical(int n, double alpha);
Grubbs grubbs(std::span<double const> values, double alpha);

/// Rosner's generalized ESD (e-Handbook 1.3.5.17.3) for up to `most` outliers.
struct Esd {
    std::vector<double> r;            ///< a step each
    std::vector<double> lambda;       ///< the bounds of the first hundred steps
    std::vector<std::size_t> removed; ///< index of what each step took, in the values as given
    std::size_t outliers = 0;         ///< the first so many of `removed`
};
Esd generalizedEsd(std::span<double const> values, std::size_t most, double alpha);

} // namespace steady::statistics
