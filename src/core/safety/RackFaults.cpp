// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// What goes wrong at a rack and at the clamp. The pocket of the tool in the spindle stands last in its world.
#include "core/machine/RackClamp.h"
#include "core/safety/Faults.h"

#include <utility>

namespace steady::safety {
namespace {

using machine::World;
using macros::Kind;

bool atRack(Kind kind, World const& world) { return macros::of(kind).at_rack && world.rack; }
/// What goes wrong at the clamp goes wrong at a carousel as well.
bool atClamp(Kind kind, World const& world) { return macros::of(kind).byClamp() && world.rack; }
bool opens(Kind kind, World const& world) { return atClamp(kind, world) && world.rack->open.input > 0; }
bool holds(Kind kind, World const& world) { return atClamp(kind, world) && world.rack->held.input > 0; }
bool tellsAir(Kind kind, World const& world) { return atClamp(kind, world) && world.rack->air.input > 0; }
/// A tool is in the spindle, and goes back.
bool putsAway(Kind kind, World const& world) { return atClamp(kind, world) && world.rack->in_spindle != 0; }
machine::ForkPlace* pocketOf(World& world, int holder) {
    for (auto& pocket : world.rack->pockets)
        if (pocket.holder == holder) return &pocket;
    return nullptr;
}
/// The pocket of the tool that is fetched; null: it is in the spindle already.
machine::ForkPlace* fetched(World& world) { return pocketOf(world, world.person.puts_in); }
/// A tool that is neither in the spindle nor fetched; 0: there is none.
int aThird(World const& world) {
    for (auto const& pocket : world.rack->pockets)
        if (pocket.holder != 0 && pocket.holder != world.person.puts_in) return pocket.holder;
    return 0;
}
bool hasAThird(Kind kind, World const& world) { return atRack(kind, world) && aThird(world) != 0; }
bool putsAwayBesideAThird(Kind kind, World const& world) { return hasAThird(kind, world) && putsAway(kind, world); }

constexpr Fault rack_faults[] = {
    {"air_off", "There is no air", "A closed valve, an empty tank.", "The gauge stands low.",
     "Look at the gauge before the first change.", nullptr, atClamp, [](World& w) { w.rack->air_on = false; }},
    {"air_lost", "The air goes away on the way", "A hose that came off, a compressor that tripped.",
     "It hisses, or it falls silent.", "Listen; hand at the stop.",
     "Inputs are read between two moves, not during one.", atClamp,
     [](World& w) { w.rack->air_lost_after = 1 + static_cast<int>((w.seed + 10) % 13); }},
    {"clamp_slow", "The clamp takes ten seconds", "Weak air, a dry drawbar.", "It opens and closes lazily.",
     "A change that takes longer than it did: look at air and drawbar.", nullptr, opens,
     [](World& w) { w.rack->opens_s = w.rack->closes_s = 10; }},
    {"open_stuck_on", "“Clamp open” always reads on", "A chip on the sensor, a short.", "Its lamp never goes out.",
     "Watch the lamps through one change.", nullptr, opens,
     [](World& w) { w.rack->open.says = machine::Says::AlwaysOn; }},
    {"open_stuck_off", "“Clamp open” always reads off", "A lead off, a sensor that moved.", "Its lamp never lights.",
     "Watch the lamps through one change.", nullptr, opens,
     [](World& w) { w.rack->open.says = machine::Says::AlwaysOff; }},
    {"held_stuck_on", "“Holder drawn in” always reads on", "A chip on the sensor, a short.", "Its lamp never goes out.",
     "Watch the lamps through one change.", nullptr, holds,
     [](World& w) { w.rack->held.says = machine::Says::AlwaysOn; }},
    {"held_stuck_off", "“Holder drawn in” always reads off", "A lead off, a sensor that moved.",
     "Its lamp never lights.", "Watch the lamps through one change.", nullptr, holds,
     [](World& w) { w.rack->held.says = machine::Says::AlwaysOff; }},
    {"air_stuck_on", "“Air pressure” always reads on, and there is none", "A switch that sticks.",
     "The gauge stands low, the lamp is lit.", "Look at the gauge, not at its lamp alone.", nullptr, tellsAir,
     [](World& w) {
         w.rack->air_on = false;
         w.rack->air.says = machine::Says::AlwaysOn;
     }},
    {"sticks_in_cone", "The holder sticks in the cone", "A dirty or worn cone, a spindle that got warm.",
     "It does not drop as the clamp opens.", "Clean cones; hear it let go. The first change after a long job watched.",
     "The clamp is open, and that is all that its input says.", putsAway, [](World& w) { w.rack->lets_go = false; }},
    {"pocket_occupied", "A holder hangs where the one in the spindle belongs", "Somebody hung one there.",
     "The pocket is not empty.", "Look over the rack before the first call of the day.",
     "No input looks into a pocket.", putsAwayBesideAThird,
     [](World& w) {
         auto* const other = pocketOf(w, aThird(w));
         std::swap(w.rack->pockets.back().holder, other->holder);
     }},
    {"pocket_empty", "Nothing hangs where the tool should be", "Somebody took it out.", "The pocket is empty.",
     "Look over the rack before the first call of the day.", nullptr, atRack,
     [](World& w) {
         if (auto* const pocket = fetched(w)) pocket->holder = 0;
     }},
    {"holders_swapped", "Two holders were exchanged by hand, and nobody was told", "A quick look, a quick hand.",
     "The number on the holder is not the one on the screen.",
     "Numbers on the holders; tell the control after every change by hand, and check a length.",
     "A holder says nothing of the cutter in it, and the control knows what it was told.", hasAThird,
     [](World& w) {
         auto* const other = pocketOf(w, aThird(w));
         auto* const pocket = fetched(w);
         if (w.seed % 2 == 0 && pocket) return std::swap(pocket->holder, other->holder);
         std::swap(w.rack->in_spindle, other->holder);
         for (auto const& each : w.tools)
             if (each.number == w.rack->in_spindle) w.tool = each.tool;
     }},
    {"rack_bumped", "The rack was bumped sideways by 3 mm", "A clamp, a sheet, an elbow.",
     "The spindle comes down beside the middle of a fork.", "After a bump: teach one pocket again before any change.",
     "No input tells where a fork stands.", atRack,
     [](World& w) {
         for (auto& pocket : w.rack->pockets) (w.rack->out_axis == 1 ? pocket.x_mm : pocket.y_mm) += 3;
     }},
    {"spindle_empty", "The spindle is empty, and the control names a tool", "Taken out by hand.",
     "No tool in the spindle.", "Tell the control after every change by hand.", nullptr, putsAway,
     [](World& w) {
         w.rack->in_spindle = 0;
         w.tool = machine::emptyCone();
     }},
};

} // namespace

std::span<Fault const> rackFaults() { return rack_faults; }

} // namespace steady::safety
