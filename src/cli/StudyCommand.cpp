// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/StudyFiles.h"

#include "core/base/Json.h"
#include "core/quantity/Units.h"
#include "core/studies/StudyJudge.h"

#include <fmt/format.h>
#include <iostream>
#include <nlohmann/json.hpp>

namespace steady::cli {
namespace {

struct Options : ReadingsOptions {
    std::string path;
    double resolution = 0;
    std::optional<double> requirement, centre;
    int use = 0;
};

Json toJson(studies::StudyResult const& r, std::optional<double> const& requirement_mm) {
    auto maybe = [](auto const& value) { return value ? Json(*value) : Json(nullptr); };
    auto low = [](auto const& limits) { return limits ? Json(limits->low) : Json(nullptr); };
    auto high = [](auto const& limits) { return limits ? Json(limits->high) : Json(nullptr); };
    Json findings = Json::array();
    for (auto const& each : r.findings)
        findings.push_back({{"code", each.code},
                            {"severity", each.severity == Severity::Note        ? "note"
                                         : each.severity == Severity::Attention ? "attention"
                                                                                : "bad"},
                            {"text", each.text}});
    // The plain figure, whatever way the verdict went.
    Json const plain = r.margin_percent ? Json(100 * *r.k * r.s_eff_mm / *requirement_mm) : Json(nullptr);
    return {{"n", r.n},
            {"mean_mm", r.mean_mm},
            {"s_mm", r.s_mm},
            {"s_eff_mm", r.s_eff_mm},
            {"range_mm", r.range_mm},
            {"median_mm", r.median_mm},
            {"sigma_lower_mm", low(r.sigma_mm)},
            {"sigma_upper_mm", high(r.sigma_mm)},
            {"k", maybe(r.k)},
            {"k_howe", maybe(r.k_howe)},
            {"interval_low_mm", low(r.interval_mm)},
            {"interval_high_mm", high(r.interval_mm)},
            {"normality_p", maybe(r.normality_p)},
            {"lag1", maybe(r.lag1)},
            {"lag1_unbiased", maybe(r.lag1_unbiased)},
            {"n_effective", maybe(r.n_effective)},
            {"odd_share_upper", maybe(r.odd_share_upper)},
            {"way", word(r.way)},
            {"why", r.why},
            {"slope_mm_per_reading", maybe(r.slope_mm_per_reading)},
            {"slope_low", low(r.slope_limits_mm)},
            {"slope_high", high(r.slope_limits_mm)},
            {"theil_sen_mm", maybe(r.theil_sen_mm)},
            {"mann_kendall_p", maybe(r.mann_kendall_p)},
            {"outliers", r.outliers},
            {"resolution_limited", r.resolution_limited},
            {"verdict", r.verdict ? Json(word(*r.verdict)) : Json(nullptr)},
            {"margin_percent", plain},
            {"judged_percent", maybe(r.margin_percent)},
            {"readings_needed", maybe(r.readings_needed)},
            {"findings", findings}};
}

/// Span, step and a plain word first.
void print(studies::StudyResult const& r, Options const& options, Streams streams) {
    auto mm = [](double value) { return lengthText(value, UnitSystem::Metric); };
    streams.out << fmt::format("{} readings, from lowest to highest {}, mean {}, s {:.4g} mm\n", r.n, mm(r.range_mm),
                               mm(r.mean_mm), r.s_mm);
    if (r.verdict) {
        auto const share =
            fmt::format("{:g} % of all touches within ±{} of the mean, {:g} % sure", 100 * options.coverage,
                        mm(*options.requirement * options.unit_mm()), 100 * options.confidence);
        char const* words = *r.verdict == studies::Verdict::Proved   ? "Proved: "
                            : *r.verdict == studies::Verdict::Failed ? "Failed: not "
                                                                     : "Not yet: ";
        streams.out << words << share << "\n";
        if (r.margin_percent) streams.out << fmt::format("{:.0f} % of the requirement is used\n", *r.margin_percent);
        if (*r.verdict == studies::Verdict::Open)
            streams.out << (r.readings_needed
                                ? fmt::format("{} more would prove it if the spread stays\n", *r.readings_needed)
                                : std::string("No number of readings would prove it with this spread\n"));
    }
    for (auto const& each : r.findings) streams.out << "- " << each.text << "\n";
}

int study(Options const& options, Streams streams) {
    auto const values = readReadings(options.path, options);
    if (!values) return refuse(values.error(), streams);
    studies::Question question;
    question.resolution_mm = options.resolution * options.unit_mm();
    if (options.requirement) question.requirement_mm = *options.requirement * options.unit_mm();
    if (options.centre) question.centre_mm = *options.centre * options.unit_mm();
    question.use_readings = options.use;
    question.coverage = options.coverage;
    question.confidence = options.confidence;
    auto const result = studies::judgeStudy(*values, question);
    if (options.json)
        streams.out << dumpJson(toJson(result, question.requirement_mm), 2) << "\n";
    else
        print(result, options, streams);
    return !result.verdict || *result.verdict == studies::Verdict::Proved ? good : judged_bad;
}

} // namespace

std::function<int()> addStudy(CLI::App& app, Streams streams) {
    auto o = std::make_shared<Options>();
    app.add_option("file", o->path, "CSV with the readings")->required();
    o->addColumn(app);
    o->addUnit(app);
    app.add_option("--resolution", o->resolution, "Step of the readout, in the unit")->check(CLI::NonNegativeNumber);
    app.add_option("--requirement", o->requirement, "Half-width that is wanted, in the unit")
        ->check(CLI::PositiveNumber);
    app.add_option("--use", o->use,
                   "Readings until the next check, over which a drift goes on; else as many as there are")
        ->check(CLI::Range(1, 1'000'000));
    app.add_option("--centre", o->centre, "The middle as it was known before, in the unit; else that of the readings");
    o->addShares(app);
    o->addJson(app);
    return [o, streams] { return study(*o, streams); };
}

} // namespace steady::cli
