// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// The truth: what stands on the table, how the machine moves, what the operator will do. A controller sees none of it
// but through the MachinePort. Heights are machine Z in mm as the machine reports it when homed; plain values, ==.

#include "core/controller/Memory.h"
#include "core/machine/Footprint.h"
#include "core/machine/RingWorld.h"
#include "core/shop/Act.h"
#include "core/shop/kinds/Assembly.h"
#include "core/shop/kinds/Machine.h"
#include "core/shop/kinds/TouchPractice.h"
#include "core/shop/kinds/Wiring.h"

#include <cstdint>
#include <string>
#include <vector>

namespace steady::machine {

using controller::Vec3;

struct Axis {
    double low_mm = 0, high_mm = 0; ///< soft limits, machine coordinates
    double rapid_mm_min = 5000;
    double accel_mm_s2 = 500;
    double backlash_mm = 0; ///< lost motion at a reversal
    bool operator==(Axis const&) const = default;
};

struct Tool {
    double length_mm = 50; ///< tip below the gauge line
    double diameter_mm = 6;
    bool conducts = true;
    shop::TipShape tip = shop::TipShape::Rim;
    double contact_radius_mm = 3; ///< of rim, pilot or inserts
    int teeth =
        2; ///< flutes or inserts, 0: a round pin; evenly spaced; the first points to +X while the spindle is not turned
    double vee_deg = 90;     ///< whole angle of a point's cone
    double recess_mm = 3;    ///< how far an insert cutter's body lies above its inserts
    double nut_mm = 0;       ///< largest diameter below the spindle face; 0: none
    double stick_out_mm = 0; ///< tip below the nut
    bool operator==(Tool const&) const = default;
};

/// What hangs down beside the work from a plate that lies at its corner.
struct Lips {
    double wall_mm = 0;
    double drop_mm = 0;              ///< below the plate's underside
    bool low_x = true, low_y = true; ///< at which sides they are to hang
    bool turned = false;             ///< they hang at the others
    bool operator==(Lips const&) const = default;
};

/// A bore in the work, or a boss on it.
struct Round {
    double x_mm = 0, y_mm = 0, diameter_mm = 0;
    double boss_mm = 0; ///< how far it stands above the work; 0: a bore
    bool operator==(Round const&) const = default;
};

/// Something tall on the table that is not the work: a jig, a fence, a part that waits.
struct Block {
    Footprint footprint;
    double top_z_mm = 0; ///< where the gauge line would meet its top
    bool operator==(Block const&) const = default;
};

/// Work that another offset belongs to: how far its top lies above that of the stock.
struct OtherWork {
    int work_offset = 1;
    double above_mm = 0;
    bool operator==(OtherWork const&) const = default;
};

/// Where zero is meant to lie along X or Y.
enum class Datum { None, LowSide, HighSide, Middle };

enum class PlatePlace { OnStock, AtFlank, InHand, Away };

struct Plate {
    double thickness_mm = 10;
    Footprint footprint;      ///< where it lies when it lies on the stock
    double push_in_mm = 0.05; ///< how far a tip may press into it without harm
    PlatePlace place = PlatePlace::OnStock;
    double under_mm = 0; ///< what it lies on beside the work: a chip, a clamp
    double tilt_mm = 0;  ///< by which its +X edge stands higher than its -X edge
    std::optional<Lips> lips;
    bool operator==(Plate const&) const = default;
};

using shop::Capture;
using shop::Circuit;
using shop::Path;
using shop::SpindleSwitch;
enum class ClipPlace { OnTool, Away };

/// Which level the controller takes for a contact.
enum class ContactAt { AsItFits, Low, High };

/// What a device does to its lead, and what the input does by itself.
struct Electric {
    shop::SignalOutput output = shop::SignalOutput::DryContact;
    shop::InputClass pulled = shop::InputClass::PullUp;
    ContactAt contact_at = ContactAt::AsItFits;
    bool operator==(Electric const&) const = default;
};

struct Input {
    Circuit circuit = Circuit::OpenAtRest;
    Capture capture = Capture::Hardware;
    double debounce_s = 0; ///< a shorter contact is not seen
    double poll_s = 0;
    double driver_lag_s = 0; ///< from the trip to the begin of braking
    double scatter_mm = 0;   ///< standard deviation of the trip height
    bool inverted = false;   ///< the controller reads the opposite of what is wired
    bool lead_off = false;   ///< the lead has come off or is broken
    bool shorted = false;    ///< the two wires touch each other
    ClipPlace clip = ClipPlace::OnTool;
    Path path = Path::Clip;
    Electric electric;
    bool operator==(Input const&) const = default;
};

/// A fixed setter as it really stands.
struct Setter {
    double x_mm = 0, y_mm = 0;
    double base_z_mm = 0; ///< where the gauge line itself would meet its base
    double free_mm = 60, trigger_mm = 59.5, solid_mm = 54;
    std::optional<double> overtravel_mm;
    double disc_mm = 20, body_mm = 40;
    double bracket_reach_mm = 0, bracket_top_mm = 0;
    double chip_mm = 0; ///< what lies on the disc
    Circuit circuit = Circuit::ClosedAtRest;
    bool inverted = false, lead_off = false, shorted = false;
    Electric electric;
    double dome_mm = 0; ///< by which the middle of the disc stands higher than its rim
    double tilt_mm = 0; ///< by which its +X edge stands higher than its -X edge
    bool operator==(Setter const&) const = default;
};

struct NumberedTool {
    int number = 0;
    Tool tool;
    bool operator==(NumberedTool const&) const = default;
};

struct Spindle {
    SpindleSwitch switched = SpindleSwitch::Controller;
    bool on = false;
    double spin_down_s = 0;
    double body_mm = 80; ///< diameter of what comes down around the tool
    double turned_deg = 0;
    std::optional<double> shoe_mm; ///< dust shoe: how far it hangs below the spindle face; none: no shoe
    double shoe_diameter_mm = 120;
    bool operator==(Spindle const&) const = default;
};

/// What the person does at a pause.
struct PauseActs {
    std::vector<shop::TimedAct> acts;
    std::string says; ///< at the pause with this message; empty: at the next pause that no other belongs to
    std::optional<double> expects_mm; ///< tip above the work; the person does not resume when it is plainly another
    bool operator==(PauseActs const&) const = default;
};

/// A number that the person types, or misreads by so much.
struct TypedNumber {
    std::string name;
    double mm = 0;
    bool operator==(TypedNumber const&) const = default;
};

struct Operator {
    std::vector<PauseActs> pauses; ///< at pauses that none belongs to, nothing is done
    double pause_s = 5;
    int puts_in = 0;                   ///< number of the tool, where a pause asks for one
    std::vector<int> turns_to;         ///< pockets that the carousel is turned to by its button, one each time
    double feed_override = 1;          ///< where the knob stands
    double under_mm = 0;               ///< thickness of what is laid under the tip on the bare table, as it is felt
    std::vector<TypedNumber> types;    ///< what is typed where a text in segments asks for a number
    std::vector<TypedNumber> misreads; ///< added to what is read or typed under that name
    bool operator==(Operator const&) const = default;
};

/// A false contact when the gauge line passes a height on the way down, as interference makes it.
struct FalseContact {
    double at_z_mm = 0;
    double lasts_s = 0.005;
    bool operator==(FalseContact const&) const = default;
};

/// Steps that a motor loses once, on the way: reported and true position differ from then on.
struct LostSteps {
    int move = 0; ///< at the n-th rapid move, from 1; 0: never
    Vec3 by_mm{}; ///< that the axes fall short
    bool operator==(LostSteps const&) const = default;
};

struct World {
    std::array<Axis, 3> axes;
    bool homed = true;
    Vec3 home_error_mm{};       ///< reported − true, for a machine that is not where it believes to be
    Vec3 home_mm{};             ///< where a homing leaves it, as reported
    double home_scatter_mm = 0; ///< standard deviation of each axis from one homing to the next
    Vec3 position_mm{};         ///< true position of the gauge line's centre at the start
    double table_z_mm = 0;      ///< where the gauge line would meet the table
    Footprint table;
    double stock_thickness_mm = 20;
    Footprint stock;
    double skew_rad = 0;        ///< by which the work is turned about its corner at low X and low Y
    bool work_conducts = false; ///< the work itself is wired in the place of the plate
    std::optional<Round> round;
    std::optional<Block> block;
    std::vector<OtherWork> works; ///< offsets that none belongs to lie on the stock
    std::array<Datum, 2> datum{}; ///< what X and Y zero are meant to be
    Tool tool;
    std::vector<NumberedTool> tools; ///< what the person takes when asked for a number
    Plate plate;
    std::optional<Setter> setter;
    std::optional<Rack> rack; ///< where a procedure has to do with it
    std::optional<Ring> ring; ///< a carousel: what stands in front of it are the forks of the rack
    Input input;
    Spindle spindle;
    Operator person;
    std::vector<FalseContact> false_contacts;
    LostSteps lost_steps;
    std::optional<int> air_output; ///< the output that blows chips away; none: no air
    int broken_off_after = 0;      ///< lines, after which the program is stopped and started again; 0: never
    std::uint64_t seed = 0;
    std::string dialect = "parametric";
    shop::Behaviour behaviour; ///< of the controller, as the owner found it
    shop::LengthSign length_sign = shop::LengthSign::Positive;
    bool jobs_use_table = false; ///< jobs call each tool's length from the table; otherwise they call none
    bool zero_of_number = false; ///< the zero serves the tool that has the control's number, not whatever is in
    controller::Memory memory;   ///< what the controller remembers at the start
    bool operator==(World const&) const = default;

    /// Reported machine Z at which the tip, coming down, stands on the stock.
    double zeroOnStock_mm() const { return zeroOnStock_mm(tool); }
    double zeroOnStock_mm(Tool const& of) const { return reported(table_z_mm + stock_thickness_mm + of.length_mm); }
    /// The same on the work that an offset belongs to.
    double zeroOf_mm(int work_offset, Tool const& of) const {
        double above = 0;
        for (auto const& work : works)
            if (work.work_offset == work_offset) above = work.above_mm;
        return zeroOnStock_mm(of) + above;
    }
    /// Reported machine Z at which the tip, coming down, trips the setter; there must be one.
    double setterTrip_mm() const { return reported(setter->base_z_mm + setter->trigger_mm + tool.length_mm); }

private:
    double reported(double true_z_mm) const { return true_z_mm + home_error_mm[2] - axes[2].backlash_mm; }
};

char const* name(controller::Outcome outcome);

} // namespace steady::machine
