// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// The true shape of a tool's end: how high above its lowest point it meets a flat thing that lies beside its axis.

#include "core/machine/World.h"

namespace steady::machine {

/// Height of the tool's end above its lowest point, at a distance from the axis, mm; infinite beyond its diameter.
/// A cone: r / tan(angle / 2). A ball: R − √(R² − r²). A round-over: flat to its pilot, then a hollow quarter circle.
/// A rim: flat to the radius that touches, then a slope of 45°. Inserts: of the body between them.
double endHeight_mm(Tool const& tool, double radius_mm);

/// By how much the end's lowest point lies below the part of it that meets a flat rectangle, the tool's axis standing
/// at x, y; infinite: no part of it is over the rectangle. `turned_deg`: where the first insert points, from +X.
double liftOver_mm(Tool const& tool, double turned_deg, Footprint const& flat, double x_mm, double y_mm);

/// The same for a flat disc around a centre that lies `off` from the axis.
double liftOverDisc_mm(Tool const& tool, double turned_deg, double off_x_mm, double off_y_mm, double disc_radius_mm);

} // namespace steady::machine
