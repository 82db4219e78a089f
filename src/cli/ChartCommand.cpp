// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/StudyFiles.h"

#include "core/base/Json.h"
#include "core/quantity/Units.h"
#include "core/statistics/ControlChart.h"

#include <fmt/format.h>
#include <iostream>
#include <nlohmann/json.hpp>

namespace steady::cli {
namespace {

struct Options : ReadingsOptions {
    std::string path;
};

int chart(Options const& options, Streams streams) {
    auto const values = readReadings(options.path, options);
    if (!values) return refuse(values.error(), streams);
    auto const found = statistics::controlChart(*values);
    if (options.json) {
        Json signals = Json::array();
        for (auto const& each : found.signals) signals.push_back({{"index", each.index}, {"rule", word(each.rule)}});
        streams.out << dumpJson(Json{{"centre_mm", found.centre},
                                     {"moving_range_mm", found.moving_range},
                                     {"upper_mm", found.upper},
                                     {"lower_mm", found.lower},
                                     {"signals", std::move(signals)}},
                                2)
                    << "\n";
    } else {
        auto mm = [](double value) { return lengthText(value, UnitSystem::Metric); };
        streams.out << fmt::format("centre {}, limits {} to {}\n", mm(found.centre), mm(found.lower), mm(found.upper));
        for (auto const& each : found.signals)
            streams.out << fmt::format("reading {}: {}\n", each.index + 1,
                                       each.rule == statistics::ChartRule::BeyondLimit ? "beyond a limit"
                                       : each.rule == statistics::ChartRule::NineOnOneSide
                                           ? "the ninth on one side"
                                           : "the sixth in a row one way");
    }
    return found.signals.empty() ? good : judged_bad;
}

} // namespace

std::function<int()> addChart(CLI::App& app, Streams streams) {
    auto o = std::make_shared<Options>();
    app.add_option("file", o->path, "CSV with the check readings, in their order")->required();
    o->addColumn(app);
    o->addUnit(app);
    o->addJson(app);
    return [o, streams] { return chart(*o, streams); };
}

} // namespace steady::cli
