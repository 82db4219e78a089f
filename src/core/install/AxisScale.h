// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Scale and lost motion of an axis from moves that were measured, and how good that is over the whole axis.

#include "core/shop/kinds/ScaleCheck.h"
#include "core/uncertainty/Budget.h"
#include "core/zeroing/Judgement.h"

#include <optional>

namespace steady::install {

/// measured = offset + slope · commanded + backlash · (came down), least squares over the moves; over their
/// common start too where they go to less than three places.
struct AxisScale {
    double slope = 1; ///< measured for one commanded
    double offset_mm = 0;
    std::optional<double> backlash_mm; ///< none: all moves went the same way
    double residual_s_mm = 0;
    int dof = 0;                      ///< 0: as many moves as unknowns, only the instrument speaks
    uncertainty::Budget slope_budget; ///< scatter of the moves, and an instrument that may be wrong in proportion
    double backlash_95_mm = 0;        ///< half-width, of the scatter alone
    double span_mm = 0;               ///< of the longest move

    double slope_95() const { return slope_budget.expanded_95; }
    /// What the axis is off by over a length, and how well that is known.
    double off_mm(double length_mm) const { return (slope - 1) * length_mm; }
    double off_95_mm(double length_mm) const { return slope_95() * length_mm; }
    /// steps' = steps · commanded / measured.
    double steps(double steps_now) const { return steps_now / slope; }
    /// How far the moves have to go for ± `wanted_mm` over the axis, if they scatter as they do.
    double spanFor_mm(double axis_mm, double wanted_mm) const { return span_mm * off_95_mm(axis_mm) / wanted_mm; }
};

/// `error_mm`: what the instrument may be off by at the end of the longest move, ±. Error: FewReadings: no move, or
/// none of any length.
Result<AxisScale> axisScale(std::vector<shop::ScaleMove> const& moves, double error_mm);

/// In the shop's words, for an axis of this length.
std::vector<zeroing::Judgement> scaleJudgements(shop::ScaleCheck const& check, double axis_mm, UnitSystem units);

} // namespace steady::install
