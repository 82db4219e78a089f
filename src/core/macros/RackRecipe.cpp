// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/macros/RackRecipe.h"

#include "core/changer/Clearances.h"
#include "core/changer/PocketTable.h"
#include "core/macros/ChangeParts.h"
#include "core/macros/Figures.h"
#include "core/macros/Kind.h"
#include "core/macros/PlateZeroRecipe.h"

#include <algorithm>
#include <fmt/format.h>

namespace steady::macros {
namespace {

using shop::Act;

/// Error: a figure of that pocket that is missing, or does not fit.
Result<RackStop> stopAt(changer::RackState const& state, shop::ToolRack const& rack, std::size_t at,
                        Id<shop::Assembly> tool) {
    auto const& pocket = state.pockets[at];
    if (state.blocked)
        return fail(Code::CallRefused, {"rack"}, fmt::format("“{}” is not mounted yet.", rack.name),
                    "Pins out and everything tightened: say so at Changer, Rack.");
    bool const by_line = rack.pockets[at].from != shop::PocketFrom::Taught;
    if (pocket.suspect && !by_line)
        return fail(Code::CallRefused, {"rack"},
                    fmt::format("pocket {} does not lie where the others say.", pocket.number),
                    "Teach it again, or use the line's position for it (Changer, Pockets).");
    if (!pocket.used_mm[0] || !pocket.used_mm[1] || !pocket.used_mm[2])
        return fail(Code::Missing, {"rack"}, fmt::format("Where pocket {} is", pocket.number), "Teach it at Changer.");
    if (!pocket.holder_z_mm)
        return fail(Code::Missing, {"rack"}, fmt::format("The seat of “{}”", rack.name), "Type it at Changer, Rack.");
    return RackStop{pocket.number, tool, *pocket.used_mm[0], *pocket.used_mm[1], *pocket.holder_z_mm};
}

/// Where a pocket stands that no change goes to: by the line, as far as there is one. None: nobody knows.
std::optional<RackStop> standsAt(changer::RackState const& state, shop::ToolRack const& rack, std::size_t at) {
    auto const& pocket = state.pockets[at];
    auto const& where = pocket.suspect ? pocket.fitted_mm : pocket.used_mm;
    auto const z = where[2] ? where[2] : pocket.fitted_mm[2];
    if (!where[0] || !where[1] || !z || !rack.seat_mm) return std::nullopt;
    return RackStop{pocket.number, rack.pockets[at].tool, *where[0], *where[1], *z + *rack.seat_mm};
}

struct RackChanging : ChangeParts {
    RackPlan const& plan;
    RackStop const& to;
    shop::ToolRack const& rack = plan.rack; ///< that of the pocket it hangs in

    int outAxis() const { return rack.along == shop::SideAxis::X ? 1 : 0; }
    double wayOut_mm() const { return (rack.out == shop::Toward::Plus ? 1 : -1) * changer::wayOut_mm(rack); }
    double approach_mm() const { return changer::approach_mm(rack); }
    Figure home(int axis) const { return axis == 0 ? slot_home_x : slot_home_y; }
    double target(int axis) const { return axis == 0 ? to.x_mm : to.y_mm; }
    MoveOver overIt(Figure x, Figure y, double out_mm) const {
        return {x, y, outAxis() == 0 ? out_mm : 0, outAxis() == 1 ? out_mm : 0};
    }
    std::vector<ToolHome> homes() const {
        std::vector<ToolHome> all;
        for (auto const& stop : plan.stops) all.push_back({stop.tool, stop.number});
        return all;
    }

    /// Among the pockets of its rack, from 1.
    double place(RackStop const& stop) const { return stop.number - rack.first_number + 1; }

