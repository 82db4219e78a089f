// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// What comes down with a tool, as discs and boxes about the spindle's axis; and straight ways between points.

#include "core/install/Layout.h"

#include <array>

namespace steady::install {

/// X and Y, machine coordinates.
struct Point {
    double x_mm, y_mm;
};
/// Whether the straight way passes over a rectangle.
bool passes(Point from, Point to, Rect const& over);
Point middle(Rect const& rect);

/// A disc of this radius or a box about the axis, from its lowest height up.
struct HangingPart {
    double radius_mm, bottom_mm;
    char const* words;
    shop::Outline const* box = nullptr; ///< of the layout

    /// Beside a foot, seen from above; a disc right above it counts its radius.
    double beside_mm(Point axis, Rect const& foot) const;
    /// What the axis must not pass over if the part is to stay beside a foot.
    Rect swept(Rect const& foot) const;
};

/// Tool, nut, spindle body, shoe and head while the tip stands at a height.
struct Hanging {
    std::array<HangingPart, 5> parts;
    std::size_t count;
};
Hanging hangingAt(Layout const& layout, HangingTool const& tool, double tip_mm, double length_mm);

} // namespace steady::install
