// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/machine/Flank.h"

#include "core/machine/ToolEnd.h"

#include <algorithm>
#include <cmath>
#include <numbers>

namespace steady::machine {
namespace {

constexpr double core_share = 0.6; // of a fluted cutter's diameter, where no flute stands; common practice
constexpr double tiny_mm = 1e-9;

struct Flat {
    double x = 0, y = 0;
};

/// As the work lies: turned about its corner at low X and low Y.
Flat inWork(World const& world, Vec3 const& at) {
    double const c = std::cos(world.skew_rad), s = std::sin(world.skew_rad);
    double const dx = at[0] - world.stock.x_low_mm, dy = at[1] - world.stock.y_low_mm;
    return {world.stock.x_low_mm + c * dx + s * dy, world.stock.y_low_mm - s * dx + c * dy};
}

bool lipsThere(World const& world) { return world.plate.lips && world.plate.place == PlatePlace::OnStock; }
/// Whether anything there makes contact from the side.
bool hasSides(World const& world) { return world.work_conducts || lipsThere(world); }

double workTop_mm(World const& world) { return world.table_z_mm + world.stock_thickness_mm; }

/// The way of a circle of that radius into a rectangle.
std::optional<double> intoBox(Footprint const& box, double radius_mm, Flat from, Flat to) {
    double begin = 0, end = 1;
    auto narrow = [&](double a, double b, double low, double high) {
        if (std::abs(b - a) < 1e-12) {
            if (a <= low || a >= high) end = -1;
            return;
        }
        double first = (low - a) / (b - a), last = (high - a) / (b - a);
        if (first > last) std::swap(first, last);
        begin = std::max(begin, first);
        end = std::min(end, last);
    };
    narrow(from.x, to.x, box.x_low_mm - radius_mm, box.x_high_mm + radius_mm);
    narrow(from.y, to.y, box.y_low_mm - radius_mm, box.y_high_mm + radius_mm);
    return begin < end ? std::optional(begin) : std::nullopt;
}

/// Where the distance from a point first crosses `distance_mm`: coming nearer, or going farther away.
std::optional<double> crosses(Flat centre, double distance_mm, Flat from, Flat to, bool nearer) {
    double const dx = to.x - from.x, dy = to.y - from.y, fx = from.x - centre.x, fy = from.y - centre.y;
    double const a = dx * dx + dy * dy, b = 2 * (fx * dx + fy * dy), c = fx * fx + fy * fy - distance_mm * distance_mm;
    if (nearer ? c < 0 : c > 0) return 0; // it is there already
    double const root = b * b - 4 * a * c;
    if (root < 0 || a <= 0) return std::nullopt;
    double const share = (-b + (nearer ? -1 : 1) * std::sqrt(root)) / (2 * a);
    return share >= 0 && share <= 1 ? std::optional(share) : std::nullopt;
}

} // namespace

double flankRadius_mm(Tool const& tool, double turned_deg, double x, double y) {
    double const outer = tool.diameter_mm / 2, length = std::hypot(x, y);
    if (tool.teeth == 0 || length <= 0) return outer;
    double best = core_share * outer;
    for (int i = 0; i < tool.teeth; ++i) {
        double const angle = (turned_deg + 360.0 * i / tool.teeth) * std::numbers::pi / 180;
        best = std::max(best, outer * (std::cos(angle) * x + std::sin(angle) * y) / length);
    }
    return best;
}

bool inBore(World const& world, Vec3 const& at) {
    if (!world.round || world.round->boss_mm > 0) return false;
    auto const& bore = *world.round;
    return std::hypot(at[0] - bore.x_mm, at[1] - bore.y_mm) + world.tool.diameter_mm / 2 <=
           bore.diameter_mm / 2 + 2 * world.plate.push_in_mm;
}

std::vector<Footprint> lipsOf(World const& world) {
    std::vector<Footprint> made;
    if (!lipsThere(world)) return made;
    auto const& lips = *world.plate.lips;
    auto const &stock = world.stock, &plate = world.plate.footprint;
    if (lips.low_x != lips.turned)
        made.push_back({stock.x_low_mm - lips.wall_mm, stock.x_low_mm, plate.y_low_mm, plate.y_high_mm});
    else
        made.push_back({stock.x_high_mm, stock.x_high_mm + lips.wall_mm, plate.y_low_mm, plate.y_high_mm});
    if (lips.low_y != lips.turned)
        made.push_back({plate.x_low_mm, plate.x_high_mm, stock.y_low_mm - lips.wall_mm, stock.y_low_mm});
    else
        made.push_back({plate.x_low_mm, plate.x_high_mm, stock.y_high_mm, stock.y_high_mm + lips.wall_mm});
    return made;
}

std::optional<double> flankMeets(World const& world, Vec3 const& from, Vec3 const& to, double give_mm) {
    if (!hasSides(world)) return std::nullopt;
    bool const lips = lipsThere(world);
    double const dx = to[0] - from[0], dy = to[1] - from[1];
    if (std::hypot(dx, dy) < tiny_mm) return std::nullopt;
    double const radius = flankRadius_mm(world.tool, world.spindle.turned_deg, dx, dy) - give_mm;
    double const tip = std::min(from[2], to[2]) - world.tool.length_mm;
    std::optional<double> first;
    auto offer = [&](std::optional<double> share) {
        if (share && (!first || *share < *first)) first = share;
    };
    auto const a = inWork(world, from), b = inWork(world, to);
    double const plate_top = workTop_mm(world) + world.plate.under_mm + world.plate.thickness_mm;
    if (tip < plate_top - tiny_mm)
        for (auto const& lip : lipsOf(world)) offer(intoBox(lip, radius, a, b));
    if (lips && tip < plate_top - tiny_mm) {
        auto const &stock = world.stock, &plate = world.plate.footprint; // its part over the work, from inside
        offer(intoBox({std::max(stock.x_low_mm, plate.x_low_mm), std::min(stock.x_high_mm, plate.x_high_mm),
                       std::max(stock.y_low_mm, plate.y_low_mm), std::min(stock.y_high_mm, plate.y_high_mm)},
                      radius, a, b));
    }
    if (!world.work_conducts) return first;
    double const top = workTop_mm(world);
    if (world.round && world.round->boss_mm > 0) {
        if (tip < top + world.round->boss_mm - tiny_mm)
            offer(crosses({world.round->x_mm, world.round->y_mm}, world.round->diameter_mm / 2 + radius,
                          {from[0], from[1]}, {to[0], to[1]}, true));
    }
    if (tip >= top - tiny_mm) return first;
    if (inBore(world, from))
        offer(crosses({world.round->x_mm, world.round->y_mm}, world.round->diameter_mm / 2 - radius, {from[0], from[1]},
                      {to[0], to[1]}, false));
    else
        offer(intoBox(world.stock, radius, a, b));
    return first;
}

/// A way of nothing to every side shows whether something is there.
bool flankTouches(World const& world, Vec3 const& at) {
    constexpr double step_mm = 1e-6;
    if (!hasSides(world)) return false;
    for (auto const& [x, y] : {std::pair{step_mm, 0.0}, {-step_mm, 0.0}, {0.0, step_mm}, {0.0, -step_mm}})
        if (flankMeets(world, at, {at[0] + x, at[1] + y, at[2]})) return true;
    return false;
}

std::optional<double> wiredWorkZ_mm(World const& world, Vec3 const& at) {
    if (!world.work_conducts || inBore(world, at)) return std::nullopt;
    auto const flat = inWork(world, at);
    double const lift_mm = liftOver_mm(world.tool, world.spindle.turned_deg, world.stock, flat.x, flat.y);
    if (!std::isfinite(lift_mm)) return std::nullopt;
    double top = workTop_mm(world);
    if (world.round && world.round->boss_mm > 0) {
        auto const& boss = *world.round;
        double const off = std::hypot(at[0] - boss.x_mm, at[1] - boss.y_mm);
        if (off <= (boss.diameter_mm + world.tool.diameter_mm) / 2) top += boss.boss_mm;
    }
    return top + world.tool.length_mm - lift_mm;
}

/// A corner of turned work lies elsewhere than where its sides would cross if it lay straight.
std::optional<double> datumOf_mm(World const& world, int axis) {
    auto const& stock = world.stock;
    auto const at = [&](int of, double low, double high, double middle) {
        switch (world.datum[static_cast<std::size_t>(of)]) {
        case Datum::LowSide: return low;
        case Datum::HighSide: return high;
        case Datum::Middle: return middle;
        case Datum::None: break;
        }
        return of == 0 ? stock.x_low_mm : stock.y_low_mm; // turns about that: no influence
    };
    if (world.datum[static_cast<std::size_t>(axis)] == Datum::None) return std::nullopt;
    auto const round = world.round.value_or(Round{});
    double const x = at(0, stock.x_low_mm, stock.x_high_mm, round.x_mm),
                 y = at(1, stock.y_low_mm, stock.y_high_mm, round.y_mm);
    if (world.datum[static_cast<std::size_t>(axis)] == Datum::Middle) return axis == 0 ? x : y;
    double const c = std::cos(world.skew_rad), s = std::sin(world.skew_rad);
    double const dx = x - stock.x_low_mm, dy = y - stock.y_low_mm;
    return axis == 0 ? stock.x_low_mm + c * dx - s * dy : stock.y_low_mm + s * dx + c * dy;
}

} // namespace steady::machine
