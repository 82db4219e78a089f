// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// A straight rack as it really stands, the clamp at the spindle, and what tells of it. Heights are those of the gauge
// line, in true machine coordinates.

#include <vector>

namespace steady::machine {

struct ForkPlace {
    double x_mm = 0, y_mm = 0;
    double seat_z_mm = 0; ///< where the spindle is when its holder sits in the fork
    int holder = 0;       ///< number of the tool that hangs there; 0: none
    bool operator==(ForkPlace const&) const = default;
};

/// What an input says of the state that it is wired to.
enum class Says { AsItIs, AlwaysOn, AlwaysOff };

struct Sensor {
    int input = 0; ///< 0: there is none
    Says says = Says::AsItIs;
    Says fails_to = Says::AsItIs; ///< what it says from a certain move on
    int fails_after = 0;          ///< moves; 0: never
    bool reads(bool truly) const { return says == Says::AsItIs ? truly : says == Says::AlwaysOn; }
    bool operator==(Sensor const&) const = default;
};

struct Rack {
    std::vector<ForkPlace> pockets;
    int out_axis = 1; ///< along which a holder leaves its fork: 0 X, 1 Y
    int out = -1;     ///< and which way
    double flange_mm = 50, fork_mm = 25;
    double cone_mm = 40, stud_mm = 20; ///< of a hanging holder, above its seat
    double nose_mm = 70;               ///< diameter of the spindle's nose
    double forgives_mm = 0.3;          ///< a holder goes in so far off its middle
    int release_output = -1;           ///< −1: none
    double opens_s = 0.3, closes_s = 0.3;
    Sensor open, held, air;
    // What is the case.
    bool air_on = true;
    bool is_open = false;
    int in_spindle = 0;     ///< number of the tool whose holder is in the cone; 0: none
    bool lets_go = true;    ///< no: the holder sticks in the cone, open or not
    int air_lost_after = 0; ///< moves, after which there is no air any more; 0: never
    bool operator==(Rack const&) const = default;
};

/// What its lamps show, and what the clamp was told.
struct RackLamps {
    bool told_open = false, open = false, held = false, air = false;
    bool operator==(RackLamps const&) const = default;
};

} // namespace steady::machine
