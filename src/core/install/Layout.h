// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// What stands where on a machine, as plain numbers: X and Y in machine coordinates, heights above the table, mm.
// Whether Z counts from the top or from the table no longer matters here.

#include "core/base/Result.h"
#include "core/facts/Reader.h"
#include "core/shop/kinds/Fitting.h"
#include "core/shop/kinds/Mounting.h"
#include "core/shop/kinds/TableTop.h"
#include "core/shop/kinds/ZeroSetup.h"

#include <string>
#include <vector>

namespace steady::install {

struct Rect {
    double x_low_mm = 0, x_high_mm = 0, y_low_mm = 0, y_high_mm = 0;
    bool operator==(Rect const&) const = default;
    double width_mm() const { return x_high_mm - x_low_mm; }
    double depth_mm() const { return y_high_mm - y_low_mm; }
    double area_mm2() const { return empty() ? 0 : width_mm() * depth_mm(); }
    bool empty() const { return x_high_mm <= x_low_mm || y_high_mm <= y_low_mm; }
    Rect grown(double by_mm) const {
        return {x_low_mm - by_mm, x_high_mm + by_mm, y_low_mm - by_mm, y_high_mm + by_mm};
    }
    Rect cut(Rect const& by) const;
    bool meets(Rect const& other) const { return !cut(other).empty(); }
    bool holds(Rect const& other) const;
    /// Between the nearest points of the two; below zero how far they reach into each other.
    double apart_mm(Rect const& other) const;
    /// From its edge to a point; 0 within.
    double distance_mm(double x_mm, double y_mm) const;
};

/// Whether it can be struck; a place that is kept free, or sucks, has nothing that stands up.
constexpr bool hasBody(shop::FittingSort sort) {
    return sort != shop::FittingSort::KeepOut && sort != shop::FittingSort::VacuumZone;
}

/// A body on the table, or a place that is kept free.
struct Solid {
    std::string name;
    shop::FittingSort sort = shop::FittingSort::Clamp;
    Rect foot;
    double base_mm = 0, top_mm = 0;
    std::optional<double> pitch_mm;
    std::int64_t entity = 0; ///< of the book
    int pockets() const;     ///< that have room in a rack, side by side
    bool operator==(Solid const&) const = default;
};

/// A tool as it hangs in the spindle.
struct HangingTool {
    int number = 0;
    std::string name;
    double length_mm = 50, error_mm = 1;
    double radius_mm = 3, contact_radius_mm = 0;
    double stick_out_mm = 50, nut_radius_mm = 14;
    bool on_setter = true; ///< its owner measures it there
    bool assumed = false;  ///< nobody has said its length
    bool operator==(HangingTool const&) const = default;
};

/// What is touched: a setter, or a plate that is parked for it, which has no stroke.
struct TouchedDevice {
    std::string name;
    shop::Mount mount = shop::Mount::Table;
    double x_mm = 0, y_mm = 0;
    double base_mm = 0;
    double free_mm = 60, trigger_mm = 59.5, solid_mm = 54; ///< above its base
    double disc_radius_mm = 10, body_radius_mm = 20;
    double bracket_reach_mm = 0, bracket_top_mm = 0; ///< in +X, from the body
    double cable_mm = 3000, bend_mm = 30;
    shop::LeadExit exit = shop::LeadExit::Left;
    shop::LampAt lamp = shop::LampAt::None;
    std::vector<shop::LeadCorner> corners; ///< of its lead, from the entry; none: along the edges
    bool parked = false;                   ///< a plate in its place: no lead to look at, nothing bolted
    std::int64_t entity = 0;               ///< of the book: setter or fitting
    bool operator==(TouchedDevice const&) const = default;
    Rect foot() const; ///< body and bracket
    Rect bend() const; ///< where its lead turns, outside of the body
    /// The side to which its lamp shines; none: it has none.
    std::optional<shop::LeadExit> lampSide() const;
};

struct Layout {
    Rect travel;                                ///< soft limits of X and Y
    double nose_top_mm = 0, nose_bottom_mm = 0; ///< the spindle face above the table at the two ends of Z
    double body_radius_mm = 40;
    std::optional<double> shoe_mm; ///< how far a dust shoe hangs below the spindle face
    double shoe_radius_mm = 60;
    std::optional<shop::Outline> shoe_box; ///< instead of the radius
    std::optional<double> head_mm;         ///< the head begins so far above the spindle face; none: never near
    shop::Outline head;
    std::optional<double> gantry_mm;               ///< underside of what moves over the table; none: nothing
    double rapid_mm_min = 5000, accel_mm_s2 = 500; ///< the slower of X and Y
    double z_rapid_mm_min = 3000, z_accel_mm_s2 = 300;
    Rect table;
    shop::SlotsAlong slots = shop::SlotsAlong::None;
    double slot_first_mm = 50, slot_pitch_mm = 100;
    double cable_x_mm = 0, cable_y_mm = 0; ///< where leads come onto the table, machine coordinates
    double clearance_mm = 10, from_end_mm = 2;
    double changes_a_month = 200;
    double board_mm = 0;                 ///< thickness of the board, on all of the table; 0: none
    double home_x_mm = 0, home_y_mm = 0; ///< the corner of the home switches
    bool homing_touches = false;         ///< this control's homing itself ends with a touch of the setter
    std::vector<TouchedDevice> devices;
    std::vector<Solid> solids;
    std::vector<HangingTool> tools;
    bool height_assumed = false; ///< nobody has said how far the spindle stands above the table
    bool operator==(Layout const&) const = default;

    /// Where can be cut: within travel and table.
    Rect work() const { return travel.cut(table); }
};

/// From the book, with what is assumed where nobody has said. Its devices: the setter of the place of work first, then
/// others that were placed on the machine, and parked plates.
Layout layoutOf(facts::Reader const& book, shop::ZeroSetup const& setup);

/// Of a machine, the table of the book or the assumed one, which fills the travel.
shop::TableTop tableOf(facts::Reader const& book, shop::ZeroSetup const& setup);
Id<shop::TableTop> tableIdOf(facts::Reader const& book, Id<shop::Machine> machine);
/// The plan of a setter's place; none: where it was measured.
shop::Mounting mountingOf(facts::Reader const& book, Id<shop::ToolSetter> setter);
Id<shop::Mounting> mountingIdOf(facts::Reader const& book, Id<shop::ToolSetter> setter);

/// The nearest place on a slot; as it is where there are none or it lies farther than `within_mm`.
std::pair<double, double> snapped(Layout const& layout, double x_mm, double y_mm, double within_mm);
/// From a point to the nearest slot; none: no slots.
std::optional<double> besideSlot_mm(Layout const& layout, double x_mm, double y_mm);

} // namespace steady::install
