// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/machine/RingMoves.h"

#include "core/machine/RackClamp.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <limits>

namespace steady::machine {
namespace {

constexpr double seen_share = 0.25;           // of a place, to both sides, in which its input is on
constexpr double leaves = 0.26, comes = 0.76; // in the way that it turns: off behind the one, on behind the other

controller::Trouble met(char const* what) { return {controller::Outcome::Collision, what, controller::Cause::Rack}; }

int around(int pocket, int count) { return count > 0 ? (pocket % count + count) % count : 0; }

/// How low the spindle reaches, with what it carries.
double lowest_mm(World const& world, Vec3 const& at) {
    auto const& rack = *world.rack;
    return at[2] - (rack.in_spindle != 0 ? std::max(world.tool.length_mm, flange_high_mm) : 0);
}

} // namespace

int Ring::front() const { return around(static_cast<int>(std::lround(at)), count()); }
bool Ring::atPlace() const { return std::abs(at - std::round(at)) <= seen_share + 1e-9; }

bool ringInput(Ring const& ring, int number) {
    if (number <= 0) return false;
    if (number == ring.place.input) return ring.place.reads(ring.atPlace());
    if (number == ring.first.input) return ring.first.reads(ring.atPlace() && ring.front() == 0);
    if (number == ring.near.input) return ring.near.reads(ring.is_near);
    if (number == ring.back.input) return ring.back.reads(ring.is_back);
    if (number == ring.oriented.input) return ring.oriented.reads(ring.is_oriented);
    if (number == ring.rest.input) return ring.rest.reads(ring.is_at_rest);
    return false;
}

void standInFront(World& world) {
    auto& rack = *world.rack;
    auto const& ring = *world.ring;
    rack.pockets.resize(3);
    double const away = ring.is_near ? 0 : ring.travel_mm, off = (std::round(ring.at) - ring.at) * ring.pitch_mm;
    for (int i = 0; i < 3; ++i) {
        auto& fork = rack.pockets[static_cast<std::size_t>(i)];
        double const along = -rack.out * away, across = (i - 1) * ring.pitch_mm + off;
        fork.x_mm = ring.x_mm + (rack.out_axis == 0 ? along : across);
        fork.y_mm = ring.y_mm + (rack.out_axis == 0 ? across : along);
        fork.seat_z_mm = ring.seat_z_mm;
        auto const pocket = around(ring.front() + i - 1, ring.count());
        fork.holder = ring.count() > 0 ? ring.holders[static_cast<std::size_t>(pocket)] : 0;
    }
}

void keepInRing(World& world) {
    auto& ring = *world.ring;
    if (ring.count() > 0) ring.holders[static_cast<std::size_t>(ring.front())] = world.rack->pockets[1].holder;
}

void RingMoves::output(World& world, int number, bool on, double now_s) {
    if (!world.ring) return;
    auto& ring = *world.ring;
    if (number == ring.slide_output) {
        m_told_near = on;
        if (ring.slides) {
            m_slide_due = now_s + ring.slide_s;
            if (on == ring.is_near && !on == ring.is_back) m_slide_due.reset(); // it is there
            if (m_slide_due) ring.is_near = ring.is_back = false;
        }
    }
    if (number == ring.swap_output && on) m_swung = ring.swings;
    if (number == ring.swap_output && on && ring.swings && ring.is_at_rest) {
        ring.is_at_rest = false;
        m_swap_due = now_s + ring.swap_s;
    }
    if (number == ring.orient_output) {
        m_orient_due.reset();
        if (on && ring.orients) m_orient_due = now_s + ring.orient_s;
        if (!on) ring.is_oriented = false;
    }
    if (number != ring.with_output && number != ring.against_output) return;
    int const way = number == ring.with_output ? 1 : -1;
    if (!on && m_way != way) return;
    m_way = on && ring.turns ? way : 0;
    m_now_s = now_s;
    m_place_s = ring.place_s;
    if (!on && ring.atPlace()) ring.at = ring.front(); // it falls into its notch
    m_at = ring.at;
    standInFront(world);
}

void RingMoves::moves(World& world) {
    if (!world.ring) return;
    ++m_moves;
    auto& ring = *world.ring;
    for (auto* sensor : {&ring.place, &ring.first, &ring.near, &ring.back, &ring.oriented, &ring.rest})
        if (sensor->fails_after == m_moves) sensor->says = sensor->fails_to;
    if (!ring.is_at_rest) m_trouble = met("Collision: an axis moved while the arm held the holder.");
}

std::optional<double> RingMoves::due_s() const {
    std::optional<double> first;
    for (auto const& due : {m_slide_due, m_orient_due, m_swap_due})
        if (due && (!first || *due < *first)) first = due;
    return first;
}

std::optional<double> RingMoves::edge_s() const {
    if (m_way == 0) return std::nullopt;
    double const way = m_at * m_way, begun = std::floor(way);
    for (double const edge : {begun + leaves, begun + comes})
        if (edge > way + 1e-9) return m_now_s + (edge - way) * m_place_s;
    return m_now_s + (begun + 1 + leaves - way) * m_place_s;
}

void RingMoves::turn(World& world, Vec3 const& at, double now_s) {
    auto& ring = *world.ring;
    if (m_way == 0) return;
    m_at += m_way * (now_s - m_now_s) / m_place_s;
    m_now_s = now_s;
    double const places = ring.count();
    m_at -= std::floor(m_at / places) * places;
    ring.at = m_at;
    mayTurn(world, at);
    standInFront(world);
}

/// Down in a fork, or over one too low, something is torn.
void RingMoves::mayTurn(World const& world, Vec3 const& at) {
    if (!world.ring->is_at_rest) m_trouble = met("Collision: the carousel turned while the arm was in it.");
    if (!world.ring->is_back && lowest_mm(world, at) < world.ring->seat_z_mm + world.rack->cone_mm - 1e-6)
        m_trouble =
            met("Collision: the carousel turned with the spindle, or what hangs in it, down between its forks.");
}

void RingMoves::turnByHand(World& world, Vec3 const& at, int pocket) {
    auto& ring = *world.ring;
    if (ring.front() == pocket && ring.atPlace()) return;
    mayTurn(world, at);
    ring.at = m_at = pocket;
    standInFront(world);
}

/// At the spindle, or back again: what is met on the way shows at its end.
void RingMoves::slide(World& world, Vec3 const& at) {
    auto& ring = *world.ring;
    auto const& rack = *world.rack;
    bool const near = m_told_near;
    ring.is_near = true; // the forks as they stand at the spindle
    standInFront(world);
    Vec3 from = at;
    from[static_cast<std::size_t>(rack.out_axis)] += rack.out * ring.travel_mm;
    bool const low = lowest_mm(world, at) < ring.seat_z_mm + rack.cone_mm - 1e-6;
    if (low && !ring.atPlace())
        m_trouble = met("Collision: the carousel stood between two pockets as it came to the spindle.");
    else if (low && near && rack.in_spindle != 0 && ring.orient_output >= 0 && !ring.is_oriented)
        m_trouble = met("Collision: the fork met the holder beside its slots; the spindle was not oriented.");
    else if (near ? rackHit(world, from, at) : rackHit(world, at, from))
        m_trouble = met(near ? "Collision: the carousel ran into spindle, holder or tool as it came."
                             : "Collision: the carousel took something along as it went back.");
    ring.is_near = near;
    ring.is_back = !near;
    standInFront(world);
}

/// Both holders at once: the spindle must stand where the arm comes to, and let go.
void RingMoves::swap(World& world, Vec3 const& at) {
    auto& ring = *world.ring;
    auto& rack = *world.rack;
    if (!ring.arrives || !rack.air_on) return; // it stays half-way
    double const off_mm = std::hypot(at[0] - ring.x_mm, at[1] - ring.y_mm, at[2] - ring.seat_z_mm);
    if (off_mm > rack.forgives_mm)
        m_trouble = met("Collision: the arm met the spindle, which did not stand where tools are changed.");
    else if (!ring.atPlace())
        m_trouble = met("Collision: the arm met the carousel between two pockets.");
    else if (ring.orient_output >= 0 && !ring.is_oriented)
        m_trouble = met("Collision: the arm met the holder beside its slots; the spindle was not oriented.");
    else if (rack.in_spindle != 0 && !rack.lets_go)
        m_trouble = met("Collision: the arm tore at a holder that stuck in the cone.");
    std::swap(rack.in_spindle, ring.holders[static_cast<std::size_t>(ring.front())]);
    auto const* tool = toolOf(world, rack.in_spindle);
    world.tool = tool ? *tool : emptyCone();
    ring.is_at_rest = true;
    standInFront(world);
}

void RingMoves::catchUp(World& world, Vec3 const& at, double now_s) {
    auto& ring = *world.ring;
    if (m_way != 0) turn(world, at, now_s);
    if (m_slide_due && *m_slide_due <= now_s) {
        m_slide_due.reset();
        slide(world, at);
    }
    if (m_swap_due && *m_swap_due <= now_s) {
        m_swap_due.reset();
        swap(world, at);
    }
    if (m_orient_due && *m_orient_due <= now_s) {
        m_orient_due.reset();
        ring.is_oriented = true;
    }
}

} // namespace steady::machine
