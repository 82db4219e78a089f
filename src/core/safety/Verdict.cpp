// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/safety/Verdict.h"

#include "core/machine/Run.h"
#include "core/macros/LinkNumbers.h"
#include "core/safety/RackBelief.h"

#include <cmath>
#include <fmt/format.h>

namespace steady::safety {
namespace {

using controller::Outcome;
using zeroing::Judgement;

std::string headline(RunClass kind, bool length, bool place) {
    switch (kind) {
    case RunClass::Right: return length ? "The length is right." : "The zero is right.";
    case RunClass::StoppedSafely: return "It stopped safely.";
    case RunClass::WrongZero:
        return place    ? "The place is wrong, and nothing says so."
               : length ? "The length is wrong, and nothing says so."
                        : "The zero is wrong, and nothing says so.";
    case RunClass::SetterHurt: return "The setter is hurt.";
    case RunClass::Collision: return "Collision.";
    case RunClass::DidNotEnd: return "It did not end.";
    }
    return {};
}

} // namespace

std::optional<double> linkError_mm(machine::RunResult const& result, Aim const& aim) {
    auto const& traits = macros::of(aim.kind);
    if (traits.sets != macros::Sets::WorkZeroAndLink || !aim.keeps_link || !result.z_zero || !result.setter_trip_mm)
        return std::nullopt;
    macros::LinkNumbers const numbers(aim.behaviour, result.z_zero->work_offset);
    auto const& kept = result.memory.parameters;
    if (traits.needs_zero && kept[numbers.offset] != result.z_zero->work_offset)
        return std::nullopt; // there was no link to keep
    double const unit = aim.units == UnitSystem::Metric ? 1 : mm_per_inch;
    double const zero_mm = result.z_zero->true_mm + aim.intended_mm;
    return kept[numbers.d] * unit - (*result.setter_trip_mm - zero_mm);
}

namespace {

/// The worst of what was to be set; none: one of them was not.
std::optional<double> sidesError_mm(machine::RunResult const& result, Aim const& aim) {
    double worst = 0;
    auto const takes = [&](std::optional<double> error) {
        if (error && std::abs(*error) > std::abs(worst)) worst = *error;
        return error.has_value();
    };
    for (std::size_t axis = 0; axis < 2; ++axis)
        if (aim.sides[axis] && !(result.sides[axis] && takes(result.sides[axis]->error_mm()))) return std::nullopt;
    if (macros::of(aim.kind).setsOffset() && !(result.z_zero && takes(result.z_zero->error_mm() - aim.intended_mm)))
        return std::nullopt;
    return worst;
}

/// How far from the place it stands at its end, or what it kept of where it stood; none: it kept nothing.
std::optional<double> placeError_mm(machine::RunResult const& result, Aim const& aim) {
    double const unit = aim.units == UnitSystem::Metric ? 1 : mm_per_inch;
    auto x_mm = result.position_mm[0], y_mm = result.position_mm[1];
    if (macros::of(aim.kind).stored == macros::Stored::Keeps) {
        macros::StoredNumbers const at(aim.behaviour, aim.place->number);
        auto const& kept = result.memory.parameters;
        double const sealed = kept[at.x] + kept[at.y] + macros::StoredNumbers::sealed(aim.place->number, aim.units);
        if (!(std::abs(kept[at.seal] - sealed) < 0.0001)) return std::nullopt;
        x_mm = kept[at.x] * unit;
        y_mm = kept[at.y] * unit;
    }
    return std::hypot(x_mm - aim.place->at_mm[0], y_mm - aim.place->at_mm[1]);
}

} // namespace

std::optional<double> errorOf_mm(machine::RunResult const& result, Aim const& aim) {
    if (macros::of(aim.kind).proves) { // that it came to its end says that the signal is there: is it?
        bool const there = macros::of(aim.kind).touches_plate ? result.plate_signals : result.setter_signals;
        return there ? std::optional(0.0) : std::nullopt;
    }
    if (aim.rack) {
        bool const good = result.rack && changedAsMeant(*result.rack, result.ring, result.told_tool, *aim.rack);
        if (!good) return std::nullopt;
        if (macros::of(aim.kind).sets == macros::Sets::Nothing) return 0.0;
    }
    if (aim.place) return placeError_mm(result, aim);
    if (macros::of(aim.kind).loop != macros::Loop::No) return 0.0; // it sets nothing; what it tells is for a study
    if (macros::of(aim.kind).sets == macros::Sets::Nothing) {
        if (!result.lowest_over_work_mm) return std::nullopt;
        return *result.lowest_over_work_mm - aim.intended_mm;
    }
    if (macros::of(aim.kind).sets == macros::Sets::Length) {
        int const of = aim.rack ? aim.rack->takes : result.memory.tool;
        if (!result.length || result.length->tool != of) return std::nullopt; // or of another tool
        return result.length->set_mm - result.length->true_mm - aim.length_datum_mm;
    }
    if (macros::of(aim.kind).setsSides()) return sidesError_mm(result, aim);
    if (!result.z_zero) return std::nullopt;
    double zero = result.z_zero->error_mm() - aim.intended_mm;
    for (auto const& other : result.other_zeros) // each belongs to work of its own
        if (double const off = other.error_mm() - aim.intended_mm; std::abs(off) > std::abs(zero)) zero = off;
    auto const link = linkError_mm(result, aim);
    return link && std::abs(*link) > std::abs(zero) ? *link : zero;
}

char const* outcomeWord(RunClass kind) {
    switch (kind) {
    case RunClass::Right: return "right";
    case RunClass::StoppedSafely: return "stopped safely";
    case RunClass::WrongZero: return "wrong, and silent";
    case RunClass::SetterHurt: return "setter hurt";
    case RunClass::Collision: return "collision";
    case RunClass::DidNotEnd: return "did not end";
    }
    return "";
}

RunClass classify(machine::RunResult const& result, Aim const& aim) {
    switch (result.outcome) {
    case Outcome::Completed: {
        auto const error = errorOf_mm(result, aim);
        return error && std::abs(*error) <= aim.tolerance_mm ? RunClass::Right : RunClass::WrongZero;
    }
    case Outcome::Alarm:
    case Outcome::Refused:
    case Outcome::Limit:
    case Outcome::PausedForever: return RunClass::StoppedSafely;
    case Outcome::Overtravel: return RunClass::SetterHurt;
    case Outcome::Collision:
        return result.cause == controller::Cause::SetterEnd ? RunClass::SetterHurt : RunClass::Collision;
    case Outcome::Runaway: return RunClass::DidNotEnd;
    }
    return RunClass::DidNotEnd;
}

std::vector<Judgement> verdictOf(machine::RunResult const& result, Aim const& aim, UnitSystem units) {
    auto const kind = classify(result, aim);
    bool const length = macros::of(aim.kind).sets == macros::Sets::Length;
    Judgement first;
    first.headline = headline(kind, length, aim.place.has_value());
    if (kind == RunClass::Right && macros::of(aim.kind).sets == macros::Sets::Nothing)
        first.headline = macros::of(aim.kind).proves ? "The signal was seen."
                         : aim.rack                  ? "The tool was changed, and everything hangs where it should."
                         : macros::of(aim.kind).stored == macros::Stored::Keeps ? "The place is kept."
                         : macros::of(aim.kind).loop != macros::Loop::No        ? "All readings were taken."
                                                                                : "It stops where it should.";
    first.severity = kind == RunClass::Right           ? Severity::Note
                     : kind == RunClass::StoppedSafely ? Severity::Attention
                                                       : Severity::Bad;
    first.text = machine::verdictText(result, units);
    if (kind == RunClass::WrongZero && !errorOf_mm(result, aim))
        first.headline = macros::of(aim.kind).proves ? "It says that the signal was seen, and there is none."
                         : aim.rack                  ? "Another tool is in the spindle or in a pocket than it says."
                         : aim.place                 ? "No place was kept."
                         : !length                   ? "No zero was set."
                         : result.length             ? "The length went to another tool's number."
                                                     : "No length was set.";
    if (auto const link = linkError_mm(result, aim);
        kind == RunClass::WrongZero && link && std::abs(*link) > aim.tolerance_mm) {
        if (std::abs(result.z_zero->error_mm() - aim.intended_mm) <= aim.tolerance_mm)
            first.headline = "The link is wrong, and nothing says so.";
        first.text += fmt::format(" The link is off by {}: every tool after this one would be.",
                                  lengthText(*link, units, Sign::Always));
    }
    Judgement second;
    second.headline = fmt::format("{:.0f} s on the machine", result.elapsed_s);
    second.text = result.where.line > 0 ? fmt::format("It ended at line {}, “{}”.", result.where.line, result.text)
                                        : "The text is empty.";
    if (result.paused_s > 0) second.text += fmt::format(" The pauses came on top, {:.0f} s here.", result.paused_s);
    return {first, second};
}

} // namespace steady::safety
