// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/advice/MapAdvice.h"

#include "core/quantity/Units.h"
#include "core/shop/Taken.h"
#include "core/statistics/Quantiles.h"
#include "core/statistics/Summary.h"
#include "core/studies/Tilt.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <fmt/ranges.h>
#include <numbers>
#include <set>

namespace steady::advice {
namespace {

using zeroing::Judgement;

constexpr double day_ms = 86'400'000.0;
constexpr std::int64_t tilt_draws = 100'000;

/// Diameters of the rim cutters of the study's machine that fit on the map, each once.
std::vector<double> rimDiameters(facts::Reader const& book, shop::Study const& study, double reach_mm) {
    std::set<double> all;
    for (auto const& [id, tool] : shop::toolsOf(book, study.machine))
        if (double const rim = tool->contactRadius_mm(); rim > 0 && rim <= reach_mm) all.insert(2 * rim);
    return {all.begin(), all.end()};
}

} // namespace

std::vector<statistics::SurfacePoint> screwsOf(facts::Reader const& book, shop::Study const& study,
                                               std::optional<studies::MapResult> const& map) {
    if (!map || !study.setter) return {};
    shop::Mounting const* mounting = nullptr;
    for (auto const& [id, each] : book.all<shop::Mounting>())
        if (each->setter == study.setter) mounting = each.get();
    if (!mounting || mounting->holes < 3) return {};
    std::vector<statistics::SurfacePoint> screws;
    for (int i = 0; i < mounting->holes; ++i) {
        double const angle =
            mounting->holes_turned_deg * std::numbers::pi / 180 + 2 * std::numbers::pi * i / mounting->holes;
        screws.push_back(
            {mounting->hole_circle_mm / 2 * std::cos(angle), mounting->hole_circle_mm / 2 * std::sin(angle), 0});
    }
    auto const under = statistics::shims(map->surface, screws);
    for (std::size_t i = 0; i < screws.size(); ++i) screws[i].z_mm = under[i];
    return screws;
}

std::vector<Judgement> mapJudgements(facts::Reader const& book, shop::Study const& study,
                                     std::optional<studies::MapResult> const& map,
                                     std::optional<studies::MapResult> const& before, studies::TouchingEnd const& end) {
    auto const units = book.units();
    auto const len = [&](double mm, Sign sign = Sign::AsNeeded) { return lengthText(mm, units, sign); };
    if (!map)
        return {{Severity::Note,
                 "A map begins with three places.",
                 "Not all on one line; six tell a dome. Use a point, so that only the middle touches.",
                 {}}};
    std::vector<Judgement> said;
    double const tilt_deg = map->surface.tilt_rad * 180 / std::numbers::pi;
    double const over = std::tan(map->surface.tilt_rad) * 2 * map->reach_mm;
    said.push_back(
        {Severity::Note,
         fmt::format("Tilt {:.3f}°, dome {}.", tilt_deg, len(map->dome_mm, Sign::Always)),
         fmt::format("From edge to edge the tilt makes {}; what the plane leaves spans {}; all readings span "
                     "{}.",
                     len(over), len(map->surface.peak_to_valley_mm), len(map->spread_mm)),
         {}});
    for (auto const& ring : map->rings)
        said.back().why.push_back(
            fmt::format("Ring at {}: {} readings, spread {}", len(ring.radius_mm), ring.n, len(ring.spread_mm)));
    said.back().why.push_back(fmt::format("Scatter about the plane {}, about the quadratic {} (standard deviation).",
                                          len(map->surface.plane_s_mm), len(map->surface.quadratic_s_mm)));
    double const here = studies::error_mm(map->surface, end);
    said.push_back(
        {Severity::Note,
         end.diameter_mm > 0 ? fmt::format("A rim of {} there: {}.", len(end.diameter_mm), len(here, Sign::Always))
                             : fmt::format("A point there: {}.", len(here, Sign::Always)),
         "Measured too long by that, below 0 too short, against a point in the middle. Drag it over the picture.",
         {}});
    if (auto const widths = rimDiameters(book, study, map->reach_mm); !widths.empty()) {
        Judgement made{Severity::Note, "Each cutter in the middle", "", {}};
        std::vector<std::string> parts;
        for (double const width : widths)
            parts.push_back(
                fmt::format("{}: {}", len(width), len(studies::error_mm(map->surface, {width}), Sign::Always)));
        made.text = fmt::format("{}.", fmt::join(parts, "; "));
        said.push_back(std::move(made));
    }
    if (auto const wanted = study.question.requirement_mm) {
        bool const holds = std::abs(here) <= *wanted;
        said.push_back({holds ? Severity::Note : Severity::Attention,
                        holds ? "Within what is asked there." : "More than is asked there.",
                        fmt::format("{} of {}.", len(std::abs(here)), plusMinusText(*wanted, units)),
                        {}});
    }
    if (auto const screws = screwsOf(book, study, map); !screws.empty()) {
        std::vector<std::string> parts;
        for (std::size_t i = 0; i < screws.size(); ++i)
            parts.push_back(fmt::format("screw {}: {}", i + 1, len(screws[i].z_mm)));
        said.push_back({Severity::Note,
                        "To level it, shims go under",
                        fmt::format("{}. Then map it again.", fmt::join(parts, ", ")),
                        {}});
    }
    if (before)
        said.push_back({Severity::Note,
                        "Before and after",
                        fmt::format("Tilt {:.3f}° before, {:.3f}° now; readings spanned {}, now {}.",
                                    before->surface.tilt_rad * 180 / std::numbers::pi, tilt_deg, len(before->spread_mm),
                                    len(map->spread_mm)),
                        {}});
    return said;
}

std::vector<Judgement> pairsJudgements(facts::Reader const& book, shop::Study const& study,
                                       std::vector<studies::LengthPair> const& pairs,
                                       std::optional<studies::PairResult> const& result,
                                       facts::Holding const& holding) {
    auto const units = book.units();
    auto const len = [&](double mm, Sign sign = Sign::AsNeeded) { return lengthText(mm, units, sign); };
    if (!result)
        return {{Severity::Note,
                 "It takes two tools, each by both ways.",
                 "Prove the height gauge on blocks first: what it gets wrong is taken for the setter’s.",
                 {}}};
    std::vector<Judgement> said;
    if (holding.state != facts::Hold::Holds)
        said.push_back({Severity::Bad, "It is void.", facts::reasonOf(holding), {}});
    double const n = static_cast<double>(pairs.size());
    double const error = statistics::studentQuantile(0.975, n - 1) * result->s_mm / std::sqrt(n);
    said.push_back({Severity::Note,
                    fmt::format("The setter reads {} against the gauge.", len(result->bias_mm, Sign::Always)),
                    fmt::format("{} for the mean; single tools lie between {} and {}.", plusMinusText(error, units),
                                len(result->low_mm, Sign::Always), len(result->high_mm, Sign::Always)),
                    {}});
    double shortest = pairs.front().gauge_mm, longest = shortest;
    std::size_t rims = 0;
    for (auto const& pair : pairs) {
        shortest = std::min(shortest, pair.gauge_mm), longest = std::max(longest, pair.gauge_mm);
        rims += pair.rim;
    }
    for (auto const& model : result->models) {
        std::string words = fmt::format("{}: residual {}, left out {}", model.name, len(model.residual_s_mm),
                                        len(model.leave_one_out_mm));
        static constexpr char const* of[] = {"", " per mm of length", " per mm of diameter"};
        for (std::size_t i = 1; i < model.coefficients.size(); ++i)
            words += fmt::format("; {:+.6f}{} (± {:.6f} standard)", model.coefficients[i], of[i], model.errors[i]);
        said.back().why.push_back(std::move(words));
    }
    // What the cosine of the longest tool alone would tell, drawn from how well both lengths are known.
    auto const& long_one = *std::max_element(pairs.begin(), pairs.end(),
                                             [](auto const& a, auto const& b) { return a.gauge_mm < b.gauge_mm; });
    double const half = std::max(study.known_error_mm, study.conditions.step_mm.value_or(0.01));
    double const read = long_one.setter_mm - result->bias_mm;
    if (auto const tilt = studies::tiltFromLengths({long_one.gauge_mm - half, long_one.gauge_mm + half},
                                                   {read - half, read + half}, tilt_draws, 1, 1))
        said.back().why.push_back(
            fmt::format("By the cosine of the longest tool alone, lengths known to {}: a tilt of "
                        "{:.2f}° to {:.2f}° would fit (95 % of {} draws). Rims tell it far sharper.",
                        plusMinusText(half, units), tilt->low_deg, tilt->high_deg, tilt_draws));
    auto const best = std::min_element(result->models.begin(), result->models.end(), [](auto const& a, auto const& b) {
        return a.leave_one_out_mm < b.leave_one_out_mm;
    });
    if (best != result->models.end() && best != result->models.begin())
        said.push_back(
            {Severity::Attention,
             std::string_view(best->name) == "length" ? "It grows with the length." : "It grows with the diameter.",
             "A model of that predicts tools that were left out better than the bias alone. Find the cause "
             "before you use it: a model hides what mechanics can mend.",
             {}});
    if (rims > 0 && rims < pairs.size())
        for (bool const rim : {false, true}) {
            std::vector<double> off;
            for (auto const& pair : pairs)
                if (pair.rim == rim) off.push_back(pair.setter_mm - pair.gauge_mm);
            auto const summary = statistics::summarise(off);
            said.push_back({Severity::Note,
                            rim ? "Touching on the rim" : "Touching with a point",
                            fmt::format("{} tools: {} on the average, span {}.", summary.n,
                                        len(summary.mean, Sign::Always), len(summary.range())),
                            {}});
        }
    said.push_back({Severity::Note,
                    "How far it may be trusted",
                    fmt::format("From {} to {} long, and never beyond. It is void as soon as setter, head, spindle or "
                                "gauge is touched.",
                                len(shortest), len(longest)),
                    {}});
    if (study.question.requirement_mm) {
        double const worst = std::max(std::abs(result->low_mm), std::abs(result->high_mm));
        bool const holds = worst <= *study.question.requirement_mm;
        said.push_back({holds ? Severity::Note : Severity::Attention,
                        holds ? "They agree." : "They do not agree.",
                        fmt::format("Single tools are off by up to {}, of {} asked for.", len(worst),
                                    plusMinusText(*study.question.requirement_mm, units)),
                        {}});
    }
    return said;
}

statistics::ControlChart chartOf(shop::Study const& study, std::vector<double> const& values) {
    auto const base = std::min(values.size(), static_cast<std::size_t>(study.baseline.value_or(0)));
    return base < 2 ? statistics::controlChart(values) : statistics::controlChart(values, base);
}

std::vector<Judgement> checkJudgements(facts::Reader const& book, shop::Study const& study,
                                       shop::Readings const& readings, std::int64_t now_utc_ms) {
    auto const units = book.units();
    std::vector<double> values;
    for (auto const& each : readings)
        if (!each.withdrawn) values.push_back(each.value_mm);
    if (values.size() < 2)
        return {{Severity::Note,
                 "Two check readings, and limits can be drawn.",
                 "The same tool, the same touch, each time it is due.",
                 {}}};
    auto const chart = chartOf(study, values);
    std::vector<Judgement> said;
    if (chart.signals.empty()) {
        said.push_back({Severity::Note, "No sign of a shift.", "", {}});
    } else {
        auto const& last = chart.signals.back();
        char const* what = last.rule == statistics::ChartRule::BeyondLimit ? "lies beyond a limit"
                           : last.rule == statistics::ChartRule::NineOnOneSide
                               ? "is the ninth on one side of the centre"
                               : "is the sixth in a row that goes one way";
        said.push_back({Severity::Attention,
                        "It has shifted.",
                        fmt::format("Reading {} {}. Something has moved, worn or warmed: look, and measure again what "
                                    "rests on it.",
                                    last.index + 1, what),
                        {}});
        for (auto const& signal : chart.signals)
            said.back().why.push_back(fmt::format("reading {}: {}", signal.index + 1, word(signal.rule)));
    }
    said.push_back({Severity::Note,
                    fmt::format("Limits {} to {}.", lengthText(chart.lower, units), lengthText(chart.upper, units)),
                    fmt::format("Centre {}; from one reading to the next they move by {} on the average.",
                                lengthText(chart.centre, units), lengthText(chart.moving_range, units)),
                    {}});
    if (auto const* last = shop::lastTaken(readings); last && study.every_days) {
        double const since = static_cast<double>(now_utc_ms - last->at_utc_ms) / day_ms;
        double const left = *study.every_days - since;
        said.push_back({left < 0 ? Severity::Attention : Severity::Note,
                        left < 0 ? "A reading is due." : "The next reading",
                        left < 0 ? fmt::format("The last one is {:.0f} days old.", since)
                                 : fmt::format("In {:.0f} days.", std::ceil(left)),
                        {}});
    }
    return said;
}

} // namespace steady::advice
