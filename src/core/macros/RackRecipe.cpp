// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/macros/RackRecipe.h"

#include "core/changer/Clearances.h"
#include "core/changer/PocketTable.h"
#include "core/macros/Figures.h"
#include "core/macros/Kind.h"
#include "core/macros/Parts.h"
#include "core/macros/PlateZeroRecipe.h"

#include <algorithm>
#include <fmt/format.h>
#include <map>

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

struct Changing {
    facts::Reader const& book;
    shop::ZeroSetup const& setup;
    RackPlan const& plan;
    Lacks lacks;
    shop::Machine const& machine;
    RackStop const& to;
    shop::Assembly const& tool; ///< that is fetched
    shop::ToolRack const& rack; ///< whose drive it is: that of the pocket it hangs in
    Parts parts{machine, "Z zero is as it was.", {}};

    void add(char const* id, std::string purpose, Action action) {
        parts.add(id, std::move(purpose), std::move(action));
    }
    /// What an input or a lamp tells; without either an eye at the machine.
    void see(char const* id, char const* purpose, std::optional<int> input, bool on, double limit_s, Act look,
             std::string const& question, std::string alarm) {
        if (input)
            add(id, purpose, AwaitInput{*input, on, limit_s, std::move(alarm), look});
        else
            add(id, purpose,
                Pause{"Look: " + question +
                          " If so, resume. If not, stop here: Changer, Recover, before anything moves.",
                      {look}});
    }
    /// A lamp that is on before anything was told to open would send it on before the clamp has opened.
    void stillClosed(std::string const& where) {
        auto const& input = rack.drive.open_input;
        if (input)
            add("not-yet-open", "A lamp that is on already tells nothing of the clamp.",
                AwaitInput{*input, false, 0,
                           amid("The lamp of the open clamp is on before it was told to open: it sticks. " + where),
                           Act::SeeClosed});
    }
    std::string before(std::string const& what) const { return parts.alarm("Nothing has moved. " + what, false); }
    static std::string amid(std::string const& what) { return what + change_not_finished; }

    int outAxis() const { return rack.along == shop::SideAxis::X ? 1 : 0; }
    double wayOut_mm() const { return (rack.out == shop::Toward::Plus ? 1 : -1) * changer::wayOut_mm(rack); }
    double approach_mm() const { return changer::approach_mm(rack); }
    Figure home(int axis) const { return axis == 0 ? slot_home_x : slot_home_y; }
    double target(int axis) const { return axis == 0 ? to.x_mm : to.y_mm; }
    MoveOver overIt(Figure x, Figure y, double out_mm) const {
        return {x, y, outAxis() == 0 ? out_mm : 0, outAxis() == 1 ? out_mm : 0};
    }
    RetractTo up() const { return {machine.safeZ_mm()}; }
    void blow(bool on) {
        if (rack.drive.blow_output)
            add("", on ? "Air through the cone, so that nothing settles in it." : "",
                SwitchOutput{*rack.drive.blow_output, on});
    }
    /// Only what is for a tool in the spindle, or only for an empty one; where the control keeps numbers.
    void whenSpindle(bool is_empty) {
        if (!lacks.numbers) add("", "", When{slot_in_spindle, 0, is_empty});
    }
    void endWhen() {
        if (!lacks.numbers) add("", "", EndWhen{});
    }
    bool startsEmpty() const { return lacks.numbers && !book.find(setup.place.assembly); }

    void checks() {
        parts.begin(0);
        add("finished", "After a change that was broken off nobody knows what hangs where.",
            RequireFinished{before("The last change was broken off: Changer, Recover, first."),
                            "Was the last change finished, and nothing moved by hand since?"});
        RequireToolAllowed allowed;
        for (auto const& stop : plan.stops) {
            auto const* each = book.find(stop.tool);
            if (!each || (lacks.numbers && stop.tool != setup.place.assembly)) continue;
            allowed.rows.push_back({each->number, {stop.x_mm, stop.y_mm, stop.seat_z_mm, double(each->number)}});
        }
        if (!lacks.numbers || allowed.rows.empty()) allowed.rows.push_back({0, {0, 0, 0, 0}});
        allowed.into = {slot_home_x, slot_home_y, slot_home_z, slot_in_spindle};
        allowed.plain = slot_in_spindle;
        allowed.found = slot_found;
        allowed.alarm = before("No pocket is known for the tool that the control names.");
        add("require-tool", "Where the tool in the spindle belongs; 0 is an empty spindle.", std::move(allowed));
        if (!lacks.numbers) add("", "The same tool again: nothing is done.", When{slot_in_spindle, tool.number, false});
        auto const& drive = rack.drive;
        see("air", "Without air the clamp opens half, or not.", drive.air_input, true, 0, Act::SeeAir,
            "is there air pressure enough?", before("There is not enough air."));
        see("closed", "An open clamp holds nothing.", drive.open_input, false, 0, Act::SeeClosed,
            "is the clamp closed?", before("The clamp reads open before anything was told to open it."));
        if (!startsEmpty()) {
            whenSpindle(false);
            see("held", "What is not held would fall on the way.", drive.held_input, true, 0, Act::SeeHeld,
                "is a holder drawn in?", before("A tool is named, and no holder is drawn in."));
            endWhen();
        }
        if (!lacks.numbers || startsEmpty()) {
            whenSpindle(true);
            see("none-held", "A holder that nobody names would be set upon another.", drive.held_input, false, 0,
                Act::SeeEmpty, "is the spindle empty?", before("No tool is named, and a holder is drawn in."));
            endWhen();
        }
        // What no text can read is asked once, and stands joined to this.
        if (machine.spindle == shop::SpindleSwitch::Hand || !machine.behaviour.homed_parameter)
            add("", "",
                Pause{"Hands out of the rack. Then resume.",
                      machine.behaviour.homed_parameter ? Acts{} : Acts{Act::SayHomed}});
        add("finished", "From here on the change is under way.", MarkUnderWay{true});
    }

