// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/studies/DiscMap.h"

#include <algorithm>
#include <cmath>
#include <limits>
#include <numbers>

namespace steady::studies {
namespace {

constexpr int around = 1440;

} // namespace

double height_mm(statistics::Surface const& surface, double x, double y) {
    if (!surface.quadratic) return surface.plane_mm(x, y);
    auto const& q = *surface.quadratic;
    return q[0] + q[1] * x + q[2] * y + q[3] * x * x + q[4] * x * y + q[5] * y * y;
}

double error_mm(statistics::Surface const& surface, TouchingEnd const& end) {
    double const middle = height_mm(surface, 0, 0);
    if (end.diameter_mm <= 0) return height_mm(surface, end.x_mm, end.y_mm) - middle;
    double highest = -std::numeric_limits<double>::infinity();
    for (int i = 0; i < around; ++i) {
        double const angle = 2 * std::numbers::pi * i / around;
        highest = std::max(highest, height_mm(surface, end.x_mm + end.diameter_mm / 2 * std::cos(angle),
                                              end.y_mm + end.diameter_mm / 2 * std::sin(angle)));
    }
    return highest - middle;
}

std::optional<MapResult> judgeMap(std::span<statistics::SurfacePoint const> points) {
    auto surface = statistics::fitSurface(points);
    if (!surface) return std::nullopt;
    MapResult made{std::move(*surface), statistics::rings(points)};
    auto const [low, high] =
        std::minmax_element(points.begin(), points.end(), [](auto const& a, auto const& b) { return a.z_mm < b.z_mm; });
    made.spread_mm = high->z_mm - low->z_mm;
    for (auto const& point : points) made.reach_mm = std::max(made.reach_mm, std::hypot(point.x_mm, point.y_mm));
    if (made.surface.quadratic && made.reach_mm > 0) {
        auto const& q = *made.surface.quadratic;
        made.dome_mm = -(q[3] + q[5]) / 2 * made.reach_mm * made.reach_mm; // mean over the rim: x², y² are r²/2 each
    }
    return made;
}

} // namespace steady::studies
