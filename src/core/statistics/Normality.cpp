// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/statistics/Normality.h"

#include "core/statistics/Quantiles.h"

#include <algorithm>
#include <cmath>
#include <numbers>
#include <vector>

namespace steady::statistics {
namespace {

double polynomial(std::initializer_list<double> coefficients, double x) {
    double value = 0;
    for (auto each = std::rbegin(coefficients); each != std::rend(coefficients); ++each) value = value * x + *each;
    return value;
}

/// Weights of the lower half, the largest first; those of the upper half are their negatives.
std::vector<double> weights(std::size_t n) {
    auto const half = n / 2;
    std::vector<double> a(half);
    if (n == 3) {
        a[0] = std::sqrt(0.5);
        return a;
    }
    std::vector<double> m(half); // expected order statistics, Blom
    double squares = 0;
    for (std::size_t i = 0; i < half; ++i) {
        m[i] = normalQuantile((static_cast<double>(i) + 1 - 0.375) / (static_cast<double>(n) + 0.25));
        squares += 2 * m[i] * m[i];
    }
    double const length = std::sqrt(squares), u = 1 / std::sqrt(static_cast<double>(n));
    a[0] = polynomial({0, 0.221157, -0.147981, -2.071190, 4.434685, -2.706056}, u) - m[0] / length;
    std::size_t from = 1;
    double scale;
    if (n > 5) {
        from = 2;
        a[1] = polynomial({0, 0.042981, -0.293762, -1.752461, 5.682633, -3.582633}, u) - m[1] / length;
        scale = std::sqrt((squares - 2 * m[0] * m[0] - 2 * m[1] * m[1]) / (1 - 2 * a[0] * a[0] - 2 * a[1] * a[1]));
    } else {
        scale = std::sqrt((squares - 2 * m[0] * m[0]) / (1 - 2 * a[0] * a[0]));
    }
    for (std::size_t i = from; i < half; ++i) a[i] = -m[i] / scale;
    return a;
}

/// P(W below this), from 1 − W.
double tail(double one_less_w, std::size_t count) {
    auto const n = static_cast<double>(count);
    if (count == 3) {
        double const p = 6 / std::numbers::pi * (std::asin(std::sqrt(1 - one_less_w)) - std::asin(std::sqrt(0.75)));
        return std::max(0.0, p);
    }
    double y = std::log(one_less_w), mean, spread;
    if (count <= 11) {
        double const gamma = polynomial({-2.273, 0.459}, n);
        if (y >= gamma) return 1e-99;
        y = -std::log(gamma - y);
        mean = polynomial({0.5440, -0.39978, 0.025054, -6.714e-4}, n);
        spread = std::exp(polynomial({1.3822, -0.77857, 0.062767, -0.0020322}, n));
    } else {
        double const log_n = std::log(n);
        mean = polynomial({-1.5861, -0.31082, -0.083751, 0.0038915}, log_n);
        spread = std::exp(polynomial({-0.4803, -0.082676, 0.0030302}, log_n));
    }
    return normalBelow(-(y - mean) / spread);
}

} // namespace

std::optional<ShapiroWilk> shapiroWilk(std::span<double const> values) {
    auto const n = values.size();
    if (n < 3 || n > 5000) return std::nullopt;
    std::vector<double> x(values.begin(), values.end());
    std::sort(x.begin(), x.end());
    double const range = x.back() - x.front();
    if (!(range > 0)) return std::nullopt;
    auto const a = weights(n);
    // W is the squared correlation of the ordered readings with the weights; 1 − W is formed without cancellation.
    double mean = 0;
    double const origin = x[n / 2];
    for (double& each : x) {
        each = (each - origin) / range;
        mean += each;
    }
    mean /= static_cast<double>(n);
    double aa = 0, xx = 0, ax = 0;
    for (std::size_t i = 0; i < n; ++i) {
        auto const mirror = n - 1 - i;
        double const weight = i == mirror ? 0 : i < mirror ? -a[i] : a[mirror];
        double const off = x[i] - mean;
        aa += weight * weight;
        xx += off * off;
        ax += weight * off;
    }
    double const length = std::sqrt(aa * xx);
    double const one_less_w = (length - ax) * (length + ax) / (aa * xx);
    return ShapiroWilk{1 - one_less_w, tail(std::max(one_less_w, 1e-300), n)};
}

} // namespace steady::statistics