    void checks() {
        RequireToolAllowed allowed;
        for (auto const& stop : plan.stops) {
            auto const* each = book.find(stop.tool);
            if (!each || (lacks.numbers && stop.tool != setup.place.assembly)) continue;
            allowed.rows.push_back({each->number, {stop.x_mm, stop.y_mm, stop.seat_z_mm, double(each->number)}});
            if (drive.counts_from) allowed.rows.back().figures.push_back(place(stop));
        }
        allowed.into = {slot_home_x, slot_home_y, slot_home_z, slot_in_spindle};
        if (drive.counts_from) allowed.into.push_back(slot_home_pocket);
        allowed.plain = {slot_in_spindle, slot_home_pocket};
        begin(std::move(allowed), "Where the tool in the spindle belongs; 0 is an empty spindle.");
        if (!lacks.numbers) add("", "The same tool again: nothing is done.", When{slot_in_spindle, tool.number, false});
        clampIsReady();
        underWay("the rack");
    }

    void putAway() {
        if (startsEmpty()) return;
        whenSpindle(false);
        add("", "Up before any X and Y.", up());
        add("", "In front of its own fork, clear of it.", overIt(slot_home_x, slot_home_y, wayOut_mm()));
        add("", "Down beside the fork.", MoveAlong{2, slot_home_z, approach_mm(), 0});
        add("", "", MoveAlong{2, slot_home_z, 0, drive.fork_mm_min});
        add("", "Into the fork along its own axis.", MoveAlong{outAxis(), home(outAxis()), 0, drive.fork_mm_min});
        stillClosed("The holder sits in its fork, the clamp closed.");
        add("", "The holder sits: now the clamp may open.", SwitchOutput{*drive.release_output, true});
        see("let-go", "A clamp that is half open would tear the fork off.", drive.open_input, true, drive.limit_s,
            Act::SeeOpen, "is the clamp open?",
            amid("The clamp did not open in its time; the holder sits in its fork."));
        blow(true);
        add("", "Straight up off the cone, slowly.", MoveAlong{2, slot_home_z, approach_mm(), drive.fork_mm_min});
        add("", "All the way up.", up());
        see("empty", "A holder that stuck in the cone must not go over another.", drive.held_input, false, 0,
            Act::SeeEmpty, "is the spindle empty?", amid("A holder still reads drawn in."));
        count(slot_home_pocket, false);
        endWhen();
    }

    void fetch() {
        add("", "Up before any X and Y.", up());
        add("", fmt::format("Across, over the fork of pocket {}.", to.number), overIt(to.x_mm, to.y_mm, 0));
        if (!lacks.numbers || startsEmpty()) {
            whenSpindle(true);
            stillClosed("Z is up.");
            endWhen();
        }
        add("", "Open before anything comes under it.", SwitchOutput{*drive.release_output, true});
        see("open", "A closed clamp would push on the stud.", drive.open_input, true, drive.limit_s, Act::SeeOpen,
            "is the clamp open?", amid("The clamp did not open in its time; Z is up."));
        if (drive.blow_output && (!lacks.numbers || startsEmpty())) {
            whenSpindle(true);
            blow(true);
            endWhen();
        }
        add("", "Straight down, fast only as far as above the cone.", MoveAlong{2, to.seat_z_mm, approach_mm(), 0});
        add("", "", MoveAlong{2, to.seat_z_mm, rack.lift_mm, drive.fork_mm_min});
        blow(false);
        add("", "The clamp closes on the holder.", SwitchOutput{*drive.release_output, false});
        see("closes", "A clamp that is not all closed holds nothing.", drive.open_input, false, drive.limit_s,
            Act::SeeClosed, "is the clamp closed?", amid("The clamp did not close in its time; over the fork."));
        see("taken", "An empty fork is found here.", drive.held_input, true, drive.limit_s, Act::SeeHeld,
            "is the holder drawn in?", amid("No holder was drawn in; look into the fork."));
        add("", "Out of the fork along its own axis.",
            MoveAlong{outAxis(), target(outAxis()), wayOut_mm(), drive.fork_mm_min});
        add("", "Up.", up());
        see("still-held", "What was lost on the way out is found here.", drive.held_input, true, 0, Act::SeeHeld,
            "is the holder still drawn in?", amid("The holder was lost on the way out of its fork."));
        count(place(to), true);
        finished();
    }

