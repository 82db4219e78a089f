// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/safety/FromBook.h"

#include "core/machine/Believed.h"
#include "core/macros/FeelRecipe.h"
#include "core/macros/LinkNumbers.h"
#include "core/proving/ProvenSpread.h"
#include "core/quantity/WorkOffset.h"
#include "core/zeroing/BoardZero.h"
#include "core/zeroing/Link.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <map>

namespace steady::safety {
namespace {

constexpr double assumed_stock_mm = 20;
constexpr double stock_spread_mm = 0.3; // of planed wood and sheet, ±; common practice
constexpr double lag_share = 0.2;       // of the time to braking; the feeds leave a fifth for it
constexpr double feel_mm = 0.02;        // of a hand that feels paper drag, ±; common practice
constexpr double method_window_mm = 10; // where a wrong tool would be wrong by the difference of the lengths

/// Where the work top is taken to be while nothing says so: two fifths up the travel.
double assumedZero_mm(shop::Machine const& machine) {
    auto const& z = machine.axes[2];
    return z.low_mm + 0.4 * (z.high_mm - z.low_mm);
}

} // namespace
/// Where this tool stands on the spoilboard, as machine Z, as far as the book knows.
std::optional<double> FromBook::boardZ_mm(Id<shop::Assembly> tool) const {
    auto const constant = zeroing::boardConstant(book, setup);
    auto const trip = zeroing::expectedTrip(book, setup, tool);
    if (!constant || !trip) return std::nullopt;
    return trip->z_mm - constant->b_mm();
}

/// Around the plate contact that this very tool made; none where it made none.
std::optional<zeroing::Between> FromBook::ownWindow_mm(Id<shop::Assembly> tool, double half_mm) const {
    auto const* contact = book.find(zeroing::lastContact(book, setup, tool, shop::Target::Plate));
    auto const z = contact ? zeroing::machineZ(*contact) : Result<MachineZ>(fail(Code::Missing, {}));
    if (!z) return std::nullopt;
    return zeroing::Between{z->mm - half_mm, z->mm + half_mm};
}

Result<void> FromBook::ownOffsets(macros::PlateZeroUse& use) const {
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
        return fail(Code::Missing, {"work offsets"}, "The work offset of each tool", "Give each tool its own in Kit.");
    return {};
}

Result<macros::PlateZeroUse> FromBook::plateUse() const {
    macros::PlateZeroUse use;
    use.kind = kind;
    if (auto const plan = macros::planPlateZero(zero); !plan) return Failure(plan.error());
    if (traits().own_offsets) {
        if (auto const done = ownOffsets(use); !done) return Failure(done.error());
        return use;
    }
    use.board_z_mm = boardZ_mm(setup.place.assembly);
    if (setup.prefer.window_mm) use.window_mm = ownWindow_mm(setup.place.assembly, *setup.prefer.window_mm);
    if (traits().touches_setter) {
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
    if (setup.plan.method == shop::Method::LengthTable) {
        use.table_length_mm = tableLength_mm(setup.place.assembly);
        if (!use.table_length_mm)
            return fail(Code::LengthUnknown, {"tool length"},
                        fmt::format("tool {} in the table", zero.assembly.number));
        use.window_mm = ownWindow_mm(setup.place.assembly, setup.prefer.window_mm.value_or(method_window_mm));
    }
    return use;
}

std::optional<double> FromBook::tableLength_mm(Id<shop::Assembly> tool) const {
    for (auto const& row : zeroing::lengthTable(book, setup))
        if (row.assembly == tool) return row.length_mm;
    return std::nullopt;
}

/// Where the present tool's tip stands on the work, as machine Z.
double FromBook::believedZero_mm() const {
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
shop::Assembly FromBook::asKnown(Id<shop::Assembly> id, shop::Assembly tool) const {
    auto const height = zeroing::setterHeight(book, setup);
    auto const trip = zeroing::expectedTrip(book, setup, id);
    bool const touched = book.find(zeroing::lastContact(book, setup, id, shop::Target::Setter)) != nullptr;
    if (height && trip && touched && height->assembly != id && height->error_mm < tool.length_error_mm)
        tool.length_mm = trip->z_mm - height->nose_z_mm;
    return tool;
}

machine::World FromBook::world() const {
    auto const assembly = asKnown(setup.place.assembly, zero.assembly);
    machine::Belief belief{zero.machine,
                           zero.plate,
                           assembly,
                           zero.thickness.mm,
                           setup.place.stock_thickness_mm.value_or(assumed_stock_mm),
                           believedZero_mm(),
                           believed_above_plate_mm,
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
    for (std::size_t axis = 0; axis < 3; ++axis) {
        auto const& of = zero.machine.axes[axis];
        world.home_mm[axis] = of.home == shop::AxisEnd::Low ? of.low_mm : of.high_mm;
    }
    if (auto const constant = zeroing::boardConstant(book, setup); traits().from_board && constant && world.setter)
        world.table_z_mm = world.setter->base_z_mm + world.setter->trigger_mm - constant->b_mm(); // drawn around that
    if (traits().by_feel) {
        if (auto const nose = zeroing::boardNose(book, setup)) // as read coming down
            world.table_z_mm =
                nose->z_mm - nose->length_mm.value_or(machine::assumed_length_mm) + zero.machine.axes[2].backlash_mm;
        world.person.under_mm = macros::underTip_mm(kind, setup).value_or(0);
    }
    world.zero_of_number = setup.plan.method != shop::Method::Retouch;
    world.jobs_use_table = setup.plan.method == shop::Method::LengthTable;
    return world;
}

std::array<double, 2> FromBook::storedPlace_mm() const {
    constexpr double share = 0.3; // of the travel, from its low end
    std::array<double, 2> place{};
    for (std::size_t axis = 0; axis < 2; ++axis) {
        auto const& of = zero.machine.axes[axis];
        auto const& noted = axis == 0 ? setup.stored.x_mm : setup.stored.y_mm;
        place[axis] = noted.value_or(of.low_mm + share * (of.high_mm - of.low_mm));
    }
    return place;
}

/// What the controller holds by now: the link with its zero, the table, the touched spot.
void FromBook::remember(machine::World& world) const {
    auto& memory = world.memory;
    auto const& machine = zero.machine;
    double const unit = machine.units == UnitSystem::Metric ? 1 : mm_per_inch;
    auto& p = memory.parameters;
    auto const language = dialectOf(world);
    if (language.grammar.vacancy) memory.forget(language.grammar);
    if (language.variables.at(controller::Shows::SelectedTool)) memory.selected_tool = memory.tool; // called last
    auto const link = zeroing::linkOf(book, setup);
    // Before a re-touch the zero is that of the tool which made the link; otherwise of the one in the spindle.
    auto const before =
        link ? zeroing::retouchZero(book, setup, link->assembly) : Result<zeroing::ZChain>(fail(Code::Missing, {}));
    double const last_mm = traits().from_link && before ? before->sum().mm : believedZero_mm();
    auto offsets = setup.plan.also_offsets;
    offsets.push_back(setup.place.work_offset);
    for (int const n : offsets) {
        macros::LinkNumbers const at(machine.behaviour, n);
        p[at.x] = world.position_mm[0] / unit;
        p[at.y] = world.position_mm[1] / unit;
        if (!traits().touches_plate) memory.work_offsets_mm[n - 1][2] = last_mm;
        if (!link || link->work_offset != setup.place.work_offset) continue;
        p[at.d] = link->d_mm() / unit;
        p[at.offset] = n;
        p[at.unit] = machine.units == UnitSystem::Metric ? 21 : 20;
        p[at.last] = p[at.next] = last_mm / unit;
        p[at.seal] = p[at.d] + 1000 + n;
    }
    if (traits().stored == macros::Stored::GoesTo) {
        macros::StoredNumbers const at(machine.behaviour, setup.stored.number);
        auto const place = storedPlace_mm();
        p[at.x] = place[0] / unit;
        p[at.y] = place[1] / unit;
        p[at.seal] = p[at.x] + p[at.y] + macros::StoredNumbers::sealed(setup.stored.number, machine.units);
    }
    if (traits().any_tool) // typed before the start, by a rule
        p[machine.behaviour.scratch_parameter + macros::slot_typed.number - 1] = world.tool.length_mm / unit;
    if (setup.plan.method != shop::Method::LengthTable) return;
    double const sign = machine.length_sign == shop::LengthSign::Positive ? 1 : -1;
    for (auto const& row : zeroing::lengthTable(book, setup))
        if (row.length_mm && row.number > 0 && row.number < controller::tool_count)
            memory.tool_table_mm[row.number] = sign * *row.length_mm;
    if (!traits().touches_plate && !traits().touches_setter) // the offset's Z is the nose's
        if (auto const length = tableLength_mm(setup.place.assembly))
            memory.work_offsets_mm[setup.place.work_offset - 1][2] = last_mm - *length;
}

double FromBook::tolerance_mm() const {
    constexpr double least_mm = 0.005;
    double stated = zero.chain ? zero.chain->budget.expanded_95 : zero.thickness.budget.expanded_95;
    if (auto parts = kept(); !parts.empty()) { // what is known of the kept height, and the touch that is added now
        if (auto const toucher = atSetter()) {
            auto const touch = zeroing::touchContributions(*toucher, slowAtSetter(*toucher), "the touch");
            parts.insert(parts.end(), touch.begin(), touch.end());
        }
        stated = uncertainty::combine(std::move(parts)).expanded_95;
    }
    if (traits().sets == macros::Sets::Length) stated = 0.02;
    if (!traits().touches_plate && !traits().touches_setter) stated = least_mm;
    if (traits().stored != macros::Stored::No)
        stated += std::max(zero.machine.axes[0].backlash_mm, zero.machine.axes[1].backlash_mm);
    if (traits().by_feel) { // the reference was felt as well
        auto parts = zeroing::paperBudget(zero.machine).contributions;
        auto const again = parts;
        parts.insert(parts.end(), again.begin(), again.end());
        stated = uncertainty::combine(std::move(parts)).expanded_95;
    }
    if (traits().setsSides()) {
        constexpr double pin_mm = 0.01, sure = 4; // how well a pin's radius is known; deviations of a touch
        auto const& axes = zero.machine.axes;
        stated = std::max(traits().setsOffset() ? stated : 0, std::max(axes[0].backlash_mm, axes[1].backlash_mm) +
                                                                  pin_mm + sure * zero.machine.switch_scatter_mm +
                                                                  zero.slow.poll_spread_mm);
    }
    return std::max(least_mm, stated);
}
bool FromBook::statesInterval() const {
    if (traits().proves || traits().setsSides()) return false;
    return traits().touches_plate || traits().from_link || traits().from_board;
}

Result<zeroing::Toucher> FromBook::atSetter() const {
    auto const* device = book.find(setup.place.setter);
    if (!device) return fail(Code::NoSetter, {"setter"});
    return zeroing::toucherOf(book, setup.place, shop::Target::Setter, device->practice.read_on);
}
/// What two honest runs may differ by: every touch lies within its bound.
double FromBook::repeat_mm() const {
    double bound = traits().touches_plate || traits().setsSides() ? zero.slow.bound_mm : 0;
    if (auto const toucher = atSetter(); traits().touches_setter && toucher) bound += slowAtSetter(*toucher).bound_mm;
    return 2 * bound;
}
zeroing::TouchPrediction FromBook::slowAtSetter(zeroing::Toucher const& toucher) const {
    auto const feeds = zeroing::feedsFor(toucher.machine, *book.find(setup.place.setter));
    return zeroing::predictTouch(toucher.machine, feeds.slow_mm_min);
}
/// What the book does not know better of a height that is kept: by the link, or as the board's constant.
std::vector<uncertainty::Contribution> FromBook::kept() const {
    if (traits().from_link)
        if (auto const link = zeroing::linkOf(book, setup)) return link->chain.budget.contributions;
    if (traits().from_board)
        if (auto const board = zeroing::boardConstant(book, setup)) return board->chain.budget.contributions;
    return {};
}

/// How far all of it may be off. Error: a study of the setter or of homing that cannot be read.
Result<Spreads> FromBook::spreads() const {
    Spreads made;
    made.driver_lag_share = lag_share;
    made.scatter_mm = zero.machine.switch_scatter_mm;
    bool const plate = traits().touches_plate, setter = traits().touches_setter;
    if (traits().by_feel) {
        auto const* tool = book.find(measured());
        made.length_mm = tool && tool->length_mm ? tool->length_error_mm : 0;
        made.feel_mm = feel_mm;
    }
    if (!plate && !setter) return made; // what touches nothing finds out nothing: the zero is taken as it is
    auto const* tool = book.find(measured());
    made.length_mm = tool && tool->length_mm ? tool->length_error_mm : 0;
    if (traits().changes_tool && tool) made.tool_number = tool->number;
    if (plate) {
        made.plate = zero.thickness.budget.contributions;
        made.stock_mm = stock_spread_mm;
    }
    if (auto const trip = zeroing::expectedTrip(book, setup, measured()); setter && trip)
        made.length_mm = std::min(made.length_mm, trip->error_mm);
    if (auto const fits = macros::fitsSetter(book, setup);
        traits().any_tool && fits) // a rule was held to this very tool
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

} // namespace steady::safety
