// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Check readings over months: individuals with their moving range (e-Handbook 6.3.2.2), and rules for a shift.

#include <limits>
#include <span>
#include <vector>

namespace steady::statistics {

enum class ChartRule { BeyondLimit, NineOnOneSide, SixInARow };
constexpr char const* word(ChartRule rule) {
    switch (rule) {
    case ChartRule::BeyondLimit: return "beyond_limit";
    case ChartRule::NineOnOneSide: return "nine_on_one_side"; ///< of the centre, one after the other
    case ChartRule::SixInARow: return "six_in_a_row";         ///< each above the last, or each below
    }
    return nullptr;
}

struct ChartSignal {
    std::size_t index = 0; ///< of the reading at which it is seen
    ChartRule rule = ChartRule::BeyondLimit;
    bool operator==(ChartSignal const&) const = default;
};

/// Limits at centre ± 3·MR/d2 with d2 = 2/√π of two readings.
struct ControlChart {
    double centre = 0, moving_range = 0, upper = 0, lower = 0;
    std::vector<ChartSignal> signals; ///< by index
};
/// Limits from the first `base` readings, signals from all; fewer than two have a moving range of 0.
ControlChart controlChart(std::span<double const> values, std::size_t base = std::numeric_limits<std::size_t>::max());

} // namespace steady::statistics