    void putAway() {
        if (startsEmpty()) return;
        auto const& drive = rack.drive;
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
        endWhen();
    }

    void fetch() {
        auto const& drive = rack.drive;
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
        add("", "Only now the control takes it for the tool in the spindle.", NameTool{tool.number});
        add("finished", "", MarkUnderWay{false});
        if (!lacks.numbers) add("", "", EndWhen{});
    }

    std::string after() const {
        switch (setup.plan.method) {
        case shop::Method::Retouch: return "Re-touch before the job goes on.";
        case shop::Method::LengthTable: return "Its length counts from the table: measured since it was gripped?";
        case shop::Method::OffsetPerTool: return "Select its own work offset before the job goes on.";
        }
        return {};
    }

    Recipe made() {
        checks();
        putAway();
        fetch();
        add("", "", End{fmt::format("Tool {} is in the spindle. The spindle is off. {}", tool.number, after())});
        auto const units = machine.units;
        auto lines = headerBegin(machine);
        lines.push_back(fmt::format("Fetches tool {}, {}, from pocket {}: seat at machine Z {}.", tool.number,
                                    tool.name, to.number, lengthWithUnit(to.seat_z_mm, units)));
        std::string homes;
        for (auto const& stop : plan.stops)
            if (auto const* each = book.find(stop.tool); each && stop.tool != to.tool)
                homes += fmt::format("{}{} into {}", homes.empty() ? "" : ", ", each->number, stop.number);
        if (!homes.empty()) lines.push_back("What is in the spindle goes back, tool into pocket: " + homes + ".");
        lines.push_back(fmt::format("Out of a fork by {}, {} at the fork and on a seat.",
                                    lengthWithUnit(changer::wayOut_mm(rack), units),
                                    feedWithUnit(rack.drive.fork_mm_min, units)));
        lines.push_back("Hands, sleeves and hoses out of the rack; nobody under a holder.");
        lines.push_back("A pocket that holds what the table does not know of is not seen: look before the first call.");
        lines.push_back("First runs: Changer, Prove: lifted, dry, empty holders, then cutters; hand at the stop.");
        return Recipe{title(Kind::RackChange), std::move(lines), units, std::move(parts.steps)};
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
               std::holds_alternative<MarkUnderWay>(step.action) || std::holds_alternative<NameTool>(step.action);
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

namespace {

/// By its number the control tells a tool from another, and from none.
Result<void> toldApart(facts::Reader const& book, RackPlan const& plan) {
    std::map<int, std::string> names;
    for (auto const& stop : plan.stops) {
        auto const& tool = *book.find(stop.tool);
        if (tool.number == 0)
            return fail(Code::OutOfRange, {"tools"}, fmt::format("The number of “{}”, 0,", tool.name),
                        "1 or more: 0 says that the spindle is empty");
        if (auto const [other, is_new] = names.emplace(tool.number, tool.name); !is_new)
            return fail(Code::TwoAlike, {"tools"}, fmt::format("“{}” and “{}”", other->second, tool.name),
                        fmt::format("number, {}", tool.number));
    }
    return {};
}

} // namespace

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
        if (auto const told = toldApart(book, plan); !told) return Failure(told.error());
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

Result<Recipe> rackRecipe(facts::Reader const& book, shop::ZeroSetup const& setup, Lacks lacks) {
    auto const plan = planRack(book, setup);
    if (!plan) return Failure(plan.error());
    auto const& machine = *book.find(setup.place.machine);
    Changing changing{
        book, setup, *plan, lacks, machine, *plan->of(setup.change.next), *book.find(setup.change.next), plan->rack};
    auto const by_mm = setup.change.lifted_mm;
    if (!by_mm) return changing.made();
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
