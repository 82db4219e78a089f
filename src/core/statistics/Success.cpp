// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/statistics/Success.h"

#include <boost/math/distributions/binomial.hpp>

namespace steady::statistics {

double successAtLeast(int trials, int failures, double confidence) {
    if (trials <= 0 || failures >= trials) return 0;
    return boost::math::binomial::find_lower_bound_on_p(trials, trials - failures, 1 - confidence);
}

int trialsNeeded(double rate, double confidence, int failures) {
    // Without failures ln(1 − confidence) / ln(rate); each failure asks for more.
    for (int n = failures + 1;; ++n)
        if (boost::math::cdf(boost::math::binomial(n, 1 - rate), failures) <= 1 - confidence) return n;
}

} // namespace steady::statistics
