// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Frames are types: a point minus a point is a length, a point plus a length is a point, nothing else compiles.

#include <compare>

namespace steady {

/// A difference of heights, millimetres, positive up.
struct Length {
    double mm = 0;
    auto operator<=>(Length const&) const = default;
    Length operator-() const { return {-mm}; }
    friend Length operator+(Length a, Length b) { return {a.mm + b.mm}; }
    friend Length operator-(Length a, Length b) { return {a.mm - b.mm}; }
};

template<class Frame> struct Point {
    double mm = 0;
    auto operator<=>(Point const&) const = default;
    friend Point operator+(Point p, Length d) { return {p.mm + d.mm}; }
    friend Point operator-(Point p, Length d) { return {p.mm - d.mm}; }
    friend Length operator-(Point a, Point b) { return {a.mm - b.mm}; }
};

/// Z of the gauge line as the machine counts it: up is positive, wherever its zero is.
using MachineZ = Point<struct MachineFrame>;
/// Z as the readout shows it with a work offset active.
using WorkZ = Point<struct WorkFrame>;

/// The machine Z of a work reading; offset_z_mm is the machine Z of that work offset's zero.
inline MachineZ toMachine(WorkZ reading, MachineZ offset_zero) { return {offset_zero.mm + reading.mm}; }

} // namespace steady
