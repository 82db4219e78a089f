// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// A full table judged, and places looked for on it, beside the bare distances that it comes down to.

#include "core/install/Suggest.h"

#include <benchmark/benchmark.h>
#include <cmath>

using namespace steady;
using namespace steady::install;

namespace {

/// 1300 × 900 with slots, 20 solids of which two are racks, 12 tools, one setter.
Layout fullTable() {
    Layout layout;
    layout.travel = layout.table = {0, 1300, 0, 900};
    layout.nose_top_mm = 260;
    layout.nose_bottom_mm = 20;
    layout.slots = shop::SlotsAlong::X;
    TouchedDevice setter;
    setter.name = "Setter";
    setter.x_mm = setter.y_mm = 150;
    setter.cable_mm = 5000;
    setter.entity = 1;
    layout.devices = {setter};
    for (int i = 0; i < 20; ++i) {
        double const x = 250 + 240 * (i % 5), y = 120 + 180 * (i / 5);
        layout.solids.push_back({"box",
                                 i < 2   ? shop::FittingSort::Rack
                                 : i % 3 ? shop::FittingSort::Clamp
                                         : shop::FittingSort::Fixture,
                                 {x, x + 60, y, y + 45},
                                 0,
                                 30.0 + 2 * i,
                                 i < 2 ? std::optional(30.0) : std::nullopt,
                                 2 + i});
    }
    for (int i = 0; i < 12; ++i) {
        HangingTool tool;
        tool.number = i + 1;
        tool.length_mm = 40 + 5 * i;
        tool.radius_mm = 1.5 + 2 * i;
        tool.contact_radius_mm = i < 8 ? 0 : tool.radius_mm;
        layout.tools.push_back(tool);
    }
    return layout;
}

void JudgeLayout(benchmark::State& state) {
    auto const layout = fullTable();
    for (auto _ : state) benchmark::DoNotOptimize(judgeLayout(layout).size());
}
BENCHMARK(JudgeLayout);

/// The reference: how far each box is from the setter's axis, once a tool.
void BareDistances(benchmark::State& state) {
    auto const layout = fullTable();
    for (auto _ : state) {
        double least = 1e9;
        for (auto const& tool : layout.tools)
            for (auto const& solid : layout.solids)
                least = std::min(least, solid.foot.distance_mm(layout.devices[0].x_mm, layout.devices[0].y_mm) -
                                            tool.radius_mm);
        benchmark::DoNotOptimize(least);
    }
}
BENCHMARK(BareDistances);

void SuggestPlaces(benchmark::State& state) {
    auto const layout = fullTable();
    for (auto _ : state) benchmark::DoNotOptimize(suggestPlaces(layout, 0, 5)->size());
}
BENCHMARK(SuggestPlaces);

} // namespace
