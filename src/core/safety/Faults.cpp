// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/safety/Faults.h"

#include <algorithm>
#include <array>
#include <cmath>

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

constexpr std::array<Fault, 34> table{{
    {"plate_thin", "The plate is 0.40 mm thinner than the book says", false,
     [](World& w) { w.plate.thickness_mm -= 0.4; }},
    {"lead_off", "The lead has come off", false, [](World& w) { w.input.lead_off = true; }},
    {"shorted", "The two wires touch: a circuit stuck closed", false, [](World& w) { w.input.shorted = true; }},
    {"polarity", "The input is set to the wrong polarity", false, [](World& w) { w.input.inverted = true; }},
    {"touching", "The tool stands on the plate already", false, [](World& w) { w.position_mm[2] = plateTop(w); }},
    {"plate_missing", "The plate was never laid down", false,
     [](World& w) {
         w.plate.place = machine::PlatePlace::Away;
         for (auto& pause : w.person.pauses) std::replace(pause.begin(), pause.end(), Act::LayPlate, Act::TakePlate);
     }},
    {"spindle_on", "The spindle still turns", false, [](World& w) { w.spindle.on = true; }},
    {"inch_left", "Inch mode was left on", false, [](World& w) { w.memory.modes.units = UnitSystem::Inch; }},
    {"metric_left", "Metric mode was left on", false, [](World& w) { w.memory.modes.units = UnitSystem::Metric; }},
    {"incremental_left", "Incremental mode was left on", false, [](World& w) { w.memory.modes.absolute = false; }},
    {"shift_left", "A G92 shift was left on", false,
     [](World& w) { w.memory.shift_mm[2] = w.memory.kept_shift_mm[2] = 2.5; }},
    {"false_contact", "A false contact on the way down", false,
     [](World& w) {
         w.false_contacts.push_back({plateTop(w) + 4, 0.02});
     }},
    {"plate_left", "The plate is forgotten on the work", false, [](World& w) { forget(w, {Act::TakePlate}); }},
    {"clip_left", "The clip is forgotten on the tool", false, [](World& w) { forget(w, {Act::TakeClip}); }},
    {"setter_missing", "The setter is not there", true, [](World& w) { w.setter.reset(); }},
    {"setter_moved", "The setter was moved sideways by 60 mm", true,
     [](World& w) {
         if (w.setter) w.setter->x_mm += 60;
     }},
    {"setter_raised", "The setter was bolted down again, 0.8 mm higher", true,
     [](World& w) {
         if (w.setter) w.setter->base_z_mm += 0.8;
     }},
    {"setter_lead_off", "The setter's lead has come off", true,
     [](World& w) {
         if (w.setter) w.setter->lead_off = true;
     }},
    {"setter_shorted", "The setter's wires touch", true,
     [](World& w) {
         if (w.setter) w.setter->shorted = true;
     }},
    {"setter_dead", "The setter's contact is dead, and the tool 1.8 mm longer than its record", true,
     [](World& w) {
         if (w.setter) w.setter->shorted = w.setter->circuit == shop::Circuit::ClosedAtRest;
         if (w.setter) w.setter->lead_off = w.setter->circuit == shop::Circuit::OpenAtRest;
         w.tool.length_mm += 1.8;
     }},
    {"chip", "A chip of 0.3 mm lies on the disc", true,
     [](World& w) {
         if (w.setter) w.setter->chip_mm = 0.3;
     }},
    {"chip_not_wiped", "A chip of 0.3 mm lies on the disc, and nobody wipes it", true,
     [](World& w) {
         if (w.setter) w.setter->chip_mm = 0.3;
         forget(w, {Act::WipeDisc});
     }},
    {"input_slow", "The input answers half a second late", true, [](World& w) { w.input.debounce_s += 0.5; }},
    {"tool_longer", "The tool is 8 mm longer than its record", true, [](World& w) { w.tool.length_mm += 8; }},
    {"tool_shorter", "The tool is 8 mm shorter than its record", true, [](World& w) { w.tool.length_mm -= 8; }},
    {"tool_other", "Another tool is in the spindle than its number says", true,
     [](World& w) {
         for (auto const& each : w.tools)
             if (each.number != w.memory.tool && std::abs(each.tool.length_mm - w.tool.length_mm) > 2) {
                 w.tool = each.tool;
                 return;
             }
     }},
    {"tool_oversize", "A cutter far wider than the disc is in the spindle", true,
     [](World& w) {
         w.tool.tip = shop::TipShape::Insert;
         w.tool.diameter_mm = 92;
         w.tool.contact_radius_mm = 44;
     }},
    {"tool_unlisted", "The tool's number is not in the book", true, [](World& w) { w.memory.tool = 199; }},
    {"not_homed", "Not homed since it was bumped by 4 mm", true,
     [](World& w) {
         w.homed = false;
         w.home_error_mm[2] = 4;
     }},
    {"link_unset", "The control has forgotten its parameters", true,
     [](World& w) { std::fill(w.memory.parameters.begin() + 3000, w.memory.parameters.begin() + 3100, 0.0); }},
    {"link_reused", "Another macro has used the link's first parameter", true,
     [](World& w) {
         for (int n = 1; n <= work_offset_count; ++n) w.memory.parameters[3000 + 10 * n] = 1;
     }},
    {"link_overwritten", "Another macro has changed D", true,
     [](World& w) {
         for (int n = 1; n <= work_offset_count; ++n)
             w.memory.parameters[3001 + 10 * n] += w.memory.native == UnitSystem::Metric ? 5 : 5 / mm_per_inch;
     }},
    {"other_offset", "The job uses another work offset", true,
     [](World& w) { w.memory.modes.work_offset = w.memory.modes.work_offset % work_offset_count + 1; }},
    {"length_left", "A length offset was left on", true, [](World& w) { w.memory.tool_offset_mm = 12.5; }},
}};

} // namespace

std::span<Fault const> faults() { return table; }

Fault const* faultNamed(std::string_view id) {
    auto const* found = std::find_if(table.begin(), table.end(), [&](Fault const& f) { return id == f.id; });
    return found == table.end() ? nullptr : found;
}

} // namespace steady::safety
