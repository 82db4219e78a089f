// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/macros/SetterRecipes.h"

#include "core/base/Words.h"
#include "core/macros/Figures.h"
#include "core/macros/PlateZeroRecipe.h"
#include "core/quantity/WorkOffset.h"
#include "core/zeroing/BoardZero.h"
#include "core/zeroing/Link.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

namespace steady::macros {
namespace {

constexpr char const* same_stock = "Same stock, unmoved, as when its zero was set?";

struct SetterBuilder {
    Kind kind;
    facts::Reader const& book;
    shop::ZeroSetup const& setup;
    shop::Machine const& machine;
    shop::ToolSetter const& setter;
    TouchPlan touch;
    Lacks lacks = {};
    SetterWay way = {};
    std::optional<FitsSetter> fits = {};
    std::vector<int> too_wide = {}; ///< numbers of tools known not to fit
    Parts parts{machine, "", {}};
    std::vector<std::string> header = headerBegin(machine);

    /// A tool to change to, and a place that the axes reach.
    Result<void> checkChange() const {
        if (!of(kind).changes_tool) return {};
        auto const& to = setup.change;
        if (!book.find(to.next) || to.next == setup.place.assembly)
            return fail(Code::Missing, {"change"}, "Another tool than the one in the spindle",
                        "Choose the next one at Macros, below “The change”.");
        if (to.x_mm.has_value() != to.y_mm.has_value())
            return fail(Code::Missing, {"change"}, "The other axis of the place where tools are changed",
                        "Type both X and Y, or neither.");
        for (int axis = 0; axis < 2; ++axis) {
            auto const at = axis == 0 ? to.x_mm : to.y_mm;
            auto const& travel = machine.axes[static_cast<std::size_t>(axis)];
            if (at && !travel.contains(*at))
                return fail(Code::NotInTravel, {"change"},
                            fmt::format("{} {}", "XY"[axis], lengthText(*at, book.units())),
                            fmt::format("{} {} to {}", "XY"[axis], lengthNumber(travel.low_mm, book.units()),
                                        lengthText(travel.high_mm, book.units())));
        }
        return {};
    }

    /// The list that it is written for, or what any tool must be like.
    Result<void> findTools() {
        if (of(kind).any_tool) {
            auto const found = fitsSetter(book, setup);
            if (!found) return Failure(found.error());
            fits = *found;
            for (auto const& [id, tool] : shop::toolsOf(book, setup.place.machine))
                if (!zeroing::reachesDisc(*tool, setter)) too_wide.push_back(tool->number);
            return {};
        }
        auto found = setterWay(book, setup, measured());
        if (!found) return Failure(found.error());
        way = std::move(*found);
        if (auto const* tool = book.find(measured()); tool && (lacks.numbers || of(kind).changes_tool)) {
            std::erase_if(way.rows, [&](SetterWay::Row const& row) { return row.number != tool->number; });
            way.left_out.clear();
        }
        return {};
    }

    /// The tool that goes on the setter.
    Id<shop::Assembly> measured() const { return of(kind).changes_tool ? setup.change.next : setup.place.assembly; }
    UnitSystem units() const { return machine.units; }
    std::string len(double mm) const { return lengthWithUnit(mm, units()); }
    void add(std::string id, std::string purpose, Action action) {
        parts.add(std::move(id), std::move(purpose), std::move(action));
    }
    std::vector<int> offsets() const {
        std::vector<int> all{setup.place.work_offset};
        for (int const n : setup.plan.also_offsets)
            if (std::find(all.begin(), all.end(), n) == all.end()) all.push_back(n);
        return all;
    }
    std::string offsetNames() const {
        std::string text;
        for (int const n : offsets()) text += (text.empty() ? "" : ", ") + workOffsetName(n);
        return text;
    }

