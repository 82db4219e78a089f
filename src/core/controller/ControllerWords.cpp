// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// What the words of a block do, in their order of execution.
#include "core/controller/Controller.h"

#include <cctype>
#include <cmath>
#include <fmt/format.h>

namespace steady::controller {
namespace {

constexpr int home_parameter = 5161, second_home_parameter = 5181; ///< of G28 and G30, X Y Z in a row
constexpr int input_result = 5399;                                 ///< of M66

char letterOf(int axis) { return static_cast<char>('X' + axis); }

bool probes(Motion motion) { return motion >= Motion::Probe && motion <= Motion::ProbeAwayQuietly; }
bool goesAway(Motion motion) { return motion == Motion::ProbeAway || motion == Motion::ProbeAwayQuietly; }

} // namespace

Controller::Done Controller::execute(Decoded const& block, Record* record) {
    if (auto done = modes(block, record); !done) return done;
    if (m_ended) return {};
    if (auto done = offsets(block, record); !done) return done;
    if (auto done = motion(block, record); !done) return done;
    return stop(block, record);
}

Result<int> Controller::toolNumber(double value) const {
    int const number = static_cast<int>(std::lround(value));
    if (std::abs(number - value) > 1e-6 || number < 0 || number >= tool_count)
        return fail(Code::BadToolNumber, here(), fmt::format("{}", value), fmt::format("0 to {}", tool_count - 1));
    return number;
}

/// What the line's modes mean.
std::string Controller::meanings(Decoded const& block) const {
    std::string words;
    auto say = [&](char const* meaning) { words += (words.empty() ? "" : ", ") + std::string(meaning); };
    for (auto const& word : m_executable.dialect.g_words) {
        bool const mode = word.group >= 2 || word.code_tenths == 800;
        if (mode && block.g[static_cast<std::size_t>(word.group)] == word.code_tenths) say(word.meaning);
    }
    for (auto const& word : m_executable.dialect.m_words)
        if ((word.group == 8 || word.group == 9) && block.hasM(word.code)) say(word.meaning);
    if (!words.empty()) words.front() = static_cast<char>(std::toupper(static_cast<unsigned char>(words.front())));
    return words;
}

/// Feed, spindle, dwell, units, offsets in use, distance mode: steps 3 to 17 of the order of execution.
Controller::Done Controller::modes(Decoded const& block, Record* record) {
    auto& modes = m_memory.modes;
    if (record) {
        record->modes = meanings(block);
        if (!record->modes.empty()) record->kind = Record::Kind::Modes;
    }
    if (block.hasM(48) || block.hasM(49)) modes.override_locked = block.hasM(49);
    // RS274/NGC reads F before G20 and G21 of the same line take effect.
    if (block.has('F')) modes.feed_mm_min = block.value('F') * unit_mm();
    if (auto done = tool(block, record); !done || m_ended) return done;
    if (auto done = ports(block, record); !done) return done;
    if (block.hasM(3) || block.hasM(4) || block.hasM(5)) {
        m_machine.spindle(!block.hasM(5));
        if (record) record->kind = block.hasM(5) ? Record::Kind::SpindleStop : Record::Kind::SpindleStart;
    }
    if (block.hasG0(40)) {
        if (!block.has('P')) return fail(Code::MissingWord, here(), "G4", "P, seconds");
        if (block.value('P') < 0) return fail(Code::BadArgument, here(), "A negative dwell", "P is in seconds");
        m_machine.dwell(block.value('P'));
        if (record) {
            record->kind = Record::Kind::Dwell;
            record->dwell_s = block.value('P');
        }
    }
    if (block.g[6] >= 0) modes.units = block.g[6] == 200 ? UnitSystem::Inch : UnitSystem::Metric;
    if (auto done = lengthOffset(block, record); !done) return done;
    if (block.g[12] >= 0) modes.work_offset = block.g[12] <= 590 ? (block.g[12] - 530) / 10 : 6 + block.g[12] - 590;
    if (block.g[3] >= 0) modes.absolute = block.g[3] == 900;
    m_memory.parameters[5220] = modes.work_offset;
    return {};
}

/// T, M6, M61.
Controller::Done Controller::tool(Decoded const& block, Record* record) {
    if (block.has('T')) {
        auto const number = toolNumber(block.value('T'));
        if (!number) return Failure(number.error());
        m_memory.selected_tool = *number;
    }
    bool const change = block.hasM(6), rename = block.hasM(61);
    if (!change && !rename) return {};
    int number = m_memory.selected_tool;
    if (rename) {
        if (!block.has('Q')) return fail(Code::MissingWord, here(), "M61", "Q, the tool's number");
        auto const named = toolNumber(block.value('Q'));
        if (!named) return Failure(named.error());
        number = *named;
    } else {
        m_machine.spindle(false);
        if (!m_machine.changeTool(number)) {
            halt(Outcome::PausedForever, fmt::format("Nobody put tool {} in and resumed.", number));
            return {};
        }
    }
    m_memory.tool = number;
    m_memory.publish();
    if (record) {
        record->kind = Record::Kind::ToolChange;
        record->tool = number;
    }
    return {};
}

/// Digital outputs, and the probe's input as port 0.
Controller::Done Controller::ports(Decoded const& block, Record* record) {
    bool const on = block.hasM(64), off = block.hasM(65), read = block.hasM(66);
    if (!on && !off && !read) return {};
    if (!block.has('P')) return fail(Code::MissingWord, here(), on ? "M64" : off ? "M65" : "M66", "P, the port");
    int const port = static_cast<int>(std::lround(block.value('P')));
    int const last = read ? 0 : port_count - 1;
    if (port < 0 || port > last || port != block.value('P'))
        return fail(Code::BadPort, here(), fmt::format("P{}", block.value('P')), fmt::format("P0 to P{}", last));
    if (read) {
        if (block.has('L') && block.value('L') != 0)
            return fail(Code::BadArgument, here(), fmt::format("M66 L{}", block.value('L')),
                        "only L0, reading at once, is known");
        m_memory.parameters[input_result] = m_machine.inputReadsContact() ? 1 : 0;
    } else {
        m_memory.outputs[static_cast<std::size_t>(port)] = on;
        m_machine.output(port, on);
    }
    if (record) {
        record->kind = Record::Kind::Output;
        record->modes =
            read ? fmt::format("Input {} reads {}", port, m_memory.parameters[input_result] != 0 ? "contact" : "open")
                 : fmt::format("Output {} {}", port, on ? "on" : "off");
    }
    return {};
}

/// G43 takes the table's length, G43.1 the one on its line, G49 none.
Controller::Done Controller::lengthOffset(Decoded const& block, Record* record) {
    int const word = block.g[8];
    if (word < 0) return {};
    double length = 0;
    if (word == 430) {
        int number = m_memory.tool;
        if (block.has('H')) {
            auto const named = toolNumber(block.value('H'));
            if (!named) return Failure(named.error());
            number = *named;
        }
        length = m_executable.dialect.length_sign * m_memory.tool_table_mm[static_cast<std::size_t>(number)];
    } else if (word == 431) {
        if (!block.has('Z')) return fail(Code::MissingWord, here(), "G43.1", "Z, the length");
        length = block.value('Z') * unit_mm();
    }
    m_memory.tool_offset_mm = length;
    m_memory.publish();
    if (record) {
        record->kind = Record::Kind::LengthOffset;
        record->length_mm = length;
    }
    return {};
}

Controller::Done Controller::offsets(Decoded const& block, Record* record) {
    for (int code : {280, 281, 300, 301})
        if (block.hasG0(code))
            if (auto done = home(block, code, record); !done) return done;
    if (block.hasG0(100))
        if (auto done = setData(block, record); !done) return done;
    return shift(block, record);
}

/// G10: L1 the tool table, L2 an offset's origin, L20 an offset such that the present point gets the values named.
Controller::Done Controller::setData(Decoded const& block, Record* record) {
    double const unit = unit_mm();
    int const kind = block.has('L') ? static_cast<int>(std::lround(block.value('L'))) : 0;
    if (kind != 1 && kind != 2 && kind != 20) return fail(Code::MissingWord, here(), "G10", "L1, L2 or L20");
    if (!block.has('P')) return fail(Code::MissingWord, here(), fmt::format("G10 L{}", kind), "P, a number");
    int const number = static_cast<int>(std::lround(block.value('P')));
    if (kind == 1) {
        auto const tool = toolNumber(block.value('P'));
        if (!tool) return Failure(tool.error());
        if (*tool == 0) return fail(Code::BadToolNumber, here(), "P0", fmt::format("1 to {}", tool_count - 1));
        if (!block.has('Z')) return {};
        m_memory.tool_table_mm[static_cast<std::size_t>(number)] = block.value('Z') * unit;
        m_measured_tool = number;
        if (record) {
            record->kind = Record::Kind::ToolTable;
            record->tool = number;
            record->length_mm = block.value('Z') * unit;
        }
        return {};
    }
    if (number != block.value('P') || number < 0 || number > work_offset_count)
        return fail(Code::BadOffsetNumber, here(), fmt::format("P{}", block.value('P')),
                    "P1 to P9, P0 for the one in use");
    int const target = number == 0 ? m_memory.modes.work_offset : number;
    auto& offset = m_memory.work_offsets_mm[static_cast<std::size_t>(target - 1)];
    auto const at = m_machine.position();
    for (int axis = 0; axis < 3; ++axis) {
        if (!block.has(letterOf(axis))) continue;
        double const value = block.value(letterOf(axis)) * unit;
        double const length = axis == 2 ? m_memory.tool_offset_mm : 0;
        offset[axis] = kind == 2 ? value : at[axis] - m_memory.shift_mm[axis] - length - value;
    }
    if (block.has('Z')) m_zeroed_offset = target;
    m_memory.publish();
    if (record) {
        record->kind = Record::Kind::WorkOffset;
        record->work_offset = target;
        record->work_offset_z_mm = offset[2];
    }
    return {};
}

/// G92 names the present point; .1 forgets, .2 sets aside, .3 takes up again what the parameters keep.
Controller::Done Controller::shift(Decoded const& block, Record* record) {
    bool const names = block.hasG0(920), forgets = block.hasG0(921), aside = block.hasG0(922), again = block.hasG0(923);
    if (!names && !forgets && !aside && !again) return {};
    if (names) {
        auto const at = m_machine.position();
        auto const origin = m_memory.origin_mm();
        for (int axis = 0; axis < 3; ++axis)
            if (block.has(letterOf(axis)))
                m_memory.shift_mm[axis] += at[axis] - origin[axis] - block.value(letterOf(axis)) * unit_mm();
        m_memory.kept_shift_mm = m_memory.shift_mm;
    }
    if (forgets) m_memory.shift_mm = m_memory.kept_shift_mm = {};
    if (aside) m_memory.shift_mm = {};
    if (again) m_memory.shift_mm = m_memory.kept_shift_mm;
    m_memory.publish();
    if (record) record->kind = Record::Kind::Shift;
    return {};
}

/// G28 and G30 go through the point on their line, in program coordinates, to the stored one; .1 stores the present
/// one.
Controller::Done Controller::home(Decoded const& block, int code_tenths, Record* record) {
    int const first = code_tenths < 300 ? home_parameter : second_home_parameter;
    auto& kept = m_memory.parameters;
    if (code_tenths % 10 == 1) {
        auto const at = m_machine.position();
        for (int axis = 0; axis < 3; ++axis) kept[first + axis] = at[axis] / native_mm();
        return {};
    }
    if (record) record->kind = Record::Kind::Rapid;
    if (block.hasAxis())
        if (auto done = trouble(m_machine.move(target(block, false), 0)); !done) return done;
    auto stored = m_machine.position();
    for (int axis = 0; axis < 3; ++axis) {
        bool const moves = m_executable.dialect.home_moves_all_axes || !block.hasAxis() || block.has(letterOf(axis));
        if (moves) stored[axis] = kept[first + axis] * native_mm();
    }
    return trouble(m_machine.move(stored, 0));
}

Vec3 Controller::target(Decoded const& block, bool absolute_machine) const {
    Vec3 point = m_machine.position();
    auto const origin = m_memory.origin_mm();
    for (int axis = 0; axis < 3; ++axis) {
        if (!block.has(letterOf(axis))) continue;
        double const by = block.value(letterOf(axis)) * unit_mm();
        if (absolute_machine)
            point[axis] = by;
        else if (m_memory.modes.absolute)
            point[axis] = origin[axis] + by;
        else
            point[axis] += by;
    }
    return point;
}

Controller::Done Controller::motion(Decoded const& block, Record* record) {
    auto& modes = m_memory.modes;
    switch (block.g[1]) {
    case 0: modes.motion = Motion::Rapid; break;
    case 10: modes.motion = Motion::Feed; break;
    case 382: modes.motion = Motion::Probe; break;
    case 383: modes.motion = Motion::ProbeQuietly; break;
    case 384: modes.motion = Motion::ProbeAway; break;
    case 385: modes.motion = Motion::ProbeAwayQuietly; break;
    case 800: modes.motion = Motion::None; break;
    default: break;
    }
    bool const machine_frame = block.hasG0(530);
    bool const straight = modes.motion == Motion::Rapid || modes.motion == Motion::Feed;
    if (machine_frame && !straight) return fail(Code::G53WithoutMotion, here());
    bool const taken =
        block.g[8] == 431 || block.hasG0(100) || block.hasG0(920) || block.hasG0(280) || block.hasG0(300);
    if (!block.hasAxis() || taken) return {};
    if (modes.motion == Motion::None) return fail(Code::UnexpectedText, here(), "An axis word without a motion");
    if (modes.motion != Motion::Rapid && modes.feed_mm_min <= 0) return fail(Code::NoFeed, here());
    auto const point = target(block, machine_frame);
    if (probes(modes.motion)) return probe(point, record);
    if (record) {
        record->kind = modes.motion == Motion::Rapid ? Record::Kind::Rapid : Record::Kind::Feed;
        record->feed_mm_min = modes.motion == Motion::Rapid ? 0 : feed_mm_min();
    }
    return trouble(m_machine.move(point, modes.motion == Motion::Rapid ? 0 : feed_mm_min()));
}

Controller::Done Controller::probe(Vec3 const& target_mm, Record* record) {
    auto const from = m_machine.position();
    auto const motion = m_memory.modes.motion;
    bool const away = goesAway(motion);
    double const length_mm = std::hypot(target_mm[0] - from[0], target_mm[1] - from[1], target_mm[2] - from[2]);
    double const least_mm = m_executable.dialect.shortest_probe_mm;
    if (length_mm < least_mm)
        return fail(Code::TooNearToProbe, here(), fmt::format("{:.3f}", length_mm), fmt::format("{:.3f}", least_mm));
    ProbeReport report;
    if (m_machine.inputReadsContact() != away) {
        if (away) return fail(Code::ProbeOpenAtStart, here());
        if (m_executable.dialect.closed_at_start == ClosedAtStart::Error) return fail(Code::ProbeClosedAtStart, here());
        report.contact = true;
        report.trip_mm = from;
    } else {
        report = m_machine.probe(target_mm, feed_mm_min(), away);
    }
    if (record) {
        record->kind = Record::Kind::Probe;
        record->away = away;
        record->contact = report.contact;
        record->feed_mm_min = feed_mm_min();
    }
    if (auto done = trouble(report.trouble); !done) return done;
    auto const origin = m_memory.origin_mm();
    for (int axis = 0; axis < 3; ++axis)
        m_memory.parameters[5061 + axis] = (report.trip_mm[axis] - origin[axis]) / unit_mm();
    m_memory.parameters[5070] = report.contact ? 1 : 0;
    if (!report.contact && (motion == Motion::Probe || motion == Motion::ProbeAway))
        return fail(away ? Code::StillInContact : Code::NoContact, here(),
                    lengthText(target_mm[2], m_memory.modes.units));
    return {};
}

Controller::Done Controller::trouble(std::optional<Trouble> const& found) {
    if (!found) return {};
    halt(found->outcome, found->text);
    m_cause = found->cause;
    return fail(Code::SoftLimit, here());
}

} // namespace steady::controller
