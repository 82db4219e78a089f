// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/safety/Rehearsal.h"

#include "core/base/Words.h"
#include "core/dialects/Bundle.h"
#include "core/machine/Believed.h"
#include "core/machine/Run.h"
#include "core/macros/LinkNumbers.h"
#include "core/macros/RestsOn.h"
#include "core/macros/SetterRecipes.h"
#include "core/macros/ZeroRecipes.h"
#include "core/proving/ProvenSpread.h"
#include "core/quantity/WorkOffset.h"
#include "core/safety/Faults.h"
#include "core/safety/Lacks.h"
#include "core/safety/Precautions.h"
#include "core/zeroing/BoardZero.h"
#include "core/zeroing/Link.h"
#include "core/zeroing/Methods.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <map>

namespace steady::safety {
namespace {

using macros::Kind;

constexpr double assumed_stock_mm = 20;
constexpr double stock_spread_mm = 0.3; // of planed wood and sheet, ±; common practice
constexpr double lag_share = 0.2;       // of the time to braking; the feeds leave a fifth for it
constexpr double method_window_mm = 10; // where a wrong tool would be wrong by the difference of the lengths

/// Where the work top is taken to be while nothing says so: two fifths up the travel.
double assumedZero_mm(shop::Machine const& machine) {
    auto const& z = machine.axes[2];
    return z.low_mm + 0.4 * (z.high_mm - z.low_mm);
}

struct Writer {
    facts::Reader const& book;
    shop::ZeroSetup const& setup;
    Kind kind;
    zeroing::PlateZeroResult const& zero;
    macros::Lacks lacks = {}; ///< of the control

    /// Where this tool stands on the spoilboard, as machine Z, as far as the book knows.
    std::optional<double> boardZ_mm(Id<shop::Assembly> tool) const {
        auto const constant = zeroing::boardConstant(book, setup);
        auto const trip = zeroing::expectedTrip(book, setup, tool);
        if (!constant || !trip) return std::nullopt;
        return trip->z_mm - constant->b_mm();
    }

    /// Around the plate contact that this very tool made; none where it made none.
    std::optional<zeroing::Between> ownWindow_mm(Id<shop::Assembly> tool, double half_mm) const {
        auto const* contact = book.find(zeroing::lastContact(book, setup, tool, shop::Target::Plate));
        auto const z = contact ? zeroing::machineZ(*contact) : Result<MachineZ>(fail(Code::Missing, {}));
        if (!z) return std::nullopt;
        return zeroing::Between{z->mm - half_mm, z->mm + half_mm};
    }

    Result<void> ownOffsets(macros::PlateZeroUse& use) const {
        std::map<int, std::string> offsets, numbers;
        auto const all = *macros::planPlateZero(zero, use); // what can be, without a window of one's own
        for (auto const& [id, tool] : shop::toolsOf(book, setup.place.machine)) {
            if (tool->own_offset == 0 || (lacks.numbers && id != setup.place.assembly)) continue;
            for (auto* known : {&offsets, &numbers}) {
                bool const number = known == &numbers;
                auto const [other, is_new] = known->emplace(number ? tool->number : tool->own_offset, tool->name);
                if (!is_new)
                    return fail(Code::TwoAlike, {"tools"}, fmt::format("“{}” and “{}”", other->second, tool->name),
                                number ? fmt::format("number, {}", tool->number)
                                       : "work offset, " + workOffsetName(tool->own_offset));
            }
            macros::OwnOffset row{tool->number, tool->own_offset, all.window_low_mm, all.window_high_mm};
            if (auto const board = boardZ_mm(id)) row.low_mm = std::max(row.low_mm, *board + zero.thickness.mm - 0.5);
            if (auto const own = ownWindow_mm(id, setup.prefer.window_mm.value_or(method_window_mm))) {
                row.low_mm = std::max(row.low_mm, own->low_mm);
                row.high_mm = std::min(row.high_mm, own->high_mm);
            }
            use.own_offsets.push_back(row);
        }
        if (use.own_offsets.empty())
            return fail(Code::Missing, {"work offsets"}, "The work offset of each tool",
                        "Give each tool its own in Kit.");
        return {};
    }

