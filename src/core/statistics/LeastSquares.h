// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Linear least squares of any number of columns (Eigen, QR with pivots).

#include <optional>
#include <span>
#include <vector>

namespace steady::statistics {

struct LinearFit {
    std::vector<double> coefficients;
    std::vector<double> unscaled_variances; ///< of each coefficient, for a residual variance of one
    std::vector<double> residuals;          ///< value less fit
    std::vector<double> leverages;          ///< how much each value pulls its own fit, 0 to 1
    double residual_s = 0;                  ///< 0 without degrees of freedom
    int dof = 0;

    double standardError(std::size_t of) const;
};

/// `design`: row after row, `columns` each; a constant is a column of ones. None: fewer rows than columns, or columns
/// that say the same.
std::optional<LinearFit> leastSquares(std::span<double const> design, std::size_t columns,
                                      std::span<double const> values);

} // namespace steady::statistics
