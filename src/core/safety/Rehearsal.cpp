// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/safety/Rehearsal.h"

#include "core/base/Words.h"
#include "core/machine/Believed.h"
#include "core/machine/Run.h"
#include "core/macros/SetterRecipes.h"
#include "core/quantity/WorkOffset.h"
#include "core/zeroing/Link.h"
#include "core/zeroing/Methods.h"

#include <fmt/format.h>

namespace steady::safety {
namespace {

using macros::Kind;

constexpr double assumed_stock_mm = 20;

/// Where the work top is taken to be while nothing says so: two fifths up the travel.
double assumedZero_mm(shop::Machine const& machine) {
    auto const& z = machine.axes[2];
    return z.low_mm + 0.4 * (z.high_mm - z.low_mm);
}

struct Writer {
    shop::Book const& book;
    shop::ReadingSource const& readings;
    shop::ZeroSetup const& setup;
    Kind kind;
    zeroing::PlateZeroResult const& zero;

    Result<macros::PlateZeroUse> plateUse() const {
        macros::PlateZeroUse use;
        use.kind = kind;
        if (kind == Kind::PlateZeroLink) {
            auto const* setter = book.find(setup.setter);
            if (!setter) return fail(Code::NoSetter, {"setter"});
            use.setter = *setter;
            auto const row = macros::setterRow(book, setup, setup.assembly);
            if (!row) return Failure(row.error());
            use.way.rows = {*row};
        }
        if (kind == Kind::PlateZero && setup.method == shop::Method::LengthTable) {
            auto const length = tableLength(setup.assembly);
            if (!length)
                return fail(Code::LengthUnknown, {"tool length"},
                            fmt::format("tool {} in the table", zero.assembly.number));
            use.table_length_mm = length;
        }
        if (kind == Kind::OffsetPerTool) {
            for (auto const& [id, tool] : shop::toolsOf(book, setup.machine))
                if (tool->own_offset > 0) use.own_offsets.push_back({tool->number, tool->own_offset});
            if (use.own_offsets.empty())
                return fail(Code::Missing, {"work offsets"}, "The work offset of each tool",
                            "Give each tool its own in Kit.");
        }
        return use;
    }

    std::optional<double> tableLength(Id<shop::Assembly> tool) const {
        for (auto const& row : zeroing::lengthTable(book, setup))
            if (row.assembly == tool) return row.length_mm;
        return std::nullopt;
    }

    Result<macros::Recipe> recipe() const {
        if (kind == Kind::Retouch) return macros::retouchRecipe(book, setup);
        if (kind == Kind::ToolLength) return macros::toolLengthRecipe(book, setup);
        auto const use = plateUse();
        if (!use) return Failure(use.error());
        return macros::plateZeroRecipe(zero, *use);
    }

    /// Where the present tool's tip stands on the work, as machine Z.
    double believedZero_mm() const {
        auto const link = zeroing::linkOf(book, readings, setup);
        auto const trip = zeroing::expectedTrip(book, setup, setup.assembly);
        if (link && trip) return trip->z_mm - link->d_mm();
        if (zero.chain) return zero.chain->sum().mm;
        return assumedZero_mm(zero.machine);
    }

    /// The tool with its length as the book knows it best: from the setter where another touch tells its height better
    /// than the rule tells the tool.
    shop::Assembly asKnown(Id<shop::Assembly> id, shop::Assembly tool) const {
        auto const height = zeroing::setterHeight(book, setup);
        auto const trip = zeroing::expectedTrip(book, setup, id);
        bool const touched = book.find(zeroing::lastContact(book, setup, id, shop::Target::Setter)) != nullptr;
        if (height && trip && touched && height->assembly != id && height->error_mm < tool.length_error_mm)
            tool.length_mm = trip->z_mm - height->nose_z_mm;
        return tool;
    }

    machine::World world() const {
        auto const assembly = asKnown(setup.assembly, zero.assembly);
        machine::Belief belief{zero.machine,
                               zero.plate,
                               assembly,
                               zero.thickness.mm,
                               setup.stock_thickness_mm.value_or(assumed_stock_mm),
                               believedZero_mm(),
                               8,
                               {},
                               {}};
        auto const trip = zeroing::expectedTrip(book, setup, setup.assembly);
        auto const* setter = book.find(setup.setter);
        double const length = assembly.length_mm.value_or(machine::assumed_length_mm);
        if (setter && trip) belief.setter = {*setter, trip->z_mm - length - setter->trigger_mm};
        for (auto const& [id, tool] : shop::toolsOf(book, setup.machine))
            belief.assemblies.push_back(asKnown(id, *tool));
        auto world = machine::asBelieved(belief);
        world.input.scatter_mm = 0; // one run is shown without scatter; many runs put it back
        remember(world.memory);
        world.jobs_use_table = setup.method == shop::Method::LengthTable;
        return world;
    }

    /// What the controller holds by now: the link, the table, the work offset.
    void remember(controller::Memory& memory) const {
        auto const& machine = zero.machine;
        double const unit = machine.units == UnitSystem::Metric ? 1 : mm_per_inch;
        int const n = setup.work_offset, first = 3000 + 10 * n;
        if (auto const link = zeroing::linkOf(book, readings, setup); link && link->work_offset == n) {
            auto& p = memory.parameters;
            p[first + 1] = link->d_mm() / unit;
            p[first + 2] = n;
            p[first + 3] = machine.units == UnitSystem::Metric ? 21 : 20;
            p[first] = p[first + 1] + 1000 + n;
        }
        if (setup.method != shop::Method::LengthTable) return;
        double const sign = machine.length_sign == shop::LengthSign::Positive ? 1 : -1;
        for (auto const& row : zeroing::lengthTable(book, setup))
            if (row.length_mm && row.number > 0 && row.number < controller::tool_count)
                memory.tool_table_mm[row.number] = sign * *row.length_mm;
    }

