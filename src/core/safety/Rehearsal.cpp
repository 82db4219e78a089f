// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/safety/Rehearsal.h"

#include "core/dialects/Bundle.h"
#include "core/machine/Believed.h"
#include "core/machine/Run.h"
#include "core/macros/RestsOn.h"
#include "core/macros/RunSheet.h"
#include "core/safety/Faults.h"
#include "core/safety/Gate.h"
#include "core/safety/Lacks.h"
#include "core/safety/Precautions.h"
#include "core/safety/Procedures.h"
#include "core/safety/RackBelief.h"
#include "core/safety/RingBelief.h"
#include "core/zeroing/Link.h"
#include "core/zeroing/Methods.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

namespace steady::safety {
namespace {

using macros::Kind;

/// What no input of the control shows, said once where several faults have the same precaution.
std::vector<std::string> lookYourself(Kind kind, machine::World const& world) {
    std::vector<std::string> lines;
    for (auto const& fault : faults()) {
        if (!fault.unseen || !fault.touches(kind, world)) continue;
        if (lines.empty()) lines.push_back(macros::look_yourself);
        auto line = fmt::format("- {}", fault.precaution);
        if (std::find(lines.begin(), lines.end(), line) == lines.end()) lines.push_back(std::move(line));
    }
    return lines;
}

} // namespace

Rehearsal::Rehearsal() : m_world(std::make_unique<machine::World>()) {}
Rehearsal::Rehearsal(Rehearsal const& other)
    : Aim(other), zero(other.zero), plan(other.plan), macro(other.macro), said(other.said), spreads(other.spreads),
      m_world(std::make_unique<machine::World>(*other.m_world)) {}
Rehearsal::Rehearsal(Rehearsal&&) noexcept = default;
Rehearsal& Rehearsal::operator=(Rehearsal const& other) {
    *this = Rehearsal(other);
    return *this;
}
Rehearsal& Rehearsal::operator=(Rehearsal&&) noexcept = default;
Rehearsal::~Rehearsal() = default;

namespace {

Result<Rehearsal> prepared(facts::Reader const& book, shop::ZeroSetup const& setup, Kind kind,
                           std::set<std::string> const& leave_out, std::vector<std::string> const& in_doubt) {
    if (!macros::belongsTo(kind, setup.plan.method))
        return fail(Code::MethodMixed, {"method"}, fmt::format("“{}”", macros::title(kind)),
                    zeroing::methodName(setup.plan.method));
    if (auto const pure = zeroing::notMixed(book, setup); !pure) return Failure(pure.error());
    auto zero = zeroing::plateZero(book, setup);
    if (!zero) return Failure(zero.error());
    auto const& behaviour = zero->machine.behaviour;
    auto const bundle = dialects::bundleOf(zero->machine.dialect);
    if (!bundle) return Failure(bundle.error());
    if (auto const numbers = dialects::checkNumbers(zero->machine.dialect, behaviour); !numbers)
        return Failure(numbers.error());
    auto const lacks = lacksOf((*bundle)->language());
    zero->feeds.fast_mm_min /= lacks.most_override; // a knob at its end must still find the plate softly
    FromBook const known{book, setup, kind, *zero, lacks};
    auto const& procedure = procedureOf(kind);
    auto recipe = procedure.build(known);
    if (!recipe) return Failure(recipe.error());
    recipe->number = static_cast<int>(kind) + 1;
    if (auto words = macros::restsOn(book, *zero, kind)) recipe->header.push_back(std::move(*words));
    recipe->header.insert(recipe->header.end(), in_doubt.begin(), in_doubt.end());
    Rehearsal made;
    made.kind = kind;
    auto& world = made.world();
    world = known.world();
    if (known.traits().at_rack) {
        if (auto const stands = standRack(book, setup, world); !stands) return Failure(stands.error());
        auto aim = rackAim(book, setup, world);
        if (!aim) return Failure(aim.error());
        made.rack = std::move(*aim);
    }
    if (known.traits().at_ring) {
        if (auto const stands = standRing(book, setup, world); !stands) return Failure(stands.error());
        auto aim = ringAim(book, setup, world);
        if (!aim) return Failure(aim.error());
        made.rack = std::move(*aim);
    }
    if (known.traits().changes_tool)
        if (auto const* next = book.find(setup.change.next)) world.person.puts_in = next->number;
    for (auto& line : lookYourself(kind, world)) recipe->header.push_back(std::move(line));
    auto printed = dialects::written(recipe->without(leave_out), zero->machine);
    if (!printed) return Failure(printed.error());
    made.macro = std::move(*printed);
    made.said = dialects::saidFor(recipe->without(leave_out), zero->machine);
    auto spreads = known.spreads();
    if (!spreads) return Failure(spreads.error());
    made.spreads = std::move(*spreads);
    if (known.traits().touches_plate) made.plan = *macros::planPlateZero(*zero); // the recipe has been made of it
    made.zero = *zero;
    procedure.begin(made, zero->machine);
    for (auto const& asked : made.macro.asked)
        world.person.pauses.push_back({asked.acts, asked.message, asked.expect_mm});
    if (lacks.numbers && known.traits().from_link) // the setter by the tool that the zero is of, as it was noted
        if (auto const link = zeroing::linkOf(book, setup))
            world.person.types.push_back(
                {macros::noted_name,
                 world.memory.work_offsets_mm[static_cast<std::size_t>(setup.place.work_offset - 1)][2] +
                     link->d_mm()});
    made.intended_mm = procedure.intended_mm(setup, world);
    made.tolerance_mm = known.tolerance_mm();
    if (known.traits().stored == macros::Stored::Keeps)
        made.place = PlaceAim{setup.stored.number, {world.position_mm[0], world.position_mm[1]}};
    if (known.traits().stored == macros::Stored::GoesTo)
        made.place = PlaceAim{setup.stored.number, known.storedPlace_mm()};
    if (known.traits().setsSides()) made.sides = {true, true};
    if (known.traits().sideways == macros::Sideways::Edge)
        made.sides = {setup.side.axis == shop::SideAxis::X, setup.side.axis == shop::SideAxis::Y};
    made.repeat_mm = known.repeat_mm();
    made.states_interval = known.statesInterval();
    made.keeps_link = !known.lacks.numbers;
    made.behaviour = behaviour;
    made.units = zero->machine.units;
    if (setup.plan.reference == shop::LengthReference::FirstTool)
        if (auto const* first = book.find(setup.plan.reference_tool))
            made.length_datum_mm = -first->length_mm.value_or(machine::assumed_length_mm);
    made.built_in = (*bundle)->language().built_in;
    if (!made.built_in) return made;
    recipe->header.push_back(macros::not_noticed);
    for (auto const& precaution : notProtectedFrom(made)) recipe->header.push_back("- " + precaution);
    made.macro = *dialects::written(recipe->without(leave_out), made.zero.machine);
    return made;
}

} // namespace

Result<Rehearsal> rehearse(facts::Reader const& book, shop::ZeroSetup const& setup, Kind kind,
                           std::set<std::string> const& leave_out) {
    if (!macros::belongsTo(kind, setup.plan.method)) return prepared(book, setup, kind, leave_out, {}); // says so
    auto const in_doubt = passGate(book, setup, kind);
    if (!in_doubt) return Failure(in_doubt.error());
    return prepared(book, setup, kind, leave_out, *in_doubt);
}

Result<Rehearsal> foretell(facts::Reader const& book, shop::ZeroSetup const& setup, Kind kind) {
    return prepared(book, setup, kind, {}, {});
}

Result<machine::World> worldFor(facts::Reader const& book, shop::ZeroSetup const& setup) {
    auto const zero = zeroing::plateZero(book, setup);
    if (!zero) return Failure(zero.error());
    FromBook const known{book, setup, Kind::Retouch, *zero};
    auto const toucher = known.atSetter();
    if (!toucher) return Failure(toucher.error());
    auto world = known.world();
    afterAChange(world, zero->machine);
    world.input.scatter_mm = toucher->machine.switch_scatter_mm;
    return world;
}

Prediction predict(Rehearsal const& rehearsal) {
    auto const& world = rehearsal.world();
    auto const result = machine::run(machine::load(rehearsal.macro.text, dialectOf(world)), world);
    return {result.elapsed_s, static_cast<int>(std::lround(result.paused_s / world.person.pause_s))};
}

Result<shop::Contact> simulatedContact(Rehearsal const& rehearsal, std::int64_t at_utc_ms) {
    auto const& world = rehearsal.world();
    auto const result = machine::run(machine::load(rehearsal.macro.text, dialectOf(world)), world);
    if (result.outcome != controller::Outcome::Completed || result.contacts.size() < 3)
        return fail(Code::NoContact, {"virtual machine", result.where.line}, result.message);
    shop::Contact contact;
    // The touches are: the proof, fast, slow ones, and the last check in the hand.
    contact.value_mm = result.contacts[result.contacts.size() - 2].reported_z_mm;
    contact.as_typed = lengthText(contact.value_mm, rehearsal.zero.units);
    contact.assembly = rehearsal.zero.setup.place.assembly;
    contact.plate = rehearsal.zero.setup.place.plate;
    contact.feed_mm_min = rehearsal.zero.feeds.slow_mm_min;
    contact.source = shop::Source::Simulated;
    contact.home_epoch = rehearsal.zero.machine.home_epoch;
    contact.at_utc_ms = at_utc_ms;
    return contact;
}

std::pair<Id<shop::ZeroSetup>, shop::ZeroSetup> setupOf(facts::Reader const& book) {
    auto const chosen = book.info().in_use;
    if (auto const id = book.find(chosen) ? chosen : book.first<shop::ZeroSetup>()) return {id, *book.find(id)};
    shop::ZeroSetup setup;
    setup.place.machine = book.first<shop::Machine>();
    setup.place.plate = book.first<shop::TouchPlate>();
    setup.place.assembly = book.first<shop::Assembly>();
    setup.place.setter = book.first<shop::ToolSetter>();
    setup.place.board = book.first<shop::Board>();
    return {{}, setup};
}

} // namespace steady::safety