    void describe() {
        header.push_back(
            fmt::format("Setter: {}, at machine X {} Y {}.", setter.name, len(setter.x_mm), len(setter.y_mm)));
        if (fits) {
            describeAny();
        } else {
            std::string tools;
            for (auto const& row : way.rows) tools += fmt::format("{}{}", tools.empty() ? "" : ", ", row.number);
            header.push_back(lacks.numbers || of(kind).changes_tool ? "Written for tool " + tools + " alone."
                                                                    : "Written for tools " + tools + ".");
            for (auto const& text : way.left_out) header.push_back("Not for " + text);
        }
        header.push_back(fmt::format("Feeds: {} to find, {} to measure, {} while a signal is proved.",
                                     feedWithUnit(touch.feeds.fast_mm_min, units()),
                                     feedWithUnit(touch.feeds.slow_mm_min, units()),
                                     feedWithUnit(parts.proof_mm_min(), units())));
        if (!fits)
            header.push_back(lacks.numbers
                                 ? "Goes up before it goes across."
                                 : "Goes up before it goes across. The control must know the tool's number, by "
                                   "{tool change} or {tool named}.");
        header.push_back("First run: hand at the stop, low rapid override, the shortest tool.");
    }
    void describeAny() {
        int const typed = machine.behaviour.scratch_parameter + slot_typed.number - 1;
        header.push_back(fmt::format("For any tool at most {} wide at its end, {} to {} long below the spindle face.",
                                     len(fits->widest_mm), lengthFigure(fits->shortest_mm, units()),
                                     len(fits->longest_mm)));
        header.push_back(fmt::format("Its tip at least {} below nut and holder.", len(fits->least_stick_out_mm)));
        // A length that fits, as a rule would give it in the control's own unit.
        double const such_mm = (fits->shortest_mm + fits->longest_mm) / 2;
        auto const such =
            units() == UnitSystem::Metric ? plainNumber(such_mm, 1) : plainNumber(such_mm / mm_per_inch, 2);
        header.push_back(fmt::format("Before the start: type its length to within {}, such as #{}={}, or",
                                     plusMinusText(fits->estimate_error_mm, units()), typed, such));
        header.push_back(fmt::format("jog it over the disc, tip {} to {} above it{}", len(fits->least_jog_mm),
                                     len(fits->most_jog_mm),
                                     fits->free ? ", or neither: the overtravel contact is in the stop chain." : "."));
        std::string wide;
        for (int const number : too_wide) wide += fmt::format("{}{}", wide.empty() ? "" : ", ", number);
        if (!wide.empty()) header.push_back("Not for tools " + wide + ": they do not fit on the disc.");
    }

    void requireTool() {
        if (!fits)
            return of(kind).changes_tool ? parts.requireToolOnSetter(way, "Z is up.") : parts.requireToolOnSetter(way);
        if (!too_wide.empty())
            add("require-tool", "A tool that is known not to fit stays away from the setter.",
                RequireToolNot{too_wide,
                               parts.alarm("Nothing has moved. This tool does not fit on the setter's disc.", false)});
    }

    /// The tool may come from anywhere; what bounds its search is found out before anything goes across.
    void chooseBound() {
        auto const height = *zeroing::setterHeight(book, setup);
        double const above = setter.free_mm - setter.trigger_mm + above_disc_mm, u = fits->estimate_error_mm;
        double const safe = machine.safeZ_mm(), stroke = setter.stroke_mm();
        double const end_margin = std::min(0.5, 0.15 * stroke);
        ChooseBound bound;
        bound.mode = slot_mode;
        bound.typed = slot_typed;
        bound.start = slot_start;
        bound.search = slot_search;
        bound.low = slot_low;
        bound.high = slot_high;
        double const error = height.error_mm + u;
        bound.start_less_length_mm = height.nose_z_mm + error + above - safe;
        bound.search_mm = above + stroke - end_margin;
        bound.low_less_length_mm = height.nose_z_mm - error - beyond_length_mm;
        bound.high_less_length_mm = height.nose_z_mm + error + beyond_length_mm;
        bound.x_mm = setter.x_mm;
        bound.y_mm = setter.y_mm;
        bound.within_mm = setter.disc_mm / 4;
        bound.jogged_below_mm = parts.parkingZ_mm();
        bound.jogged_search_mm = setter.free_mm - setter.trigger_mm + stroke - end_margin + fits->least_jog_mm;
        bound.travel_low_mm = machine.axes[2].low_mm;
        bound.travel_high_mm = safe;
        bound.shortest_mm = fits->shortest_mm;
        bound.longest_mm = fits->longest_mm;
        bound.unfit =
            parts.alarm(fmt::format("Nothing has moved far. A tool of that length does not fit: {} to {}.",
                                    lengthText(fits->shortest_mm, units()), lengthText(fits->longest_mm, units())),
                        false);
        if (fits->free) bound.free_search_mm = safe - 1 - machine.axes[2].low_mm - 0.5;
        bound.alarm = parts.alarm("Nothing has moved far. Nothing bounds the search: type the tool's length first, or "
                                  "jog it to just above the disc.",
                                  false);
        add("bound", "A search without a bound would drive a dead setter onto its stop.", std::move(bound));
    }

