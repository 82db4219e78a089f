// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/Command.h"

#include "core/base/Json.h"
#include "core/changer/Carousel.h"

#include <fmt/format.h>
#include <nlohmann/json.hpp>

namespace steady::cli {
namespace {

struct OrderOptions {
    std::vector<int> pockets;
    int places = 0, at = 1;
    double seconds = 0.3; // a place; common practice
    bool json = false;
};

int order(OrderOptions const& options, Streams streams) {
    auto const best = changer::leastTurning(options.pockets, options.at, options.places);
    if (!best) return refuse(best.error(), streams);
    double const seconds = best->turned * options.seconds;
    if (options.json) {
        streams.out << dumpJson(Json{{"order", best->order},
                                     {"slots_turned", best->turned},
                                     {"slots_turned_as_given", best->turned_as_given},
                                     {"seconds", seconds}},
                                2)
                    << "\n";
        return good;
    }
    std::string words;
    for (int const pocket : best->order) words += fmt::format("{}{}", words.empty() ? "" : ", ", pocket);
    streams.out << fmt::format("{}: {} places turned, {:.1f} s; as given {}.\n", words, best->turned, seconds,
                               best->turned_as_given);
    return good;
}

} // namespace

std::function<int()> addPocketOrder(CLI::App& app, Streams streams) {
    auto options = std::make_shared<OrderOptions>();
    app.add_option("pockets", options->pockets, "The pockets of the job's tools, in the order of the job")
        ->required()
        ->delimiter(',');
    app.add_option("--places", options->places, "How many pockets the carousel has")->required();
    app.add_option("--at", options->at, "The pocket that stands at the spindle now (1)");
    app.add_option("--seconds", options->seconds, "How long it turns for a place, s (0.3)")
        ->check(CLI::Range(0.0, 600.0));
    app.add_flag("--json", options->json, "Print the result as JSON");
    return [options, streams] { return order(*options, streams); };
}

} // namespace steady::cli
