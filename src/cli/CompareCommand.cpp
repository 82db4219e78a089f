// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/StudyFiles.h"

#include "core/base/Json.h"
#include "core/quantity/Units.h"
#include "core/statistics/Compare.h"
#include "core/statistics/Summary.h"

#include <fmt/format.h>
#include <iostream>
#include <nlohmann/json.hpp>

namespace steady::cli {
namespace {

struct Options : ReadingsOptions {
    std::string a, b;
    std::optional<double> margin;
};

int compare(Options const& options, Streams streams) {
    auto const a = readReadings(options.a, options);
    if (!a) return refuse(a.error(), streams);
    auto const b = readReadings(options.b, options);
    if (!b) return refuse(b.error(), streams);
    double const difference_mm = statistics::summarise(*b).mean - statistics::summarise(*a).mean;
    auto const welch = statistics::welch(*a, *b);
    auto const spread = statistics::brownForsythe({*a, *b});
    std::optional<double> agree_p;
    if (options.margin) agree_p = statistics::tost(*a, *b, *options.margin * options.unit_mm());
    std::optional<bool> agree;
    if (options.margin) agree = agree_p && *agree_p < 1 - options.confidence;
    if (options.json) {
        streams.out << dumpJson(Json{{"mean_difference_mm", difference_mm},
                                     {"welch_p", welch ? Json(welch->p) : Json(nullptr)},
                                     {"brown_forsythe_p", spread ? Json(spread->p) : Json(nullptr)},
                                     {"tost_p", agree_p ? Json(*agree_p) : Json(nullptr)},
                                     {"agree", agree ? Json(*agree) : Json(nullptr)}},
                                2)
                    << "\n";
    } else {
        streams.out << fmt::format("B less A: {}\n", lengthText(difference_mm, UnitSystem::Metric, Sign::Always));
        if (!welch) streams.out << "Neither scatters, or there are too few: nothing is said about chance\n";
        if (welch)
            streams.out << fmt::format("95 % limits of that: {} to {}; p of no difference {:.3g}\n",
                                       lengthText(welch->limits.low, UnitSystem::Metric, Sign::Always),
                                       lengthText(welch->limits.high, UnitSystem::Metric, Sign::Always), welch->p);
        if (spread) streams.out << fmt::format("p of the same scatter: {:.3g}\n", spread->p);
        if (agree)
            streams.out << (*agree ? "They agree within the margin\n"
                                   : "Not shown: that they agree within the margin\n");
    }
    return agree.value_or(true) ? good : judged_bad;
}

} // namespace

std::function<int()> addCompare(CLI::App& app, Streams streams) {
    auto o = std::make_shared<Options>();
    app.add_option("a", o->a, "CSV with the readings of A")->required();
    app.add_option("b", o->b, "CSV with the readings of B")->required();
    o->addColumn(app);
    o->addUnit(app);
    app.add_option("--margin", o->margin, "Within which they are to agree, in the unit")->check(CLI::PositiveNumber);
    o->addShares(app);
    o->addJson(app);
    return [o, streams] { return compare(*o, streams); };
}

} // namespace steady::cli
