// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Worlds as they may really be: the one that the book believes in, with everything off by what the book does not know
// better.

#include "core/uncertainty/Budget.h"

#include <cstdint>
#include <vector>

namespace steady::machine {
struct World;
}

namespace steady::safety {

/// How far the shop may be from what the book says.
struct Spreads {
    std::vector<uncertainty::Contribution> plate; ///< of the plate's thickness
    std::vector<uncertainty::Contribution> kept;  ///< of the work zero that a link or a board constant tells
    double length_mm = 0;                         ///< of the tool that is measured, evenly, ±
    int tool_number = 0;                          ///< which that is; 0: the one in the spindle
    double stock_mm = 0;                          ///< of the stock's thickness, evenly, ±
    double feel_mm = 0;                           ///< of what is felt under the tip, evenly, ±
    double home_mm = 0;                           ///< standard deviation of each axis from one homing to the next
    double scatter_mm = 0;                        ///< standard deviation of the trip height, touch by touch
    double driver_lag_share = 0;                  ///< of the time from the trip to braking, evenly, ±
};

/// The world of that number: a pure function of all its arguments. What is jogged by eye stands where the eye sees it.
machine::World drawn(machine::World const& believed, Spreads const& spreads, std::uint64_t seed, std::uint64_t number);

} // namespace steady::safety
