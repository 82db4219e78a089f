// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/macros/SetterBuilder.h"

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

Result<void> SetterBuilder::findTools() {
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

std::vector<int> SetterBuilder::offsets() const {
    std::vector<int> all{setup.place.work_offset};
    for (int const n : setup.plan.also_offsets)
        if (std::find(all.begin(), all.end(), n) == all.end()) all.push_back(n);
    return all;
}

std::string SetterBuilder::offsetNames() const {
    std::string text;
    for (int const n : offsets()) text += (text.empty() ? "" : ", ") + workOffsetName(n);
    return text;
}

void SetterBuilder::describe() {
    header.push_back(fmt::format("Setter: {}, at machine X {} Y {}.", setter.name, len(setter.x_mm), len(setter.y_mm)));
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
        header.push_back(lacks.numbers || of(kind).byClamp()
                             ? "Goes up before it goes across."
                             : "Goes up before it goes across. The control must know the tool's number, by "
                               "{tool change} or {tool named}.");
}

void SetterBuilder::describeAny() {
    int const typed = machine.behaviour.scratch_parameter + slot_typed.number - 1;
    header.push_back(fmt::format("For any tool at most {} wide at its end, {} to {} long below the spindle face.",
                                 len(fits->widest_mm), lengthFigure(fits->shortest_mm, units()),
                                 len(fits->longest_mm)));
    header.push_back(fmt::format("Its tip at least {} below nut and holder.", len(fits->least_stick_out_mm)));
    // A length that fits, as a rule would give it in the control's own unit.
    double const such_mm = (fits->shortest_mm + fits->longest_mm) / 2;
    auto const such = units() == UnitSystem::Metric ? plainNumber(such_mm, 1) : plainNumber(such_mm / mm_per_inch, 2);
    header.push_back(fmt::format("Before the start: type its length to within {}, such as #{}={}, or",
                                 plusMinusText(fits->estimate_error_mm, units()), typed, such));
    header.push_back(fmt::format("jog it over the disc, tip {} to {} above it{}", len(fits->least_jog_mm),
                                 len(fits->most_jog_mm),
                                 fits->free ? ", or neither: the overtravel contact is in the stop chain." : "."));
    std::string wide;
    for (int const number : too_wide) wide += fmt::format("{}{}", wide.empty() ? "" : ", ", number);
    if (!wide.empty()) header.push_back("Not for tools " + wide + ": they do not fit on the disc.");
}

void SetterBuilder::requireTool() {
    if (!fits)
        return of(kind).changes_tool ? parts.requireToolOnSetter(way, "Z is up.") : parts.requireToolOnSetter(way);
    if (!too_wide.empty())
        add("require-tool", "A tool that is known not to fit stays away from the setter.",
            RequireToolNot{too_wide,
                           parts.alarm("Nothing has moved. This tool does not fit on the setter's disc.", false)});
}

void SetterBuilder::chooseBound() {
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
    bound.jogged_below_mm = parts.startZ_mm();
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

void SetterBuilder::reach(std::string const& ask) {
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
        add("", "Back down to where it was jogged.", StartWhereJogged{slot_start, slot_jogged, slot_begin});
        add("", "", EndWhen{});
    }
    parts.touchSetter(touch);
}

std::string SetterBuilder::wrongText(char const* what) {
    parts.zero_now = what;
    return parts.alarm("The control kept another figure than it was given; is its unit that of the book?");
}

Result<Recipe> SetterBuilder::recipe() {
    describe();
    header.push_back("First run: hand at the stop, low rapid override, the shortest tool.");
    return Recipe{title(kind), std::move(header), machine.units, std::move(parts.steps)};
}

zeroing::ProbingFeeds feedsAt(shop::Machine const& machine, shop::ToolSetter const& setter, Lacks const& lacks) {
    auto feeds = zeroing::feedsFor(machine, setter);
    feeds.fast_mm_min /= lacks.most_override;
    return feeds;
}

} // namespace steady::macros
