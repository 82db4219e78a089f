// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "support/Approved.h"
#include "support/Rows.h"
#include "support/Test.h"
#include "support/Told.h"

using namespace steady;
using machine::World;
using shop::Act;
using shop::TipShape;

namespace {

/// No two figures are equal. Gauge-line heights of the tool, 41.7 long: table −69.6, work −47.9, plate −35.44; the
/// setter is free at −9.4, trips at −10.7, opens the stop chain at −14.8 and is solid at −16.5.
World world() {
    World w;
    w.axes = {machine::Axis{-5, 610, 7100, 430}, machine::Axis{-8, 420, 6500, 390}, machine::Axis{-130, 43, 2900, 280}};
    w.table_z_mm = -111.3;
    w.table = {0, 600, 0, 400};
    w.stock = {102, 297, 95, 311};
    w.stock_thickness_mm = 21.7;
    w.tool.length_mm = 41.7;
    w.tool.diameter_mm = 7;
    w.tool.contact_radius_mm = 3.5;
    w.tool.nut_mm = 29;
    w.tool.stick_out_mm = 27;
    w.plate.thickness_mm = 12.46;
    w.plate.footprint = {183, 234, 181, 218};
    w.plate.push_in_mm = 0.8;
    w.setter = machine::Setter{60, 77, -111.3, 60.2, 58.9, 53.1, 54.8, 23, 43, 33, 21};
    w.spindle.body_mm = 71;
    w.spindle.spin_down_s = 7;
    w.person.pause_s = 4;
    w.position_mm = {201, 203, -20};
    w.memory.tool = 57;
    return w;
}

struct Case {
    char const* name;
    char const* program;
    void (*tweak)(World&) = [](World&) {};
};
void end(World& w, TipShape tip, double diameter_mm, double contact_radius_mm = 3.5) {
    w.tool.tip = tip;
    w.tool.diameter_mm = diameter_mm;
    w.tool.contact_radius_mm = contact_radius_mm;
}
void overSetter(World& w) {
    w.position_mm = {60, 77, 10};
    w.stock.x_low_mm = 150; // away from the bracket
}
void acts(World& w, std::vector<shop::TimedAct> list) { w.person.pauses.push_back({std::move(list), {}, {}}); }

constexpr char const* touch = "G91\nG38.3 Z-20 F180\n";
constexpr char const* creep = "M0\nG91\nG38.3 Z6 F60\n#1=#5070\nG4 P3\n#2=#5063\n";
Case const cases[] = {
    {"a touch, latched", touch},
    {"a touch, debounced", touch,
     [](World& w) {
         w.input.capture = machine::Capture::Debounced;
         w.input.debounce_s = 0.003;
         w.input.driver_lag_s = 0.0013;
     }},
    {"a touch, polled, with scatter", touch,
     [](World& w) {
         w.input.capture = machine::Capture::Polled;
         w.input.debounce_s = 0.003;
         w.input.poll_s = 0.0007;
         w.input.scatter_mm = 0.0016;
         w.seed = 5;
     }},
    {"a touch past backlash, down, up and down",
     "G91\nG38.3 Z-20 F180\nG1 Z3\nG38.3 Z-5 F20\nG38.5 Z3\nG1 X4 Y-3\nX-4\n",
     [](World& w) {
         w.axes[0].backlash_mm = 0.07;
         w.axes[1].backlash_mm = 0.05;
         w.axes[2].backlash_mm = 0.03;
     }},
    {"not where it believes to be", touch,
     [](World& w) {
         w.home_error_mm = {0.4, -0.3, 0.2};
     }},
    {"slow to stop: pushed in", touch, [](World& w) { w.input.driver_lag_s = 0.2; }},
    {"slow to stop: too deep", touch, [](World& w) { w.input.driver_lag_s = 0.3; }},
    {"a touch that ends before it is reached", "G91\nG38.3 Z-15.4 F180\n"},
    {"a touch that ends where it is reached", "G91\nG38.3 Z-15.44 F180\n"},
    {"slanting over the plate", "G91\nG38.3 X5 Y-4 Z-20 F180\n"},
    {"slanting, its end beside the plate", "G91\nG38.3 X60 Z-20 F180\n"},
    {"on a tilted plate, low side", touch, [](World& w) { w.plate.tilt_mm = 0.6; }},
    {"on a chip", touch, [](World& w) { w.plate.under_mm = 0.25; }},
    {"rapid, three axes", "G53 G0 X10 Y20 Z-3\n", [](World& w) { w.setter.reset(); }},
    {"short and long moves at feed", "F600\nG91\nG1 Z0.01\nG1 Z1\nG1 X0.5 Y0.25 Z-0.5\nG0 X0\nG1 X30\n"},
    {"past the lower limit of X", "G53 G0 X-5.1\n"},
    {"at the upper limit of Y", "G53 G0 Y420\n"},
    {"past the upper limit of Z", "F100\nG38.3 Z44\n"},
    {"onto the plate's edge by the tool's rim", "G53 G0 X237.4\nG91\nG38.3 Z-17 F180\n"},
    {"beside the plate by a hair", "G53 G0 X237.6\nG91\nG38.3 Z-17 F180\n"},
    {"onto the work, beside the plate", "G53 G0 X110\nG53 G0 Z-50\n"},
    {"onto the table", "G53 G0 X500\nG53 G0 Z-75\n"},
    {"sideways into the work", "G53 G0 X400\nG53 G0 Z-50\nG53 G0 X200\n"},
    {"sideways past the work", "G53 G0 X400\nG53 G0 Z-47.8\nG53 G0 X110\n",
     [](World& w) { w.plate.place = machine::PlatePlace::Away; }},
    {"sideways into the plate, from Y", "G53 G0 Y300\nG53 G0 Z-40\nG53 G0 Y190\n"},
    {"sideways, the nut into the plate", "G53 G0 X300\nG53 G0 Z-45\nG53 G0 X200\n",
     [](World& w) {
         w.tool.stick_out_mm = 5;
         w.stock = {102, 250, 95, 311};
     }},
    {"down, the nut beside the plate", "G53 G0 X240\nG53 G0 Z-41.5\n",
     [](World& w) {
         w.tool.nut_mm = 40;
         w.tool.stick_out_mm = 5;
     }},
    {"down, the spindle over the setter", "G53 G0 X120 Y77\nG53 G0 Z-60\n", [](World& w) { w.spindle.body_mm = 120; }},
    {"down, the dust shoe over the setter", "G53 G0 Z20\nG53 G0 X120 Y77\nG53 G0 Z-60\n",
     [](World& w) {
         w.spindle.shoe_mm = 31;
         w.spindle.shoe_diameter_mm = 117;
     }},
    {"with a point, sideways into the plate", "G53 G0 X300\nG53 G0 Z-38\nG53 G0 X200\n",
     [](World& w) {
         end(w, TipShape::Point, 13);
         w.tool.vee_deg = 60;
     }},
    {"with a ball, sideways into the plate", "G53 G0 X300\nG53 G0 Z-36\nG53 G0 X200\n",
     [](World& w) { end(w, TipShape::Ball, 12); }},
    {"with a round-over, sideways into the plate", "G53 G0 X300\nG53 G0 Z-38\nG53 G0 X200\n",
     [](World& w) { end(w, TipShape::RoundOver, 25, 4); }},
    {"with a round-over on the plate's edge", "G53 G0 X240\nG91\nG38.3 Z-24 F180\n",
     [](World& w) {
         end(w, TipShape::RoundOver, 25, 4);
         w.stock = {102, 230, 95, 311};
     }},
    {"with inserts, one over the plate", "G53 G0 X248\nG91\nG38.3 Z-17 F180\n",
     [](World& w) {
         end(w, TipShape::Insert, 36, 16);
         w.tool.teeth = 3;
         w.spindle.turned_deg = 60;
     }},
    {"with inserts, none over the plate", "G53 G0 X248\nG91\nG38.3 Z-21 F180\n",
     [](World& w) {
         end(w, TipShape::Insert, 36, 16);
         w.tool.teeth = 3;
         w.tool.recess_mm = 2.4;
         w.stock = {102, 200, 95, 311};
     }},
    {"over the setter's disc", touch, overSetter},
    {"on the setter's edge, a ball", "G53 G0 X73\nG91\nG38.3 Z-24 F180\n",
     [](World& w) {
         overSetter(w);
         end(w, TipShape::Ball, 12);
     }},
    {"on the setter, the chip counts", touch,
     [](World& w) {
         overSetter(w);
         w.setter->chip_mm = 0.3;
     }},
    {"blown away by the other output", "M64 P4\nG91\nG38.3 Z-22 F180\n",
     [](World& w) {
         overSetter(w);
         w.setter->chip_mm = 0.3;
         w.air_output = 5;
     }},
    {"blown away", "M65 P5\nM64 P5\nG91\nG38.3 Z-22 F180\n",
     [](World& w) {
         overSetter(w);
         w.setter->chip_mm = 0.3;
         w.air_output = 5;
     }},
    {"into the stop chain", "G53 G0 Z-14.7\nG53 G0 Z-14.9\n", overSetter},
    {"into the end of the stroke", "G53 G0 Z-16.4\nG53 G0 Z-16.6\n",
     [](World& w) {
         overSetter(w);
         w.setter->overtravel_mm.reset();
     }},
    {"onto the housing", "G53 G0 X78\nG53 G0 Z-17\n", overSetter},
    {"onto the bracket", "G53 G0 X92 Y95\nG53 G0 Z-50\n",
     [](World& w) {
         overSetter(w);
         w.tool.nut_mm = 0;
     }},
    {"past the bracket", "G53 G0 X92 Y103\nG53 G0 Z-50\n",
     [](World& w) {
         overSetter(w);
         w.tool.nut_mm = 0;
         w.spindle.body_mm = 5;
     }},
    {"sideways into the setter's disc", "G53 G0 X20\nG53 G0 Z-10\nG53 G0 X60\n", overSetter},
    {"released from the setter", "G91\nG38.3 Z-24 F180\nG38.5 Z5 F30\n#1=#5063\nG38.3 Z-5\n#2=#5063\n", overSetter},
    {"still pressed after the lift", "G53 G0 Z-12\nF30\nG91\nG38.5 Z0.5\n#1=#5070\n", overSetter},
    {"plate held to the flank", creep, [](World& w) { acts(w, {Act::TouchFlank}); }},
    {"plate held to the flank of a turning cutter", creep,
     [](World& w) {
         acts(w, {Act::TouchFlank});
         w.spindle.on = true;
     }},
    {"bridged with the spanner", creep, [](World& w) { acts(w, {Act::BridgePlate}); }},
    {"bridged early", creep,
     [](World& w) {
         acts(w, {{Act::BridgePlate, -1}});
     }},
    {"bridged late", creep,
     [](World& w) {
         acts(w, {{Act::BridgePlate, 5.5}});
     }},
    {"bridged too late", creep,
     [](World& w) {
         acts(w, {{Act::BridgePlate, 7}});
     }},
    {"bridged with the clip off", creep,
     [](World& w) {
         acts(w, {Act::BridgePlate});
         w.input.clip = machine::ClipPlace::Away;
     }},
    {"bridged over the spindle's earth, clip off", creep,
     [](World& w) {
         acts(w, {Act::LiftPlate});
         w.input.clip = machine::ClipPlace::Away;
         w.input.path = shop::Path::SpindleEarth;
     }},
    {"bridged while it turns", creep,
     [](World& w) {
         acts(w, {Act::BridgePlate});
         w.spindle.on = true;
     }},
    {"bridged before it stands", "M5\nM0\nG91\nG38.3 Z6 F60\n",
     [](World& w) {
         acts(w, {Act::BridgePlate}); // two seconds after resuming; it turns for three
         w.spindle.on = true;
     }},
    {"bridged once it stands", "M5\nM0\nG91\nG38.3 Z6 F60\n",
     [](World& w) {
         acts(w, {{Act::BridgePlate, 3.5}});
         w.spindle.on = true;
     }},
    {"held to the flank once it stands", "M5\nM0\nG91\nG38.3 Z6 F60\n",
     [](World& w) {
         acts(w, {{Act::TouchFlank, 3.5}});
         w.spindle.on = true;
     }},
    {"held to the flank, then taken", "M0\nG91\nG38.3 Z3 F60\nM0\nM66 P0\n#1=#5399\n",
     [](World& w) {
         acts(w, {Act::TouchFlank});
         acts(w, {Act::TakePlate});
     }},
    {"held to the flank, then laid", "M0\nG91\nG38.3 Z3 F60\nM0\nM66 P0\n#1=#5399\n",
     [](World& w) {
         acts(w, {Act::TouchFlank});
         acts(w, {Act::LayPlate});
     }},
    {"into the stop chain, a ball on the edge", "G53 G0 X73\nG53 G0 Z-14.95\nG53 G0 Z-15\n",
     [](World& w) {
         overSetter(w);
         end(w, TipShape::Ball, 12);
     }},
    {"into the disc from -Y", "G53 G0 Y20\nG53 G0 Z-10\nG53 G0 Y77\n", overSetter},
    {"into the disc from +Y", "G53 G0 Y140\nG53 G0 Z-10\nG53 G0 Y77\n", overSetter},
    {"into the disc from +X", "G53 G0 X140\nG53 G0 Z-10\nG53 G0 X60\n", overSetter},
    {"into the housing from -X", "G53 G0 X12\nG53 G0 Z-30\nG53 G0 X60\n", overSetter},
    {"into the housing from -Y", "G53 G0 Y12\nG53 G0 Z-30\nG53 G0 Y77\n", overSetter},
    {"into the housing from +Y", "G53 G0 Y140\nG53 G0 Z-30\nG53 G0 Y77\n", overSetter},
    {"into the bracket from +X", "G53 G0 X145\nG53 G0 Z-60\nG53 G0 X100\n",
     [](World& w) {
         overSetter(w);
         w.tool.nut_mm = 0;
         w.spindle.body_mm = 5;
     }},
    {"into the plate from -X", "G53 G0 X120\nG53 G0 Z-40\nG53 G0 X200\n"},
    {"into the plate from -Y", "G53 G0 Y120\nG53 G0 Z-40\nG53 G0 Y200\n"},
    {"into the work from -Y", "G53 G0 Y60\nG53 G0 Z-60\nG53 G0 Y200\n", [](World& w) { w.setter.reset(); }},
    {"into the work from +Y", "G53 G0 Y360\nG53 G0 Z-60\nG53 G0 Y200\n"},
    {"every figure of a control is told",
     "G28.1\nG30.1\nG92 X1 Y2 Z3\nG92.1\nG10 L2 P9 X4 Y5 Z6\nT8 M61 Q8\nF60\nG91\nG38.3 X1 Y1 Z-1\n"},
    {"read while it is bridged", "M0\nG4 P2.5\nM66 P0\n#1=#5399\nG4 P2\nM66 P0\n#2=#5399\n",
     [](World& w) { acts(w, {Act::BridgePlate}); }},
    {"read while it is bridged, clip off", "M0\nG4 P2.5\nM66 P0\n#1=#5399\n",
     [](World& w) {
         acts(w, {Act::BridgePlate});
         w.input.clip = machine::ClipPlace::Away;
     }},
    {"read while it is bridged, plate in the hand", "M0\nG4 P2.5\nM66 P0\n#1=#5399\n",
     [](World& w) {
         acts(w, {Act::BridgePlate});
         w.plate.place = machine::PlatePlace::InHand;
     }},
    {"off the plate, with scatter", "G91\nG38.3 Z-20 F180\nG38.5 Z2 F30\n#1=#5063\n",
     [](World& w) { w.input.scatter_mm = 0.01; }},
    {"off both at once: the higher counts", "G53 G0 Z-36\nF30\nG91\nG38.5 Z30\n",
     [](World& w) { w.setter = machine::Setter{201, 203, -111.3, 60.2, 35.1, 20, std::nullopt, 23, 43, 33, 21}; }},
    {"inserts over the disc's edge, turned to it", "G91\nG38.3 Z-24 F180\n",
     [](World& w) {
         overSetter(w);
         w.position_mm = {60 + 15, 77 - 9, 10};
         end(w, TipShape::Insert, 40, 17);
         w.tool.teeth = 1;
         w.spindle.turned_deg = 150;
     }},
    {"inserts over the disc's edge, turned away", "G91\nG38.3 Z-24 F180\n",
     [](World& w) {
         overSetter(w);
         w.position_mm = {60 + 15, 77 - 9, 10};
         end(w, TipShape::Insert, 40, 17);
         w.tool.teeth = 1;
         w.spindle.turned_deg = -30;
     }},
    {"two inserts, one over a corner of the plate", "G53 G0 X243 Y224\nG91\nG38.3 Z-17 F180\n",
     [](World& w) {
         end(w, TipShape::Insert, 30, 13);
         w.spindle.turned_deg = 35;
     }},
    {"rims at a corner of the plate, near and far",
     "G53 G0 X236 Y220\nG91\nG38.3 Z-16 F180\nG0 Z5\nX1 Y1\nG38.3 Z-6\n"},
    {"a cone on the plate's edge", "G53 G0 X236\nG91\nG38.3 Z-20 F180\n",
     [](World& w) {
         end(w, TipShape::Point, 13, 0);
         w.tool.vee_deg = 60;
     }},
    {"a plate with a switch pressed", creep,
     [](World& w) {
         acts(w, {Act::PressPlate});
         w.input.path = shop::Path::OwnSwitch;
         w.input.circuit = shop::Circuit::ClosedAtRest;
     }},
    {"a plate with a switch that is away", creep,
     [](World& w) {
         acts(w, {Act::PressPlate});
         w.input.path = shop::Path::OwnSwitch;
         w.plate.place = machine::PlatePlace::Away;
     }},
    {"a plate without a switch pressed", creep, [](World& w) { acts(w, {Act::PressPlate}); }},
    {"plate and clip brought together", creep,
     [](World& w) {
         acts(w, {Act::TakePlate, Act::TakeClip, Act::BringTogether});
     }},
    {"plate alone in the hand", creep,
     [](World& w) {
         acts(w, {Act::TakePlate, Act::BringTogether});
     }},
    {"laid again", "M0\nM0\nG91\nG38.3 Z-20 F180\n",
     [](World& w) {
         acts(w, {Act::TakePlate, Act::TakeClip});
         acts(w, {Act::LayPlate});
     }},
    {"taken while it goes down", "M0\nG91\nG1 Z-1 F60\nG38.3 Z-20 F180\n",
     [](World& w) {
         acts(w, {{Act::TakePlate, 0.5}});
     }},
    {"taken before a rapid goes down", "M0\nG4 P1\nG53 G0 Z-40\n",
     [](World& w) {
         acts(w, {{Act::TakePlate, 0.5}});
     }},
    {"taken too late", "M0\nG91\nG1 Z-1 F60\nG38.3 Z-20 F180\n",
     [](World& w) {
         acts(w, {{Act::TakePlate, 50}});
     }},
    {"setter pressed", creep,
     [](World& w) {
         acts(w, {Act::PressSetter});
         overSetter(w);
     }},
    {"setter pressed under the tool", creep,
     [](World& w) {
         acts(w, {Act::PressSetter});
         overSetter(w);
         w.position_mm[2] = -5;
     }},
    {"setter wiped", "M0\nG91\nG38.3 Z-22 F180\n",
     [](World& w) {
         acts(w, {Act::WipeDisc});
         overSetter(w);
         w.setter->chip_mm = 0.3;
     }},
    {"nobody comes back", creep, [](World& w) { acts(w, {Act::Leave}); }},
    {"looks and is content", "(MSG,Look)\nM0\nM0\n",
     [](World& w) {
         w.person.pauses = {{{Act::Leave}, "Other", {}}, {{}, "Look", 27.0}};
     }},
    {"looks and stays away", "(MSG,Look)\nM0\n",
     [](World& w) {
         w.person.pauses = {{{}, "Look", 24.0}};
     }},
    {"the spindle runs down", "M5\nG4 P6.9\nG91\nG38.3 Z-16 F6000\n",
     [](World& w) {
         w.spindle.on = true;
         w.position_mm[2] = -35;
     }},
    {"the spindle stands", "M5\nG4 P7\nG91\nG38.3 Z-16 F60\n",
     [](World& w) {
         w.spindle.on = true;
         w.position_mm[2] = -35;
     }},
    {"switched by hand, nobody does", "M5\nG4 P60\nG91\nG38.3 Z-16 F60\n",
     [](World& w) {
         w.spindle.on = true;
         w.spindle.switched = machine::SpindleSwitch::Hand;
     }},
    {"switched on by the program", "M3\nG4 P1\nM5\nG4 P1\nG91\nG38.3 Z-16 F60\n"},
    {"a spark on the way down", touch,
     [](World& w) {
         w.false_contacts = {{-25, 0.004}};
     }},
    {"a spark too short", touch,
     [](World& w) {
         w.false_contacts = {{-25, 0.004}};
         w.input.capture = machine::Capture::Debounced;
         w.input.debounce_s = 0.004;
     }},
    {"a spark happens once", "G91\nG38.3 Z-20 F180\nG1 Z9\nG38.3 Z-25\n#1=#5063\n",
     [](World& w) {
         w.false_contacts = {{-25, 0.004}};
     }},
    {"steps lost on the second rapid", "G91\nG0 Z1\nG0 Z1\nG0 Z1\nG38.3 Z-25 F180\n",
     [](World& w) {
         w.lost_steps = {2, {0.2, 0.1, 1.5}};
     }},
    {"broken off and started again", "G91\nG0 Z1\nG0 Z1\nG0 Z1\n", [](World& w) { w.broken_off_after = 2; }},
    {"override at 150 %", "M48\nG91\nG38.3 Z-20 F60\nM49\nG1 Z5 F60\n", [](World& w) { w.person.feed_override = 1.5; }},
    {"zero with the length of another tool", "G43 H8\nG10 L2 P2 Z-89.6\n",
     [](World& w) { w.memory.tool_table_mm[8] = 40; }},
    {"zero for a job that uses the table", "G10 L2 P2 Z-89.6\n",
     [](World& w) {
         w.jobs_use_table = true;
         w.memory.tool_table_mm[57] = 41.7;
     }},
    {"zero of the tool that has the number", "G10 L2 P2 Z-47.9\n",
     [](World& w) {
         auto other = w.tool;
         other.length_mm = 50;
         w.tools = {{57, other}};
         w.zero_of_number = true;
     }},
    {"length into the table", "G10 L1 P57 Z41.8\n"},
    {"another tool put in", "T8 M6\nG53 G0 Z-20\nG91\nG38.3 Z-12 F180\n",
     [](World& w) {
         auto other = w.tool;
         other.length_mm = 45;
         w.tools = {{8, other}};
     }},
    {"wired wrong: polarity", touch, [](World& w) { w.input.inverted = true; }},
    {"wired wrong: lead off, closed at rest", touch,
     [](World& w) {
         w.input.circuit = shop::Circuit::ClosedAtRest;
         w.input.lead_off = true;
     }},
    {"wired wrong: shorted, closed at rest", touch,
     [](World& w) {
         w.input.circuit = shop::Circuit::ClosedAtRest;
         w.input.shorted = true;
     }},
    {"a tool that does not conduct, on a switch", touch,
     [](World& w) {
         w.tool.conducts = false;
         w.input.path = shop::Path::OwnSwitch;
     }},
    {"a tool that does not conduct", "G91\nG38.3 Z-17 F180\n", [](World& w) { w.tool.conducts = false; }},
};

} // namespace

/// One program, one odd world, one thing that is otherwise: where it went, when, what it met.
class BenchTest : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void eachDoesWhatWasApproved() {
        std::string text = test::told(World{}) + "with a setter\n";
        World plain;
        plain.setter.emplace();
        text += test::told(plain) + "odd\n" + test::told(world());
        for (auto const& one : cases) {
            auto made = world();
            one.tweak(made);
            machine::Trace trace;
            auto const result = test::runText(one.program, made, &trace);
            text += fmt::format("== {}\n", one.name) + test::told(trace, UnitSystem::Metric) +
                    test::told(result, made.memory, UnitSystem::Metric);
        }
        QVERIFY(test::approved("bench.txt", text));
    }
};

STEADY_TEST(BenchTest);
#include "BenchTest.moc"
