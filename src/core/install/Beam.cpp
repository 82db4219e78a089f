// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/install/Beam.h"

#include "core/quantity/Units.h"

#include <cmath>
#include <fmt/format.h>

namespace steady::install {
namespace {

using shop::Answer;
using shop::BeamCheck;
using shop::Standard;

constexpr double ample = 0.6;
/// Of the head's supply: a blocked beam reads near nothing, a half blocked one about half; common practice.
constexpr double blocked_share = 0.1, half_low = 0.3, half_high = 0.7;
constexpr double agree_mm = 0.01; ///< two measurements of one master; common practice

/// The figure that each step asks for, in order; null where a step has none.
struct Asked {
    BeamStep step;
    std::optional<double> BeamCheck::*figure;
};
constexpr Asked asked[] = {{BeamStep::Across, &BeamCheck::across_mm},
                           {BeamStep::AlongTool, &BeamCheck::along_tool_mm},
                           {BeamStep::Blocked, &BeamCheck::blocked_v},
                           {BeamStep::Half, &BeamCheck::half_v},
                           {BeamStep::Ready, &BeamCheck::ready_v},
                           {BeamStep::Locked, &BeamCheck::locked_v},
                           {BeamStep::Calibrated, &BeamCheck::calibrated_mm},
                           {BeamStep::Verified, &BeamCheck::verified_mm}};

bool within(BeamStep step, double value, BeamCheck const& check, Standard const& setter) {
    auto const& limits = setter.beam;
    switch (step) {
    case BeamStep::Across: return std::abs(value) <= limits.across_mm;
    case BeamStep::AlongTool: return std::abs(value) <= limits.along_tool_mm;
    case BeamStep::Blocked: return value <= blocked_share * limits.head_v;
    case BeamStep::Half: return value >= half_low * limits.head_v && value <= half_high * limits.head_v;
    case BeamStep::Ready:
    case BeamStep::Locked: return value >= limits.ready_v;
    case BeamStep::Verified: return check.calibrated_mm && std::abs(value - *check.calibrated_mm) <= agree_mm;
    default: return true;
    }
}

/// What rests on a step goes with it.
void dropAfter(BeamCheck& check, BeamStep step) {
    for (auto const& each : asked)
        if (each.step > step) (check.*each.figure).reset();
    if (step < BeamStep::Calibrate) check.calibrate_utc_ms = 0;
    if (step < BeamStep::Verify) check.verify_utc_ms = 0;
}

std::string minutes(double seconds) {
    return seconds < 90 ? fmt::format("{:.0f} s", seconds) : fmt::format("{:.0f} min", seconds / 60);
}

} // namespace

Margin marginOf(double value, double limit) {
    double const used = std::abs(value) / limit;
    return used <= ample ? Margin::Ample : used <= 1 ? Margin::Close : Margin::Short;
}

std::string marginWords(double value, double limit) {
    static constexpr char const* words[] = {"ample", "close", "short"};
    return fmt::format("{:.0f} % of the limit: {}", 100 * std::abs(value) / limit,
                       words[static_cast<int>(marginOf(value, limit))]);
}

BeamStep beamStep(BeamCheck const& check, Standard const& setter) {
    if (check.clean != Answer::Yes) return BeamStep::Clean;
    for (auto const& each : asked) {
        if (each.step == BeamStep::Calibrated && check.calibrate_utc_ms == 0) return BeamStep::Calibrate;
        if (each.step == BeamStep::Verified && check.verify_utc_ms == 0) return BeamStep::Verify;
        auto const& figure = check.*each.figure;
        if (!figure || !within(each.step, *figure, check, setter)) return each.step;
    }
    return BeamStep::Done;
}

Result<BeamCheck> answered(BeamCheck check, Standard const& setter, double figure) {
    auto const step = beamStep(check, setter);
    for (auto const& each : asked)
        if (each.step == step) {
            check.*each.figure = figure;
            dropAfter(check, step);
            return check;
        }
    return fail(Code::Missing, {"setting up of the beam"}, "A step that wants a figure", "Do this step first.");
}

Result<BeamCheck> done(BeamCheck check, Standard const& setter, std::int64_t now_utc_ms) {
    switch (beamStep(check, setter)) {
    case BeamStep::Clean: check.clean = Answer::Yes; break;
    case BeamStep::Calibrate: check.calibrate_utc_ms = now_utc_ms; break;
    case BeamStep::Verify: check.verify_utc_ms = now_utc_ms; break;
    default: return fail(Code::Missing, {"setting up of the beam"}, "The figure of this step", "Read it and type it.");
    }
    return check;
}

BeamCheck loosened(BeamCheck check) {
    check.across_mm.reset();
    dropAfter(check, BeamStep::Across);
    return check;
}

BeamCheck startedAgain(BeamCheck check, Standard const& setter) {
    auto const step = beamStep(check, setter);
    if (step == BeamStep::Verified && !check.verified_mm) {
        check.verify_utc_ms = 0;
    } else if (step >= BeamStep::Calibrated && step != BeamStep::Done) {
        check.calibrate_utc_ms = 0;
        dropAfter(check, BeamStep::Calibrate);
    }
    return check;
}

std::string stillRunning(BeamCheck const& check, Standard const& setter, std::int64_t now_utc_ms) {
    bool const verifying = check.verify_utc_ms > 0;
    auto const since = verifying ? check.verify_utc_ms : check.calibrate_utc_ms;
    auto const step = beamStep(check, setter);
    if (since == 0 || (step != BeamStep::Calibrated && step != BeamStep::Verified)) return {};
    double const usual_s = verifying ? setter.beam.verify_s : setter.beam.calibrate_s;
    double const run_s = static_cast<double>(now_utc_ms - since) / 1000;
    auto text = fmt::format("It usually takes {}; it was started {} ago.", minutes(usual_s), minutes(run_s));
    if (run_s > 2 * usual_s)
        text += " That is more than twice as long. Is it still running? If nothing moves, stop it, look, and start "
                "this step again.";
    else if (run_s > usual_s)
        text += " Is it still running? Wait as long again before you stop it.";
    else
        text += " Leave it alone until it says that it has ended.";
    return text;
}

std::vector<zeroing::Judgement> beamJudgements(BeamCheck const& check, Standard const& setter, Standard const* master,
                                               UnitSystem units) {
    std::vector<zeroing::Judgement> said;
    auto const& limits = setter.beam;
    auto aligned = [&](std::optional<double> const& off, double limit, char const* axis) {
        if (!off) return;
        bool const good = marginOf(*off, limit) != Margin::Short;
        said.push_back(
            {good ? Severity::Note : Severity::Bad,
             fmt::format("{}: {} of ±{}.", axis, lengthText(*off, units, Sign::Always), lengthText(limit, units)),
             fmt::format("{}.{}", marginWords(*off, limit),
                         *off == 0 ? std::string()
                                   : fmt::format(" Move the head by {} the other way, towards {}.",
                                                 lengthText(std::abs(*off), units), *off > 0 ? "minus" : "plus")),
             {}});
    };
    aligned(check.across_mm, limits.across_mm, "On the beam axis");
    aligned(check.along_tool_mm, limits.along_tool_mm, "On the tool axis");
    auto volts = [](double v) { return fixedText(v, 2) + " V"; };
    if (check.blocked_v && !within(BeamStep::Blocked, *check.blocked_v, check, setter))
        said.push_back({Severity::Bad,
                        fmt::format("The blocked beam still reads {}.", volts(*check.blocked_v)),
                        "Light comes round the master, or from elsewhere: lenses, reflections, another light.",
                        {}});
    if (check.half_v && !within(BeamStep::Half, *check.half_v, check, setter))
        said.push_back({Severity::Attention,
                        fmt::format("Half blocked, it reads {}.", volts(*check.half_v)),
                        fmt::format("About {} are expected: the edge does not stand in the middle of the beam.",
                                    volts(limits.head_v / 2)),
                        {}});
    if (check.ready_v && *check.ready_v < limits.ready_v)
        said.push_back(
            {Severity::Bad,
             fmt::format("Free, it reads {}; ready is from {}.", volts(*check.ready_v), volts(limits.ready_v)),
             "Air, obstruction, lenses first; then the dot must lie on the middle of the receiver.",
             {}});
    if (check.locked_v && check.ready_v) {
        double const drop = *check.ready_v - *check.locked_v;
        bool const lost = *check.locked_v < limits.ready_v;
        said.push_back({lost ? Severity::Bad : Severity::Note,
                        fmt::format("Locking cost {}.", volts(drop)),
                        lost ? fmt::format("It reads {} now, below {}: the screws pulled the head away. Crack them "
                                           "only slightly, and align again.",
                                           volts(*check.locked_v), volts(limits.ready_v))
                             : "It stays ready.",
                        {}});
    }
    if (check.calibrated_mm && master && master->stated_mm) {
        double const off = *check.calibrated_mm - *master->stated_mm;
        bool const far = std::abs(off) > master->error_mm + agree_mm;
        said.push_back(
            {far ? Severity::Attention : Severity::Note,
             fmt::format("The master reads {} against what it states.", lengthText(off, units, Sign::Always)),
             far ? "More than the master's own ±: is it clean, seated, and the control's current tool?"
                 : "Within the master's own ±.",
             {}});
    }
    if (check.verified_mm && check.calibrated_mm) {
        double const off = *check.verified_mm - *check.calibrated_mm;
        bool const good = std::abs(off) <= agree_mm;
        said.push_back({good ? Severity::Note : Severity::Bad,
                        good ? fmt::format("Verified: {} from the calibration.", lengthText(off, units, Sign::Always))
                             : fmt::format("The second measurement is {} off.", lengthText(off, units, Sign::Always)),
                        good ? fmt::format("{}.", marginWords(off, agree_mm))
                             : fmt::format("More than {}: it is not calibrated. Loosen nothing; calibrate again, then "
                                           "look at air and lenses.",
                                           lengthText(agree_mm, units)),
                        {}});
    }
    said.push_back(
        {Severity::Attention,
         "Never look into the beam.",
         "Sight its dot on the receiver, or on paper before it. Its class and the maker's manual come first.",
         {}});
    return said;
}

} // namespace steady::install
