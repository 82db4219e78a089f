// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Where else a device could stand, and what each place costs.

#include "core/base/Going.h"
#include "core/install/LayoutJudge.h"

namespace steady::install {

struct Place {
    double x_mm = 0, y_mm = 0;
    Quick quick;
    double lost_mm2 = 0;       ///< that the device takes from the place to cut
    double sheet_lost_mm2 = 0; ///< by which the largest sheet shrinks
    double seconds = 0;        ///< each change
    double lead_mm = 0;
    bool operator==(Place const&) const = default;
};

/// What a place weighs, in seconds a change: the unit that people feel. One percent of the place to cut, of the largest
/// sheet, or a metre of lead count as much as one second; a thing that is tight as much as five.
double weight_s(Layout const& layout, Place const& place);

/// The device there instead of where it stands.
Place placeAt(Layout const& layout, std::size_t device, double x_mm, double y_mm);

/// The best places, the first first, at least `apart_mm` from each other; only feasible ones. A coarse grid over table
/// and slots, cheap bounds first, the best refined to 2 mm. On the frame only X is looked for. Error: Stopped; Missing:
/// there is no place.
Result<std::vector<Place>> suggestPlaces(Layout const& layout, std::size_t device, std::size_t most,
                                         Going const& going = {});

/// Why the first: against the next, or against where it stands.
std::string whyFirst(Layout const& layout, Place const& first, Place const& other, UnitSystem units);

/// Hours of a month that one place saves against another; below zero: costs.
double hoursAMonth(Layout const& layout, Place const& place, Place const& against);

} // namespace steady::install
