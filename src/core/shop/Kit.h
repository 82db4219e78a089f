// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// The things that find Z, and the tools: measured, not nominal.

#include "core/base/Id.h"

#include <cstdint>
#include <optional>
#include <string>

namespace steady::shop {

/// A rectangle on the table, machine X and Y.
struct Footprint {
    double x_low_mm = 0, x_high_mm = 0, y_low_mm = 0, y_high_mm = 0;
    bool operator==(Footprint const&) const = default;
};

/// How the contact is at rest.
enum class Circuit { OpenAtRest, ClosedAtRest };
/// What completes the circuit: tool and clip, tool and the spindle's earth, or a switch of its own.
enum class Path { Clip, SpindleEarth, OwnSwitch };

/// How a touch is read: while pressing down, or at the release while slowly lifting off.
enum class Direction { Press, Release };

/// How a device is touched; what is not said is computed from machine and device.
struct TouchPractice {
    std::optional<double> find_mm_min, measure_mm_min;
    int touches = 2; ///< slow ones, 1 to 5
    std::optional<double> back_off_mm, dwell_s;
    Direction read_on = Direction::Press;
    std::optional<int>
        air_output; ///< digital output of an air blast, before the search and between touches; none: no air
    double air_s = 0.5;
    bool operator==(TouchPractice const&) const = default;
};

/// How an open plate circuit is seen to close: bridged with the collet spanner, or the plate lifted to the tip.
enum class ProofBy { Spanner, Lift };

struct Instrument {
    std::string name;
    double resolution_mm = 0.01;
    double permissible_error_mm = 0.02; ///< maximum, ±; not reduced by repeating
    bool operator==(Instrument const&) const = default;
};

struct Study;

struct TouchPlate {
    std::string name;
    std::optional<double> nominal_mm; ///< as sold; none: nobody has said
    double width_mm = 60, depth_mm = 40;
    Circuit circuit = Circuit::OpenAtRest;
    double push_in_mm = 0.05; ///< the deepest a tip may press in before it stops; a sprung plate: its stroke
    Id<Study> thickness;      ///< the readings; none: nominal is assumed
    Id<Instrument> instrument;
    Path path = Path::Clip;
    bool sprung = false;
    TouchPractice practice;
    ProofBy proof = ProofBy::Spanner;
    bool operator==(TouchPlate const&) const = default;
};

enum class SetterInput { SharedWithPlate, Own };

/// A fixed setter. Heights above its base: free ≥ trigger > overtravel contact (if any) > solid.
struct ToolSetter {
    std::string name;
    double x_mm = 0, y_mm = 0; ///< machine coordinates of the disc's centre, after homing
    double free_mm = 60, trigger_mm = 59.5;
    std::optional<double> overtravel_mm; ///< its second contact, wired into the stop chain
    double solid_mm = 54;
    double disc_mm = 20;         ///< diameter of the disc
    double body_mm = 40;         ///< diameter of the housing below the disc
    double bracket_reach_mm = 0; ///< how far a bracket stands out in +X from the body; 0: none
    double bracket_top_mm = 0;   ///< its height above the base
    Circuit circuit = Circuit::ClosedAtRest;
    Path path = Path::OwnSwitch;
    SetterInput input = SetterInput::SharedWithPlate;
    TouchPractice practice;
    bool operator==(ToolSetter const&) const = default;
    double stroke_mm() const { return trigger_mm - overtravel_mm.value_or(solid_mm); }
};

/// The end of a tool: flat out to its rim, a cone on its axis, inserts on a circle, a ball, a pilot below a hollow arc.
enum class TipShape { Rim, Point, Insert, Ball, RoundOver };

/// Where a tool's end touches, from its axis, when nothing else is said.
double usualContactRadius_mm(TipShape tip, double diameter_mm);

struct Cutter {
    std::string name;
    double diameter_mm = 6;
    TipShape tip = TipShape::Rim;
    double contact_radius_mm = 3; ///< of the rim or of the inserts; a point has none
    bool conducts = true;
    int teeth = 2;        ///< flutes or inserts
    double vee_deg = 90;  ///< of a point: the whole angle of its cone
    double recess_mm = 3; ///< of inserts: how far the body lies above them
    bool operator==(Cutter const&) const = default;
};

struct Holder {
    std::string name;
    double nut_mm = 28; ///< largest diameter of collet nut or flange below the spindle
    bool operator==(Holder const&) const = default;
};

/// How an assembly's length is found.
enum class LengthMethod { Setter, Plate, HeightGauge };

struct Machine;

/// A cutter in a holder as gripped on a date; gripping it again makes a new one. Geometry is that of the day.
struct Assembly {
    int number = 1; ///< the tool number at the controller
    std::string name;
    double diameter_mm = 6;
    std::optional<double> length_mm; ///< gauge length: tip below the spindle face
    std::int64_t gripped_utc_ms = 0;
    Id<Cutter> cutter;
    Id<Holder> holder;
    double length_error_mm = 1; ///< how well length_mm is known, ±
    std::optional<double> stick_out_mm;
    TipShape tip = TipShape::Rim;
    std::optional<double> contact_radius_mm; ///< none: half the diameter, nothing for a point
    double largest_mm = 28;                  ///< largest diameter below the spindle face
    bool conducts = true;
    LengthMethod method = LengthMethod::Setter;
    int own_offset = 0;               ///< its work offset where each tool has one; 0: none
    Id<Machine> machine;              ///< the one it is used in; none: whichever
    std::int64_t released_utc_ms = 0; ///< taken apart then; 0: still gripped
    int teeth = 2;                    ///< as the cutter's
    double vee_deg = 90, recess_mm = 3;
    bool operator==(Assembly const&) const = default;

    double contactRadius_mm() const {
        bool const on_axis = tip == TipShape::Point || tip == TipShape::Ball;
        return on_axis ? 0 : contact_radius_mm.value_or(usualContactRadius_mm(tip, diameter_mm));
    }
};

} // namespace steady::shop
