// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/statistics/Quantiles.h"

#include <boost/math/distributions/normal.hpp>
#include <boost/math/distributions/students_t.hpp>
#include <cmath>

namespace steady::statistics {

double normalQuantile(double probability) { return quantile(boost::math::normal(), probability); }

double studentQuantile(double probability, double dof) {
    if (std::isinf(dof)) return normalQuantile(probability);
    return quantile(boost::math::students_t(dof), probability);
}

} // namespace steady::statistics
