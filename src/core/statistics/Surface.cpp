// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/statistics/Surface.h"

#include "core/statistics/LeastSquares.h"

#include <algorithm>
#include <cmath>

namespace steady::statistics {

std::optional<Surface> fitSurface(std::span<SurfacePoint const> points) {
    std::vector<double> z, plane, dome;
    for (auto const& p : points) {
        z.push_back(p.z_mm);
        plane.insert(plane.end(), {1, p.x_mm, p.y_mm});
        dome.insert(dome.end(), {1, p.x_mm, p.y_mm, p.x_mm * p.x_mm, p.x_mm * p.y_mm, p.y_mm * p.y_mm});
    }
    auto const flat = leastSquares(plane, 3, z);
    if (!flat) return std::nullopt;
    Surface found;
    for (std::size_t i = 0; i < 3; ++i) {
        found.plane[i] = flat->coefficients[i];
        found.plane_error[i] = flat->standardError(i);
    }
    found.plane_s_mm = flat->residual_s;
    auto const [low, high] = std::minmax_element(flat->residuals.begin(), flat->residuals.end());
    found.peak_to_valley_mm = *high - *low;
    found.tilt_rad = std::atan(std::hypot(found.plane[1], found.plane[2]));
    if (auto const curved = leastSquares(dome, 6, z)) {
        auto& into = found.quadratic.emplace();
        std::copy(curved->coefficients.begin(), curved->coefficients.end(), into.begin());
        found.quadratic_s_mm = curved->residual_s;
    }
    return found;
}

std::vector<Ring> rings(std::span<SurfacePoint const> points) {
    constexpr double together_mm = 0.01;
    std::vector<std::pair<double, double>> by_radius;
    for (auto const& p : points) by_radius.push_back({std::hypot(p.x_mm, p.y_mm), p.z_mm});
    std::sort(by_radius.begin(), by_radius.end());
    std::vector<Ring> all;
    for (std::size_t from = 0; from < by_radius.size();) {
        std::size_t to = from;
        double low = by_radius[from].second, high = low;
        for (; to < by_radius.size() && by_radius[to].first - by_radius[from].first <= together_mm; ++to) {
            low = std::min(low, by_radius[to].second);
            high = std::max(high, by_radius[to].second);
        }
        if (to - from >= 2 && by_radius[from].first > together_mm)
            all.push_back({by_radius[from].first, high - low, static_cast<int>(to - from)});
        from = to;
    }
    return all;
}

std::vector<double> shims(Surface const& surface, std::span<SurfacePoint const> screws) {
    std::vector<double> heights;
    for (auto const& p : screws) heights.push_back(surface.plane_mm(p.x_mm, p.y_mm));
    if (heights.empty()) return heights;
    double const highest = *std::max_element(heights.begin(), heights.end());
    for (double& each : heights) each = highest - each;
    return heights;
}

} // namespace steady::statistics
