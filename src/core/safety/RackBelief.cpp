// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/safety/RackBelief.h"

#include "core/changer/Clearances.h"
#include "core/machine/RackClamp.h"
#include "core/macros/LinkNumbers.h"
#include "core/macros/RackRecipe.h"
#include "core/safety/DialectOf.h"

namespace steady::safety {
namespace {

// Of a holder that nobody has measured; common practice.
constexpr double usual_stud_mm = 20, usual_nose_mm = 60;

} // namespace

machine::Sensor wired(std::optional<int> input) { return {input.value_or(0), machine::Says::AsItIs}; }

void standClamp(facts::Reader const& book, shop::ZeroSetup const& setup, shop::RackDrive const& drive,
                machine::World& world) {
    auto& rack = *world.rack;
    auto const* in_spindle = book.find(setup.place.assembly);
    rack.in_spindle = in_spindle ? in_spindle->number : 0;
    if (!in_spindle) world.tool = machine::emptyCone();
    world.memory.tool = rack.in_spindle;
    if (dialectOf(world).variables.at(controller::Shows::SelectedTool)) { // as the last change left it
        world.memory.selected_tool = rack.in_spindle;
        auto const kept = static_cast<std::size_t>(macros::changeNumber(world.behaviour));
        world.memory.parameters.at(kept) = macros::left_tool + rack.in_spindle;
    }
    rack.cone_mm = changer::usual_cone_mm;
    rack.stud_mm = usual_stud_mm;
    rack.nose_mm = usual_nose_mm;
    rack.release_output = drive.release_output.value_or(-1);
    rack.open = wired(drive.open_input);
    rack.held = wired(drive.held_input);
    rack.air = wired(drive.air_input);
}

Result<void> standRack(facts::Reader const& book, shop::ZeroSetup const& setup, machine::World& world) {
    auto const plan = macros::planRack(book, setup);
    if (!plan) return Failure(plan.error());
    auto const& from = plan->rack;
    auto& rack = world.rack.emplace();
    standClamp(book, setup, from.drive, world);
    for (auto const* stops : {&plan->beside, &plan->stops})
        for (auto const& stop : *stops) {
            auto const* tool = book.find(stop.tool);
            bool const away = stop.tool == setup.place.assembly;
            rack.pockets.push_back({stop.x_mm, stop.y_mm, stop.seat_z_mm, tool && !away ? tool->number : 0});
        }
    rack.out_axis = from.along == shop::SideAxis::X ? 1 : 0;
    rack.out = from.out == shop::Toward::Plus ? 1 : -1;
    rack.flange_mm = from.flange_mm;
    rack.fork_mm = from.fork_mm;
    rack.cone_mm = from.cone_mm.value_or(rack.cone_mm);
    rack.stud_mm = from.stud_mm.value_or(rack.stud_mm);
    rack.nose_mm = from.nose_mm.value_or(rack.nose_mm);
    rack.forgives_mm = from.forgives_mm;
    return {};
}

Result<RackAim> rackAim(facts::Reader const& book, shop::ZeroSetup const& setup, machine::World const& world) {
    auto const* wanted = book.find(setup.change.next);
    if (!wanted || !world.rack) return fail(Code::Missing, {"change"}, "The tool that is fetched", "Choose it.");
    RackAim aim{wanted->number, {}};
    if (setup.change.lifted_mm) { // everything stays as it is
        aim.takes = world.rack->in_spindle;
        for (auto const& pocket : world.rack->pockets) aim.hangs.push_back(pocket.holder);
        return aim;
    }
    for (auto const& pocket : world.rack->pockets) aim.hangs.push_back(pocket.holder == aim.takes ? 0 : pocket.holder);
    if (world.rack->in_spindle != 0) aim.hangs.back() = world.rack->in_spindle; // its own place stands last
    return aim;
}

bool changedAsMeant(machine::Rack const& end, std::optional<machine::Ring> const& ring, std::optional<int> told,
                    RackAim const& aim) {
    if (end.is_open || end.in_spindle != aim.takes || (told && *told != aim.takes)) return false;
    if (ring) return ring->is_back && ring->holders == aim.hangs;
    for (std::size_t i = 0; i < end.pockets.size(); ++i)
        if (i >= aim.hangs.size() || end.pockets[i].holder != aim.hangs[i]) return false;
    return true;
}

} // namespace steady::safety
