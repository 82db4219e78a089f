// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// What the ladder shows of a zero, whatever was touched to find it.

#include "core/zeroing/Ladder.h"
#include "core/zeroing/PlateZero.h"

namespace steady::app {

/// Of a sum from the plate. `setter_z_mm`: where the same tool trips the setter.
zeroing::LadderContent ladderContent(zeroing::PlateZeroResult const& zero, UnitSystem units,
                                     std::optional<double> setter_z_mm = std::nullopt);
/// Of another sum of the tool in the spindle.
zeroing::LadderContent ladderContent(zeroing::PlateZeroResult const& zero, zeroing::ZChain chain, zeroing::Stand on,
                                     UnitSystem units);

} // namespace steady::app
