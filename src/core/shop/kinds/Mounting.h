// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Where a setter is meant to stand: the plan, beside the X and Y that it was measured at.

#include "core/shop/kinds/Machine.h"
#include "core/shop/kinds/ToolSetter.h"

namespace steady::shop {

/// On the frame beside the travel only X can be chosen; on a bracket both, and the base hangs above the table.
enum class Mount { Table, Frame, Bracket };
constexpr char const* word(Mount mount) {
    switch (mount) {
    case Mount::Table: return "table";
    case Mount::Frame: return "frame";
    case Mount::Bracket: return "bracket";
    }
    return nullptr;
}

/// The side on which the lead leaves the body; right is +X, back is +Y.
enum class LeadExit { Left, Right, Front, Back };
constexpr char const* word(LeadExit exit) {
    switch (exit) {
    case LeadExit::Left: return "left";
    case LeadExit::Right: return "right";
    case LeadExit::Front: return "front";
    case LeadExit::Back: return "back";
    }
    return nullptr;
}

struct Mounting {
    Id<ToolSetter> setter;
    Mount mount = Mount::Table;
    double x_mm = 0, y_mm = 0; ///< machine coordinates of the disc's middle
    double base_mm = 0;        ///< its base above the table
    double cable_mm = 3000;    ///< length of its lead
    double bend_mm = 30;       ///< least radius that the lead may be bent to
    LeadExit exit = LeadExit::Left;
    int holes = 2;                             ///< that it is bolted by, evenly on a circle about the disc
    double hole_circle_mm = 50, hole_mm = 5.5; ///< diameters of that circle, and of each hole
    double holes_turned_deg = 0;               ///< the first from +X, turning to +Y
    bool operator==(Mounting const&) const = default;

    static constexpr KindName kind{"mounting", "mounting", 2, true};
    template<class Self, class F> static void fields(Self& self, F&& f) {
        f({"setter", "setter"}, self.setter);
        f({"mount", "mount"}, self.mount);
        f({"x_mm", "machine X"}, self.x_mm);
        f({"y_mm", "machine Y"}, self.y_mm);
        f({"base_mm", "base above the table"}, self.base_mm);
        f({"cable_mm", "length of the lead"}, self.cable_mm, bounds::size_mm);
        f({"bend_mm", "least bend of the lead"}, self.bend_mm, bounds::size_mm);
        f({"exit", "side of the lead"}, self.exit);
        f({"holes", "holes"}, self.holes, bounds::holes);
        f({"hole_circle_mm", "circle of the holes"}, self.hole_circle_mm, bounds::size_mm);
        f({"hole_mm", "diameter of a hole"}, self.hole_mm, bounds::size_mm);
        f({"holes_turned_deg", "angle of the first hole"}, self.holes_turned_deg);
    }
};

} // namespace steady::shop