    Result<macros::PlateZeroUse> plateUse() const {
        macros::PlateZeroUse use;
        use.kind = kind;
        if (auto const plan = macros::planPlateZero(zero); !plan) return Failure(plan.error());
        if (kind == Kind::OffsetPerTool) {
            if (auto const done = ownOffsets(use); !done) return Failure(done.error());
            return use;
        }
        use.board_z_mm = boardZ_mm(setup.place.assembly);
        if (setup.prefer.window_mm) use.window_mm = ownWindow_mm(setup.place.assembly, *setup.prefer.window_mm);
        if (kind == Kind::PlateZeroLink) {
            auto const* setter = book.find(setup.place.setter);
            if (!setter) return fail(Code::NoSetter, {"setter"});
            auto const toucher = zeroing::toucherOf(book, setup.place, shop::Target::Setter, setter->practice.read_on);
            if (!toucher) return Failure(toucher.error());
            use.setter = *setter;
            use.most_override = lacks.most_override;
            use.at_setter = toucher->machine;
            auto const row = macros::setterRow(book, setup, setup.place.assembly);
            if (!row) return Failure(row.error());
            use.way.rows = {*row};
        }
        if (kind == Kind::PlateZero && setup.plan.method == shop::Method::LengthTable) {
            use.table_length_mm = tableLength(setup.place.assembly);
            if (!use.table_length_mm)
                return fail(Code::LengthUnknown, {"tool length"},
                            fmt::format("tool {} in the table", zero.assembly.number));
            use.window_mm = ownWindow_mm(setup.place.assembly, setup.prefer.window_mm.value_or(method_window_mm));
        }
        return use;
    }

    std::optional<double> tableLength(Id<shop::Assembly> tool) const {
        for (auto const& row : zeroing::lengthTable(book, setup))
            if (row.assembly == tool) return row.length_mm;
        return std::nullopt;
    }

    Result<macros::Recipe> recipe() const {
        if (macros::touchesPlate(kind)) {
            auto const use = plateUse();
            if (!use) return Failure(use.error());
            return macros::plateZeroRecipe(zero, *use);
        }
        if (macros::touchesSetter(kind)) return macros::setterRecipe(kind, book, setup, lacks);
        if (kind == Kind::TrimZero) return macros::trimRecipe(zero.machine, setup);
        return macros::lookRecipe(zero.machine, setup);
    }

    /// Where the present tool's tip stands on the work, as machine Z.
    double believedZero_mm() const {
        auto const link = zeroing::linkOf(book, setup);
        auto const trip = zeroing::expectedTrip(book, setup, setup.place.assembly);
        if (link && trip) return trip->z_mm - link->d_mm();
        // A contact that another tool made tells this one's zero only by the difference of their lengths.
        auto const* contact = book.find(setup.place.contact);
        auto const* by = contact ? book.find(contact->assembly) : nullptr;
        bool const other = by && contact->assembly != setup.place.assembly;
        if (zero.chain && !other) return zero.chain->sum().mm;
        if (zero.chain && by->length_mm && zero.assembly.length_mm)
            return zero.chain->sum().mm + *zero.assembly.length_mm - *by->length_mm;
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
        auto const assembly = asKnown(setup.place.assembly, zero.assembly);
        machine::Belief belief{zero.machine,
                               zero.plate,
                               assembly,
                               zero.thickness.mm,
                               setup.place.stock_thickness_mm.value_or(assumed_stock_mm),
                               believedZero_mm(),
                               8,
                               {},
                               {}};
        auto const trip = zeroing::expectedTrip(book, setup, setup.place.assembly);
        auto const* setter = book.find(setup.place.setter);
        double const length = assembly.length_mm.value_or(machine::assumed_length_mm);
        if (setter && trip) belief.setter = {*setter, trip->z_mm - length - setter->trigger_mm};
        for (auto const& [id, tool] : shop::toolsOf(book, setup.place.machine))
            belief.assemblies.push_back(asKnown(id, *tool));
        auto world = machine::asBelieved(belief);
        world.input.scatter_mm = 0; // one run is shown without scatter; many runs put it back
        remember(world);
        world.zero_of_number = setup.plan.method != shop::Method::Retouch;
        world.jobs_use_table = setup.plan.method == shop::Method::LengthTable;
        return world;
    }

