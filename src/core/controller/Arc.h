// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Arcs as RS274/NGC gives them: by their centre or by their radius, in one of three planes, with the third axis going
// along evenly.

#include "core/base/Result.h"
#include "core/controller/MachinePort.h"

#include <vector>

namespace steady::controller {

struct ArcAsked {
    Vec3 from_mm{}, to_mm{};
    int plane = 0; ///< 0 X and Y, 1 Z and X, 2 Y and Z
    bool clockwise = false;
    std::optional<double> radius_mm; ///< below zero: the longer way; none: by the centre
    Vec3 centre_mm{};                ///< only the two of the plane count
    double radii_differ_mm = 0.002;  ///< most by which the ends may lie at different distances from the centre
};

/// A chord leaves its arc by no more than this.
inline constexpr double chord_mm = 0.01;

/// The points after the first, the end among them. Error: ArcRadius where the ends do not lie on one circle, or a
/// radius does not span them.
Result<std::vector<Vec3>> arcPoints(ArcAsked const& asked);

} // namespace steady::controller
