// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/machine/RackClamp.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <limits>

namespace steady::machine {
namespace {

constexpr double seat_play_mm = 1;               // between groove and fork, up and down; common practice
constexpr double fork_high_mm = 12, arm_mm = 15; // of a fork below its seat, and of one of its arms

/// Off the middle of a pocket: on the way out of its fork, and across it.
struct Off {
    double out, across, up;
    double far() const { return std::hypot(out, across); }
};
Off offOf(Rack const& rack, ForkPlace const& pocket, Vec3 const& at) {
    double const x = at[0] - pocket.x_mm, y = at[1] - pocket.y_mm;
    double const along = rack.out_axis == 0 ? x : y, across = rack.out_axis == 0 ? y : x;
    return {along * rack.out, across, at[2] - pocket.seat_z_mm};
}

/// The pocket whose seat the spindle stands at; null: none.
ForkPlace* seatAt(Rack& rack, Vec3 const& at) {
    for (auto& pocket : rack.pockets) {
        auto const off = offOf(rack, pocket, at);
        if (off.far() <= rack.forgives_mm && std::abs(off.up) <= seat_play_mm) return &pocket;
    }
    return nullptr;
}

/// An upright cylinder; heights from where its axis counts.
struct Part {
    double radius_mm, low_mm, high_mm;
};
using Parts = std::array<Part, 2>;

/// Flange and cutter, from the gauge line.
Parts hanging(Rack const& rack, Tool const& tool) {
    double const radius = std::max(tool.diameter_mm, tool.nut_mm) / 2;
    return {{{rack.flange_mm / 2, -flange_high_mm, 0},
             {radius, -std::max(tool.length_mm, flange_high_mm), -flange_high_mm}}};
}

bool meet(Part const& one, double one_z, Part const& other, double other_z, double apart_mm) {
    return apart_mm < one.radius_mm + other.radius_mm - 1e-6 && one_z + one.low_mm < other_z + other.high_mm - 1e-6 &&
           one_z + one.high_mm > other_z + other.low_mm + 1e-6;
}

/// How far a fork reaches to each side: by its arms, but never so far that a holder could not go in beside it.
double halfFork_mm(Rack const& rack) {
    double apart = std::numeric_limits<double>::infinity();
    for (std::size_t i = 0; i < rack.pockets.size(); ++i)
        for (std::size_t k = 0; k < i; ++k)
            apart = std::min(apart, std::hypot(rack.pockets[i].x_mm - rack.pockets[k].x_mm,
                                               rack.pockets[i].y_mm - rack.pockets[k].y_mm));
    return std::min(rack.flange_mm / 2 + arm_mm, apart - rack.flange_mm / 2 - 1);
}

/// Something carried that is in the way of a fork's arms, unless it goes in or out along it.
bool meetsFork(Rack const& rack, double half_mm, Part const& part, Off const& off, bool flange) {
    bool const level = off.up + part.low_mm < -1e-6 && off.up + part.high_mm > -fork_high_mm + 1e-6;
    double const wide = half_mm + part.radius_mm;
    if (!level || std::abs(off.across) >= wide || off.out >= rack.fork_mm + part.radius_mm ||
        off.out <= -rack.fork_mm - part.radius_mm)
        return false;
    bool const in_the_groove = flange && std::abs(off.across) <= rack.forgives_mm && std::abs(off.up) <= seat_play_mm &&
                               off.out >= -rack.forgives_mm;
    return !in_the_groove;
}

bool hits(World const& world, Vec3 const& at, double half_mm) {
    auto const& rack = *world.rack;
    constexpr double endless_mm = 1e6;
    Part const nose{rack.nose_mm / 2, 0, endless_mm};
    bool const carries = rack.in_spindle != 0;
    auto const carried = hanging(rack, world.tool);
    for (auto const& pocket : rack.pockets) {
        auto const off = offOf(rack, pocket, at);
        if (carries)
            for (std::size_t i = 0; i < carried.size(); ++i)
                if (meetsFork(rack, half_mm, carried[i], off, i == 0)) return true;
        auto const* hung = pocket.holder != 0 ? toolOf(world, pocket.holder) : nullptr;
        if (!hung) continue;
        // Straight down over it, open and empty, the cone goes into the spindle.
        double const apart = off.far();
        bool const over_it = !carries && rack.is_open && apart <= rack.forgives_mm && off.up >= -seat_play_mm;
        if (over_it) continue;
        Part const cone{rack.stud_mm / 2, 0, rack.cone_mm};
        auto const hangs = hanging(rack, *hung);
        if (meet(nose, off.up, cone, 0, apart)) return true;
        for (auto const& part : hangs)
            if (meet(nose, off.up, part, 0, apart)) return true;
        if (!carries) continue;
        for (auto const& mine : carried) {
            if (meet(mine, off.up, cone, 0, apart)) return true;
            for (auto const& part : hangs)
                if (meet(mine, off.up, part, 0, apart)) return true;
        }
    }
    return false;
}

/// A part of a way, as shares of it; end below begin: none of it.
struct Stretch {
    double begin = 1, end = -1;
};

/// Where some pocket is so near that anything at it could be met: all that stands and hangs there, and all that moves,
/// taken as upright cylinders.
Stretch nearPockets(World const& world, Vec3 const& from, Vec3 const& to, double half_mm) {
    auto const& rack = *world.rack;
    double const flange = rack.flange_mm / 2,
                 moves = std::max({flange, rack.nose_mm / 2, world.tool.diameter_mm / 2, world.tool.nut_mm / 2}),
                 fork = std::hypot(half_mm + moves, rack.fork_mm + moves);
    double const x = to[0] - from[0], y = to[1] - from[1], square = x * x + y * y;
    Stretch near;
    for (auto const& pocket : rack.pockets) {
        auto const* hung = pocket.holder != 0 ? toolOf(world, pocket.holder) : nullptr;
        double const hangs = hung ? std::max({flange, rack.stud_mm / 2, hung->diameter_mm / 2, hung->nut_mm / 2}) : 0;
        double const reach = std::max(fork, moves + hangs) + 1e-3;
        double const off_x = from[0] - pocket.x_mm, off_y = from[1] - pocket.y_mm;
        double const beside = off_x * off_x + off_y * off_y - reach * reach, along = off_x * x + off_y * y;
        if (square == 0) { // straight up or down
            if (beside <= 0) return {0, 1};
            continue;
        }
        double const under_root = along * along - square * beside; // of the quadratic for the distance `reach`
        if (under_root < 0) continue;
        double const root = std::sqrt(under_root);
        double const begin = std::max(0.0, (-along - root) / square), end = std::min(1.0, (-along + root) / square);
        if (begin > end) continue;
        near.begin = std::min(near.begin, begin);
        near.end = std::max(near.end, end);
    }
    return near;
}

} // namespace

Tool const* toolOf(World const& world, int number) {
    for (auto const& each : world.tools)
        if (each.number == number) return &each.tool;
    return nullptr;
}

Tool emptyCone() {
    Tool none;
    none.length_mm = 0;
    none.diameter_mm = 1;
    none.contact_radius_mm = 0.5;
    none.teeth = 0;
    return none;
}

bool rackInput(Rack const& rack, int number) {
    if (number <= 0) return false;
    if (number == rack.open.input) return rack.open.reads(rack.is_open);
    if (number == rack.held.input) return rack.held.reads(!rack.is_open && rack.in_spindle != 0);
    if (number == rack.air.input) return rack.air.reads(rack.air_on);
    return false;
}

void RackClamp::output(World& world, int number, bool on, double now_s) {
    if (!world.rack || number != world.rack->release_output) return;
    m_told_open = on;
    m_due = Due{now_s + (on ? world.rack->opens_s : world.rack->closes_s), on};
}

void RackClamp::moves(World& world, double now_s) {
    auto& rack = *world.rack;
    ++m_moves;
    for (auto* sensor : {&rack.open, &rack.held, &rack.air})
        if (sensor->fails_after == m_moves) sensor->says = sensor->fails_to;
    if (rack.air_lost_after != m_moves) return;
    rack.air_on = false;
    m_due = Due{now_s, false}; // the spring closes what the air held open
}

void RackClamp::catchUp(World& world, Vec3 const& at, double now_s) {
    if (!m_due || m_due->at_s > now_s) return;
    bool const opens = m_due->open;
    m_due.reset();
    auto& rack = *world.rack;
    if (opens == rack.is_open || (opens && !rack.air_on)) return;
    rack.is_open = opens;
    auto* seat = seatAt(rack, at);
    if (opens) {
        if (rack.in_spindle == 0 || !rack.lets_go) return;
        if (seat && seat->holder == 0)
            seat->holder = rack.in_spindle;
        else
            m_dropped = controller::Trouble{controller::Outcome::Collision,
                                            "Collision: the clamp opened and the holder fell, with no fork around it.",
                                            controller::Cause::Dropped};
        rack.in_spindle = 0;
        world.tool = emptyCone();
    } else if (rack.in_spindle == 0 && seat && seat->holder != 0) {
        rack.in_spindle = seat->holder;
        seat->holder = 0;
        if (auto const* tool = toolOf(world, rack.in_spindle)) world.tool = *tool;
    }
}

std::optional<double> rackHit(World const& world, Vec3 const& from, Vec3 const& to) {
    auto const& rack = *world.rack;
    double highest = -std::numeric_limits<double>::infinity();
    for (auto const& pocket : rack.pockets)
        highest = std::max(highest, pocket.seat_z_mm + (pocket.holder != 0 ? rack.cone_mm : 0));
    double const hangs_mm = rack.in_spindle != 0 ? std::max(world.tool.length_mm, flange_high_mm) : 0;
    if (std::min(from[2], to[2]) - hangs_mm > highest) return std::nullopt;
    constexpr double step_mm = 0.5;
    double const length = std::hypot(to[0] - from[0], to[1] - from[1], to[2] - from[2]);
    int const steps = std::max(1, static_cast<int>(std::ceil(length / step_mm)));
    double const half_mm = halfFork_mm(rack);
    auto const near = nearPockets(world, from, to, half_mm);
    int const last = std::min(steps, static_cast<int>(std::ceil(near.end * steps)));
    for (int i = std::max(1, static_cast<int>(std::floor(near.begin * steps))); i <= last; ++i) {
        double const share = static_cast<double>(i) / steps;
        Vec3 at{};
        for (std::size_t axis = 0; axis < 3; ++axis) at[axis] = from[axis] + share * (to[axis] - from[axis]);
        if (hits(world, at, half_mm)) return share;
    }
    return std::nullopt;
}

} // namespace steady::machine