    void reach(std::string const& ask) {
        if (fits)
            parts.requireOpen("open-check", "The input must read open before anything is done.",
                              "The input reads contact at rest; look at the setter, its lead and its plug.", false,
                              touch.feeds.fast_mm_min, slot_jogged);
        if (fits) chooseBound();
        auto const look =
            fits ? fmt::format("Is the tool at most {} wide at its end, {} to {} long, {} clear of nut and shoe?",
                               lengthText(fits->widest_mm, units()), lengthNumber(fits->shortest_mm, units()),
                               lengthText(fits->longest_mm, units()), lengthText(fits->least_stick_out_mm, units()))
                 : std::string();
        parts.readySetter(touch, setter, provesSetter(setter, of(kind).from_link && !of(kind).any_tool), ask, look);
        if (!fits) {
            parts.acrossToSetter(setter);
        } else {
            add("", "Safe Z before any X and Y.", RetractTo{machine.safeZ_mm()});
            add("", "", When{slot_mode, 2, false});
            add("", "Across to the setter, Z untouched.", MoveAcross{setter.x_mm, setter.y_mm});
            add("", "", EndWhen{});
            add("", "", When{slot_mode, 2, true});
            add("", "Back down to where it was jogged.",
                StartWhereJogged{slot_start, slot_jogged, slot_begin, machine.safeZ_mm() - parts.parkingZ_mm()});
            add("", "", EndWhen{});
        }
        parts.touchSetter(touch);
    }

    std::string wrongText(char const* what) {
        parts.zero_now = what;
        return parts.alarm("The control kept another figure than it was given; is its unit that of the book?");
    }

    Result<Recipe> retouch() {
        parts.zero_now = "Z zero is still the previous tool's: do not start the job.";
        std::optional<double> known_d_mm;
        if (lacks.numbers) {
            auto const link = zeroing::linkOf(book, setup);
            if (!link) return Failure(link.error());
            if (offsets().size() > 1)
                return fail(Code::NotCarried, {"macro"}, "the links of several work offsets",
                            "Take the others off the list at Zeroing, and set them one by one");
            known_d_mm = link->d_mm();
        }
        add("", "",
            TellLength{
                fmt::format("Sets {} Z. {}", offsetNames(), afterTheEnd(machine, setup.place.work_offset, false)),
                {},
                {},
                {}});
        parts.begin(0);
        requireLinks();
        if (of(kind).changes_tool) change();
        requireTool();
        reach(same_stock);
        SetZeroFromLink set{slot_setter, slot_result, offsets(), addends(touch.lag_mm, {}), {}};
        set.wrong = wrongText("Z zero is wrong now: set it again before anything else.");
        set.known_d_mm = known_d_mm;
        add("", "The setter stands D above work zero: the new zero is that much below this contact.", std::move(set));
        add("", "Safe Z.", RetractTo{machine.safeZ_mm()});
        if (of(kind).changes_tool)
            add("", "Back over where the job stopped, Z up: the job goes down by itself.", MoveBack{slot_x, slot_y});
        add("", "",
            End{fmt::format(
                "Set for this tool: {} Z zero. Other offsets still have the old tool's. {}{} Leave the length "
                "offset off.",
                offsetNames(),
                of(kind).changes_tool ? "The spindle is still off: start it before the job goes on. " : "",
                afterTheEnd(machine, setup.place.work_offset, false))});
        header.push_back(
            fmt::format("Sets: {} Z, each from its own link. Length offset off. Other offsets keep the old "
                        "tool's zero.",
                        offsetNames()));
        return recipe();
    }

