// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/safety/RingBelief.h"

#include "core/machine/RingMoves.h"
#include "core/macros/LinkNumbers.h"
#include "core/macros/RingRecipe.h"
#include "core/safety/DialectOf.h"
#include "core/safety/RackBelief.h"

namespace steady::safety {

Result<void> standRing(facts::Reader const& book, shop::ZeroSetup const& setup, machine::World& world) {
    auto const plan = macros::planRing(book, setup);
    if (!plan) return Failure(plan.error());
    auto const& from = plan->carousel;
    auto& rack = world.rack.emplace();
    standClamp(book, setup, from.drive, world);
    rack.flange_mm = from.flange_mm;
    rack.cone_mm = from.cone_mm.value_or(rack.cone_mm);
    auto& ring = world.ring.emplace();
    for (auto const& place : from.places) {
        auto const* tool = book.find(place.tool);
        ring.holders.push_back(tool ? tool->number : 0);
    }
    ring.at = from.at - 1;
    ring.x_mm = *from.x_mm;
    ring.y_mm = *from.y_mm;
    ring.seat_z_mm = *from.seat_z_mm;
    ring.place_s = from.place_s;
    ring.with_output = from.ring.with_output.value_or(-1);
    ring.against_output = from.ring.against_output.value_or(-1);
    ring.slide_output = from.ring.slide_output.value_or(-1);
    ring.orient_output = from.ring.orient_output.value_or(-1);
    if (from.arm) {
        constexpr double elsewhere_mm = 2000; // the carousel stays where it is
        ring.swap_output = from.exchange.start_output.value_or(-1);
        ring.rest = wired(from.exchange.rest_input);
        ring.slide_output = -1;
        ring.travel_mm = elsewhere_mm;
    }
    ring.place = wired(from.ring.place_input);
    ring.first = wired(from.ring.first_input);
    ring.near = wired(from.ring.near_input);
    ring.back = wired(from.ring.back_input);
    ring.oriented = wired(from.ring.oriented_input);
    machine::standInFront(world);
    if (int const home = plan->pocketOf(setup.place.assembly); home > 0 && !from.arm)
        world.person.turns_to.push_back(home);
    world.person.turns_to.push_back(plan->pocketOf(setup.change.next));
    if (!dialectOf(world).streamed)
        world.memory
            .parameters[static_cast<std::size_t>(macros::ringNumber(book.find(setup.place.machine)->behaviour))] =
            from.at;
    if (from.arm && from.exchange.table_from && !dialectOf(world).streamed)
        for (std::size_t i = 0; i < ring.holders.size(); ++i)
            world.memory.parameters.at(static_cast<std::size_t>(*from.exchange.table_from) + i) = ring.holders[i];
    return {};
}

Result<RackAim> ringAim(facts::Reader const& book, shop::ZeroSetup const& setup, machine::World const& world) {
    auto const plan = macros::planRing(book, setup);
    if (!plan) return Failure(plan.error());
    RackAim aim{book.find(setup.change.next)->number, world.ring->holders};
    auto const at = [&](Id<shop::Assembly> tool) -> int& {
        return aim.hangs[static_cast<std::size_t>(plan->pocketOf(tool) - 1)];
    };
    at(setup.change.next) = 0;
    if (plan->pocketOf(setup.place.assembly) > 0) at(setup.place.assembly) = world.rack->in_spindle;
    return aim;
}

} // namespace steady::safety
