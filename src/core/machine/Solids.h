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

/// True gauge-line Z at which the tool's end meets the plate where it lies; none: no part of it is over the plate.
std::optional<double> plateTopZ_mm(World const& world, Vec3 const& at);

/// True gauge-line Z at which the setter trips, by what lies on the disc; none: there is no setter, or no part of the
/// tool's end is over its disc.
std::optional<double> setterTripZ_mm(World const& world, Vec3 const& at);
/// Wherever over the disc: it trips no higher than this.
double setterTripsBelow_mm(World const& world);
/// True gauge-line Z at which the setter's second contact opens the stop chain; none: nor has it one.
std::optional<double> overtravelZ_mm(World const& world, Vec3 const& at);

} // namespace steady::machine
