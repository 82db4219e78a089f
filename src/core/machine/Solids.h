// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// What a tool can run into, as upright boxes under it, and what it can touch.

#include "core/machine/World.h"

namespace steady::machine {

/// What a move meets first.
struct Hit {
    std::string what;
    double share = 1; ///< of the move, 0 to 1
};

/// The first solid that tool, nut or spindle enters on the way from one gauge-line point to another (true coordinates).
std::optional<Hit> firstHit(World const& world, Vec3 const& from, Vec3 const& to);

/// Whether the tool's footprint, at a gauge-line point, is over the plate where it lies.
bool overPlate(World const& world, Vec3 const& at);
/// True gauge-line Z at which the tip meets the plate where it lies on the stock.
double plateTopZ_mm(World const& world);

/// Whether some point of the tool's end, at a gauge-line point, is over the setter's disc.
bool overDisc(World const& world, Vec3 const& at);
/// True gauge-line Z at which the setter trips, by what lies on the disc.
double setterTripZ_mm(World const& world);
/// True gauge-line Z at which the setter's second contact opens the stop chain; none where it has none.
std::optional<double> overtravelZ_mm(World const& world);

} // namespace steady::machine
