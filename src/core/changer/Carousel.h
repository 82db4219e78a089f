// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// A carousel turns the short way round, and a job that may choose uses its tools in the order that turns it least. The
// number of a tool is not that of its pocket.

#include "core/base/Result.h"

#include <span>
#include <vector>

namespace steady::changer {

inline constexpr int most_places = 200;

/// Places from one pocket to another, the short way: positive with the numbers, negative against them; half way round
/// it goes with them. Pockets are 1 to `places`.
int shortWay(int from, int to, int places);

struct PocketOrder {
    std::vector<int> order; ///< the pockets, as they are best called
    int turned = 0;         ///< places, in all
    int turned_as_given = 0;
};

/// Each of the pockets once, from the one that stands at the spindle now. They lie on a circle: the best way goes round
/// one side of the largest gap, or out on one side, back, and out on the other. Error: OutOfRange, for a pocket or a
/// count that is none; TwoAlike, when one stands twice.
Result<PocketOrder> leastTurning(std::span<int const> pockets, int at, int places);

} // namespace steady::changer