    /// What the controller holds by now: the link with its zero, the table, the touched spot.
    void remember(machine::World& world) const {
        auto& memory = world.memory;
        auto const& machine = zero.machine;
        double const unit = machine.units == UnitSystem::Metric ? 1 : mm_per_inch;
        auto& p = memory.parameters;
        auto const language = dialectOf(world);
        if (language.grammar.vacancy) memory.forget(language.grammar);
        if (language.variables.at(controller::Shows::SelectedTool)) memory.selected_tool = memory.tool; // called last
        auto const link = zeroing::linkOf(book, setup);
        bool const retouches = kind == Kind::Retouch || kind == Kind::RetouchAny;
        // Before a re-touch the zero is that of the tool which made the link; otherwise of the one in the spindle.
        auto const before =
            link ? zeroing::retouchZero(book, setup, link->assembly) : Result<zeroing::ZChain>(fail(Code::Missing, {}));
        double const last_mm = retouches && before ? before->sum().mm : believedZero_mm();
        auto offsets = setup.plan.also_offsets;
        offsets.push_back(setup.place.work_offset);
        for (int const n : offsets) {
            macros::LinkNumbers const at(machine.behaviour, n);
            p[at.x] = world.position_mm[0] / unit;
            p[at.y] = world.position_mm[1] / unit;
            if (!macros::touchesPlate(kind)) memory.work_offsets_mm[n - 1][2] = last_mm;
            if (!link || link->work_offset != setup.place.work_offset) continue;
            p[at.d] = link->d_mm() / unit;
            p[at.offset] = n;
            p[at.unit] = machine.units == UnitSystem::Metric ? 21 : 20;
            p[at.last] = p[at.next] = last_mm / unit;
            p[at.seal] = p[at.d] + 1000 + n;
        }
        if (kind == Kind::RetouchAny || kind == Kind::ToolLengthAny) // typed before the start, by a rule
            p[machine.behaviour.scratch_parameter + macros::slot_typed.number - 1] = world.tool.length_mm / unit;
        if (setup.plan.method != shop::Method::LengthTable) return;
        double const sign = machine.length_sign == shop::LengthSign::Positive ? 1 : -1;
        for (auto const& row : zeroing::lengthTable(book, setup))
            if (row.length_mm && row.number > 0 && row.number < controller::tool_count)
                memory.tool_table_mm[row.number] = sign * *row.length_mm;
        if (kind == Kind::GoAndLook || kind == Kind::TrimZero) // the offset's Z is the nose's
            if (auto const length = tableLength(setup.place.assembly))
                memory.work_offsets_mm[setup.place.work_offset - 1][2] = last_mm - *length;
    }

    double tolerance_mm() const {
        constexpr double least_mm = 0.005;
        double stated = zero.chain ? zero.chain->budget.expanded_95 : zero.thickness.budget.expanded_95;
        if (auto parts = kept(); !parts.empty()) { // what is known of the kept height, and the touch that is added now
            if (auto const toucher = atSetter()) {
                auto const touch = zeroing::touchContributions(*toucher, slowAtSetter(*toucher), "the touch");
                parts.insert(parts.end(), touch.begin(), touch.end());
            }
            stated = uncertainty::combine(std::move(parts)).expanded_95;
        }
        if (macros::setsLength(kind)) stated = 0.02;
        if (kind == Kind::TrimZero || kind == Kind::GoAndLook) stated = least_mm;
        return std::max(least_mm, stated);
    }
    bool statesInterval() const {
        return macros::touchesPlate(kind) || kind == Kind::Retouch || kind == Kind::RetouchAny ||
               kind == Kind::TableZero;
    }

