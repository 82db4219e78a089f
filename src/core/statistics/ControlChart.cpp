// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/statistics/ControlChart.h"

#include "core/statistics/Summary.h"

#include <algorithm>
#include <cmath>
#include <numbers>

namespace steady::statistics {

ControlChart controlChart(std::span<double const> values, std::size_t base) {
    ControlChart chart;
    auto const first = values.first(std::min(base, values.size()));
    chart.centre = summarise(first).mean;
    for (std::size_t i = 1; i < first.size(); ++i) chart.moving_range += std::abs(first[i] - first[i - 1]);
    if (first.size() > 1) chart.moving_range /= static_cast<double>(first.size() - 1);
    double const d2 = 2 / std::sqrt(std::numbers::pi), half = 3 * chart.moving_range / d2;
    chart.upper = chart.centre + half;
    chart.lower = chart.centre - half;
    int side = 0, on_side = 0, way = 0, in_row = 0;
    for (std::size_t i = 0; i < values.size(); ++i) {
        double const x = values[i];
        if (x > chart.upper || x < chart.lower) chart.signals.push_back({i, ChartRule::BeyondLimit});
        int const now = x > chart.centre ? 1 : x < chart.centre ? -1 : 0;
        on_side = now != 0 && now == side ? on_side + 1 : (now != 0);
        side = now;
        if (on_side == 9) chart.signals.push_back({i, ChartRule::NineOnOneSide});
        if (i == 0) continue;
        int const step = x > values[i - 1] ? 1 : x < values[i - 1] ? -1 : 0;
        in_row = step != 0 && step == way ? in_row + 1 : (step != 0);
        way = step;
        if (in_row == 5) chart.signals.push_back({i, ChartRule::SixInARow}); // five steps, six readings
    }
    return chart;
}

} // namespace steady::statistics
