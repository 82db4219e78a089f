// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/BookOptions.h"

#include "core/base/Json.h"
#include "core/changer/CarouselTable.h"
#include "core/changer/Clearances.h"
#include "core/machine/Run.h"
#include "core/macros/ChangeSteps.h"
#include "core/macros/RackRecipe.h"
#include "core/macros/RingRecipe.h"

#include <fmt/format.h>
#include <nlohmann/json.hpp>

namespace steady::cli {
namespace {

struct SequenceOptions {
    BookOptions book;
    int from = -1, to = 0;
    bool json = false;
};

Result<shop::ZeroSetup> asked(facts::Reader const& book, shop::ZeroSetup setup, SequenceOptions const& options) {
    auto const numbered = [&](int number, char const* option) -> Result<Id<shop::Assembly>> {
        for (auto const& [id, tool] : shop::toolsOf(book, setup.place.machine))
            if (tool->number == number) return id;
        return fail(Code::OutOfRange, {option}, std::to_string(number), "the tools of the book");
    };
    if (options.from > 0) {
        auto const id = numbered(options.from, "--from");
        if (!id) return Failure(id.error());
        setup.place.assembly = *id;
    } else if (options.from == 0) {
        setup.place.assembly = {};
    }
    if (options.to > 0) {
        auto const id = numbered(options.to, "--to");
        if (!id) return Failure(id.error());
        setup.change.next = *id;
    }
    return setup;
}

/// At the machine's carousel, where it has no rack.
Result<std::pair<safety::Rehearsal, std::vector<macros::ChangeStep>>> stepsOf(facts::Reader const& book,
                                                                              shop::ZeroSetup const& setup) {
    bool const at_ring =
        changer::racksOf(book, setup.place.machine).empty() && changer::carouselOf(book, setup.place.machine);
    auto made = safety::rehearse(book, setup, at_ring ? macros::Kind::CarouselChange : macros::Kind::RackChange);
    if (!made) return Failure(made.error());
    auto const& recipe = made->macro.recipe;
    std::vector<macros::ChangeStep> steps;
    if (at_ring) {
        auto const plan = *macros::planRing(book, setup); // the recipe has been made of it
        steps = macros::changeSteps(recipe, plan.carousel, plan.pocketOf(setup.place.assembly));
    } else {
        auto const* tool = book.find(setup.place.assembly);
        steps = macros::changeSteps(recipe, macros::planRack(book, setup)->rack.drive, tool ? tool->number : 0);
    }
    return std::pair{std::move(*made), std::move(steps)};
}

int sequence(SequenceOptions const& options, Streams streams) {
    auto const opened = options.book.open();
    if (!opened) return refuse(opened.error(), streams);
    auto const& book = opened->first;
    auto const setup = asked(book, opened->second, options);
    if (!setup) return refuse(setup.error(), streams);
    auto const found = stepsOf(book, *setup);
    if (!found) return refuse(found.error(), streams);
    auto const& [made, steps] = *found;
    auto const run = machine::run(machine::load(made.macro.text, safety::dialectOf(made.world())), made.world());
    if (!options.json) {
        int nr = 0;
        for (auto const& step : steps)
            streams.out << fmt::format("{} {}{}\n", ++nr, step.text, step.limit_s ? " Otherwise: " + step.way_out : "");
        streams.out << fmt::format("{:.0f} s\n", run.elapsed_s);
        return good;
    }
    Json list = Json::array();
    for (auto const& step : steps) {
        Json each{{"text", step.text},
                  {"told_open", step.told_open},
                  {"expect", {{"open", step.open}, {"held", step.held}}},
                  {"limit_s", nullptr},
                  {"input", nullptr},
                  {"way_out", nullptr}};
        if (step.limit_s) {
            each["limit_s"] = *step.limit_s;
            each["way_out"] = step.way_out;
        }
        if (step.input) each["input"] = *step.input;
        list.push_back(std::move(each));
    }
    streams.out << dumpJson(Json{{"steps", std::move(list)}, {"seconds", run.elapsed_s}}, 2) << "\n";
    return good;
}

} // namespace

std::function<int()> addSequence(CLI::App& app, Streams streams) {
    auto options = std::make_shared<SequenceOptions>();
    app.add_option("--book", options->book.book, "The book, a .pinbook file")->required();
    app.add_option("--machine", options->book.machine, "Name of the machine; otherwise the one in use");
    app.add_option("--from", options->from, "Number of the tool in the spindle, 0 for none; otherwise the book's");
    app.add_option("--to", options->to, "Number of the tool that is fetched; otherwise the book's");
    app.add_flag("--json", options->json, "Print the result as JSON");
    return [options, streams] { return sequence(*options, streams); };
}

} // namespace steady::cli
