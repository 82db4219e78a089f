// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Parts of a world's JSON that stand in files of their own, and between which numbers its figures lie.

#include "core/machine/World.h"
#include "exchange/Walk.h"

namespace steady::exchange {

namespace bounds = shop::bounds;
inline constexpr bounds::Real backlash_mm{0, 100}, rapid_mm_min{1e-3, 1e6}, accel_mm_s2{1e-3, 1e6}, seconds{0, 1e6},
    size_mm{0, 1e5}, factor{0.01, 10}, angle_deg{0, 180};
inline constexpr bounds::Whole tool_number{0, controller::tool_count - 1};

/// Rack and carousel, each left out where there is none.
void changerParts(Walk& walk, machine::World& world);

} // namespace steady::exchange
