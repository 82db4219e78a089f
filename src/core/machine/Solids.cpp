// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/machine/Solids.h"

#include <algorithm>
#include <cmath>
#include <span>

namespace steady::machine {
namespace {

struct Box {
    char const* what;
    Footprint footprint;
    double top_z_mm; ///< gauge-line Z at which the tip meets it
    double give_mm;  ///< how deep a tip may go
};

/// The part of the move, as shares, during which x lies in [low, high].
void narrow(double from, double to, double low, double high, double& begin, double& end) {
    double const by = to - from;
    if (std::abs(by) < 1e-12) {
        if (from < low || from > high) end = begin - 1;
        return;
    }
    double a = (low - from) / by, b = (high - from) / by;
    if (a > b) std::swap(a, b);
    begin = std::max(begin, a);
    end = std::min(end, b);
}

std::optional<double> enters(Box const& box, double radius_mm, Vec3 const& from, Vec3 const& to) {
    double begin = 0, end = 1;
    narrow(from[0], to[0], box.footprint.x_low_mm - radius_mm, box.footprint.x_high_mm + radius_mm, begin, end);
    narrow(from[1], to[1], box.footprint.y_low_mm - radius_mm, box.footprint.y_high_mm + radius_mm, begin, end);
    if (begin > end) return std::nullopt;
    double const floor = box.top_z_mm - box.give_mm - 1e-6;
    auto z = [&](double share) { return from[2] + share * (to[2] - from[2]); };
    if (from[2] < floor && to[2] > from[2] && begin == 0) return std::nullopt; // leaving upward frees the tool
    if (z(begin) < floor) return begin;
    if (z(end) >= floor) return std::nullopt;
    return (floor - from[2]) / (to[2] - from[2]);
}

} // namespace

double plateTopZ_mm(World const& world) {
    return world.table_z_mm + world.stock_thickness_mm + world.plate.thickness_mm + world.tool.length_mm;
}

bool overPlate(World const& world, Vec3 const& at) {
    double const r = world.tool.diameter_mm / 2;
    auto const& f = world.plate.footprint;
    return world.plate.place == PlatePlace::OnStock && at[0] > f.x_low_mm - r && at[0] < f.x_high_mm + r &&
           at[1] > f.y_low_mm - r && at[1] < f.y_high_mm + r;
}

std::optional<Hit> firstHit(World const& world, Vec3 const& from, Vec3 const& to) {
    double const length = world.tool.length_mm;
    double const stock_z = world.table_z_mm + world.stock_thickness_mm + length;
    Box const boxes[] = {{"the plate", world.plate.footprint, plateTopZ_mm(world), world.plate.push_in_mm},
                         {"the work", world.stock, stock_z, 0},
                         {"the table", world.table, world.table_z_mm + length, 0}};
    std::size_t const absent = world.plate.place == PlatePlace::OnStock ? 0 : 1; // a plate elsewhere is in nobody's way
    std::optional<Hit> first;
    for (auto const& box : std::span(boxes).subspan(absent)) {
        auto const share = enters(box, world.tool.diameter_mm / 2, from, to);
        if (share && (!first || *share < first->share)) first = Hit{box.what, *share};
    }
    return first;
}

} // namespace steady::machine
