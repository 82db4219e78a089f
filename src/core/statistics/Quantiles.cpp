// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/statistics/Quantiles.h"

#include <boost/math/distributions/chi_squared.hpp>
#include <boost/math/distributions/fisher_f.hpp>
#include <boost/math/distributions/normal.hpp>
#include <boost/math/distributions/students_t.hpp>
#include <cmath>

namespace steady::statistics {

using boost::math::complement;

double normalQuantile(double probability) { return quantile(boost::math::normal(), probability); }

double studentQuantile(double probability, double dof) {
    if (std::isinf(dof)) return normalQuantile(probability);
    return quantile(boost::math::students_t(dof), probability);
}

double chiSquareQuantile(double probability, double dof) {
    return quantile(boost::math::chi_squared(dof), probability);
}

double normalBelow(double z) { return cdf(boost::math::normal(), z); }
double normalDensity(double z) { return pdf(boost::math::normal(), z); }
double studentTail(double t, double dof) { return cdf(complement(boost::math::students_t(dof), t)); }
double chiSquareTail(double value, double dof) { return cdf(complement(boost::math::chi_squared(dof), value)); }
double fTail(double value, double dof_1, double dof_2) {
    return cdf(complement(boost::math::fisher_f(dof_1, dof_2), value));
}

} // namespace steady::statistics
