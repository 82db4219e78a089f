// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/statistics/Quantiles.h"

#include <algorithm>
#include <boost/math/distributions/chi_squared.hpp>
#include <boost/math/distributions/fisher_f.hpp>
#include <boost/math/distributions/normal.hpp>
#include <boost/math/distributions/students_t.hpp>
#include <cmath>

namespace steady::statistics {
namespace {

namespace m = boost::math;

// Nothing is thrown: what has no answer is not a number, what is too large is infinite, and whoever asked says so.
using Quiet = m::policies::policy<
    m::policies::domain_error<m::policies::ignore_error>, m::policies::pole_error<m::policies::ignore_error>,
    m::policies::overflow_error<m::policies::ignore_error>, m::policies::evaluation_error<m::policies::ignore_error>,
    m::policies::rounding_error<m::policies::ignore_error>>;
using Normal = m::normal_distribution<double, Quiet>;
using Student = m::students_t_distribution<double, Quiet>;
using ChiSquare = m::chi_squared_distribution<double, Quiet>;
using F = m::fisher_f_distribution<double, Quiet>;
using m::complement;

constexpr double most_dof = 1e7; ///< of a comparison: ten million readings

/// With 10⁸ degrees of freedom Student's t is the normal distribution to more digits than anybody reads.
constexpr double as_good_as_normal = 1e8;

} // namespace

double normalQuantile(double probability) { return quantile(Normal(), probability); }

double studentQuantile(double probability, double dof) {
    if (dof > as_good_as_normal) return normalQuantile(probability);
    return quantile(Student(dof), probability);
}

double chiSquareQuantile(double probability, double dof) { return quantile(ChiSquare(dof), probability); }

double normalBelow(double z) { return cdf(Normal(), z); }
double normalDensity(double z) { return pdf(Normal(), z); }
double studentTail(double t, double dof) { return cdf(complement(Student(dof), t)); }
double chiSquareTail(double value, double dof) { return cdf(complement(ChiSquare(dof), value)); }
double fTail(double value, double dof_1, double dof_2) {
    if (!(value >= 0) || !(dof_1 > 0) || !(dof_2 > 0)) return std::nan("");
    if (std::isinf(value)) return 0;
    // Beyond what anybody reads, its series would go on for minutes.
    return cdf(complement(F(std::min(dof_1, most_dof), std::min(dof_2, most_dof)), value));
}

} // namespace steady::statistics
