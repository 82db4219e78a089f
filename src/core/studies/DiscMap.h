// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// A disc or plate by its map of readings: what a tool meets there, and what puts it right.

#include "core/statistics/Surface.h"

#include <span>

namespace steady::studies {

/// How a tool meets a surface: with its middle, or with the rim of an end of that diameter. Cutters that end flat are
/// ground hollow towards the middle, so a dome under them meets nothing.
struct TouchingEnd {
    double diameter_mm = 0;    ///< 0: a point
    double x_mm = 0, y_mm = 0; ///< where its axis stands
};

struct MapResult {
    statistics::Surface surface;
    std::vector<statistics::Ring> rings;
    double spread_mm = 0; ///< highest less lowest, as read
    double dome_mm = 0;   ///< how much higher the middle is than the rim of the map, by the quadratic; 0 without one
    double reach_mm = 0;  ///< distance of the farthest reading from the middle
};
/// None: fewer than three places, or all on one line.
std::optional<MapResult> judgeMap(std::span<statistics::SurfacePoint const> points);

/// Height of the fitted surface: the quadratic where there is one, else the plane.
double height_mm(statistics::Surface const& surface, double x_mm, double y_mm);

/// How much higher such an end touches there than a point does in the middle of the map: the highest place under its
/// rim, less the height at x 0, y 0; below 0 on a dome. A tool is measured too long by that. The rim is looked at in
/// steps of a quarter of a degree.
double error_mm(statistics::Surface const& surface, TouchingEnd const& end);

} // namespace steady::studies
