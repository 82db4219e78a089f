// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/machine/Solids.h"

#include <algorithm>
#include <array>
#include <cmath>

namespace steady::machine {
namespace {

constexpr double insert_recess_mm = 3; // how far the body of an insert cutter lies above its inserts

struct Box {
    char const* what;
    Footprint footprint;
    double top_z_mm = 0; ///< gauge-line Z at which a tool without length meets it
    double give_mm = 0;  ///< how deep a tip may go from above
};

/// A part of what comes down: a cylinder that begins so high above the tip.
struct Section {
    double radius_mm;
    double above_tip_mm;
};

struct Shape {
    std::array<Section, 4> sections;
    std::size_t count = 0;
    void add(double diameter_mm, double above_tip_mm) { sections[count++] = {diameter_mm / 2, above_tip_mm}; }
};

Shape shapeOf(World const& world) {
    auto const& tool = world.tool;
    Shape shape;
    if (tool.tip == shop::TipShape::Point) {
        shape.add(0, 0);
        shape.add(tool.diameter_mm, tool.diameter_mm / 2);
    } else {
        shape.add(tool.diameter_mm, 0);
    }
    if (tool.nut_mm > 0) shape.add(tool.nut_mm, std::clamp(tool.stick_out_mm, 0.0, tool.length_mm));
    shape.add(world.spindle.body_mm, tool.length_mm);
    return shape;
}

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

std::optional<double> enters(Box const& box, double radius_mm, double top_z_mm, Vec3 const& from, Vec3 const& to) {
    double const floor = top_z_mm - box.give_mm - 1e-6;
    if (std::min(from[2], to[2]) >= top_z_mm) return std::nullopt;
    double begin = 0, end = 1;
    narrow(from[0], to[0], box.footprint.x_low_mm - radius_mm, box.footprint.x_high_mm + radius_mm, begin, end);
    narrow(from[1], to[1], box.footprint.y_low_mm - radius_mm, box.footprint.y_high_mm + radius_mm, begin, end);
    if (begin > end) return std::nullopt;
    auto z = [&](double share) { return from[2] + share * (to[2] - from[2]); };
    if (begin > 0 && z(begin) < top_z_mm - 1e-6 - std::min(box.give_mm, 0.1)) return begin; // from the side
    if (from[2] < floor && to[2] > from[2] && begin == 0) return std::nullopt; // leaving upward frees the tool
    if (z(begin) < floor) return begin;
    if (z(end) >= floor) return std::nullopt;
    return (floor - from[2]) / (to[2] - from[2]);
}

Footprint around(double x_mm, double y_mm, double width_mm) {
    double const r = width_mm / 2;
    return {x_mm - r, x_mm + r, y_mm - r, y_mm + r};
}

/// An insert cutter's ring may stand around a small thing, whose top then meets the recessed body.
bool inRing(World const& world, Footprint const& f, Vec3 const& at) {
    if (world.tool.tip != shop::TipShape::Insert) return false;
    double const x = std::max(std::abs(f.x_low_mm - at[0]), std::abs(f.x_high_mm - at[0]));
    double const y = std::max(std::abs(f.y_low_mm - at[1]), std::abs(f.y_high_mm - at[1]));
    return std::hypot(x, y) < world.tool.contact_radius_mm;
}

struct Boxes {
    std::array<Box, 6> boxes;
    std::size_t count = 0;
    void add(Box box) { boxes[count++] = box; }
};

Boxes boxesOf(World const& world) {
    Boxes all;
    if (world.plate.place == PlatePlace::OnStock) // a plate elsewhere is in nobody's way
        all.add({"the plate", world.plate.footprint,
                 world.table_z_mm + world.stock_thickness_mm + world.plate.thickness_mm, world.plate.push_in_mm});
    all.add({"the work", world.stock, world.table_z_mm + world.stock_thickness_mm});
    all.add({"the table", world.table, world.table_z_mm});
    if (world.setter) {
        auto const& s = *world.setter;
        double const solid = s.base_z_mm + s.solid_mm;
        all.add({"the setter's end of stroke", around(s.x_mm, s.y_mm, s.disc_mm), s.base_z_mm + s.free_mm + s.chip_mm,
                 s.free_mm - s.solid_mm + s.chip_mm});
        all.add({"the setter's housing", around(s.x_mm, s.y_mm, s.body_mm), solid});
        if (s.bracket_reach_mm > 0)
            all.add({"the setter's bracket",
                     {s.x_mm + s.body_mm / 2, s.x_mm + s.body_mm / 2 + s.bracket_reach_mm, s.y_mm - s.body_mm / 2,
                      s.y_mm + s.body_mm / 2},
                     s.base_z_mm + s.bracket_top_mm});
    }
    return all;
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

bool overDisc(World const& world, Vec3 const& at) {
    if (!world.setter) return false;
    double const disc = world.setter->disc_mm / 2, r = world.tool.contact_radius_mm;
    double const off = std::hypot(at[0] - world.setter->x_mm, at[1] - world.setter->y_mm);
    switch (world.tool.tip) {
    case shop::TipShape::Point: return off < disc;
    case shop::TipShape::Rim: return off < disc + r;
    case shop::TipShape::Insert: return std::abs(off - r) < disc;
    }
    return false;
}

double setterTripZ_mm(World const& world) {
    auto const& s = *world.setter;
    return s.base_z_mm + s.trigger_mm + s.chip_mm + world.tool.length_mm;
}

std::optional<double> overtravelZ_mm(World const& world) {
    auto const& s = *world.setter;
    if (!s.overtravel_mm) return std::nullopt;
    return s.base_z_mm + *s.overtravel_mm + s.chip_mm + world.tool.length_mm;
}

std::optional<Hit> firstHit(World const& world, Vec3 const& from, Vec3 const& to) {
    auto const shape = shapeOf(world);
    auto const all = boxesOf(world);
    std::optional<Hit> first;
    for (std::size_t b = 0; b < all.count; ++b) {
        auto const& box = all.boxes[b];
        for (std::size_t i = 0; i < shape.count; ++i) {
            auto const& section = shape.sections[i];
            double const recess = i == 0 && inRing(world, box.footprint, to) ? insert_recess_mm : 0;
            double const top = box.top_z_mm + world.tool.length_mm - section.above_tip_mm - recess;
            auto const share = enters(box, section.radius_mm, top, from, to);
            if (share && (!first || *share < first->share)) first = Hit{box.what, *share};
        }
    }
    return first;
}

} // namespace steady::machine
