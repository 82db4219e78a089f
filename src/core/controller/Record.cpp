// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/controller/Record.h"

#include "core/controller/Memory.h"

#include <cmath>
#include <fmt/format.h>

namespace steady::controller {
namespace {

/// “up 1.000 to Z −62.218”, or every axis that moves.
std::string target(Record const& record, UnitSystem units) {
    std::string text;
    for (int axis = 0; axis < 3; ++axis) {
        double const by = record.to_mm[axis] - record.from_mm[axis];
        if (std::abs(by) < 5e-7) continue;
        text += text.empty() ? "" : ", ";
        if (axis == 2) text += fmt::format("{} {} to ", by > 0 ? "up" : "down", lengthNumber(std::abs(by), units));
        text += fmt::format("{} {}", "XYZ"[axis], lengthNumber(record.to_mm[axis], units));
    }
    return text.empty() ? "already there" : text;
}

std::string seconds(Record const& record) { return fmt::format("{:.1f} s", record.end_s - record.begin_s); }

std::string assigned(Record const& record) {
    std::string text;
    for (auto const& item : record.assigned)
        text += fmt::format("{}{} = {}", text.empty() ? "" : ", ", item.name,
                            item.value == gcode::vacant ? "nothing" : fixedText(item.value, 4));
    return text;
}

} // namespace

std::string wordsOf(Record const& record, UnitSystem units) {
    using Kind = Record::Kind;
    switch (record.kind) {
    case Kind::Nothing: return record.message.empty() ? "" : "Shows: " + record.message;
    case Kind::Modes: return record.modes;
    case Kind::Setting: return assigned(record);
    case Kind::Branch: return record.condition ? "True: goes in" : "Not so: passes by";
    case Kind::Rapid: return fmt::format("Rapid, {}; {}", target(record, units), seconds(record));
    case Kind::Feed: return fmt::format("Feed, {}; {}", target(record, units), seconds(record));
    case Kind::Arc: return fmt::format("Along an arc, {}; {}", target(record, units), seconds(record));
    case Kind::Hole: return fmt::format("Drills and comes up, {}; {}", target(record, units), seconds(record));
    case Kind::Probe:
        return fmt::format("{}: {}; {}",
                           record.away ? (record.contact ? "Open again" : "Still in contact")
                                       : (record.contact ? "Contact" : "No contact"),
                           target(record, units), seconds(record));
    case Kind::Dwell: return fmt::format("Waits {:.1f} s", record.dwell_s);
    case Kind::SpindleStop: return "Spindle off";
    case Kind::SpindleStart: return "Spindle on";
    case Kind::WorkOffset:
        return fmt::format("{} {} set to machine {} {}", workOffsetName(record.work_offset), record.work_offset_axis,
                           record.work_offset_axis, lengthNumber(record.work_offset_mm, units));
    case Kind::Shift: return "The shift of the coordinates is changed";
    case Kind::Pause: return record.message.empty() ? "Pauses" : "Pauses: " + record.message;
    case Kind::ToolChange: return fmt::format("Tool {} goes into the spindle", record.tool);
    case Kind::ToolTable:
        return fmt::format("Length of tool {} in the table: {}", record.tool, lengthText(record.length_mm, units));
    case Kind::LengthOffset:
        return record.length_mm == 0 ? "Length offset off"
                                     : fmt::format("Length offset {} in force", lengthText(record.length_mm, units));
    case Kind::Output: return record.modes;
    case Kind::Call: return "Goes into the subroutine";
    case Kind::Return: return "Comes back";
    case Kind::Loop: return record.condition ? "Once more" : "The loop is done";
    case Kind::End: return record.message.empty() ? "Ends" : "Ends: " + record.message;
    }
    return {};
}

} // namespace steady::controller