    /// Up, to where tools are changed; what turned is still, what holds the work goes on holding it.
    void change() {
        auto const& next = *book.find(setup.change.next);
        add("", "Up, Z alone, with room for a check that goes up.", RetractTo{parts.parkingZ_mm()});
        parts.requireOpen("open-check", "This tells where it stands, and that the input is at rest.",
                          "The input reads contact at rest; look at the setter, its lead and its plug.", false,
                          touch.feeds.fast_mm_min, slot_begin);
        add("", "Where the job stopped.", KeepPlace{slot_x, slot_y});
        add("", "Safe Z before any X and Y.", RetractTo{machine.safeZ_mm()});
        if (setup.change.x_mm && setup.change.y_mm)
            add("", "To where tools are changed.", MoveAcross{*setup.change.x_mm, *setup.change.y_mm});
        add("", "The control takes the number; that the tool has it, only eyes can tell.",
            ChangeTool{next.number,
                       fmt::format("Spindle unable to start, vacuum left on. Put in tool {}, {}: cone and nut clean, "
                                   "tightened as its holder wants it.",
                                   next.number, next.name)});
        header.push_back("Broken off and started again it comes back to where it was started: jog there first.");
        header.push_back(fmt::format("Change to tool {}, {}. Does {{tool change}} move this control by itself, or wait "
                                     "for nobody? Try it first with nothing below.",
                                     next.number, next.name));
    }

    void requireLinks() {
        for (int const n : offsets()) {
            auto const name = workOffsetName(n);
            add("require-link", "Without a true link, and the zero that it belongs to, the new zero would be anywhere.",
                RequireLink{
                    n,
                    parts.alarm(fmt::format("Nothing has moved. There is no link for {} in this unit; run plate "
                                            "zero and link.",
                                            name),
                                false),
                    parts.alarm(fmt::format("Nothing has moved. {} Z was set since its link was made (figures "
                                            "above); run plate zero and link.",
                                            name),
                                false)});
        }
    }

    Result<Recipe> toolLength() {
        auto const basis = zeroing::lengthBasis(book, setup);
        if (!basis) return Failure(basis.error());
        parts.zero_now = "The table is as it was.";
        parts.begin(0);
        requireTool();
        reach("Is the tool in the spindle the one that the control names?");
        SetToolLength set{slot_setter,
                          slot_result,
                          addends(touch.lag_mm, {-basis->contact_mm, basis->length_mm}),
                          machine.length_sign == shop::LengthSign::Negative,
                          {}};
        set.wrong = wrongText("The length in the table is wrong now: measure it again.");
        add("", "The length: what lies between this contact and that of the reference.", std::move(set));
        add("", "Safe Z.", RetractTo{machine.safeZ_mm()});
        add("", "", End{"The length is in the table. Jobs call it with {table length} and the tool's number."});
        header.push_back(
            fmt::format("Lengths count from {}, machine Z {} on the setter.", basis->words, len(basis->contact_mm)));
        return recipe();
    }

    Result<Recipe> tableZero() {
        auto const constant = zeroing::boardConstant(book, setup);
        if (!constant) return Failure(constant.error());
        auto const* and_link = lacks.numbers ? "" : ", and its link"; // which needs a control that keeps numbers
        parts.zero_now = "Z zero is as it was.";
        add("", "",
            TellLength{fmt::format("Sets {} Z. {}", workOffsetName(setup.place.work_offset),
                                   afterTheEnd(machine, setup.place.work_offset)),
                       {},
                       {},
                       {}});
        parts.begin(setup.place.work_offset);
        requireTool();
        reach("Spoilboard not surfaced since its height was measured?");
        add("clear-link", "The new zero makes an older link worthless; its seal is broken first.",
            ClearLink{setup.place.work_offset});
        SetWorkZero set{
            slot_setter, slot_result, setup.place.work_offset, addends(touch.lag_mm, {-constant->b_mm()}), {}};
        set.wrong = wrongText("Z zero is wrong now: set it again before anything else.");
        add("", "The setter stands B above the spoilboard: zero lies that much below this contact.", std::move(set));
        if (!lacks.numbers)
            add("", "D is B, for the tools that follow. Its seal is set last.",
                StoreLink{setup.place.work_offset, slot_setter, slot_result, addends(touch.lag_mm, {})});
        add("", "Safe Z.", RetractTo{machine.safeZ_mm()});
        add("", "",
            End{fmt::format("Set: {} Z zero on the spoilboard{}. {} Go and look before you cut.",
                            workOffsetName(setup.place.work_offset), and_link,
                            afterTheEnd(machine, setup.place.work_offset))});
        header.push_back(fmt::format("Sets: {} Z on the spoilboard, {} below the setter's trip{}.",
                                     workOffsetName(setup.place.work_offset), len(constant->b_mm()), and_link));
        return recipe();
    }

