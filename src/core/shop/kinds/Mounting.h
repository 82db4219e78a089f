// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Where a setter is meant to stand: the plan, beside the X and Y that it was measured at.

#include "core/shop/kinds/Machine.h"
#include "core/shop/kinds/ToolSetter.h"

#include <vector>

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

/// Where its lamp shines, seen from where its lead leaves it; the two turn together.
enum class LampAt { None, WithLead, Opposite, LeftOfLead, RightOfLead };
constexpr char const* word(LampAt lamp) {
    switch (lamp) {
    case LampAt::None: return "none";
    case LampAt::WithLead: return "with_lead";
    case LampAt::Opposite: return "opposite";
    case LampAt::LeftOfLead: return "left_of_lead";
    case LampAt::RightOfLead: return "right_of_lead";
    }
    return nullptr;
}

/// A corner of a lead on the table, machine coordinates.
struct LeadCorner {
    double x_mm = 0, y_mm = 0;
    bool operator==(LeadCorner const&) const = default;

    template<class Self, class F> static void fields(Self& self, F&& f) {
        f({"x_mm", "X"}, self.x_mm);
        f({"y_mm", "Y"}, self.y_mm);
    }
};

struct Mounting {
    Id<ToolSetter> setter;
    Id<Machine> machine; ///< on which it stands; none: the one that it is used on
    Mount mount = Mount::Table;
    double x_mm = 0, y_mm = 0; ///< machine coordinates of the disc's middle
    double base_mm = 0;        ///< its base above the table
    double cable_mm = 3000;    ///< length of its lead
    double bend_mm = 30;       ///< least radius that the lead may be bent to
    LeadExit exit = LeadExit::Left;
    LampAt lamp = LampAt::None;
    std::vector<LeadCorner> corners; ///< of its lead, from where leads come onto the table; none: along the edges
    int holes = 2;                   ///< that it is bolted by, evenly on a circle about the disc
    double hole_circle_mm = 50, hole_mm = 5.5; ///< diameters of that circle, and of each hole
    double holes_turned_deg = 0;               ///< the first from +X, turning to +Y
    bool operator==(Mounting const&) const = default;

    static constexpr KindName kind{"mounting", "mounting", 2, true};
    template<class Self, class F> static void fields(Self& self, F&& f) {
        f({"setter", "setter"}, self.setter);
        f({"machine", "machine"}, self.machine);
        f({"mount", "mount"}, self.mount);
        f({"x_mm", "machine X"}, self.x_mm);
        f({"y_mm", "machine Y"}, self.y_mm);
        f({"base_mm", "base above the table"}, self.base_mm);
        f({"cable_mm", "length of the lead"}, self.cable_mm, bounds::size_mm);
        f({"bend_mm", "least bend of the lead"}, self.bend_mm, bounds::size_mm);
        f({"exit", "side of the lead"}, self.exit);
        f({"lamp", "lamp"}, self.lamp);
        f({"corners", "corners of the lead"}, self.corners);
        f({"holes", "holes"}, self.holes, bounds::holes);
        f({"hole_circle_mm", "circle of the holes"}, self.hole_circle_mm, bounds::size_mm);
        f({"hole_mm", "diameter of a hole"}, self.hole_mm, bounds::size_mm);
        f({"holes_turned_deg", "angle of the first hole"}, self.holes_turned_deg);
    }
};

} // namespace steady::shop
