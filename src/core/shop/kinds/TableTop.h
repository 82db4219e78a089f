// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// The table of a machine: where it lies, what it can be bolted to, how far the spindle stands above it.

#include "core/shop/kinds/Machine.h"

#include <optional>

namespace steady::shop {

/// Which way the slots run.
enum class SlotsAlong { None, X, Y };
constexpr char const* word(SlotsAlong along) {
    switch (along) {
    case SlotsAlong::None: return "none";
    case SlotsAlong::X: return "x";
    case SlotsAlong::Y: return "y";
    }
    return nullptr;
}

/// Machine coordinates, after homing.
struct TableTop {
    Id<Machine> machine;
    double x_mm = 0, y_mm = 0; ///< its corner at the low ends
    double width_mm = 600, depth_mm = 400;
    std::optional<double> nose_z_mm; ///< machine Z at which the spindle face would stand on the table
    SlotsAlong slots = SlotsAlong::None;
    double slot_first_mm = 50, slot_pitch_mm = 100; ///< from the low edge; from slot to slot
    double nut_mm = 10;                             ///< thread of the nuts that fit
    double cable_x_mm = 0, cable_y_mm = 0;          ///< where the leads come onto the table, from its low corner
    double clearance_mm = 10;                       ///< that its owner wants between what moves and what stands
    double from_end_mm = 2;                         ///< nothing is touched nearer to a soft limit
    std::optional<double> gantry_mm;                ///< underside of what moves over it, above the table; none: nothing
    double changes_a_month = 200;                   ///< of the tool
    bool operator==(TableTop const&) const = default;

    static constexpr KindName kind{"table", "table"};
    template<class Self, class F> static void fields(Self& self, F&& f) {
        f({"machine", "machine"}, self.machine);
        f({"x_mm", "X of its low corner"}, self.x_mm);
        f({"y_mm", "Y of its low corner"}, self.y_mm);
        f({"width_mm", "width"}, self.width_mm, bounds::extent_mm);
        f({"depth_mm", "depth"}, self.depth_mm, bounds::extent_mm);
        f({"nose_z_mm", "machine Z of the spindle face on the table"}, self.nose_z_mm);
        f({"slots", "slots"}, self.slots);
        f({"slot_first_mm", "first slot"}, self.slot_first_mm, bounds::size_mm);
        f({"slot_pitch_mm", "from slot to slot"}, self.slot_pitch_mm, bounds::pitch_mm);
        f({"nut_mm", "slot nut"}, self.nut_mm, bounds::size_mm);
        f({"cable_x_mm", "X of the cable entry"}, self.cable_x_mm);
        f({"cable_y_mm", "Y of the cable entry"}, self.cable_y_mm);
        f({"clearance_mm", "clearance"}, self.clearance_mm, bounds::clearance_mm);
        f({"from_end_mm", "distance from the ends of travel"}, self.from_end_mm, bounds::clearance_mm);
        f({"gantry_mm", "underside of the gantry"}, self.gantry_mm, bounds::size_mm);
        f({"changes_a_month", "tool changes in a month"}, self.changes_a_month, bounds::count);
    }
};

} // namespace steady::shop
