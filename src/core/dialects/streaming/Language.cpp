// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// What such a control reads: lines of 80 letters, no variables, no sums, no flow; common practice, recalled.
#include "core/dialects/streaming/Streaming.h"

#include "core/dialects/Bundle.h"

#include <array>

namespace steady::dialects {
namespace {

using namespace controller;

constexpr char const* exact = "Every move ends at rest here.";
constexpr char const* dry = "There is no coolant here.";
constexpr auto without = Axes::Unused, must = Axes::Needed, may = Axes::Allowed;

constexpr std::array<CodeWord, 51> streamed_words{{
    {'G', 0, Group::Motion, Does::Rapid, "rapid moves", must},
    {'G', 10, Group::Motion, Does::Feed, "moves at feed", must},
    {'G', 20, Group::Motion, Does::ArcClockwise, "arcs, clockwise", must, "IJKR"},
    {'G', 30, Group::Motion, Does::ArcCounter, "arcs, counter-clockwise", must, "IJKR"},
    {'G', 911, Group::ArcCentre, Does::CentreRelative, "centres from where an arc begins"},
    {'G', 382, Group::Motion, Does::Probe, "probing moves", must},
    {'G', 383, Group::Motion, Does::ProbeQuietly, "probing moves", must},
    {'G', 384, Group::Motion, Does::ProbeAway, "moves off a contact", must},
    {'G', 385, Group::Motion, Does::ProbeAwayQuietly, "moves off a contact", must},
    {'G', 800, Group::Motion, Does::NoMotion, "no motion"},
    {'G', 170, Group::Plane, Does::Plane, "plane of X and Y", without, "", nullptr, 0},
    {'G', 180, Group::Plane, Does::Plane, "plane of Z and X", without, "", nullptr, 1},
    {'G', 190, Group::Plane, Does::Plane, "plane of Y and Z", without, "", nullptr, 2},
    {'G', 900, Group::Distance, Does::Absolute, "absolute positions"},
    {'G', 910, Group::Distance, Does::Relative, "distances from where it is"},
    {'G', 940, Group::FeedMode, Does::Nothing, "feed per minute"},
    {'G', 200, Group::Units, Does::Inches, "inches"},
    {'G', 210, Group::Units, Does::Millimetres, "millimetres"},
    {'G', 400, Group::CutterSide, Does::Nothing, "no cutter compensation"},
    {'G', 431, Group::Length, Does::LengthAsWritten, "length as written"},
    {'G', 490, Group::Length, Does::NoLength, "no length offset"},
    {'G', 540, Group::WorkOffset, Does::WorkOffset, "work offset G54", without, "", nullptr, 1},
    {'G', 550, Group::WorkOffset, Does::WorkOffset, "work offset G55", without, "", nullptr, 2},
    {'G', 560, Group::WorkOffset, Does::WorkOffset, "work offset G56", without, "", nullptr, 3},
    {'G', 570, Group::WorkOffset, Does::WorkOffset, "work offset G57", without, "", nullptr, 4},
    {'G', 580, Group::WorkOffset, Does::WorkOffset, "work offset G58", without, "", nullptr, 5},
    {'G', 590, Group::WorkOffset, Does::WorkOffset, "work offset G59", without, "", nullptr, 6},
    {'G', 610, Group::Path, Does::Nothing, "exact path", without, "", exact},
    {'G', 40, Group::Alone, Does::Dwell, "wait", without, "P"},
    {'G', 100, Group::Alone, Does::SetData, "set data", must, "LP"},
    {'G', 280, Group::Alone, Does::GoToStored, "to the stored point", may, "", nullptr, 1},
    {'G', 281, Group::Alone, Does::StorePoint, "store this point", without, "", nullptr, 1},
    {'G', 300, Group::Alone, Does::GoToStored, "to the second stored point", may, "", nullptr, 2},
    {'G', 301, Group::Alone, Does::StorePoint, "store this as the second point", without, "", nullptr, 2},
    {'G', 530, Group::Alone, Does::MachineFrame, "machine coordinates"},
    {'G', 920, Group::Alone, Does::Shift, "shift the coordinates", must},
    {'G', 921, Group::Alone, Does::ForgetShift, "no shift"},
    {'M', 0, Group::Stop, Does::Pause, "pause"},
    {'M', 10, Group::Stop, Does::Pause, "pause"},
    {'M', 20, Group::Stop, Does::End, "end"},
    {'M', 300, Group::Stop, Does::End, "end"},
    {'M', 30, Group::Spindle, Does::SpindleOn, "spindle on"},
    {'M', 40, Group::Spindle, Does::SpindleOn, "spindle on"},
    {'M', 50, Group::Spindle, Does::SpindleOff, "spindle off"},
    {'M', 70, Group::Coolant, Does::Nothing, "mist on", without, "", dry},
    {'M', 80, Group::Coolant, Does::Nothing, "coolant on", without, "", dry},
    {'M', 90, Group::Coolant, Does::Nothing, "coolant off", without, "", dry},
    {'M', 620, Group::Ports, Does::OutputOn, "output on", without, "P"},
    {'M', 630, Group::Ports, Does::OutputOff, "output off", without, "P"},
    {'M', 640, Group::Ports, Does::OutputOn, "output on at once", without, "P"},
    {'M', 650, Group::Ports, Does::OutputOff, "output off at once", without, "P"},
}};

constexpr DataForm streamed_forms[] = {{2, Data::OffsetOrigin}, {20, Data::OffsetHere}};

} // namespace

controller::Dialect const& streaming() {
    static Dialect const dialect = [] {
        Dialect made;
        made.id = "streaming";
        made.name = "Plain streaming";
        made.grammar.line_length = 80;
        made.work_offsets = 6;
        made.words = streamed_words;
        made.data_forms = streamed_forms;
        made.streamed = true;
        made.home_moves_all_axes = false;
        made.end_resets_offset = true;
        made.finish();
        return made;
    }();
    return dialect;
}

std::span<Sign const> streamingSigns() {
    static constexpr Sign signs[] = {
        {R"(^\s*\(\s*SEGMENT\s+\d+\s*:)", "segments"},
    };
    return signs;
}

std::span<Asked const> streamingAsks() {
    static constexpr Asked asks[] = {
        {Question::ClosedAtStart, "Hold the plate on the clip and send a search of 1 mm upward. Where it counts as a "
                                  "contact, no macro is written."},
        {Question::OffsetAtEnd, "Send “G55” and “M2”, then look which offset is shown."},
    };
    return asks;
}

} // namespace steady::dialects
