// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// What this sort of control reads, and which of its variables show what: common practice, recalled. What differs from
// one maker to the next is asked of the owner, or taken at its worst.
#include "core/dialects/hash/Hash.h"

#include "core/dialects/Bundle.h"

#include <array>

namespace steady::dialects {
namespace {

using namespace controller;

constexpr char const* at_rest = "Every move ends at rest here.";
constexpr char const* no_flood = "There is no coolant here.";
constexpr auto none = Axes::Unused, needs = Axes::Needed, may = Axes::Allowed;
constexpr char const* passed_on = "ABCDEFHIJKLMPQRSTUVWXYZ";

constexpr std::array<CodeWord, 52> hash_words{{
    {'G', 0, Group::Motion, Does::Rapid, "rapid moves", needs},
    {'G', 10, Group::Motion, Does::Feed, "moves at feed", needs},
    {'G', 20, Group::Motion, Does::ArcClockwise, "arcs, clockwise", needs, "IJKR"},
    {'G', 30, Group::Motion, Does::ArcCounter, "arcs, counter-clockwise", needs, "IJKR"},
    {'G', 800, Group::Motion, Does::NoMotion, "no motion"},
    {'G', 810, Group::Motion, Does::Drill, "holes", needs, "RL"},
    {'G', 820, Group::Motion, Does::DrillAndWait, "holes with a wait", needs, "RPL"},
    {'G', 830, Group::Motion, Does::DrillInSteps, "holes in steps", needs, "RQL"},
    {'G', 980, Group::Return, Does::BackToStart, "up to where it began"},
    {'G', 990, Group::Return, Does::BackToRetract, "up to R"},
    {'G', 310, Group::Alone, Does::Skip, "a skip move", needs},
    {'G', 40, Group::Alone, Does::Dwell, "wait", may, "PX", nullptr, 0, true},
    {'G', 90, Group::Alone, Does::Nothing, "exact stop for this line"},
    {'G', 100, Group::Alone, Does::SetData, "set data", may, "LPR"},
    {'G', 280, Group::Alone, Does::GoToStored, "to the stored point", may, "", nullptr, 1},
    {'G', 300, Group::Alone, Does::GoToStored, "to the second stored point", may, "P", nullptr, 2},
    {'G', 520, Group::Alone, Does::LocalShift, "a local shift", needs},
    {'G', 530, Group::Alone, Does::MachineFrame, "machine coordinates"},
    {'G', 920, Group::Alone, Does::Shift, "shift the coordinates", needs},
    {'G', 650, Group::Call, Does::CallMacro, "a macro call", may, passed_on},
    {'M', 980, Group::Call, Does::CallProgram, "a call", none, "PL"},
    {'M', 990, Group::Call, Does::ReturnProgram, "back", none, "P"},
    {'G', 170, Group::Plane, Does::Plane, "plane of X and Y"},
    {'G', 180, Group::Plane, Does::Plane, "plane of Z and X", none, "", nullptr, 1},
    {'G', 190, Group::Plane, Does::Plane, "plane of Y and Z", none, "", nullptr, 2},
    {'G', 900, Group::Distance, Does::Absolute, "absolute positions"},
    {'G', 910, Group::Distance, Does::Relative, "distances from where it is"},
    {'G', 940, Group::FeedMode, Does::Nothing, "feed per minute"},
    {'G', 200, Group::Units, Does::Inches, "inches"},
    {'G', 210, Group::Units, Does::Millimetres, "millimetres"},
    {'G', 400, Group::CutterSide, Does::Nothing, "no cutter compensation"},
    {'G', 430, Group::Length, Does::LengthOfTable, "length from the table", none, "H"},
    {'G', 490, Group::Length, Does::NoLength, "no length offset"},
    {'G', 540, Group::WorkOffset, Does::WorkOffset, "work offset G54", none, "", nullptr, 1},
    {'G', 550, Group::WorkOffset, Does::WorkOffset, "work offset G55", none, "", nullptr, 2},
    {'G', 560, Group::WorkOffset, Does::WorkOffset, "work offset G56", none, "", nullptr, 3},
    {'G', 570, Group::WorkOffset, Does::WorkOffset, "work offset G57", none, "", nullptr, 4},
    {'G', 580, Group::WorkOffset, Does::WorkOffset, "work offset G58", none, "", nullptr, 5},
    {'G', 590, Group::WorkOffset, Does::WorkOffset, "work offset G59", none, "", nullptr, 6},
    {'G', 610, Group::Path, Does::Nothing, "exact stop"},
    {'G', 640, Group::Path, Does::Nothing, "cutting mode", none, "", at_rest},
    {'M', 0, Group::Stop, Does::Pause, "stop", none, "", nullptr, 0, true},
    {'M', 10, Group::Stop, Does::Pause, "stop if asked for", none, "", nullptr, 0, true},
    {'M', 20, Group::Stop, Does::End, "end", none, "", nullptr, 0, true},
    {'M', 300, Group::Stop, Does::End, "end", none, "", nullptr, 0, true},
    {'M', 30, Group::Spindle, Does::SpindleOn, "spindle on"},
    {'M', 40, Group::Spindle, Does::SpindleOn, "spindle on"},
    {'M', 50, Group::Spindle, Does::SpindleOff, "spindle off"},
    {'M', 60, Group::Tool, Does::ChangeTool, "tool change", none, "", nullptr, 0, true},
    {'M', 70, Group::Coolant, Does::Nothing, "mist on", none, "", no_flood},
    {'M', 80, Group::Coolant, Does::Nothing, "coolant on", none, "", no_flood},
    {'M', 90, Group::Coolant, Does::Nothing, "coolant off", none, "", no_flood},
}};

constexpr DataForm hash_forms[] = {
    {2, Data::OffsetOrigin}, {20, Data::OffsetHere}, {10, Data::ToolLength, 'R'}, {11, Data::ToolWear, 'R'}};

constexpr Numbers shown_only[] = {{1000, 1015}, {4001, 4130}, {5001, 5003}, {5021, 5023}, {5041, 5043}, {5061, 5063}};
constexpr Numbers of_control[] = {{1000, 1015}, {2001, 2400}, {4001, 4130}, {5001, 5063}, {5201, 5332}};
constexpr ShownGroup shown_groups[] = {{Group::Motion, 4001},
                                       {Group::Plane, 4002},
                                       {Group::Distance, 4003},
                                       {Group::Units, 4006},
                                       {Group::WorkOffset, 4014}};

} // namespace

controller::Dialect const& hashVariable() {
    static Dialect const dialect = [] {
        Dialect made;
        made.id = "hash";
        made.name = "Hash-variable custom macro";
        auto& grammar = made.grammar;
        grammar.line_length = 128;
        grammar.last_variable = 5409;
        grammar.kept = {500, 999};
        grammar.passing = {100, 199};
        grammar.sums = gcode::Sums::Bare;
        grammar.flow = gcode::FlowBy::Jumps;
        grammar.vacancy = true;
        grammar.notes = false;
        made.words = hash_words;
        made.data_forms = hash_forms;
        made.closed_at_start = ClosedAtStart::EndsAsContact;
        made.home_moves_all_axes = false;
        made.shortest_probe_mm = 0;
        made.work_offsets = 6;
        made.reads_ahead = true;
        made.dwell_p_s = 0.001;
        made.dwell_by_x = true;
        made.zero_is_external = true;
        auto& variables = made.variables;
        variables.read_only = shown_only;
        variables.own = of_control;
        variables.groups = shown_groups;
        variables.offset_stride = 20;
        variables.tools = 200;
        variables.locals = 33;
        variables.arguments = "_ABCIJKDEF_H_M___QRSTUVWXYZ";
        variables.acting = {3000, 3006, 3004, {1100, 1115}};
        for (auto const& [what, number] : {std::pair{Shows::ProbedAt, 5061},
                                           {Shows::WorkOffsets, 5221},
                                           {Shows::ExternalOffset, 5201},
                                           {Shows::SelectedTool, 4120},
                                           {Shows::Feed, 4109},
                                           {Shows::PositionWithoutLength, 5001},
                                           {Shows::MachinePosition, 5021},
                                           {Shows::Position, 5041},
                                           {Shows::ToolLengths, 2201},
                                           {Shows::ToolWears, 2001},
                                           {Shows::Inputs, 1000}})
            variables.first[static_cast<std::size_t>(what)] = number;
        made.finish();
        return made;
    }();
    return dialect;
}

/// Of the variables some for a moment, which are lost when it is switched off, and some of those that stay.
shop::Behaviour usualHash() {
    shop::Behaviour made;
    made.closed_at_start = shop::ClosedAtStart::EndsAsContact;
    made.home_move = shop::HomeMove::NamedAxes;
    made.scratch_parameter = 160;
    made.link_parameter = 700;
    return made;
}

std::span<Sign const> hashSigns() {
    static constexpr Sign signs[] = {
        {R"(\bG\s*31\b)", "a skip move"},
        {R"(\bGOTO\s*\[?#?\d)", "jumps to numbered lines"},
        {R"(\bIF\s*\[.*\]\s*THEN)", "IF and THEN in one line"},
        {R"(#3000\s*=)", "an alarm by its variable"},
        {R"(#50[246]\d\b)", "positions by their variables"},
        {R"(\bG\s*65\s*P)", "a call by letters"},
    };
    return signs;
}

std::span<Asked const> hashAsks() {
    static constexpr Asked asks[] = {
        {Question::LengthSign, "Look at a tool in the table: its length, or how far below the top it reaches."},
        {Question::ClosedAtStart, "Hold the plate on the clip and run “G91 G31 Z1. F60”: an alarm, or the next line "
                                  "comes and nothing has moved."},
        {Question::OffsetAtEnd, "Run “G55” and “M30” in free air, then look which offset is shown."},
        {Question::WaitsFor, "Its manual says which words stop the reading ahead; not known: a dwell. The macros wait "
                             "with a dwell in any case."},
        {Question::WithoutPoint,
         "In free air: “G91 G1 X1 F100” moves by 1, or by a thousandth. The macros write the point."},
        {Question::Homed, "It reads 1 once homed; empty: macros ask."},
        {Question::Variables, "From the first on 30 numbers of #100 to #199 or #500 to #999, from the second on ten "
                              "for each work offset of #500 to #999: none that other macros of yours use."},
    };
    return asks;
}

} // namespace steady::dialects
