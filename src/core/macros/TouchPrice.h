// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// What a way of touching costs: so that its owner chooses with open eyes.

#include "core/macros/Parts.h"
#include "core/zeroing/Judgement.h"

namespace steady::macros {

struct TouchPrice {
    double lag_mm = 0;         ///< a slow reading is low by this, high where negative; it is added back
    double spread_mm = 0;      ///< standard deviation of the mean of the slow touches: scatter and polling
    double stroke_used_mm = 0; ///< how far the find touch goes on
    double seconds = 0;        ///< from the find touch to the mean, air and moments of rest counted
    bool operator==(TouchPrice const&) const = default;
};

/// Moves are from rest to rest: distance over feed, and feed over acceleration.
TouchPrice priceOf(shop::Machine const& machine, TouchPlan const& plan);

/// The practice as it stands, and what each other choice would change.
zeroing::Judgement practicePriced(shop::Machine const& machine, zeroing::ProbingFeeds const& feeds,
                                  shop::TouchPractice const& practice, bool switch_of_its_own, UnitSystem units);

} // namespace steady::macros