    double tolerance_mm() const {
        constexpr double least_mm = 0.005;
        double stated = zero.chain ? zero.chain->budget.expanded_95 : zero.thickness.budget.expanded_95;
        if (kind == Kind::Retouch)
            if (auto const link = zeroing::linkOf(book, readings, setup)) stated = link->chain.budget.expanded_95;
        if (kind == Kind::ToolLength) stated = 0.02;
        return std::max(least_mm, stated);
    }
};

} // namespace

Rehearsal::Rehearsal() : m_world(std::make_unique<machine::World>()) {}
Rehearsal::Rehearsal(Rehearsal const& other)
    : kind(other.kind), zero(other.zero), plan(other.plan), macro(other.macro), tolerance_mm(other.tolerance_mm),
      length_datum_mm(other.length_datum_mm), m_world(std::make_unique<machine::World>(*other.m_world)) {}
Rehearsal::Rehearsal(Rehearsal&&) noexcept = default;
Rehearsal& Rehearsal::operator=(Rehearsal const& other) {
    *this = Rehearsal(other);
    return *this;
}
Rehearsal& Rehearsal::operator=(Rehearsal&&) noexcept = default;
Rehearsal::~Rehearsal() = default;

Result<Rehearsal> rehearse(shop::Book const& book, shop::ReadingSource const& readings, shop::ZeroSetup const& setup,
                           Kind kind, std::set<std::string> const& leave_out) {
    if (!macros::belongsTo(kind, setup.method))
        return fail(Code::MethodMixed, {"method"}, fmt::format("“{}”", macros::title(kind)),
                    zeroing::methodName(setup.method));
    if (auto const pure = zeroing::notMixed(book, setup); !pure) return Failure(pure.error());
    auto zero = zeroing::plateZero(book, readings, setup);
    if (!zero) return Failure(zero.error());
    Writer const writer{book, readings, setup, kind, *zero};
    auto const recipe = writer.recipe();
    if (!recipe) return Failure(recipe.error());
    Rehearsal made;
    made.kind = kind;
    auto const chosen = recipe->without(leave_out);
    made.macro = macros::printParametric(chosen, zero->machine.behaviour.homed_parameter);
    auto& world = made.world();
    world = writer.world();
    if (kind != Kind::Retouch && kind != Kind::ToolLength) {
        made.plan = *macros::planPlateZero(*zero); // the recipe has been made of it
        world.position_mm[2] += (made.plan.least_gap_mm + made.plan.most_gap_mm) / 2 - 8;
    } else { // after a tool change the tool stands high, and no plate lies about
        world.position_mm[2] = zero->machine.safeZ_mm();
        world.plate.place = machine::PlatePlace::Away;
        world.input.clip = machine::ClipPlace::Away;
    }
    world.person.pauses = chosen.acts(zero->machine.behaviour.homed_parameter.has_value());
    made.tolerance_mm = writer.tolerance_mm();
    if (setup.reference == shop::LengthReference::FirstTool)
        if (auto const* first = book.find(setup.reference_tool))
            made.length_datum_mm = -first->length_mm.value_or(machine::assumed_length_mm);
    made.zero = std::move(*zero);
    return made;
}

Prediction predict(Rehearsal const& rehearsal) {
    auto const& world = rehearsal.world();
    auto const executable = controller::makeExecutable(rehearsal.macro.text, dialectOf(world));
    return {machine::run(executable, world).elapsed_s, static_cast<int>(world.person.pauses.size())};
}

controller::Dialect dialectOf(machine::World const& world) {
    auto dialect = controller::parametric();
    auto const& b = world.behaviour;
    dialect.homed_parameter = b.homed_parameter;
    dialect.closed_at_start = b.closed_at_start == shop::ClosedAtStart::Refused
                                  ? controller::ClosedAtStart::Error
                                  : controller::ClosedAtStart::EndsAsContact;
    dialect.home_moves_all_axes = b.home_move == shop::HomeMove::AllAxes;
    dialect.length_sign = world.length_sign == shop::LengthSign::Positive ? 1 : -1;
    return dialect;
}

Result<shop::Contact> simulatedContact(Rehearsal const& rehearsal, std::int64_t at_utc_ms) {
    auto const& world = rehearsal.world();
    auto const result = machine::run(controller::makeExecutable(rehearsal.macro.text, dialectOf(world)), world);
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
    contact.home_epoch = rehearsal.zero.machine.home_epoch;
    contact.at_utc_ms = at_utc_ms;
    return contact;
}

std::pair<Id<shop::ZeroSetup>, shop::ZeroSetup> setupOf(shop::Book const& book) {
    auto const chosen = book.info().in_use;
    if (auto const id = book.find(chosen) ? chosen : book.first<shop::ZeroSetup>()) return {id, *book.find(id)};
    shop::ZeroSetup setup;
    setup.machine = book.first<shop::Machine>();
    setup.plate = book.first<shop::TouchPlate>();
    setup.assembly = book.first<shop::Assembly>();
    setup.setter = book.first<shop::ToolSetter>();
    setup.board = book.first<shop::Board>();
    return {{}, setup};
}

} // namespace steady::safety