    bool anyTool() const { return kind == Kind::RetouchAny || kind == Kind::ToolLengthAny; }
    Result<zeroing::Toucher> atSetter() const {
        auto const* device = book.find(setup.place.setter);
        if (!device) return fail(Code::NoSetter, {"setter"});
        return zeroing::toucherOf(book, setup.place, shop::Target::Setter, device->practice.read_on);
    }
    /// What two honest runs may differ by: every touch lies within its bound.
    double repeat_mm() const {
        double bound = macros::touchesPlate(kind) ? zero.slow.bound_mm : 0;
        if (auto const toucher = atSetter(); macros::touchesSetter(kind) && toucher)
            bound += slowAtSetter(*toucher).bound_mm;
        return 2 * bound;
    }
    zeroing::TouchPrediction slowAtSetter(zeroing::Toucher const& toucher) const {
        auto const feeds = zeroing::feedsFor(toucher.machine, *book.find(setup.place.setter));
        return zeroing::predictTouch(toucher.machine, feeds.slow_mm_min);
    }
    /// What the book does not know better of a height that is kept: by the link, or as the board's constant.
    std::vector<uncertainty::Contribution> kept() const {
        if (kind == Kind::Retouch || kind == Kind::RetouchAny)
            if (auto const link = zeroing::linkOf(book, setup)) return link->chain.budget.contributions;
        if (kind == Kind::TableZero)
            if (auto const board = zeroing::boardConstant(book, setup)) return board->chain.budget.contributions;
        return {};
    }