    Recipe made() {
        checks();
        putAway();
        fetch();
        end();
        auto const units = machine.units;
        auto lines = headerBegin(machine);
        lines.push_back(fmt::format("Fetches tool {}, {}, from pocket {}: seat at machine Z {}.", tool.number,
                                    tool.name, to.number, lengthWithUnit(to.seat_z_mm, units)));
        if (auto back = goesBack(homes()); !back.empty()) lines.push_back(std::move(back));
        lines.push_back(fmt::format("Out of a fork by {}, {} at the fork and on a seat.",
                                    lengthWithUnit(changer::wayOut_mm(rack), units),
                                    feedWithUnit(rack.drive.fork_mm_min, units)));
        if (after) lines.insert(lines.end(), after->header.begin(), after->header.end());
        tellCounts(lines, rack.first_number);
        lines.push_back("Hands, sleeves and hoses out of the rack; nobody under a holder.");
        lines.push_back("A pocket that holds what the table does not know of is not seen: look before the first call.");
        lines.push_back("First runs: Changer, Prove: lifted, dry, empty holders, then cutters; hand at the stop.");
        return Recipe{title(kind), std::move(lines), units, std::move(parts.steps)};
    }
};

/// What an eye or an input tells of clamp, holder and air.
bool looksAtClamp(Action const& action) {
    if (std::holds_alternative<AwaitInput>(action)) return true;
    auto const* pause = std::get_if<Pause>(&action);
    return pause && std::any_of(pause->acts.begin(), pause->acts.end(),
                                [](shop::TimedAct const& act) { return shop::looksAtChanger(act.what); });
}

/// The same ways, higher by so much, and the clamp left alone: nothing is let go, taken or told. What comes before, at
/// the height of the approach, goes no higher than the top.
Recipe lifted(Recipe recipe, double by_mm, double highest_seat_mm, shop::Machine const& machine) {
    std::erase_if(recipe.steps, [](Step const& step) {
        return looksAtClamp(step.action) || std::holds_alternative<SwitchOutput>(step.action) ||
               std::holds_alternative<MarkUnderWay>(step.action) || std::holds_alternative<NameTool>(step.action) ||
               std::holds_alternative<CountChange>(step.action);
    });
    for (auto& step : recipe.steps) {
        if (auto* along = std::get_if<MoveAlong>(&step.action); along && along->axis == 2) {
            auto const* written = std::get_if<double>(&along->to_mm);
            along->add_mm =
                std::min(along->add_mm + by_mm, machine.safeZ_mm() - (written ? *written : highest_seat_mm));
        }
        if (auto* end = std::get_if<End>(&step.action))
            end->text = "The ways were gone, lifted. Nothing was changed. The spindle is off.";
    }
    recipe.title += ", lifted";
    recipe.header.insert(recipe.header.begin() + 1,
                         fmt::format("LIFTED by {}: to look at the ways. The clamp is left alone; nothing is let go or "
                                     "taken.",
                                     lengthWithUnit(by_mm, machine.units)));
    return recipe;
}

} // namespace

RackStop const* RackPlan::of(Id<shop::Assembly> tool) const {
    auto const found = std::find_if(stops.begin(), stops.end(), [&](RackStop const& s) { return s.tool == tool; });
    return found == stops.end() ? nullptr : &*found;
}

Result<RackPlan> planRack(facts::Reader const& book, shop::ZeroSetup const& setup) {
    std::vector<shop::ToolRack> racks;
    auto const ids = changer::racksOf(book, setup.place.machine);
    for (auto const id : ids) racks.push_back(*book.find(id));
    if (racks.empty()) return fail(Code::Missing, {"rack"}, "A rack of this machine", "Add it at Changer.");
    auto const spindle = setup.place.assembly, wanted = setup.change.next;
    if (!book.find(wanted))
        return fail(Code::Missing, {"change"}, "The tool that is fetched",
                    "Choose it at Changer, Change, or at Macros, below “The change”.");
    for (auto const& trouble : changer::troubleWith(book, racks, spindle, wanted))
        return fail(Code::CallRefused, {"rack"}, trouble.words, "Look, and put it right at Changer, What hangs.");
    auto const hangs = *changer::hangsIn(racks, wanted);
    RackPlan plan{ids[hangs.rack], racks[hangs.rack], {}, {}};
    auto const& rack = plan.rack;
    if (!rack.drive.release_output)
        return fail(Code::Missing, {"rack"}, fmt::format("The output that opens the clamp, for “{}”", rack.name),
                    "Type it at Changer, Change.");
    auto const state = changer::rackState(book, setup, rack);
    for (std::size_t i = 0; i < rack.pockets.size(); ++i) {
        auto const tool = rack.pockets[i].tool;
        auto const stop = stopAt(state, rack, i, tool);
        if (!stop && i == hangs.pocket) return Failure(stop.error());
        if (stop && book.find(tool) && !plan.of(tool))
            plan.stops.push_back(*stop);
        else if (auto const other = standsAt(state, rack, i))
            plan.beside.push_back(*other); // the macro does not go there
    }
    auto const whole = [&]() -> Result<RackPlan> {
        std::vector<ToolHome> tools;
        for (auto const& each : plan.stops) tools.push_back({each.tool, each.number});
        if (auto const told = toldApart(book, tools); !told) return Failure(told.error());
        return plan;
    };
    if (!book.find(spindle)) return whole();
    auto const home = changer::roomFor(book, {rack}, spindle);
    if (!home)
        return fail(Code::CallRefused, {"rack"}, "the tool in the spindle has room in another rack only.",
                    "Put it there by hand, or empty a pocket of this one.");
    auto const stop = stopAt(state, rack, home->pocket, spindle);
    if (!stop) return Failure(stop.error());
    std::erase_if(plan.beside, [&](RackStop const& other) { return other.number == stop->number; });
    plan.stops.push_back(*stop);
    return whole();
}

Result<Recipe> rackRecipe(Kind kind, facts::Reader const& book, shop::ZeroSetup const& setup, Lacks lacks) {
    auto const plan = planRack(book, setup);
    if (!plan) return Failure(plan.error());
    auto const& machine = *book.find(setup.place.machine);
    auto const& rack = plan->rack;
    if (auto const counts = canCount(rack.drive, rack.pockets.size(), machine, lacks); !counts)
        return Failure(counts.error());
    auto after = afterwards(kind, book, setup, lacks);
    if (!after) return Failure(after.error());
    RackChanging changing{{kind, std::move(*after), book, setup, lacks, machine, *book.find(setup.change.next),
                           plan->rack.drive, slot_in_spindle},
                          *plan,
                          *plan->of(setup.change.next)};
    auto const by_mm = setup.change.lifted_mm;
    if (!by_mm) return changing.made();
    if (changing.after)
        return fail(Code::CallRefused, {"rack"}, "lifted, no tool is fetched that could be measured.",
                    fmt::format("Take the height away, or choose “{}”.", title(Kind::RackChange)));
    // A closed clamp goes over what stands up in a fork, and so does a tool that hangs in it.
    constexpr double clear_mm = 2; // common practice
    auto const* in_spindle = book.find(setup.place.assembly);
    double const least_mm = plan->rack.cone_mm.value_or(changer::usual_cone_mm) + clear_mm +
                            (in_spindle ? in_spindle->length_mm.value_or(0) : 0);
    if (*by_mm < least_mm)
        return fail(Code::OutOfRange, {"lifted"}, lengthText(*by_mm, machine.units),
                    fmt::format("{} at least: cones stand up in the forks{}", lengthText(least_mm, machine.units),
                                in_spindle ? ", and a tool hangs in the spindle" : ""));
    double highest_mm = machine.axes[2].low_mm;
    for (auto const& stop : plan->stops) highest_mm = std::max(highest_mm, stop.seat_z_mm);
    if (double const top_mm = highest_mm + plan->rack.lift_mm + *by_mm; top_mm > machine.safeZ_mm())
        return fail(Code::NotInTravel, {"lifted"}, "Z " + lengthText(top_mm, machine.units),
                    lengthText(machine.safeZ_mm(), machine.units) + " at most");
    return lifted(changing.made(), *by_mm, highest_mm, machine);
}

} // namespace steady::macros
