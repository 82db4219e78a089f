// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// A carousel as time goes by: it turns, comes and goes, or its arm swings; and the spindle turns to where a holder
// fits.

#include "core/machine/World.h"

#include <optional>

namespace steady::machine {

class RingMoves {
public:
    /// An output of the control was switched; those of no carousel do nothing.
    void output(World& world, int number, bool on, double now_s);
    /// A move begins: after so many of them an input may fail.
    void moves(World& world);
    /// What was due by now happens, with the spindle there (true coordinates).
    void catchUp(World& world, Vec3 const& at, double now_s);
    /// By its button, until that pocket is in front, from 0.
    void turnByHand(World& world, Vec3 const& at, int pocket);
    /// When it is there, or the spindle is oriented.
    std::optional<double> due_s() const;
    /// When the input of its places comes or goes next; none: it stands.
    std::optional<double> edge_s() const;
    /// It met spindle, holder or tool.
    std::optional<controller::Trouble> const& trouble() const { return m_trouble; }
    bool toldNear() const { return m_told_near; }
    bool turning() const { return m_way != 0; }
    /// The arm has left its rest since it was started last.
    bool swung() const { return m_swung; }

private:
    void turn(World& world, Vec3 const& at, double now_s);
    void slide(World& world, Vec3 const& at);
    void swap(World& world, Vec3 const& at);
    void mayTurn(World const& world, Vec3 const& at);
    double m_now_s = 0; ///< as far as it was followed
    int m_way = 0;      ///< +1 with the numbers, −1 against them, 0: it stands
    double m_place_s = 1, m_at = 0;
    bool m_told_near = false, m_swung = false;
    std::optional<double> m_slide_due, m_orient_due, m_swap_due;
    std::optional<controller::Trouble> m_trouble;
    int m_moves = 0;
};

/// What an input of the carousel reads; one that is not wired reads off.
bool ringInput(Ring const& ring, int number);

/// The forks in front, as the rack's, from what the carousel holds and where it is.
void standInFront(World& world);
/// What was put or taken there, back into the carousel.
void keepInRing(World& world);

} // namespace steady::machine
