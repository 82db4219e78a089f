// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// A reading that was undone stays in the file, and is as if it had never been taken; one that was marked was taken.

#include "core/shop/Readings.h"

#include <algorithm>

namespace steady::shop {

/// Causes that undo, and going back to an earlier state, leave with a reading.
inline constexpr char const *taken_back = "taken back", *not_taken_yet = "not taken yet";

inline bool undone(Reading const& reading) {
    return reading.withdrawn && (reading.cause == taken_back || reading.cause == not_taken_yet);
}
inline int takenCount(Readings const& readings) {
    return static_cast<int>(
        std::count_if(readings.begin(), readings.end(), [](auto const& each) { return !undone(each); }));
}
/// Null: none was taken.
inline Reading const* lastTaken(Readings const& readings) {
    for (auto it = readings.rbegin(); it != readings.rend(); ++it)
        if (!undone(*it)) return &*it;
    return nullptr;
}

} // namespace steady::shop
