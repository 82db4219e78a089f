// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/safety/Faults.h"

#include "core/macros/LinkNumbers.h"
#include "core/safety/Rehearsal.h"

#include <algorithm>
#include <array>
#include <cmath>

namespace steady::safety {
namespace {

using machine::World;
using macros::Kind;
using shop::Act;

/// The person does not do this at any pause.
void forget(World& world, std::initializer_list<Act> acts) {
    for (auto& pause : world.person.pauses)
        std::erase_if(pause.acts, [&](shop::TimedAct const& each) {
            return std::find(acts.begin(), acts.end(), each.what) != acts.end();
        });
}

/// Every signal that a hand makes comes at another moment.
void moveSignals(World& world, double after_s) {
    for (auto& pause : world.person.pauses)
        for (auto& each : pause.acts)
            if (shop::makesSignal(each.what)) each.after_s = after_s;
}

bool signals(machine::PauseActs const& pause) {
    return std::any_of(pause.acts.begin(), pause.acts.end(),
                       [](shop::TimedAct const& each) { return shop::makesSignal(each.what); });
}

/// The pause after a signal has been seen; null without one. Between them stands the one that asks again.
machine::PauseActs* afterSignal(World& world, Act made) {
    auto& pauses = world.person.pauses;
    for (std::size_t i = 0; i + 2 < pauses.size(); ++i)
        for (auto const& each : pauses[i].acts)
            if (each.what == made) return &pauses[i + 2];
    return nullptr;
}

double plateTop(World const& world) { return world.zeroOnStock_mm() + world.plate.thickness_mm; }

void eachOffset(World& world, void (*change)(World&, macros::LinkNumbers const&)) {
    for (int n = 1; n <= work_offset_count; ++n) change(world, macros::LinkNumbers(world.behaviour, n));
}
double native(World const& world, double mm) {
    return world.memory.native == UnitSystem::Metric ? mm : mm / mm_per_inch;
}

// What a fault needs to have an effect.
bool anyMotion(Kind kind, World const&) { return kind != Kind::TrimZero; }
bool anything(Kind, World const&) { return true; }
bool plate(Kind kind, World const&) { return macros::touchesPlate(kind); }
bool setter(Kind kind, World const& world) { return macros::touchesSetter(kind) && world.setter; }
bool device(Kind kind, World const& world) { return plate(kind, world) || setter(kind, world); }
bool setterAlone(Kind kind, World const& world) { return setter(kind, world) && !plate(kind, world); }
bool plateInput(Kind kind, World const& world) {
    return plate(kind, world) || (setter(kind, world) && world.input.circuit == shop::Circuit::ClosedAtRest);
}
bool clipOn(Kind kind, World const& world) { return plate(kind, world) && world.input.path == shop::Path::Clip; }
bool inserts(Kind kind, World const& world) { return plate(kind, world) && world.tool.tip == shop::TipShape::Insert; }
bool byHand(Kind, World const& world) {
    return std::any_of(world.person.pauses.begin(), world.person.pauses.end(), signals);
}
bool readsLink(Kind kind, World const&) { return kind == Kind::Retouch || kind == Kind::RetouchAny; }
bool keepsZero(Kind kind, World const& world) {
    return readsLink(kind, world) || kind == Kind::TrimZero || kind == Kind::GoAndLook;
}
bool lengthMatters(Kind kind, World const& world) { return setter(kind, world) || kind == Kind::GoAndLook; }
bool numberMatters(Kind kind, World const& world) {
    return (setter(kind, world) || kind == Kind::OffsetPerTool || (kind == Kind::PlateZero && world.jobs_use_table)) &&
           kind != Kind::RetouchAny && kind != Kind::ToolLengthAny;
}
bool otherTool(Kind kind, World const& world) {
    return (numberMatters(kind, world) || kind == Kind::GoAndLook) &&
           std::any_of(world.tools.begin(), world.tools.end(), [&](machine::NumberedTool const& each) {
               return each.number != world.memory.tool && std::abs(each.tool.length_mm - world.tool.length_mm) > 2;
           });
}
bool writes(Kind kind, World const&) { return kind != Kind::GoAndLook; }
bool setsOffset(Kind kind, World const& world) { return writes(kind, world) && !macros::setsLength(kind); }

constexpr char const* look = "Go and look before the first cut.";

constexpr Fault table[] = {
    {"plate_thin", "The plate is 0.40 mm thinner than the book says", plate,
     [](World& w) { w.plate.thickness_mm -= 0.4; }, "Measure the plate, and the first cut."},
    {"lead_off", "The lead has come off", plateInput, [](World& w) { w.input.lead_off = true; }},
    {"shorted", "The two wires touch: a circuit stuck closed", device, [](World& w) { w.input.shorted = true; }},
    {"polarity", "The input is set to the wrong polarity", device, [](World& w) { w.input.inverted = true; }},
    {"touching", "The tool stands on the plate already", plate, [](World& w) { w.position_mm[2] = plateTop(w); }},
    {"plate_missing", "The plate was never laid down", plate,
     [](World& w) {
         w.plate.place = machine::PlatePlace::Away;
         for (auto& pause : w.person.pauses)
             std::replace(pause.acts.begin(), pause.acts.end(), shop::TimedAct(Act::LayPlate),
                          shop::TimedAct(Act::TakePlate));
     }},
    {"spindle_on", "The spindle still turns", anyMotion, [](World& w) { w.spindle.on = true; }},
    {"inch_left", "Inch mode was left on", anything, [](World& w) { w.memory.modes.units = UnitSystem::Inch; }},
    {"metric_left", "Metric mode was left on", anything, [](World& w) { w.memory.modes.units = UnitSystem::Metric; }},
    {"incremental_left", "Incremental mode was left on", anything, [](World& w) { w.memory.modes.absolute = false; }},
    {"shift_left", "A shift of the coordinates was left on", anything,
     [](World& w) { w.memory.shift_mm[2] = w.memory.kept_shift_mm[2] = 2.5; }},
    {"false_contact", "A false contact on the way down", plate,
     [](World& w) {
         w.false_contacts.push_back({plateTop(w) + 4, 0.02});
     }},
    {"plate_left", "The plate is forgotten on the work", plate, [](World& w) { forget(w, {Act::TakePlate}); }},
    {"clip_left", "The clip is forgotten on the tool", clipOn, [](World& w) { forget(w, {Act::TakeClip}); }},
    {"clip_lost", "The clip falls off while the plate is laid", clipOn,
     [](World& w) {
         for (auto& pause : w.person.pauses)
             for (std::size_t i = 0; i < pause.acts.size(); ++i)
                 if (pause.acts[i].what == Act::LayPlate) pause.acts.insert(pause.acts.begin() + i + 1, Act::TakeClip);
     }},
    {"clip_lost_later", "The clip falls off after the signal was proved", clipOn,
     [](World& w) {
         for (Act const made : {Act::BridgePlate, Act::LiftPlate})
             if (auto* pause = afterSignal(w, made)) pause->acts.push_back(Act::TakeClip);
     },
     "After the proof touch neither plate nor clip; hand at the stop."},
    {"hand_early", "The signal is made before resuming", byHand,
     [](World& w) { moveSignals(w, shop::before_resuming_s); }},
    {"hand_late", "The signal is made when Z has crept all its way", byHand, [](World& w) { moveSignals(w, 14); }},
    {"hand_never", "Nobody makes the signal", byHand,
     [](World& w) {
         forget(w, {Act::BridgePlate, Act::LiftPlate, Act::PressPlate, Act::BringTogether, Act::PressSetter});
     }},
    {"hand_at_setter", "A hand is at the setter again as the tool comes", setter,
     [](World& w) {
         auto* pause = afterSignal(w, Act::PressSetter);
         for (auto& each : w.person.pauses)
             if (!pause &&
                 std::find(each.acts.begin(), each.acts.end(), shop::TimedAct(Act::WipeDisc)) != each.acts.end())
                 pause = &each;
         if (pause) pause->acts.push_back({Act::PressSetter, 6});
     },
     "“Hands clear” means it: from that pause on nobody reaches in, hand at the stop."},
    {"plate_on_chip", "A chip of 0.3 mm lies under the plate", plate, [](World& w) { w.plate.under_mm = 0.3; },
     "Wipe the work and the plate; press it flat."},
    {"plate_on_clamp", "The plate lies on a clamp, 3 mm higher", plate, [](World& w) { w.plate.under_mm = 3; }, look},
    {"plate_tilted", "The plate lies tilted, by 0.6 mm from edge to edge", plate,
     [](World& w) { w.plate.tilt_mm = 0.6; }, "Press the plate flat at two corners; it must not rock."},
    {"insert_over_edge", "The insert stands over the plate's edge", inserts,
     [](World& w) { // what meets the plate then is the body
         double const edge = w.position_mm[0] + w.tool.contact_radius_mm + 1;
         double const width = w.plate.footprint.x_high_mm - w.plate.footprint.x_low_mm;
         w.plate.footprint.x_low_mm = edge;
         w.plate.footprint.x_high_mm = edge + width;
     },
     "Turn the spindle so that one insert stands over the middle of the plate, and look from the side."},
    {"override_200", "The feed override stands at 200 %", anyMotion, [](World& w) { w.person.feed_override = 2; }},
    {"steps_lost", "Z loses steps on its first rapid move, by 1.5 mm", anyMotion,
     [](World& w) {
         w.lost_steps = {1, {0, 0, 1.5}};
     },
     "Go and look before the first cut; home again when anything sounded wrong."},
    {"broken_off", "The program is stopped half-way and started again", anyMotion,
     [](World& w) { w.broken_off_after = 60; }},
    {"native_unit", "The control keeps its offsets in the other unit", writes,
     [](World& w) { w.memory.native = w.memory.native == UnitSystem::Metric ? UnitSystem::Inch : UnitSystem::Metric; }},
    {"setter_missing", "The setter is not there", setter, [](World& w) { w.setter.reset(); }},
    {"setter_moved", "The setter was moved sideways by 60 mm", setter, [](World& w) { w.setter->x_mm += 60; }},
    {"setter_raised", "The setter was bolted down again, 0.8 mm higher", setter,
     [](World& w) { w.setter->base_z_mm += 0.8; },
     "After the setter was touched by anything: plate zero and link anew."},
    {"setter_lead_off", "The setter's lead has come off", setter, [](World& w) { w.setter->lead_off = true; }},
    {"setter_shorted", "The setter's wires touch", setter, [](World& w) { w.setter->shorted = true; }},
    {"setter_dead", "The setter's contact is dead, and the tool 1.8 mm longer than its record", setter,
     [](World& w) {
         w.setter->shorted = w.setter->circuit == shop::Circuit::ClosedAtRest;
         w.setter->lead_off = w.setter->circuit == shop::Circuit::OpenAtRest;
         w.tool.length_mm += 1.8;
     },
     "A re-touch by list presses no closed setter: press it by hand before the first of the day."},
    {"chip", "A chip of 0.3 mm lies on the disc", setter, [](World& w) { w.setter->chip_mm = 0.3; }},
    {"chip_not_wiped", "A chip of 0.3 mm lies on the disc, and nobody wipes it", setter,
     [](World& w) {
         w.setter->chip_mm = 0.3;
         forget(w, {Act::WipeDisc});
     },
     "Wipe, and look at the disc against the light."},
    {"input_slow", "The input answers half a second late", setterAlone, [](World& w) { w.input.debounce_s += 0.5; }},
    {"input_slow_plate", "The input answers half a second late, over a plate that does not give", plate,
     [](World& w) { w.input.debounce_s += 0.5; },
     "It shows while the signal is proved: Z must stop at once when the spanner touches."},
    {"tool_longer", "The tool is 8 mm longer than its record", lengthMatters, [](World& w) { w.tool.length_mm += 8; }},
    {"tool_shorter", "The tool is 8 mm shorter than its record", lengthMatters,
     [](World& w) { w.tool.length_mm -= 8; }},
    {"tool_other", "Another tool is in the spindle than its number says", otherTool,
     [](World& w) {
         for (auto const& each : w.tools)
             if (each.number != w.memory.tool && std::abs(each.tool.length_mm - w.tool.length_mm) > 2) {
                 if (w.plate.place == machine::PlatePlace::OnStock) // jogged to the same gap above the plate
                     w.position_mm[2] += each.tool.length_mm - w.tool.length_mm;
                 w.tool = each.tool;
                 return;
             }
     },
     "With a length table or an offset per tool: read the number on the tool, not on the screen."},
    {"tool_oversize", "A cutter far wider than the disc is in the spindle", setter,
     [](World& w) {
         w.tool.tip = shop::TipShape::Insert;
         w.tool.diameter_mm = 92;
         w.tool.contact_radius_mm = 44;
         w.tool.recess_mm = 3;
     }},
    {"tool_unlisted", "The tool's number is not in the book", numberMatters, [](World& w) { w.memory.tool = 199; }},
    {"not_homed", "Not homed since it was bumped by 4 mm", anyMotion,
     [](World& w) {
         w.homed = false;
         w.home_error_mm[2] = 4;
     }},
    {"link_unset", "The control has forgotten its parameters", readsLink,
     [](World& w) {
         auto const kept = dialectOf(w).grammar.kept;
         std::fill(w.memory.parameters.begin() + kept.first, w.memory.parameters.begin() + kept.last + 1, 0.0);
     }},
    {"link_reused", "Another macro has used the link's first parameter", readsLink,
     [](World& w) {
         eachOffset(w, [](World& world, macros::LinkNumbers const& at) { world.memory.parameters[at.seal] = 1; });
     }},
    {"link_overwritten", "Another macro has changed D", readsLink,
     [](World& w) {
         eachOffset(
             w, [](World& world, macros::LinkNumbers const& at) { world.memory.parameters[at.d] += native(world, 5); });
     }},
    {"zero_by_hand", "New stock, 6 mm thicker, and its zero set by paper since the link was made", readsLink,
     [](World& w) {
         w.stock_thickness_mm += 6;
         for (auto& offset : w.memory.work_offsets_mm) offset[2] += 6;
     }},
    {"stock_changed", "New stock, 6 mm thicker, and nothing was zeroed", keepsZero,
     [](World& w) { w.stock_thickness_mm += 6; }, "New stock: plate zero and link, before any tool change."},
    {"other_offset", "The job uses another work offset", setsOffset,
     [](World& w) { w.memory.modes.work_offset = w.memory.modes.work_offset % work_offset_count + 1; }},
    {"length_left", "A length offset was left on", anything, [](World& w) { w.memory.tool_offset_mm = 12.5; }},
};

} // namespace

std::span<Fault const> faults() { return table; }

Fault const* faultNamed(std::string_view id) {
    auto const* found = std::find_if(std::begin(table), std::end(table), [&](Fault const& f) { return id == f.id; });
    return found == std::end(table) ? nullptr : found;
}

} // namespace steady::safety