    Result<Recipe> loop(TouchLoop const& plan) {
        parts.zero_now = "Z zero is as it was.";
        parts.begin(0);
        requireTool();
        parts.readySetter(touch, setter, provesSetter(setter, true), {});
        parts.acrossToSetter(at(plan, 0));
        parts.touchSetter(touch);
        tell(1);
        for (int i = 1; i < plan.touches; ++i) {
            add("", "Safe Z before the next one.", RetractTo{machine.safeZ_mm()});
            switch (plan.between) {
            case Between::Nothing: break;
            case Between::MoveAway:
                add("", "Away, and back.", MoveAcross{setter.x_mm + plan.away_mm, setter.y_mm});
                add("", "Back over the setter.", MoveAcross{setter.x_mm, setter.y_mm});
                break;
            case Between::TurnSpindle:
                add("", "The next one at another angle.",
                    Pause{"Spindle stopped and unable to start? Then turn it by an eighth of a turn by hand. "
                          "Hands clear, then resume.",
                          {shop::Act::TurnSpindle}});
                break;
            case Between::HomeAgain:
                add("", "Homed anew: what differs now is the scatter of the home switches.",
                    Pause{"Home all axes again, Z first, hands clear. Then resume.", {shop::Act::HomeAgain}});
                parts.acrossToSetter(setter);
                break;
            case Between::OtherPlace:
                add("", "To the next place on the disc.", MoveAcross{at(plan, i).x_mm, at(plan, i).y_mm});
                break;
            }
            parts.air(touch);
            parts.touchSetter(touch);
            tell(i + 1);
        }
        add("", "Safe Z.", RetractTo{machine.safeZ_mm()});
        add("", "", End{"All readings are taken. Nothing was set."});
        header.push_back(fmt::format("{} readings for a study. Sets nothing.", plan.touches));
        if (plan.between == Between::HomeAgain)
            header.push_back("A control that cannot home while a program waits: stop there, home, start again. The "
                             "first reading of each start is the next of the study.");
        auto made = recipe();
        if (made) made->title = "Readings for a study";
        return made;
    }
    /// Only tools that stay on the disc at every place, and only places that the axes reach.
    Result<void> keepOnDisc(TouchLoop& plan) {
        auto const units_ = book.units();
        double farthest = 0;
        for (auto const& place : plan.places) farthest = std::max(farthest, std::hypot(place[0], place[1]));
        auto const stays = [&](shop::Assembly const& tool) {
            return farthest + tool.contactRadius_mm() <= setter.disc_mm / 2;
        };
        if (auto const* tool = book.find(setup.place.assembly); farthest > 0 && (!tool || !stays(*tool)))
            return fail(Code::NotOnDisc, {"place on the disc"},
                        fmt::format("{}, {} from the middle,", tool ? fmt::format("Tool {}", tool->number) : "The tool",
                                    lengthText(farthest, units_)),
                        lengthText(setter.disc_mm, units_));
        if (farthest > 0)
            std::erase_if(way.rows, [&](auto const& row) {
                for (auto const& [id, tool] : shop::toolsOf(book, setup.place.machine))
                    if (tool->number == row.number) return !stays(*tool);
                return true;
            });
        auto const& x = machine.axes[0];
        auto const& y = machine.axes[1];
        auto const inside = [](shop::AxisTravel const& axis, double mm) {
            return axis.low_mm <= mm && mm <= axis.high_mm;
        };
        if (plan.between == Between::MoveAway && !inside(x, setter.x_mm + plan.away_mm)) plan.away_mm = -plan.away_mm;
        double const away = plan.between == Between::MoveAway ? plan.away_mm : 0;
        for (double const dx : {-farthest, farthest, away})
            for (double const dy : {-farthest, farthest})
                if (!inside(x, setter.x_mm + dx) || !inside(y, setter.y_mm + dy))
                    return fail(Code::NotInTravel, {"readings"},
                                fmt::format("X {} Y {}", lengthText(setter.x_mm + dx, units_),
                                            lengthText(setter.y_mm + dy, units_)),
                                fmt::format("X {} to {}, Y {} to {}", lengthNumber(x.low_mm, units_),
                                            lengthText(x.high_mm, units_), lengthNumber(y.low_mm, units_),
                                            lengthText(y.high_mm, units_)));
        return {};
    }
    /// The setter, counted from where reading i (from 0) is taken.
    shop::ToolSetter at(TouchLoop const& plan, int i) const {
        auto made = setter;
        if (plan.between != Between::OtherPlace) return made;
        made.x_mm += plan.places[static_cast<std::size_t>(i)][0];
        made.y_mm += plan.places[static_cast<std::size_t>(i)][1];
        return made;
    }
    void tell(int nr) {
        add("", "The reading.",
            TellLength{fmt::format("Reading {}: Z", nr), slot_setter, slot_result, addends(touch.lag_mm, {})});
    }

