// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// What this sort of control reads, and which of its variables show what: RS274/NGC as in NISTIR 6556, recalled.
#include "core/dialects/parametric/Parametric.h"

#include "core/dialects/Bundle.h"

#include <array>

namespace steady::dialects {
namespace {

using namespace controller;

constexpr char const* exact_stop = "Every move ends at rest here.";
constexpr char const* no_coolant = "There is no coolant here.";
constexpr auto unused = Axes::Unused, needed = Axes::Needed, allowed = Axes::Allowed;

constexpr std::array<CodeWord, 67> known_words{{
    {'G', 0, Group::Motion, Does::Rapid, "rapid moves", needed},
    {'G', 10, Group::Motion, Does::Feed, "moves at feed", needed},
    {'G', 20, Group::Motion, Does::ArcClockwise, "arcs, clockwise", needed, "IJKR"},
    {'G', 30, Group::Motion, Does::ArcCounter, "arcs, counter-clockwise", needed, "IJKR"},
    {'G', 810, Group::Motion, Does::Drill, "holes", needed, "RL"},
    {'G', 820, Group::Motion, Does::DrillAndWait, "holes with a wait", needed, "RPL"},
    {'G', 830, Group::Motion, Does::DrillInSteps, "holes in steps", needed, "RQL"},
    {'G', 980, Group::Return, Does::BackToStart, "up to where it began"},
    {'G', 990, Group::Return, Does::BackToRetract, "up to R"},
    {'G', 901, Group::ArcCentre, Does::CentreAbsolute, "centres as positions"},
    {'G', 911, Group::ArcCentre, Does::CentreRelative, "centres from where an arc begins"},
    {'G', 382, Group::Motion, Does::Probe, "probing moves", needed},
    {'G', 383, Group::Motion, Does::ProbeQuietly, "probing moves", needed},
    {'G', 384, Group::Motion, Does::ProbeAway, "moves off a contact", needed},
    {'G', 385, Group::Motion, Does::ProbeAwayQuietly, "moves off a contact", needed},
    {'G', 800, Group::Motion, Does::NoMotion, "no motion"},
    {'G', 170, Group::Plane, Does::Plane, "plane of X and Y"},
    {'G', 180, Group::Plane, Does::Plane, "plane of Z and X", unused, "", nullptr, 1},
    {'G', 190, Group::Plane, Does::Plane, "plane of Y and Z", unused, "", nullptr, 2},
    {'G', 900, Group::Distance, Does::Absolute, "absolute positions"},
    {'G', 910, Group::Distance, Does::Relative, "distances from where it is"},
    {'G', 940, Group::FeedMode, Does::Nothing, "feed per minute"},
    {'G', 200, Group::Units, Does::Inches, "inches"},
    {'G', 210, Group::Units, Does::Millimetres, "millimetres"},
    {'G', 400, Group::CutterSide, Does::Nothing, "no cutter compensation"},
    {'G', 430, Group::Length, Does::LengthOfTable, "length from the table", unused, "H"},
    {'G', 431, Group::Length, Does::LengthAsWritten, "length as written"},
    {'G', 490, Group::Length, Does::NoLength, "no length offset"},
    {'G', 540, Group::WorkOffset, Does::WorkOffset, "work offset G54", unused, "", nullptr, 1},
    {'G', 550, Group::WorkOffset, Does::WorkOffset, "work offset G55", unused, "", nullptr, 2},
    {'G', 560, Group::WorkOffset, Does::WorkOffset, "work offset G56", unused, "", nullptr, 3},
    {'G', 570, Group::WorkOffset, Does::WorkOffset, "work offset G57", unused, "", nullptr, 4},
    {'G', 580, Group::WorkOffset, Does::WorkOffset, "work offset G58", unused, "", nullptr, 5},
    {'G', 590, Group::WorkOffset, Does::WorkOffset, "work offset G59", unused, "", nullptr, 6},
    {'G', 591, Group::WorkOffset, Does::WorkOffset, "work offset G59.1", unused, "", nullptr, 7},
    {'G', 592, Group::WorkOffset, Does::WorkOffset, "work offset G59.2", unused, "", nullptr, 8},
    {'G', 593, Group::WorkOffset, Does::WorkOffset, "work offset G59.3", unused, "", nullptr, 9},
    {'G', 610, Group::Path, Does::Nothing, "exact stop"},
    {'G', 640, Group::Path, Does::Nothing, "rounded corners", unused, "P", exact_stop},
    {'G', 40, Group::Alone, Does::Dwell, "wait", unused, "P"},
    {'G', 100, Group::Alone, Does::SetData, "set data", needed, "LP"},
    {'G', 280, Group::Alone, Does::GoToStored, "to the stored point", allowed, "", nullptr, 1},
    {'G', 281, Group::Alone, Does::StorePoint, "store this point", unused, "", nullptr, 1},
    {'G', 300, Group::Alone, Does::GoToStored, "to the second stored point", allowed, "", nullptr, 2},
    {'G', 301, Group::Alone, Does::StorePoint, "store this as the second point", unused, "", nullptr, 2},
    {'G', 530, Group::Alone, Does::MachineFrame, "machine coordinates"},
    {'G', 920, Group::Alone, Does::Shift, "shift the coordinates", needed},
    {'G', 921, Group::Alone, Does::ForgetShift, "no shift"},
    {'G', 922, Group::Alone, Does::SetShiftAside, "shift set aside"},
    {'G', 923, Group::Alone, Does::ShiftAgain, "shift again"},
    {'M', 0, Group::Stop, Does::Pause, "pause"},
    {'M', 10, Group::Stop, Does::Pause, "pause"},
    {'M', 20, Group::Stop, Does::End, "end"},
    {'M', 300, Group::Stop, Does::End, "end"},
    {'M', 30, Group::Spindle, Does::SpindleOn, "spindle on"},
    {'M', 40, Group::Spindle, Does::SpindleOn, "spindle on"},
    {'M', 50, Group::Spindle, Does::SpindleOff, "spindle off"},
    {'M', 60, Group::Tool, Does::ChangeTool, "tool change"},
    {'M', 70, Group::Coolant, Does::Nothing, "mist on", unused, "", no_coolant},
    {'M', 80, Group::Coolant, Does::Nothing, "coolant on", unused, "", no_coolant},
    {'M', 90, Group::Coolant, Does::Nothing, "coolant off", unused, "", no_coolant},
    {'M', 480, Group::Override, Does::FreeOverride, "feed override free"},
    {'M', 490, Group::Override, Does::LockOverride, "feed override locked"},
    {'M', 610, Group::Tool, Does::NameTool, "tool named", unused, "Q"},
    {'M', 640, Group::Ports, Does::OutputOn, "output on", unused, "P"},
    {'M', 650, Group::Ports, Does::OutputOff, "output off", unused, "P"},
    {'M', 660, Group::Ports, Does::ReadInput, "input read", unused, "PLQ"},
}};

constexpr DataForm data_forms[] = {{1, Data::ToolLength}, {2, Data::OffsetOrigin}, {20, Data::OffsetHere}};

constexpr Numbers read_only[] = {{5061, 5070}, {5211, 5390}, {5400, 5409}};
constexpr ToldName told_names[] = {
    {"_x", Tells::X},
    {"_y", Tells::Y},
    {"_z", Tells::Z},
    {"_metric", Tells::Metric},
    {"_imperial", Tells::Imperial},
    {"_absolute", Tells::Absolute},
    {"_incremental", Tells::Incremental},
    {"_feed", Tells::Feed},
    {"_current_tool", Tells::Tool},
    {"_selected_tool", Tells::SelectedTool},
    {"_coord_system", Tells::WorkOffset},
};
constexpr Numbers own[] = {{5061, 5390}, {5399, 5409}};

} // namespace

controller::Dialect const& parametric() {
    static Dialect const dialect = [] {
        Dialect made;
        made.id = "parametric";
        made.name = "Parametric";
        made.grammar = {
            256, 5409, {31, 5060}, true, gcode::Sums::Bracketed, gcode::FlowBy::Labels}; // 1 to 30: of calls
        made.words = known_words;
        made.data_forms = data_forms;
        auto& variables = made.variables;
        variables.read_only = read_only;
        variables.own = own;
        variables.told_names = told_names;
        variables.offset_stride = 20;
        for (auto const& [what, number] : {std::pair{Shows::ProbedAt, 5061},
                                           {Shows::ProbeContact, 5070},
                                           {Shows::StoredPoint, 5161},
                                           {Shows::SecondStoredPoint, 5181},
                                           {Shows::Shift, 5211},
                                           {Shows::WorkOffsetInUse, 5220},
                                           {Shows::WorkOffsets, 5221},
                                           {Shows::InputRead, 5399},
                                           {Shows::Tool, 5400},
                                           {Shows::LengthInForce, 5403}})
            variables.first[static_cast<std::size_t>(what)] = number;
        made.finish();
        return made;
    }();
    return dialect;
}

std::span<Sign const> parametricSigns() {
    static constexpr Sign signs[] = {
        {R"(^\s*O\s*(\d+|<\w+>)\s*(IF|ELSE|END|WHILE|DO|REPEAT|SUB|CALL|RETURN))", "O words around its branches"},
        {R"(#<\w+>)", "variables with names"},
        {R"(\(\s*(MSG|DEBUG)\s*,)", "messages in comments"},
    };
    return signs;
}

std::span<Asked const> parametricAsks() {
    static constexpr Asked asks[] = {
        {Question::LengthSign, "Look at a tool in the table: its length, or how far below the top it reaches."},
        {Question::ClosedAtStart, "Hold the plate on the clip and start a search of 1 mm upward."},
        {Question::HomeMove, "Read your control's manual; do not try it. The macros use neither G28 nor G30."},
        {Question::OffsetAtEnd, "Run “G55” and “M2” in free air, then look which offset is shown."},
        {Question::Homed, "It reads 1 once homed; empty: macros ask."},
        {Question::Variables, "From the first on 30 numbers, from the second on ten for each work offset: none that "
                              "other macros of yours use."},
    };
    return asks;
}

} // namespace steady::dialects
