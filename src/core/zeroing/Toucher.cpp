// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/zeroing/Toucher.h"

#include "core/facts/Facts.h"
#include "core/zeroing/PlateZero.h"

#include <fmt/format.h>

namespace steady::zeroing {

Result<Toucher> toucherOf(facts::Reader const& book, shop::PlaceOfWork const& place, shop::Target target,
                          shop::Direction direction) {
    auto const* found = book.find(place.machine);
    Toucher made{found ? *found : assumedMachine(), {}};
    proving::Touching touching{place.machine, {}, {}, direction};
    if (target == shop::Target::Plate)
        touching.plate = place.plate;
    else if (target == shop::Target::Setter)
        touching.setter = place.setter;
    if (!touching.plate && !touching.setter) return made; // by hand, on board or paper
    auto const proven = book.ask<&proving::provenSpread>(touching);
    if (!proven) return Failure(proven.error());
    made.proven = *proven;
    if (made.proven) made.machine.switch_scatter_mm = made.proven->s_mm;
    return made;
}

std::vector<uncertainty::Contribution> touchContributions(Toucher const& toucher, TouchPrediction const& prediction,
                                                          std::string const& what) {
    auto parts = touchContributions(toucher.machine, prediction, what);
    if (!toucher.proven) return parts;
    std::erase_if(parts, [&](auto const& part) { return part.name == what + ", readout step"; }); // in the readings
    parts.front().name = fmt::format("{}, scatter in a study of {} readings", what, toucher.proven->n);
    parts.front().dof = toucher.proven->dof;
    return parts;
}

} // namespace steady::zeroing
