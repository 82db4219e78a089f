// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/machine/Solids.h"

#include "core/machine/Flank.h"
#include "core/machine/ToolEnd.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <numbers>

namespace steady::machine {
namespace {

constexpr double everywhere_mm = 1e6; // a radius within which all things lie

/// Something solid: upright, with a flat top.
struct Box {
    Solid what;
    Footprint footprint;
    double top_z_mm = 0; ///< gauge-line Z at which a tool without length meets it
    double give_mm = 0;  ///< how deep a tip may go from above
    bool round = false;  ///< a disc that fills the footprint
};

/// A part of what comes down: a cylinder that begins so high above the tip.
struct Section {
    double radius_mm;
    double above_tip_mm;
};

struct Shape {
    std::array<Section, 7> sections;
    std::size_t count = 0;
    void add(double diameter_mm, double above_tip_mm) { sections[count++] = {diameter_mm / 2, above_tip_mm}; }
};

/// The cutter as it goes sideways: a stack of cylinders within which it lies.
Shape cutterOf(Tool const& tool) {
    Shape shape;
    double const d = tool.diameter_mm, pilot = 2 * tool.contact_radius_mm;
    switch (tool.tip) {
    case shop::TipShape::Point:
        shape.add(0, 0);
        shape.add(d / 2, 0); // the lower half of the cone
        shape.add(d, endHeight_mm(tool, d / 4));
        break;
    case shop::TipShape::Ball:
        shape.add(0.6 * d, 0);
        shape.add(d, endHeight_mm(tool, 0.3 * d));
        break;
    case shop::TipShape::RoundOver:
        shape.add(pilot, 0);
        shape.add(d, endHeight_mm(tool, (pilot + d) / 4));
        break;
    case shop::TipShape::Rim:
    case shop::TipShape::Insert: shape.add(d, 0); break;
    }
    return shape;
}

/// Nut, spindle and dust shoe.
Shape aboveCutter(World const& world) {
    auto const& tool = world.tool;
    Shape shape;
    if (tool.nut_mm > 0) shape.add(tool.nut_mm, std::clamp(tool.stick_out_mm, 0.0, tool.length_mm));
    shape.add(world.spindle.body_mm, tool.length_mm);
    if (world.spindle.shoe_mm) shape.add(world.spindle.shoe_diameter_mm, tool.length_mm - *world.spindle.shoe_mm);
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

/// Those that a move can meet at all.
struct Boxes {
    double lowest_mm; ///< nothing of what moves comes lower
    Footprint swept;  ///< nor farther out
    std::array<Box, 10> boxes;
    std::size_t count = 0;
    void add(Box const& box) {
        auto const& f = box.footprint;
        bool const beside = f.x_low_mm > swept.x_high_mm || f.x_high_mm < swept.x_low_mm ||
                            f.y_low_mm > swept.y_high_mm || f.y_high_mm < swept.y_low_mm;
        if (lowest_mm < box.top_z_mm && !beside) boxes[count++] = box;
    }
};

/// Within which all that moves stays: tool, nut, spindle and shoe.
Footprint sweptBy(World const& world, Vec3 const& from, Vec3 const& to) {
    auto const& tool = world.tool;
    double const widest_mm = std::max({tool.diameter_mm, 2 * tool.contact_radius_mm, tool.nut_mm, world.spindle.body_mm,
                                       world.spindle.shoe_mm ? world.spindle.shoe_diameter_mm : 0});
    double const r = widest_mm / 2 + 1e-3;
    return {std::min(from[0], to[0]) - r, std::max(from[0], to[0]) + r, std::min(from[1], to[1]) - r,
            std::max(from[1], to[1]) + r};
}

/// The plate's top where the tool stands; its own lowest edge when the tool is beside it.
double plateSurface_mm(World const& world, double x_mm) {
    auto const& f = world.plate.footprint;
    double const share =
        (std::clamp(x_mm, f.x_low_mm, f.x_high_mm) - f.x_low_mm) / std::max(1e-9, f.x_high_mm - f.x_low_mm);
    return world.table_z_mm + world.stock_thickness_mm + world.plate.under_mm + world.plate.thickness_mm +
           share * world.plate.tilt_mm;
}

Boxes boxesOf(World const& world, double x_mm, double lowest_mm, Footprint const& swept) {
    Boxes all{.lowest_mm = lowest_mm, .swept = swept};
    if (world.plate.place == PlatePlace::OnStock) // a plate elsewhere is in nobody's way
        all.add({Solid::Plate, world.plate.footprint, plateSurface_mm(world, x_mm), world.plate.push_in_mm});
    for (auto const& lip : lipsOf(world))
        all.add({Solid::Plate, lip, plateSurface_mm(world, x_mm), world.plate.push_in_mm});
    double const top = world.table_z_mm + world.stock_thickness_mm;
    all.add({Solid::Work, world.stock, top, world.work_conducts ? world.plate.push_in_mm : 0});
    if (world.round && world.round->boss_mm > 0)
        all.add({Solid::Work, around(world.round->x_mm, world.round->y_mm, world.round->diameter_mm),
                 top + world.round->boss_mm, world.plate.push_in_mm, true});
    if (world.block) all.add({Solid::Work, world.block->footprint, world.block->top_z_mm});
    all.add({Solid::Table, world.table, world.table_z_mm});
    if (world.setter) {
        auto const& s = *world.setter;
        double const solid = s.base_z_mm + s.solid_mm;
        all.add({Solid::SetterEnd, around(s.x_mm, s.y_mm, s.disc_mm), s.base_z_mm + s.free_mm + s.chip_mm,
                 s.free_mm - s.solid_mm + s.chip_mm, true});
        all.add({Solid::SetterHousing, around(s.x_mm, s.y_mm, s.body_mm), solid, 0, true});
        if (s.bracket_reach_mm > 0)
            all.add({Solid::SetterBracket,
                     {s.x_mm + s.body_mm / 2, s.x_mm + s.body_mm / 2 + s.bracket_reach_mm, s.y_mm - s.body_mm / 2,
                      s.y_mm + s.body_mm / 2},
                     s.base_z_mm + s.bracket_top_mm});
    }
    return all;
}

/// Nothing stands higher.
double highest_mm(World const& world) {
    double const work = world.table_z_mm + world.stock_thickness_mm;
    double highest = std::max(work, world.table_z_mm);
    if (world.plate.place == PlatePlace::OnStock)
        highest = work + world.plate.under_mm + world.plate.thickness_mm + std::max(0.0, world.plate.tilt_mm);
    if (world.round) highest = std::max(highest, work + world.round->boss_mm);
    if (world.block) highest = std::max(highest, world.block->top_z_mm);
    if (world.setter) {
        auto const& s = *world.setter;
        highest = std::max(
            {highest, s.base_z_mm + s.free_mm + s.chip_mm, s.base_z_mm + s.solid_mm, s.base_z_mm + s.bracket_top_mm});
    }
    return highest;
}

double liftOver(World const& world, Box const& box, Vec3 const& at) {
    double const turned = world.spindle.turned_deg;
    auto const& f = box.footprint;
    if (!box.round) return liftOver_mm(world.tool, turned, f, at[0], at[1]);
    double const x = (f.x_low_mm + f.x_high_mm) / 2, y = (f.y_low_mm + f.y_high_mm) / 2;
    return liftOverDisc_mm(world.tool, turned, x - at[0], y - at[1], (f.x_high_mm - f.x_low_mm) / 2);
}

double liftOverSetter(World const& world, Vec3 const& at) {
    auto const& s = *world.setter;
    return liftOverDisc_mm(world.tool, world.spindle.turned_deg, s.x_mm - at[0], s.y_mm - at[1], s.disc_mm / 2);
}

/// How much higher than a flat disc it is met: under the middle of a pointed or round end, else at the highest place
/// under the rim.
double discShape_mm(World const& world, Vec3 const& at) {
    auto const& s = *world.setter;
    if (s.dome_mm == 0 && s.tilt_mm == 0) return 0;
    double const edge = s.disc_mm / 2;
    auto const height = [&](double x, double y) {
        double const share = std::min(1.0, std::hypot(x, y) / edge);
        return -s.dome_mm * share * share + s.tilt_mm / 2 * std::clamp(x / edge, -1.0, 1.0);
    };
    double const x = at[0] - s.x_mm, y = at[1] - s.y_mm;
    if (world.tool.tip != shop::TipShape::Rim) return height(x, y);
    double highest = -s.dome_mm - std::abs(s.tilt_mm);
    for (int i = 0; i < 360; ++i) {
        double const angle = 2 * std::numbers::pi * i / 360, r = world.tool.contact_radius_mm;
        highest = std::max(highest, height(x + r * std::cos(angle), y + r * std::sin(angle)));
    }
    return highest;
}

} // namespace

char const* name(Solid solid) {
    switch (solid) {
    case Solid::Plate: return "the plate";
    case Solid::Work: return "the work";
    case Solid::Table: return "the table";
    case Solid::SetterEnd: return "the setter's end of stroke";
    case Solid::SetterHousing: return "the setter's housing";
    case Solid::SetterBracket: return "the setter's bracket";
    }
    return "";
}

controller::Cause causeOf(Solid solid) {
    using controller::Cause;
    switch (solid) {
    case Solid::Plate: return Cause::Plate;
    case Solid::Work: return Cause::Work;
    case Solid::Table: return Cause::Table;
    case Solid::SetterEnd: return Cause::SetterEnd;
    case Solid::SetterHousing: return Cause::SetterHousing;
    case Solid::SetterBracket: return Cause::SetterBracket;
    }
    return Cause::None;
}

std::optional<double> plateTopZ_mm(World const& world, Vec3 const& at) {
    if (world.plate.place != PlatePlace::OnStock) return std::nullopt;
    double const lift_mm = liftOver_mm(world.tool, world.spindle.turned_deg, world.plate.footprint, at[0], at[1]);
    if (!std::isfinite(lift_mm)) return std::nullopt;
    return plateSurface_mm(world, at[0]) + world.tool.length_mm - lift_mm;
}

std::optional<double> setterTripZ_mm(World const& world, Vec3 const& at) {
    if (!world.setter) return std::nullopt;
    auto const& s = *world.setter;
    double const lift_mm = liftOverSetter(world, at);
    if (!std::isfinite(lift_mm)) return std::nullopt;
    return s.base_z_mm + s.trigger_mm + s.chip_mm + world.tool.length_mm - lift_mm + discShape_mm(world, at);
}

double setterTripsBelow_mm(World const& world) {
    auto const& s = *world.setter;
    return s.base_z_mm + s.trigger_mm + s.chip_mm + world.tool.length_mm + std::abs(s.tilt_mm);
}

std::optional<double> overtravelZ_mm(World const& world, Vec3 const& at) {
    if (!world.setter || !world.setter->overtravel_mm) return std::nullopt;
    double const lift_mm = liftOverSetter(world, at);
    if (!std::isfinite(lift_mm)) return std::nullopt;
    return world.setter->base_z_mm + *world.setter->overtravel_mm + world.setter->chip_mm + world.tool.length_mm -
           lift_mm;
}

std::optional<Hit> firstHit(World const& world, Vec3 const& from, Vec3 const& to, bool cuts) {
    auto const& tool = world.tool;
    double const lowest_mm = std::min(from[2], to[2]) - std::max(tool.length_mm, world.spindle.shoe_mm.value_or(0));
    if (lowest_mm >= highest_mm(world)) return std::nullopt;
    bool const straight_down = from[0] == to[0] && from[1] == to[1];
    auto const above = aboveCutter(world);
    auto const cutter = straight_down ? Shape{} : cutterOf(tool);
    auto const all = boxesOf(world, to[0], lowest_mm, sweptBy(world, from, to));
    std::optional<Hit> first;
    auto offer = [&](Box const& box, double radius_mm, double above_tip_mm) {
        auto const share = enters(box, radius_mm, box.top_z_mm + tool.length_mm - above_tip_mm, from, to);
        if (share && (!first || *share < first->share)) first = Hit{box.what, *share};
    };
    bool const free = inBore(world, from); // down in its bore, or across in it
    for (std::size_t b = 0; b < all.count; ++b) {
        auto const& box = all.boxes[b];
        bool const cut = cuts && box.what == Solid::Work;
        // What a flank touches gives way a little, and then it is a collision as well: below.
        bool const touched =
            (box.what == Solid::Work && world.work_conducts) || (box.what == Solid::Plate && world.plate.lips);
        bool const around = free && box.what == Solid::Work; // the nut still meets its rim
        if (straight_down && !cut && !around) {
            double const lift = liftOver(world, box, to);
            if (std::isfinite(lift)) offer(box, everywhere_mm, lift);
        }
        for (auto const* shape : {&cutter, &above}) {
            if ((cut || touched) && shape == &cutter) continue;
            for (std::size_t i = 0; i < shape->count; ++i)
                offer(box, shape->sections[i].radius_mm, shape->sections[i].above_tip_mm);
        }
    }
    if (!straight_down && !cuts)
        if (auto const share = flankMeets(world, from, to, world.plate.push_in_mm);
            share && (!first || *share < first->share))
            first = Hit{world.work_conducts ? Solid::Work : Solid::Plate, *share};
    return first;
}

} // namespace steady::machine
