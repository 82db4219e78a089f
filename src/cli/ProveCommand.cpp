// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/BookOptions.h"

#include "core/base/Json.h"
#include "core/changer/CarouselTable.h"
#include "core/changer/Proving.h"
#include "core/changer/Rack.h"

#include <fmt/format.h>
#include <nlohmann/json.hpp>

namespace steady::cli {
namespace {

int prove(BookOptions const& options, bool json, Streams streams) {
    auto const opened = options.open();
    if (!opened) return refuse(opened.error(), streams);
    auto const& [book, setup] = *opened;
    auto const racks = changer::racksOf(book, setup.place.machine);
    auto const* ring = book.find(changer::carouselOf(book, setup.place.machine));
    if (racks.empty() && !ring)
        return refuse(Error{Code::Missing, {"rack"}, "A rack or a carousel of this machine", "Add one at Changer."},
                      streams);
    auto const proved = racks.empty() ? changer::provedOf(*ring) : changer::provedOf(*book.find(racks.front()));
    auto const sequence = changer::provingOf(proved, setup.place.assembly);
    if (!sequence) return refuse(sequence.error(), streams);
    auto const counted = changer::countedOf(proved);
    if (!json) {
        int nr = 0;
        for (auto const& step : *sequence)
            streams.out << fmt::format("{} {} {}\n", ++nr, changer::stepWords(step, proved),
                                       changer::expectedWords(step, proved));
        for (auto const& each : changer::judgeProving(proved)) streams.out << each.headline << " " << each.text << "\n";
        return counted.failures > 0 ? judged_bad : good;
    }
    // Pockets by their numbers; 0: the empty spindle.
    auto const number = [&](int pocket) {
        return pocket < 0 ? 0 : proved.places[static_cast<std::size_t>(pocket)].number;
    };
    Json calls = Json::array();
    int spindle = 0, picks = 0, drops = 0;
    for (auto const& place : proved.places) picks += place.counts.picks, drops += place.counts.drops;
    for (auto const& step : *sequence) {
        Json full = Json::array();
        for (std::size_t i = 0; i < step.full.size(); ++i)
            if (step.full[i]) full.push_back(proved.places[i].number);
        calls.push_back({{"by", step.slid_from ? "hand" : "machine"},
                         {"from", step.slid_from ? number(*step.slid_from) : spindle},
                         {"to", number(step.pocket)},
                         {"expect", {{"spindle", number(step.spindle)}, {"full", std::move(full)}}}});
        spindle = number(step.spindle);
    }
    streams.out << dumpJson(Json{{"calls", std::move(calls)},
                                 {"hold_points", changer::provingStages(proved)},
                                 {"changes_counted", picks}, // each takes a tool
                                 {"picks", picks},
                                 {"drops", drops},
                                 {"failures", counted.failures},
                                 {"success_lower_95", counted.at_least}},
                            2)
                << "\n";
    return counted.failures > 0 ? judged_bad : good;
}

} // namespace

std::function<int()> addProve(CLI::App& app, Streams streams) {
    auto json = std::make_shared<bool>(false);
    auto options = std::make_shared<BookOptions>();
    options->addPlace(app);
    app.add_flag("--json", *json, "Print the result as JSON");
    return [options, json, streams] { return prove(*options, *json, streams); };
}

} // namespace steady::cli
