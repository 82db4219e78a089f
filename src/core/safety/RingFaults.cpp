// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// What goes wrong at a carousel, beside what goes wrong at any clamp.
#include "core/machine/RingMoves.h"
#include "core/safety/Faults.h"

#include <utility>

namespace steady::safety {
namespace {

using machine::Says;
using machine::World;
using macros::Kind;

bool atRing(Kind kind, World const& world) { return macros::of(kind).at_ring && world.ring; }
bool counts(Kind kind, World const& world) { return atRing(kind, world) && world.ring->count() > 2; }
bool tellsNear(Kind kind, World const& world) { return atRing(kind, world) && world.ring->near.input > 0; }
bool tellsBack(Kind kind, World const& world) { return atRing(kind, world) && world.ring->back.input > 0; }
bool slides(Kind kind, World const& world) { return atRing(kind, world) && world.ring->swap_output < 0; }
bool swings(Kind kind, World const& world) { return atRing(kind, world) && world.ring->swap_output >= 0; }
bool orients(Kind kind, World const& world) { return atRing(kind, world) && world.ring->orient_output >= 0; }
bool tellsOriented(Kind kind, World const& world) { return orients(kind, world) && world.ring->oriented.input > 0; }
/// The pocket of a tool, from 0; −1: it hangs in none.
int ringPocketOf(World const& world, int tool) {
    auto const& holders = world.ring->holders;
    for (std::size_t i = 0; i < holders.size(); ++i)
        if (tool != 0 && holders[i] == tool) return static_cast<int>(i);
    return -1;
}
/// A pocket with a tool that is not the one that is fetched; −1: there is none.
int anotherPocket(World const& world) {
    auto const& holders = world.ring->holders;
    for (std::size_t i = 0; i < holders.size(); ++i)
        if (holders[i] != 0 && holders[i] != world.person.puts_in) return static_cast<int>(i);
    return -1;
}
bool hasAnother(Kind kind, World const& world) {
    return atRing(kind, world) && anotherPocket(world) >= 0 && ringPocketOf(world, world.person.puts_in) >= 0;
}
void swapHolders(World& w, int one, int other) {
    if (one >= 0 && other >= 0)
        std::swap(w.ring->holders[static_cast<std::size_t>(one)], w.ring->holders[static_cast<std::size_t>(other)]);
    machine::standInFront(w);
}

constexpr Fault ring_faults[] = {
    {"ring_turned", "The carousel was turned by hand, and nobody told the control", "Somebody loaded it.",
     "The pocket in front is not the one on the screen.",
     "After turning it by hand: to pocket 1, and type it; a lamp or input at pocket 1.",
     "Places are counted; only pocket 1 has an input of its own.", counts,
     [](World& w) {
         w.ring->at = (w.ring->front() + 1) % w.ring->count();
         machine::standInFront(w);
     }},
    {"ring_stands", "The carousel does not turn", "A fuse, a belt, a jam.", "Silence after the relay.",
     "Stop when it stays silent.", nullptr, atRing, [](World& w) { w.ring->turns = false; }},
    {"ring_slow", "The carousel turns at a third of its speed", "A dry bearing, weak air.", "It turns lazily.",
     "A change that takes longer than it did: look at the drive.", nullptr, atRing,
     [](World& w) { w.ring->place_s *= 3; }},
    {"place_stuck_on", "“Pocket in place” always reads on", "A chip on the sensor, a short.",
     "Its lamp never goes out.", "Watch the lamps through one change.", nullptr, atRing,
     [](World& w) { w.ring->place.says = Says::AlwaysOn; }},
    {"place_stuck_off", "“Pocket in place” always reads off", "A lead off, a sensor that moved.",
     "Its lamp never lights.", "Watch the lamps through one change.", nullptr, atRing,
     [](World& w) { w.ring->place.says = Says::AlwaysOff; }},
    {"slide_stands", "The carousel does not come to the spindle", "No air at its valve, a jam.",
     "It stays where it is.", "Stop when nothing comes.", nullptr, slides, [](World& w) { w.ring->slides = false; }},
    {"slide_slow", "The carousel takes fifteen seconds to come", "Weak air, a throttle shut.", "It creeps.",
     "A change that takes longer than it did: look at the air.", nullptr, tellsNear,
     [](World& w) { w.ring->slide_s = 15; }},
    {"near_stuck_on", "“At the spindle” always reads on", "A chip on the sensor, a short.", "Its lamp never goes out.",
     "Watch the lamps through one change.", nullptr, tellsNear, [](World& w) { w.ring->near.says = Says::AlwaysOn; }},
    {"near_stuck_off", "“At the spindle” always reads off", "A lead off, a sensor that moved.",
     "Its lamp never lights.", "Watch the lamps through one change.", nullptr, tellsNear,
     [](World& w) { w.ring->near.says = Says::AlwaysOff; }},
    {"back_stuck_on", "“Carousel back” always reads on", "A chip on the sensor, a short.", "Its lamp never goes out.",
     "Watch the lamps through one change.", nullptr, tellsBack, [](World& w) { w.ring->back.says = Says::AlwaysOn; }},
    {"back_stuck_off", "“Carousel back” always reads off", "A lead off, a sensor that moved.", "Its lamp never lights.",
     "Watch the lamps through one change.", nullptr, tellsBack, [](World& w) { w.ring->back.says = Says::AlwaysOff; }},
    {"not_oriented", "The spindle does not come to its mark", "A drive that lost it, a pin that sticks.",
     "It turns and turns, or not at all.", "Look at the keys before the first change.", nullptr, orients,
     [](World& w) { w.ring->orients = false; }},
    {"oriented_stuck_on", "“Spindle oriented” always reads on", "A chip on the sensor, a short.",
     "Its lamp never goes out.", "Watch the lamps through one change.", nullptr, tellsOriented,
     [](World& w) { w.ring->oriented.says = Says::AlwaysOn; }},
    {"oriented_stuck_off", "“Spindle oriented” always reads off", "A lead off, a sensor that moved.",
     "Its lamp never lights.", "Watch the lamps through one change.", nullptr, tellsOriented,
     [](World& w) { w.ring->oriented.says = Says::AlwaysOff; }},
    {"arm_stands", "The arm does not start", "A fuse, a relay, its own drive in alarm.", "Silence after the relay.",
     "Stop when it stays silent; nobody reaches in.", nullptr, swings, [](World& w) { w.ring->swings = false; }},
    {"arm_stops", "The arm stops half-way", "An overload, a holder that stuck, air too weak.",
     "It stands between spindle and carousel.", "Nobody reaches in: its drive off and locked first.", nullptr, swings,
     [](World& w) { w.ring->arrives = false; }},
    {"rest_stuck_on", "“Arm at rest” always reads on", "A chip on the sensor, a short.", "Its lamp never goes out.",
     "Watch the lamps through one change.", nullptr, swings, [](World& w) { w.ring->rest.says = Says::AlwaysOn; }},
    {"rest_stuck_off", "“Arm at rest” always reads off", "A lead off, a sensor that moved.", "Its lamp never lights.",
     "Watch the lamps through one change.", nullptr, swings, [](World& w) { w.ring->rest.says = Says::AlwaysOff; }},
    {"ring_pocket_occupied", "A holder hangs where the one in the spindle belongs", "Somebody hung one there.",
     "The pocket is not empty.", "Look over the carousel before the first call of the day.",
     "No input looks into a pocket.",
     [](Kind kind, World const& world) {
         return hasAnother(kind, world) && slides(kind, world) && world.rack->in_spindle != 0;
     },
     [](World& w) {
         swapHolders(w, anotherPocket(w), w.person.turns_to.empty() ? -1 : w.person.turns_to.front() - 1);
     }},
    {"ring_pocket_empty", "Nothing hangs where the tool should be", "Somebody took it out.", "The pocket is empty.",
     "Look over the carousel before the first call of the day.", nullptr, atRing,
     [](World& w) {
         if (int const at = ringPocketOf(w, w.person.puts_in); at >= 0)
             w.ring->holders[static_cast<std::size_t>(at)] = 0;
         machine::standInFront(w);
     }},
    {"ring_holders_swapped", "Two holders of the carousel were exchanged by hand, and nobody was told",
     "A quick look, a quick hand.", "The number on the holder is not the one on the screen.",
     "Numbers on the holders; tell the control after every change by hand, and check a length.",
     "A holder says nothing of the cutter in it, and the control knows what it was told.", hasAnother,
     [](World& w) { swapHolders(w, anotherPocket(w), ringPocketOf(w, w.person.puts_in)); }},
};

} // namespace

std::span<Fault const> ringFaults() { return ring_faults; }

} // namespace steady::safety
