// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/uncertainty/Budget.h"

#include "core/statistics/Quantiles.h"

#include <cmath>
#include <numbers>

namespace steady::uncertainty {
namespace {

double sinc(double x) { return std::abs(x) < 1e-8 ? 1.0 : std::sin(x) / x; }

struct Sum {
    double sigma = 0;                ///< of everything normal
    std::vector<double> half_widths; ///< of everything rectangular
    double spread = 0;               ///< combined standard deviation

    double characteristic(double t) const {
        double value = std::exp(-0.5 * sigma * sigma * t * t);
        for (double a : half_widths) value *= sinc(a * t);
        return value;
    }
    /// P(|X| ≤ h), by Simpson's rule on 2/π ∫ sin(ht)/t φ(t) dt.
    double within(double h) const {
        double const end = reach();
        int const steps = 2 * static_cast<int>(40 + end * 3 * spread); // a dozen points on the fastest wave
        double const width = end / steps;
        double total = h * characteristic(0); // sin(ht)/t at 0
        for (int i = 1; i <= steps; ++i) {
            double const t = i * width;
            double const weight = i == steps ? 1 : (i % 2 ? 4 : 2);
            total += weight * std::sin(h * t) / t * characteristic(t);
        }
        return 2 / std::numbers::pi * total * width / 3;
    }
    /// Beyond this t the integrand is below 1e-10 of its size.
    double reach() const {
        double t = 4 / spread;
        while (t < 4000 / spread && bound(t) > 1e-10) t *= 1.25;
        return t;
    }
    double bound(double t) const {
        double value = std::exp(-0.5 * sigma * sigma * t * t);
        for (double a : half_widths) value /= std::max(1.0, a * t);
        return value;
    }
};

} // namespace

Budget combine(std::vector<Contribution> contributions) {
    Budget budget;
    double variance = 0, welch = 0, largest = -1;
    for (std::size_t i = 0; i < contributions.size(); ++i) {
        auto const& c = contributions[i];
        double const part = c.sensitivity * c.u * c.sensitivity * c.u;
        variance += part;
        if (!std::isinf(c.dof) && part > 0) welch += part * part / c.dof;
        if (part > largest) {
            largest = part;
            budget.dominant = static_cast<int>(i);
        }
    }
    budget.combined_u = std::sqrt(variance);
    budget.effective_dof = welch > 0 ? variance * variance / welch : std::numeric_limits<double>::infinity();
    budget.expanded_95 = coverageHalfWidth(contributions, 0.95);
    budget.contributions = std::move(contributions);
    return budget;
}

double expandedByWelch(Budget const& budget, double probability) {
    double dof = budget.effective_dof;
    if (!std::isinf(dof)) dof = std::abs(dof - std::round(dof)) <= 0.01 ? std::round(dof) : std::floor(dof);
    return budget.combined_u * statistics::studentQuantile((1 + probability) / 2, std::max(1.0, dof));
}

double coverageHalfWidth(std::vector<Contribution> const& contributions, double probability) {
    double const upper = (1 + probability) / 2;
    double const z = statistics::normalQuantile(upper);
    Sum sum;
    double normal_variance = 0, variance = 0;
    for (auto const& c : contributions) {
        double u = std::abs(c.sensitivity) * c.u;
        if (u == 0) continue;
        if (c.shape == Shape::Rectangular) {
            sum.half_widths.push_back(u * std::numbers::sqrt3);
        } else {
            if (!std::isinf(c.dof)) u *= statistics::studentQuantile(upper, c.dof) / z;
            normal_variance += u * u;
        }
        variance += u * u;
    }
    if (variance == 0) return 0;
    sum.sigma = std::sqrt(normal_variance);
    sum.spread = std::sqrt(variance);
    if (sum.half_widths.empty()) return z * sum.sigma;
    // A lone rectangle has a jump that no series resolves; its answer is plain.
    if (sum.sigma == 0 && sum.half_widths.size() == 1) return probability * sum.half_widths.front();
    // False position with the Illinois change: the curve is smooth and rises, a dozen steps find the crossing.
    // Sums of normals and rectangles hold 95 % between 1.64 and 1.97 of their spread; other shares start wide.
    double low = 1.6 * sum.spread, low_miss = sum.within(low) - probability;
    double high = 2 * sum.spread, high_miss = sum.within(high) - probability;
    if (low_miss > 0 || high_miss < 0) {
        low = 0;
        low_miss = -probability;
        high = 6 * sum.spread;
        high_miss = sum.within(high) - probability;
    }
    double middle = 0;
    for (int i = 0, side = 0; i < 60 && high - low > 1e-9 * sum.spread; ++i) {
        middle = (low * high_miss - high * low_miss) / (high_miss - low_miss);
        double const miss = sum.within(middle) - probability;
        if (std::abs(miss) < 1e-9) break;
        if (miss < 0) {
            low = middle;
            low_miss = miss;
            if (side < 0) high_miss /= 2;
            side = -1;
        } else {
            high = middle;
            high_miss = miss;
            if (side > 0) low_miss /= 2;
            side = 1;
        }
    }
    return middle;
}

} // namespace steady::uncertainty
