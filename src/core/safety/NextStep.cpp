// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/safety/NextStep.h"

#include <fmt/format.h>

namespace steady::safety {

Progress progressOf(zeroing::PlateZeroResult const& zero, std::optional<bool> run_good) {
    Progress p;
    auto const units = zero.units;
    if (zero.thickness.measured())
        p.kit = {Standing::Proved, fmt::format("plate {}", plusMinusText(zero.thickness.budget.expanded_95, units))};
    else
        p.kit = {Standing::Open, "plate not measured"};
    if (!zero.chain)
        p.zeroing = {Standing::Open, "no contact yet"};
    else if (!zero.judgements.empty() && zero.judgements.front().severity == Severity::Bad)
        p.zeroing = {Standing::Failed, "outside the travel"};
    else if (!zero.thickness.measured())
        p.zeroing = {Standing::Suspect, "nominal thickness"};
    else
        p.zeroing = {Standing::Proved, fmt::format("zero {}", plusMinusText(zero.chain->budget.expanded_95, units))};
    if (!run_good)
        p.macros = {Standing::Open, "not run yet"};
    else
        p.macros = *run_good ? StationState{Standing::Proved, "run, zero right"}
                             : StationState{Standing::Failed, "run, see why"};

    if (!zero.thickness.measured()) {
        p.next = fmt::format("Measure the plate at five places: its nominal thickness is only good to {}.",
                             plusMinusText(zero.thickness.budget.expanded_95, units));
        p.next_station = "kit";
    } else if (!zero.chain) {
        p.next = "Touch the plate and type the Z that the readout shows: work zero follows from it.";
        p.next_station = "zeroing";
    } else if (p.zeroing.standing == Standing::Failed) {
        p.next = "Look at the contact again: it lies outside the travel.";
        p.next_station = "zeroing";
    } else if (!run_good) {
        p.next = "Run the macro on the virtual machine before the real one does.";
        p.next_station = "macros";
    } else if (*run_good) {
        p.next = "Save the macro, then try it above the work, without the plate, hand at the stop.";
        p.next_station = "macros";
    } else {
        p.next = "Read the verdict: the macro did not set a right zero in the last run.";
        p.next_station = "macros";
    }
    return p;
}

} // namespace steady::safety