    Result<Recipe> recipe() {
        describe();
        return Recipe{title(kind), std::move(header), machine.units, std::move(parts.steps)};
    }
};

} // namespace

namespace {

/// Where the override is not locked, a knob at its end must still find the setter softly.
zeroing::ProbingFeeds feedsAt(shop::Machine const& machine, shop::ToolSetter const& setter, Lacks const& lacks) {
    auto feeds = zeroing::feedsFor(machine, setter);
    feeds.fast_mm_min /= lacks.most_override;
    return feeds;
}

} // namespace

Result<Recipe> setterRecipe(Kind kind, facts::Reader const& book, shop::ZeroSetup const& setup, Lacks lacks) {
    auto const* setter = book.find(setup.place.setter);
    if (!setter) return fail(Code::NoSetter, {"setter"});
    auto const toucher = zeroing::toucherOf(book, setup.place, shop::Target::Setter, setter->practice.read_on);
    if (!toucher) return Failure(toucher.error());
    auto const& machine = toucher->machine;
    SetterBuilder b{kind,    book,    setup,
                    machine, *setter, planTouch(machine, feedsAt(machine, *setter, lacks), setter->practice, true),
                    lacks};
    if (auto const next = b.checkChange(); !next) return Failure(next.error());
    if (auto const tools = b.findTools(); !tools) return Failure(tools.error());
    if (of(kind).sets == Sets::Length) return b.toolLength();
    return of(kind).from_board ? b.tableZero() : b.retouch();
}

Result<Recipe> loopRecipe(facts::Reader const& book, shop::ZeroSetup const& setup, TouchLoop loop) {
    auto const* setter = book.find(setup.place.setter);
    if (!setter) return fail(Code::NoSetter, {"setter"});
    if (loop.touches < 2 || loop.touches > most_loop_touches)
        return fail(Code::OutOfRange, {"readings"}, std::to_string(loop.touches),
                    fmt::format("2 to {}", most_loop_touches));
    if (loop.between == Between::OtherPlace && loop.places.size() != static_cast<std::size_t>(loop.touches))
        return fail(Code::FewReadings, {"places on the disc"}, std::to_string(loop.places.size()),
                    std::to_string(loop.touches));
    auto const toucher = zeroing::toucherOf(book, setup.place, shop::Target::Setter, setter->practice.read_on);
    if (!toucher) return Failure(toucher.error());
    auto once = setter->practice;
    once.touches = 1; // each reading is one touch: the mean of several scatters less
    if (!loop.air) once.air_output.reset();
    SetterBuilder b{
        Kind::Retouch, book,
        setup,         toucher->machine,
        *setter,       planTouch(toucher->machine, feedsAt(toucher->machine, *setter, loop.lacks), once, true),
        loop.lacks};
    if (auto const tools = b.findTools(); !tools) return Failure(tools.error());
    if (auto const clear = b.keepOnDisc(loop); !clear) return Failure(clear.error());
    return b.loop(loop);
}

} // namespace steady::macros
