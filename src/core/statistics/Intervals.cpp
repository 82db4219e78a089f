// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/statistics/Intervals.h"

#include "core/statistics/Quantiles.h"

#include <boost/math/quadrature/gauss_kronrod.hpp>
#include <boost/math/tools/toms748_solve.hpp>
#include <cmath>
#include <unordered_map>

namespace steady::statistics {
namespace {

/// r with Φ(x + r) − Φ(x − r) = coverage: Newton from the normal's own half-width, which lies below it.
double halfWidthAround(double x, double coverage, double of_the_normal) {
    double r = of_the_normal + std::abs(x) * (coverage > 0.5 ? 0.5 : 0);
    for (int i = 0; i < 60; ++i) {
        double const miss = normalBelow(x + r) - normalBelow(x - r) - coverage;
        double const slope = normalDensity(x + r) + normalDensity(x - r);
        double next = r - miss / slope;
        if (next <= 0) next = r / 2;
        if (std::abs(next - r) < 1e-14 * (1 + r)) return next;
        r = next;
    }
    return r;
}

} // namespace

Limits sigmaLimits(double s, int n, double confidence) {
    return {sigmaAtLeast(s, n, (1 + confidence) / 2), sigmaAtMost(s, n, (1 + confidence) / 2)};
}
double sigmaAtLeast(double s, int n, double confidence) {
    return s * std::sqrt((n - 1) / chiSquareQuantile(confidence, n - 1));
}
double sigmaAtMost(double s, int n, double confidence) {
    return s * std::sqrt((n - 1) / chiSquareQuantile(1 - confidence, n - 1));
}

double toleranceFactorHowe(int n, double coverage, double confidence) {
    return normalQuantile((1 + coverage) / 2) *
           std::sqrt((n - 1) * (1 + 1.0 / n) / chiSquareQuantile(1 - confidence, n - 1));
}

double toleranceFactor(int n, double coverage, double confidence) {
    double const root_n = std::sqrt(n), dof = n - 1;
    // The mean lies within some nine of its standard deviations; beyond that nothing is left to integrate.
    double const reach = 9 / root_n;
    using Rule = boost::math::quadrature::gauss_kronrod<double, 31>;
    // Where the mean lies does not depend on k, and the nodes come again with each: their half-widths are computed
    // once.
    std::unordered_map<double, double> half_widths;
    double const of_the_normal = normalQuantile((1 + coverage) / 2);
    auto const reached = [&](double k) {
        auto const integrand = [&](double x) {
            auto& r = half_widths[x];
            if (r == 0) r = halfWidthAround(x, coverage, of_the_normal);
            return normalDensity(root_n * x) * chiSquareTail(dof * r * r / (k * k), dof);
        };
        return 2 * root_n * Rule::integrate(integrand, 0.0, reach, 6, 1e-12) - confidence;
    };
    double const start = toleranceFactorHowe(n, coverage, confidence);
    double low = start / 1.02, high = start * 1.02;
    while (reached(low) > 0) low /= 1.5;
    while (reached(high) < 0) high *= 1.5;
    std::uintmax_t steps = 100;
    auto const found =
        boost::math::tools::toms748_solve(reached, low, high, boost::math::tools::eps_tolerance<double>(40), steps);
    return (found.first + found.second) / 2;
}

double confidenceOfRange(int n, double coverage) {
    return 1 - n * std::pow(coverage, n - 1) + (n - 1) * std::pow(coverage, n);
}

int readingsForRange(double coverage, double confidence) {
    int n = 2;
    while (confidenceOfRange(n, coverage) < confidence) ++n;
    return n;
}

} // namespace steady::statistics
