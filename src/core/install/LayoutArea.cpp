// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/install/LayoutArea.h"

#include <algorithm>

namespace steady::install {
namespace {

std::vector<Rect> within(Rect const& area, std::vector<Rect> const& things) {
    std::vector<Rect> cut;
    for (auto const& each : things)
        if (auto const part = area.cut(each); !part.empty()) cut.push_back(part);
    return cut;
}

std::vector<double> edges(std::vector<Rect> const& things, double low, double high, double Rect::*a, double Rect::*b) {
    std::vector<double> all{low, high};
    for (auto const& each : things) {
        all.push_back(each.*a);
        all.push_back(each.*b);
    }
    std::sort(all.begin(), all.end());
    all.erase(std::unique(all.begin(), all.end()), all.end());
    return all;
}

/// The highest free stretch of Y between two values of X.
std::pair<double, double> freeStretch(Rect const& area, std::vector<Rect> const& things, double x_low, double x_high) {
    std::vector<std::pair<double, double>> taken;
    for (auto const& each : things)
        if (each.x_low_mm < x_high && each.x_high_mm > x_low) taken.push_back({each.y_low_mm, each.y_high_mm});
    std::sort(taken.begin(), taken.end());
    std::pair<double, double> best{area.y_low_mm, area.y_low_mm};
    double from = area.y_low_mm;
    auto offer = [&](double to) {
        if (to - from > best.second - best.first) best = {from, to};
    };
    for (auto const& [low, high] : taken) {
        offer(low);
        from = std::max(from, high);
    }
    offer(area.y_high_mm);
    return best;
}

} // namespace

double covered_mm2(Rect const& area, std::vector<Rect> const& things) {
    auto const cut = within(area, things);
    auto const xs = edges(cut, area.x_low_mm, area.x_high_mm, &Rect::x_low_mm, &Rect::x_high_mm);
    double sum = 0;
    for (std::size_t i = 0; i + 1 < xs.size(); ++i) {
        std::vector<std::pair<double, double>> taken;
        for (auto const& each : cut)
            if (each.x_low_mm <= xs[i] && each.x_high_mm >= xs[i + 1]) taken.push_back({each.y_low_mm, each.y_high_mm});
        std::sort(taken.begin(), taken.end());
        double length = 0, until = area.y_low_mm;
        for (auto const& [low, high] : taken) {
            length += std::max(0.0, high - std::max(low, until));
            until = std::max(until, high);
        }
        sum += length * (xs[i + 1] - xs[i]);
    }
    return sum;
}

Rect largestFree(Rect const& area, std::vector<Rect> const& things) {
    if (area.empty()) return {};
    auto const cut = within(area, things);
    auto const xs = edges(cut, area.x_low_mm, area.x_high_mm, &Rect::x_low_mm, &Rect::x_high_mm);
    Rect best{};
    for (std::size_t i = 0; i < xs.size(); ++i)
        for (std::size_t j = i + 1; j < xs.size(); ++j) {
            if ((xs[j] - xs[i]) * area.depth_mm() <= best.area_mm2()) continue;
            auto const [low, high] = freeStretch(area, cut, xs[i], xs[j]);
            Rect const found{xs[i], xs[j], low, high};
            if (found.area_mm2() > best.area_mm2()) best = found;
        }
    return best;
}

std::vector<Rect> standing(Layout const& layout) {
    std::vector<Rect> all;
    for (auto const& device : layout.devices) all.push_back(device.foot().grown(layout.clearance_mm));
    for (auto const& solid : layout.solids) {
        bool const cut_above = solid.sort == shop::FittingSort::Stock || solid.sort == shop::FittingSort::Clamp ||
                               solid.sort == shop::FittingSort::VacuumZone;
        if (!cut_above) all.push_back(solid.foot.grown(layout.clearance_mm));
    }
    return all;
}

} // namespace steady::install