    /// How far all of it may be off. Error: a study of the setter or of homing that cannot be read.
    Result<Spreads> spreads() const {
        Spreads made;
        made.driver_lag_share = lag_share;
        made.scatter_mm = zero.machine.switch_scatter_mm;
        bool const plate = macros::touchesPlate(kind), setter = macros::touchesSetter(kind);
        if (!plate && !setter) return made; // what touches nothing finds out nothing: the zero is taken as it is
        made.length_mm = zero.assembly.length_mm ? zero.assembly.length_error_mm : 0;
        if (plate) {
            made.plate = zero.thickness.budget.contributions;
            made.stock_mm = stock_spread_mm;
        }
        if (auto const trip = zeroing::expectedTrip(book, setup, setup.place.assembly); setter && trip)
            made.length_mm = std::min(made.length_mm, trip->error_mm);
        if (auto const fits = macros::fitsSetter(book, setup); anyTool() && fits) // a rule was held to this very tool
            made.length_mm = std::min(made.length_mm, fits->estimate_error_mm);
        if (setter) {
            auto const toucher = atSetter();
            if (!toucher) return Failure(toucher.error());
            // The virtual inputs have one scatter: of a macro that touches both, what both are trusted to keep.
            double const own = toucher->machine.switch_scatter_mm;
            made.scatter_mm = plate ? std::min(made.scatter_mm, own) : own;
        }
        made.kept = kept();
        auto const homing = proving::provenSpreadOf(book, setup.place.machine, shop::StudyType::Homing);
        if (!homing) return Failure(homing.error());
        if (*homing) made.home_mm = (*homing)->s_mm;
        return made;
    }
};

/// What no input of the control shows, said once where several faults have the same precaution.
std::vector<std::string> lookYourself(Kind kind, machine::World const& world) {
    std::vector<std::string> lines;
    for (auto const& fault : faults()) {
        if (!fault.unseen || !fault.touches(kind, world)) continue;
        if (lines.empty()) lines.push_back("Look yourself, since no input of the control shows it:");
        auto line = fmt::format("- {}", fault.precaution);
        if (std::find(lines.begin(), lines.end(), line) == lines.end()) lines.push_back(std::move(line));
    }
    return lines;
}

/// The tool stands high, and no plate lies about.
void afterAChange(machine::World& world, shop::Machine const& machine) {
    world.position_mm[2] = machine.safeZ_mm() - 1;
    world.plate.place = machine::PlatePlace::Away;
    world.input.clip = machine::ClipPlace::Away;
}

} // namespace

Rehearsal::Rehearsal() : m_world(std::make_unique<machine::World>()) {}
Rehearsal::Rehearsal(Rehearsal const& other)
    : Aim(other), zero(other.zero), plan(other.plan), macro(other.macro), spreads(other.spreads),
      m_world(std::make_unique<machine::World>(*other.m_world)) {}
Rehearsal::Rehearsal(Rehearsal&&) noexcept = default;
Rehearsal& Rehearsal::operator=(Rehearsal const& other) {
    *this = Rehearsal(other);
    return *this;
}
Rehearsal& Rehearsal::operator=(Rehearsal&&) noexcept = default;
Rehearsal::~Rehearsal() = default;

Result<Rehearsal> rehearse(facts::Reader const& book, shop::ZeroSetup const& setup, Kind kind,
                           std::set<std::string> const& leave_out) {
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
    Writer const writer{book, setup, kind, *zero, lacks};
    auto recipe = writer.recipe();
    if (!recipe) return Failure(recipe.error());
    recipe->number = static_cast<int>(kind) + 1;
    if (auto words = macros::restsOn(book, *zero, kind)) recipe->header.push_back(std::move(*words));
    Rehearsal made;
    made.kind = kind;
    auto& world = made.world();
    world = writer.world();
    for (auto& line : lookYourself(kind, world)) recipe->header.push_back(std::move(line));
    auto printed = dialects::written(recipe->without(leave_out), zero->machine);
    if (!printed) return Failure(printed.error());
    made.macro = std::move(*printed);
    auto spreads = writer.spreads();
    if (!spreads) return Failure(spreads.error());
    made.spreads = std::move(*spreads);
    if (macros::touchesPlate(kind)) {
        made.plan = *macros::planPlateZero(*zero); // the recipe has been made of it
        world.position_mm[2] += (made.plan.least_gap_mm + made.plan.most_gap_mm) / 2 - 8;
    } else {
        afterAChange(world, zero->machine);
    }
    for (auto const& asked : made.macro.asked)
        world.person.pauses.push_back({asked.acts, asked.message, asked.expect_mm});
    if (lacks.numbers && kind == Kind::Retouch) // what was noted when the zero was set last
        world.person.types.push_back(
            {macros::noted_name,
             world.memory.work_offsets_mm[static_cast<std::size_t>(setup.place.work_offset - 1)][2]});
    if (kind == Kind::TableZero) made.intended_mm = -world.stock_thickness_mm;
    if (kind == Kind::TrimZero) made.intended_mm = -setup.prefer.trim_mm;
    if (kind == Kind::GoAndLook) made.intended_mm = setup.prefer.look_mm;
    made.tolerance_mm = writer.tolerance_mm();
    made.repeat_mm = writer.repeat_mm();
    made.states_interval = writer.statesInterval();
    made.keeps_link = !writer.lacks.numbers;
    made.behaviour = behaviour;
    made.units = zero->machine.units;
    if (setup.plan.reference == shop::LengthReference::FirstTool)
        if (auto const* first = book.find(setup.plan.reference_tool))
            made.length_datum_mm = -first->length_mm.value_or(machine::assumed_length_mm);
    made.zero = std::move(*zero);
    made.built_in = (*bundle)->language().built_in;
    if (!made.built_in) return made;
    recipe->header.push_back("Does not notice by itself, so do it yourself:");
    for (auto const& precaution : notProtectedFrom(made)) recipe->header.push_back("- " + precaution);
    made.macro = *dialects::written(recipe->without(leave_out), made.zero.machine);
    return made;
}

Result<machine::World> worldFor(facts::Reader const& book, shop::ZeroSetup const& setup) {
    auto const zero = zeroing::plateZero(book, setup);
    if (!zero) return Failure(zero.error());
    Writer const writer{book, setup, Kind::Retouch, *zero};
    auto const toucher = writer.atSetter();
    if (!toucher) return Failure(toucher.error());
    auto world = writer.world();
    afterAChange(world, zero->machine);
    world.input.scatter_mm = toucher->machine.switch_scatter_mm;
    for (std::size_t axis = 0; axis < 3; ++axis) {
        auto const& of = zero->machine.axes[axis];
        world.home_mm[axis] = of.home == shop::AxisEnd::Low ? of.low_mm : of.high_mm;
    }
    return world;
}

Prediction predict(Rehearsal const& rehearsal) {
    auto const& world = rehearsal.world();
    auto const result = machine::run(machine::load(rehearsal.macro.text, dialectOf(world)), world);
    return {result.elapsed_s, static_cast<int>(std::lround(result.paused_s / world.person.pause_s))};
}

controller::Dialect dialectOf(machine::World const& world) {
    auto found = dialects::languageOf(world.dialect, world.behaviour, world.length_sign);
    return found ? std::move(*found) : controller::Dialect{}; // a world is made and read with a dialect that there is
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
