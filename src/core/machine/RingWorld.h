// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// A carousel as it really stands, and what tells of it. It comes to the spindle along the way out of its forks, and
// goes back along it; the clamp is that of the rack, whose forks are the three pockets in front.

#include "core/machine/RackWorld.h"

#include <optional>

namespace steady::machine {

struct Ring {
    std::vector<int> holders;                 ///< number of the tool that hangs in each pocket; 0: none
    double at = 0;                            ///< the pocket in front, from 0; between two of them as a share
    double x_mm = 0, y_mm = 0, seat_z_mm = 0; ///< of the spindle when a holder sits in the fork in front
    double travel_mm = 250, pitch_mm = 90;    ///< how far it goes back; between neighbours
    double place_s = 0.5, slide_s = 1,
           orient_s = 0.5; ///< time for a place, for the way to the spindle, for the spindle
    int with_output = -1, against_output = -1, slide_output = -1, orient_output = -1; ///< −1: none
    int swap_output = -1; ///< starts an arm that exchanges what spindle and pocket in front hold
    double swap_s = 3;    ///< in which it does
    Sensor place, first, near, back, oriented, rest;
    // What is the case.
    bool is_near = false, is_back = true; ///< neither: on its way
    bool is_oriented = false;
    bool is_at_rest = true;                           ///< the arm
    bool turns = true, slides = true, orients = true; ///< no: told to, it stays as it is
    bool swings = true, arrives = true;               ///< the arm; no: it does not start, or stops half-way
    bool operator==(Ring const&) const = default;

    int count() const { return static_cast<int>(holders.size()); }
    /// The pocket that is nearest to the front, from 0.
    int front() const;
    /// It stands in front, as far as its input can tell.
    bool atPlace() const;
};

/// What its lamps show, and what it was told.
struct RingLamps {
    bool told_near = false, turns = false, near = false, back = false, place = false, oriented = false;
    std::optional<bool> rest = {}; ///< of an arm, where it has one: that does what a carousel does that comes
    bool operator==(RingLamps const&) const = default;
};

} // namespace steady::machine
