// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// Readings for a study: the setter touched again and again.
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
namespace {

struct Readings : SetterBuilder {
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
        if (made && of(kind).loop == Loop::No) made->title = "Readings for a study";
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
};

} // namespace

Result<Recipe> loopRecipe(facts::Reader const& book, shop::ZeroSetup const& setup, TouchLoop loop, Kind kind) {
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
    Readings b{{kind, book, setup, toucher->machine, *setter,
                planTouch(toucher->machine, feedsAt(toucher->machine, *setter, loop.lacks), once, true), loop.lacks}};
    if (auto const tools = b.findTools(); !tools) return Failure(tools.error());
    if (auto const clear = b.keepOnDisc(loop); !clear) return Failure(clear.error());
    return b.loop(loop);
}

namespace {

/// Three by three, as far out as the tool stays on the disc; the middle first, and last.
std::vector<std::array<double, 2>> gridOn(shop::ToolSetter const& setter, shop::Assembly const* tool) {
    constexpr double used = 0.9; // of what the tool's end leaves of the disc
    double const out_mm = used * (setter.disc_mm / 2 - (tool ? tool->contactRadius_mm() : 0)) / std::sqrt(2.0);
    std::vector<std::array<double, 2>> places{{0, 0}};
    for (int row = -1; row <= 1; ++row)
        for (int column = -1; column <= 1; ++column)
            if (row != 0 || column != 0) places.push_back({column * out_mm, row * out_mm});
    places.push_back({0, 0});
    return places;
}

} // namespace

Result<Recipe> readingsRecipe(Kind kind, facts::Reader const& book, shop::ZeroSetup const& setup, Lacks lacks) {
    auto const* setter = book.find(setup.place.setter);
    if (!setter) return fail(Code::NoSetter, {"setter"});
    TouchLoop loop;
    loop.lacks = lacks;
    loop.touches = 10;
    if (of(kind).loop == Loop::HomedAnew) {
        loop.between = Between::HomeAgain;
        loop.touches = 6;
    }
    if (of(kind).loop == Loop::OverDisc) {
        loop.between = Between::OtherPlace;
        loop.places = gridOn(*setter, book.find(setup.place.assembly));
        loop.touches = static_cast<int>(loop.places.size());
    }
    return loopRecipe(book, setup, std::move(loop), kind);
}

} // namespace steady::macros
