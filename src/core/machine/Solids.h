// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// What a tool can run into, as upright boxes under it, and what it can touch.

#include "core/machine/World.h"

namespace steady::machine {

enum class Solid { Plate, Work, Table, SetterEnd, SetterHousing, SetterBracket };
char const* name(Solid solid); ///< “the plate”
controller::Cause causeOf(Solid solid);

/// What a move meets first.
struct Hit {
    Solid what;
    double share = 1; ///< of the move, 0 to 1
};

/// The first solid that tool, nut, spindle or dust shoe enters on the way from one gauge-line point to another (true
/// coordinates). Straight down the tool's end has its true shape, sideways that of cylinders around it.
/// `cuts`: the work does not stop the cutter.
std::optional<Hit> firstHit(World const& world, Vec3 const& from, Vec3 const& to, bool cuts = false);

// Below, `at` is a gauge-line point in true coordinates; only its X and Y count.

/// Whether some part of the tool's end is over the plate where it lies.
bool overPlate(World const& world, Vec3 const& at);
/// True gauge-line Z at which the tool's end meets the plate where it lies; the tool must be over it.
double plateTopZ_mm(World const& world, Vec3 const& at);

/// Whether some part of the tool's end is over the setter's disc; no: also without a setter.
bool overDisc(World const& world, Vec3 const& at);
/// True gauge-line Z at which the setter trips, by what lies on the disc.
double setterTripZ_mm(World const& world, Vec3 const& at);
/// Wherever over the disc: it trips no higher than this.
double setterTripsBelow_mm(World const& world);
/// True gauge-line Z at which the setter's second contact opens the stop chain; none where it has none.
std::optional<double> overtravelZ_mm(World const& world, Vec3 const& at);

} // namespace steady::machine
