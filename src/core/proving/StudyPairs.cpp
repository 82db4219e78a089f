// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/proving/StudyPairs.h"

namespace steady::proving {

std::vector<studies::LengthPair> pairsOf(shop::Readings const& readings) {
    std::vector<studies::LengthPair> all;
    for (auto const& each : readings) {
        if (each.withdrawn || !each.second_value) continue;
        double const diameter = each.x_mm.value_or(0);
        all.push_back({each.value_mm, *each.second_value, diameter, diameter > 0});
    }
    return all;
}

std::vector<statistics::SurfacePoint> placesOf(shop::Readings const& readings) {
    std::vector<statistics::SurfacePoint> all;
    for (auto const& each : readings)
        if (!each.withdrawn && each.x_mm && each.y_mm) all.push_back({*each.x_mm, *each.y_mm, each.value_mm});
    return all;
}

} // namespace steady::proving
