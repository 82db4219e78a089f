// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// A disc or a plate touched at many places: the plane and the dome through it.

#include <array>
#include <optional>
#include <span>
#include <vector>

namespace steady::statistics {

struct SurfacePoint {
    double x_mm = 0, y_mm = 0, z_mm = 0;
};

struct Surface {
    std::array<double, 3> plane{}; ///< z = a + b·x + c·y
    std::array<double, 3> plane_error{};
    double plane_s_mm = 0;        ///< of what the plane leaves, n − 3
    double peak_to_valley_mm = 0; ///< of what the plane leaves
    double tilt_rad = 0;
    std::optional<std::array<double, 6>> quadratic; ///< a + b·x + c·y + d·x² + e·x·y + f·y²; six places at least
    double quadratic_s_mm = 0;

    double plane_mm(double x_mm, double y_mm) const { return plane[0] + plane[1] * x_mm + plane[2] * y_mm; }
};
/// None: fewer than three places, or all on one line.
std::optional<Surface> fitSurface(std::span<SurfacePoint const> points);

/// Readings at one distance from the middle at x 0, y 0: what a cutter of that radius meets on its way round.
struct Ring {
    double radius_mm = 0, spread_mm = 0; ///< highest less lowest, as read
    int n = 0;
};
/// Radii within 0.01 mm of each other are one ring; two readings at least; by radius.
std::vector<Ring> rings(std::span<SurfacePoint const> points);

/// What goes under each screw so that the plane becomes level by lifting alone.
std::vector<double> shims(Surface const& surface, std::span<SurfacePoint const> screws);

} // namespace steady::statistics
