// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// What a tool touches with its flank, going across: the lips of a plate, and work that is itself wired. Points are
// gauge-line points in true coordinates.

#include "core/machine/World.h"

namespace steady::machine {

/// Half the width of the tool toward that side: a round pin has its radius, a fluted cutter only where a flute stands.
double flankRadius_mm(Tool const& tool, double turned_deg, double x, double y);

/// The share of the way at which the flank meets something wired, pressed in by `give_mm`; none.
std::optional<double> flankMeets(World const& world, Vec3 const& from, Vec3 const& to, double give_mm = 0);
/// Whether it touches where it stands.
bool flankTouches(World const& world, Vec3 const& at);

/// True gauge-line Z at which the tool meets work that is wired; none: it is not, or the tool comes down into its bore
/// or beside it.
std::optional<double> wiredWorkZ_mm(World const& world, Vec3 const& at);
/// Whether the tool stands wholly within the bore of the work.
bool inBore(World const& world, Vec3 const& at);

/// Where X or Y zero is meant to lie, true coordinates; none: nowhere in particular.
std::optional<double> datumOf_mm(World const& world, int axis);

/// The lips as upright boxes; their top is that of the plate.
std::vector<Footprint> lipsOf(World const& world);

} // namespace steady::machine
