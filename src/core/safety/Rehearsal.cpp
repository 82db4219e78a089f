// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/safety/Rehearsal.h"

#include "core/base/Words.h"

namespace steady::safety {
namespace {

/// Where the work top is taken to be while no contact says so: two fifths up the travel.
double assumedZero_mm(shop::Machine const& machine) {
    auto const& z = machine.axes[2];
    return z.low_mm + 0.4 * (z.high_mm - z.low_mm);
}

constexpr double assumed_stock_mm = 20;

} // namespace

Result<Rehearsal> rehearsePlateZero(shop::Book const& book, shop::ReadingSource const& readings,
                                    shop::ZeroSetup const& setup, std::set<std::string> const& leave_out) {
    auto zero = zeroing::plateZero(book, readings, setup);
    if (!zero) return Failure(zero.error());
    auto const plan = macros::planPlateZero(*zero);
    if (!plan) return Failure(plan.error());
    auto recipe = macros::plateZeroRecipe(*zero);
    if (!recipe) return Failure(recipe.error());
    auto const& machine = zero->machine;
    machine::Belief belief{machine,
                           zero->plate,
                           zero->assembly,
                           zero->thickness.mm,
                           setup.stock_thickness_mm.value_or(assumed_stock_mm),
                           zero->chain ? zero->chain->sum().mm : assumedZero_mm(machine),
                           (plan->least_gap_mm + plan->most_gap_mm) / 2};
    auto const chosen = recipe->without(leave_out);
    Rehearsal made{std::move(*zero), *plan, macros::printParametric(chosen, machine.behaviour.homed_parameter),
                   machine::asBelieved(belief)};
    made.world.input.scatter_mm = 0; // one run is shown without scatter; many runs put it back
    made.world.person.pauses = chosen.acts(machine.behaviour.homed_parameter.has_value());
    return made;
}

Prediction predict(Rehearsal const& rehearsal) {
    auto const& world = rehearsal.world;
    auto const executable =
        controller::makeExecutable(rehearsal.macro.text, dialectOf(world));
    return {machine::run(executable, world).elapsed_s, static_cast<int>(world.person.pauses.size())};
}

controller::Dialect dialectOf(machine::World const& world) {
    auto dialect = controller::parametric();
    auto const& b = world.behaviour;
    dialect.homed_parameter = b.homed_parameter;
    dialect.closed_at_start = b.closed_at_start == shop::ClosedAtStart::Refused ? controller::ClosedAtStart::Error
                                                                               : controller::ClosedAtStart::EndsAsContact;
    dialect.home_moves_all_axes = b.home_move == shop::HomeMove::AllAxes;
    dialect.length_sign = world.length_sign == shop::LengthSign::Positive ? 1 : -1;
    return dialect;
}

Result<shop::Contact> simulatedContact(Rehearsal const& rehearsal, std::int64_t at_utc_ms) {
    auto const dialect = dialectOf(rehearsal.world);
    auto const result = machine::run(controller::makeExecutable(rehearsal.macro.text, dialect), rehearsal.world);
    if (result.outcome != controller::Outcome::Completed || result.contacts.size() < 3)
        return fail(Code::NoContact, {"virtual machine", result.where.line}, result.message);
    shop::Contact contact;
    // The touches are: the plate at the flank, fast, slow, slow, and the last check in the hand.
    auto const slow = result.contacts.size() - 2;
    contact.value_mm = result.contacts[slow].reported_z_mm;
    contact.as_typed = lengthText(contact.value_mm, rehearsal.zero.units);
    contact.assembly = rehearsal.zero.setup.assembly;
    contact.plate = rehearsal.zero.setup.plate;
    contact.feed_mm_min = rehearsal.zero.feeds.slow_mm_min;
    contact.source = shop::Source::Simulated;
    contact.at_utc_ms = at_utc_ms;
    return contact;
}

std::pair<Id<shop::ZeroSetup>, shop::ZeroSetup> setupOf(shop::Book const& book) {
    if (auto const id = book.first<shop::ZeroSetup>()) return {id, *book.find(id)};
    shop::ZeroSetup setup;
    setup.machine = book.first<shop::Machine>();
    setup.plate = book.first<shop::TouchPlate>();
    setup.assembly = book.first<shop::Assembly>();
    return {{}, setup};
}

} // namespace steady::safety
