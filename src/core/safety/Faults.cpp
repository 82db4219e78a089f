// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/safety/Faults.h"

#include <algorithm>
#include <array>

namespace steady::safety {
namespace {

using machine::World;
using shop::Act;

/// The person does not do this at any pause.
void forget(World& world, std::initializer_list<Act> acts) {
    for (auto& pause : world.person.pauses)
        std::erase_if(pause, [&](Act act) { return std::find(acts.begin(), acts.end(), act) != acts.end(); });
}

double plateTop(World const& world) { return world.zeroOnStock_mm() + world.plate.thickness_mm; }

constexpr std::array<Fault, 14> table{{
    {"plate_thin", "The plate is 0.40 mm thinner than the book says", [](World& w) { w.plate.thickness_mm -= 0.4; }},
    {"lead_off", "The lead has come off", [](World& w) { w.input.lead_off = true; }},
    {"shorted", "The two wires touch: a circuit stuck closed", [](World& w) { w.input.shorted = true; }},
    {"polarity", "The input is set to the wrong polarity", [](World& w) { w.input.inverted = true; }},
    {"touching", "The tool stands on the plate already", [](World& w) { w.position_mm[2] = plateTop(w); }},
    {"plate_missing", "The plate was never laid down",
     [](World& w) {
         w.plate.place = machine::PlatePlace::Away;
         for (auto& pause : w.person.pauses) std::replace(pause.begin(), pause.end(), Act::LayPlate, Act::TakePlate);
     }},
    {"spindle_on", "The spindle still turns", [](World& w) { w.spindle.on = true; }},
    {"inch_left", "Inch mode was left on", [](World& w) { w.memory.modes.units = UnitSystem::Inch; }},
    {"metric_left", "Metric mode was left on", [](World& w) { w.memory.modes.units = UnitSystem::Metric; }},
    {"incremental_left", "Incremental mode was left on", [](World& w) { w.memory.modes.absolute = false; }},
    {"shift_left", "A G92 shift was left on", [](World& w) { w.memory.shift_mm[2] = 2.5; }},
    {"false_contact", "A false contact on the way down",
     [](World& w) {
         w.false_contacts.push_back({plateTop(w) + 4, 0.02});
     }},
    {"plate_left", "The plate is forgotten on the work", [](World& w) { forget(w, {Act::TakePlate}); }},
    {"clip_left", "The clip is forgotten on the tool", [](World& w) { forget(w, {Act::TakeClip}); }},
}};

} // namespace

std::span<Fault const> faults() { return table; }

Fault const* faultNamed(std::string_view id) {
    auto const* found = std::find_if(table.begin(), table.end(), [&](Fault const& f) { return id == f.id; });
    return found == table.end() ? nullptr : found;
}

} // namespace steady::safety
