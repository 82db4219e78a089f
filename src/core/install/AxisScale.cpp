// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/install/AxisScale.h"

#include "core/quantity/Units.h"
#include "core/statistics/LeastSquares.h"
#include "core/statistics/Quantiles.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <numbers>
#include <set>

namespace steady::install {
namespace {

using zeroing::Judgement;
std::string rough(double mm, UnitSystem units) {
    bool const metric = units == UnitSystem::Metric;
    double const value = metric ? mm : mm / mm_per_inch;
    return fmt::format("{} {}",
                       fixedText(value, std::abs(value) < (metric ? 1 : 0.1) ? (metric ? 2 : 4) : (metric ? 1 : 3)),
                       unitName(units));
}

} // namespace

Result<AxisScale> axisScale(std::vector<shop::ScaleMove> const& moves, double error_mm) {
    AxisScale scale;
    std::set<double> places;
    bool up = false, down = false;
    for (auto const& move : moves) {
        scale.span_mm = std::max(scale.span_mm, std::abs(move.commanded_mm));
        places.insert(move.commanded_mm);
        (move.from_above ? down : up) = true;
    }
    if (scale.span_mm <= 0)
        return fail(Code::FewReadings, {"moves of the axis"}, fmt::format("{}", moves.size()), "one of some length");
    // Few places need the start, where both are zero, as one of them. With enough of them it is left out: what is wrong
    // at the start then shows as an offset, and not as scale.
    std::vector<double> values;
    if (places.size() < 3) values.push_back(0);
    for (auto const& move : moves) values.push_back(move.measured_mm);
    auto const fitted = [&](std::size_t unknowns) { // slope, offset, backlash
        std::vector<double> design;
        auto row = [&](double commanded_mm, bool from_above) {
            design.insert(design.end(), {commanded_mm, 1});
            if (unknowns > 2) design.push_back(from_above);
        };
        if (places.size() < 3) row(0, false);
        for (auto const& move : moves) row(move.commanded_mm, move.from_above);
        return statistics::leastSquares(design, unknowns, values);
    };
    // No more unknowns than the moves can tell apart.
    std::size_t unknowns = down && up ? 3 : 2;
    auto fit = fitted(unknowns);
    if (!fit) fit = fitted(unknowns = 2);
    if (!fit)
        return fail(Code::FewReadings, {"moves of the axis"}, fmt::format("{}", moves.size()), "two places apart");
    scale.slope = fit->coefficients[0];
    scale.offset_mm = fit->coefficients[1];
    if (unknowns == 3) scale.backlash_mm = fit->coefficients[2];
    scale.dof = fit->dof;
    std::vector<uncertainty::Contribution> parts;
    if (scale.dof > 0) {
        scale.residual_s_mm = fit->residual_s;
        parts.push_back({"scatter of the moves", fit->standardError(0), 1, static_cast<double>(scale.dof),
                         uncertainty::Shape::Normal});
        if (unknowns == 3) scale.backlash_95_mm = fit->standardError(2) * statistics::studentQuantile(0.975, scale.dof);
    }
    parts.push_back({"the instrument", error_mm / scale.span_mm / std::numbers::sqrt3, 1,
                     std::numeric_limits<double>::infinity(), uncertainty::Shape::Rectangular});
    scale.slope_budget = uncertainty::combine(std::move(parts));
    return scale;
}

std::vector<Judgement> scaleJudgements(shop::ScaleCheck const& check, double axis_mm, UnitSystem units) {
    auto const scale = axisScale(check.moves, check.error_mm);
    char const axis = "XYZ"[static_cast<int>(check.axis)];
    if (!scale)
        return {{Severity::Note,
                 fmt::format("The scale of {} has not been measured.", axis),
                 "Set the instrument to zero, move the axis by a known amount, and type both. The longer the move, the "
                 "better it is known; the same place from both sides tells the lost motion.",
                 {}}};
    std::vector<Judgement> said;
    double const off = scale->off_mm(axis_mm), known = scale->off_95_mm(axis_mm);
    bool const short_travel = known > check.wanted_mm;
    Judgement first;
    first.severity =
        short_travel || std::abs(off) > std::max(known, check.wanted_mm) ? Severity::Attention : Severity::Note;
    if (short_travel) {
        first.headline = fmt::format("Moves of {} tell {} only to ±{} over the axis.", rough(scale->span_mm, units),
                                     axis, rough(known, units));
        first.text = fmt::format("{} in {} is {} in {}, {} over the axis. For ±{} the moves have to go {}.",
                                 rough(check.error_mm, units), rough(scale->span_mm, units),
                                 rough(20 * check.error_mm, units), rough(20 * scale->span_mm, units),
                                 rough(check.error_mm / scale->span_mm * axis_mm, units), rough(check.wanted_mm, units),
                                 roughLengthText(std::min(scale->spanFor_mm(axis_mm, check.wanted_mm), 1e6), units));
        double const rule_mm = std::min(1000.0, axis_mm);
        first.why = {"With what most shops have:",
                     fmt::format("a steel rule of {}, read to ±{}: ±{} over the axis", roughLengthText(rule_mm, units),
                                 rough(0.3, units), rough(0.95 * 0.3 / rule_mm * axis_mm, units)),
                     fmt::format("a gauge block of {} between two touches of a short indicator, ±{}: ±{}",
                                 roughLengthText(100, units), rough(0.01, units),
                                 rough(0.95 * 0.01 / 100 * axis_mm, units))};
    } else {
        first.headline =
            fmt::format("{} is {} off over the axis, known to ±{}.", axis, rough(off, units), rough(known, units));
        if (std::abs(off) <= known)
            first.text = "That is not to be told from none: leave the scale as it is.";
        else if (std::abs(off) <= check.wanted_mm)
            first.text = fmt::format("Within the ±{} that are wanted: it can be corrected, it need not.",
                                     rough(check.wanted_mm, units));
        else
            first.text = "More than is wanted: correct it.";
    }
    said.push_back(std::move(first));
    if (!short_travel && check.steps_per_mm > 0 && std::abs(off) > known)
        said.push_back(
            {Severity::Note,
             fmt::format("Steps per millimetre: {:.4f} instead of {:.4f}.", scale->steps(check.steps_per_mm),
                         check.steps_per_mm),
             "Steps times commanded, divided by measured. Afterwards every stored coordinate and every length is "
             "measured anew: tell it with Something happened.",
             {}});
    if (scale->backlash_mm) {
        bool const real = *scale->backlash_mm > scale->backlash_95_mm;
        said.push_back({Severity::Note,
                        fmt::format("It loses {} at a reversal{}.", lengthText(*scale->backlash_mm, units),
                                    scale->dof > 0 ? " ±" + lengthText(scale->backlash_95_mm, units) : ""),
                        real || scale->dof == 0 ? "The gap between the two directions. It is no matter of scale."
                                                : "Not to be told from none.",
                        {}});
    } else {
        said.push_back({Severity::Note,
                        "One direction only.",
                        "Reach some place from the other side too: then lost motion shows, and is not taken for scale.",
                        {}});
    }
    // A scale error grows with the move; what is the same at every move is something else.
    double const constant_limit = 2 * std::max(scale->residual_s_mm, check.error_mm);
    if (std::abs(scale->offset_mm) > constant_limit)
        said.push_back(
            {Severity::Attention,
             fmt::format("{} is the same at every move.", lengthText(scale->offset_mm, units)),
             "That is a constant error, of the start or of the instrument's zero, and no scale: do not correct "
             "steps for it.",
             {}});
    return said;
}

} // namespace steady::install
