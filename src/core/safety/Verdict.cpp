// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/safety/Verdict.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

namespace steady::safety {
namespace {

using controller::Outcome;
using zeroing::Judgement;

constexpr double least_tolerance_mm = 0.005;

double tolerance_mm(zeroing::PlateZeroResult const& zero) {
    return std::max(least_tolerance_mm,
                    zero.chain ? zero.chain->budget.expanded_95 : zero.thickness.budget.expanded_95);
}

std::string headline(RunClass kind) {
    switch (kind) {
    case RunClass::Right: return "The zero is right.";
    case RunClass::StoppedSafely: return "It stopped safely.";
    case RunClass::WrongZero: return "The zero is wrong, and nothing says so.";
    case RunClass::Collision: return "Collision.";
    case RunClass::DidNotEnd: return "It did not end.";
    }
    return {};
}

} // namespace

RunClass classify(machine::RunResult const& result, zeroing::PlateZeroResult const& zero) {
    switch (result.outcome) {
    case Outcome::Completed:
        return result.z_zero && std::abs(result.z_zero->error_mm()) <= tolerance_mm(zero) ? RunClass::Right
                                                                                          : RunClass::WrongZero;
    case Outcome::Alarm:
    case Outcome::Refused:
    case Outcome::Limit: return RunClass::StoppedSafely;
    case Outcome::Collision:
    case Outcome::Overtravel: return RunClass::Collision;
    case Outcome::Runaway:
    case Outcome::PausedForever: return RunClass::DidNotEnd;
    }
    return RunClass::DidNotEnd;
}

std::vector<Judgement> verdictOf(machine::RunResult const& result, zeroing::PlateZeroResult const& zero,
                                 UnitSystem units) {
    auto const kind = classify(result, zero);
    Judgement first;
    first.headline = headline(kind);
    first.severity = kind == RunClass::Right           ? Severity::Note
                     : kind == RunClass::StoppedSafely ? Severity::Attention
                                                       : Severity::Bad;
    first.text = machine::verdictText(result, units);
    if (kind == RunClass::WrongZero && !result.z_zero) first.headline = "No zero was set.";
    Judgement second;
    second.headline = fmt::format("{:.0f} s on the machine", result.elapsed_s);
    second.text = result.where.line > 0 ? fmt::format("It ended at line {}, “{}”.", result.where.line, result.text)
                                        : "The text is empty.";
    if (result.paused_s > 0) second.text += fmt::format(" The pauses came on top, {:.0f} s here.", result.paused_s);
    return {first, second};
}

} // namespace steady::safety
