// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// The clamp at the spindle as time goes by, and what a move runs into at the rack.

#include "core/machine/World.h"

#include <optional>

namespace steady::machine {

/// Opens by air and closes by its spring. Open, it lets its holder go: into the fork that it sits in, or to the floor.
/// Closing, it takes what sits in the cone.
class RackClamp {
public:
    /// An output of the control was switched; those of no clamp do nothing.
    void output(World& world, int number, bool on, double now_s);
    /// A move begins: after so many of them the air may be gone.
    void moves(World& world, double now_s);
    /// What was due by now happens, with the spindle there (true coordinates).
    void catchUp(World& world, Vec3 const& at, double now_s);
    bool toldOpen() const { return m_told_open; }
    /// When something happens next.
    std::optional<double> due_s() const { return m_due ? std::optional(m_due->at_s) : std::nullopt; }
    /// A holder was let go where nothing holds it.
    std::optional<controller::Trouble> const& dropped() const { return m_dropped; }

private:
    struct Due {
        double at_s;
        bool open;
    };
    std::optional<Due> m_due;
    std::optional<controller::Trouble> m_dropped;
    int m_moves = 0;
    bool m_told_open = false;
};

/// What an input of the rack reads; one that is not wired reads off.
bool rackInput(Rack const& rack, int number);

/// The share of the way at which spindle, holder or tool runs into a fork or into what hangs in one. From one
/// gauge-line point to another, true coordinates. Parts are upright cylinders, forks upright boxes.
std::optional<double> rackHit(World const& world, Vec3 const& from, Vec3 const& to);

/// Of a holder's flange, below the gauge line.
inline constexpr double flange_high_mm = 20;

/// Null: the world knows none of that number.
Tool const* toolOf(World const& world, int number);

/// What is in the spindle when nothing is.
Tool emptyCone();

} // namespace steady::machine
