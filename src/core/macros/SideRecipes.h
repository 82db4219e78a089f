// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// X and Y by touches from the side: an edge, a corner, the middle of a bore or boss of a part that is wired itself, and
// the corner of work by a plate with lips. All ways across are probing moves that must meet nothing.

#include "core/macros/Kind.h"
#include "core/macros/Parts.h"
#include "core/zeroing/PlateZero.h"

namespace steady::macros {

/// A touch along one axis: what its own drive needs to stop.
TouchPlan planSide(zeroing::PlateZeroResult const& zero, Across axis);

/// How far from the edge, and how near it, the pin may stand at the start; and what a bore or boss may differ from its
/// size. By eye; common practice.
inline constexpr double side_near_mm = 1, side_far_mm = 8, side_search_mm = 12, size_spare_mm = 2;
/// Of a plate with lips: how far from its middle the tip may stand.
inline constexpr double off_middle_mm = 4;
/// The corner's start: so far from the other edge; and how far apart its two touches are.
inline constexpr double corner_near_mm = 8, corner_far_mm = 14, corner_apart_mm = 30, corner_skew = 0.05;

/// Error: NeedsPin for a fluted cutter; PinTooShort; Missing for a size, OutOfRange for a bore too small for the pin.
Result<Recipe> sideRecipe(Kind kind, zeroing::PlateZeroResult const& zero);

/// The touches of both lips, and X and Y zero of them; the tip stands on the plate at the begin, and high at the end.
/// Error: as sideRecipe; Missing for a plate without lips or stock of unknown thickness.
struct LipSteps {
    std::vector<Step> touches, zeroes;
    std::vector<std::string> header;
};
Result<LipSteps> lipSteps(zeroing::PlateZeroResult const& zero, TouchPlan const& in_z);

} // namespace steady::macros
