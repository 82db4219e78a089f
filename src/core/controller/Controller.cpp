// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/controller/Controller.h"

#include "core/base/Words.h"

#include <cmath>
#include <fmt/format.h>

namespace steady::controller {
namespace {

Outcome outcomeOf(Code code) { return code == Code::NoContact ? Outcome::Alarm : Outcome::Refused; }

bool readOnly(int number) { return (number >= 5061 && number <= 5070) || (number >= 5211 && number <= 5390); }

std::string const no_message;

} // namespace

Controller::Controller(Executable const& executable, Memory& memory, MachinePort& machine)
    : m_executable(executable), m_memory(memory), m_machine(machine) {
    if (!executable.findings.empty()) {
        auto const& first = executable.findings.front();
        m_line = first.where.line;
        halt(Outcome::Refused, first.text + " " + first.remedy);
        return;
    }
    m_memory.publish();
    if (auto const homed = executable.dialect.homed_parameter) m_memory.parameters[*homed] = machine.homed() ? 1 : 0;
}

void Controller::halt(Outcome outcome, std::string text) {
    m_ended = true;
    m_outcome = outcome;
    m_message = std::move(text);
}

bool Controller::step(Record* record) {
    if (m_ended) return false;
    if (m_next >= static_cast<int>(m_executable.program.blocks.size())) {
        m_ended = true;
        return false;
    }
    if (++m_steps > step_limit) {
        halt(Outcome::Runaway, sentence({Code::StepLimit, here(), std::to_string(step_limit), ""}));
        return false;
    }
    return executeBlock(record);
}

bool Controller::executeBlock(Record* record) {
    auto const& block = m_executable.program.blocks[m_next];
    m_block = m_next++;
    m_line = block.line;
    if (record) {
        *record = {};
        record->line = block.line;
        record->from_mm = record->to_mm = m_machine.position();
        record->begin_s = record->end_s = m_machine.now_s();
    }
    if (block.end_mark && m_block > 0) {
        m_ended = true;
        return false;
    }
    if (block.message) m_message = *block.message;
    if (record && block.message) record->message = *block.message;
    Done done;
    if (block.flow != gcode::Flow::None) {
        done = branch(block, record);
    } else if (!block.words.empty() || !block.settings.empty()) {
        auto const decoded = decode(m_executable.program, block, m_executable.dialect, m_memory.parameters);
        if (!decoded) done = Failure(decoded.error());
        if (done) done = settings(block, record);
        if (done) done = execute(*decoded, record);
    }
    if (record) {
        record->to_mm = m_machine.position();
        record->end_s = m_machine.now_s();
    }
    if (!done && !m_ended) {
        m_error = done.error();
        if (m_error->where.line == 0) m_error->where.line = m_line;
        halt(outcomeOf(m_error->code), sentence(*m_error) + " " + toFinding(*m_error).remedy);
    }
    return !m_ended;
}

/// All values use the parameters as they were before the line; the last setting of a number counts.
Controller::Done Controller::settings(gcode::Block const& block, Record* record) {
    constexpr std::size_t most = 64;
    std::array<std::pair<int, double>, most> found;
    std::size_t count = 0;
    for (auto const& setting : block.settings) {
        auto const index = gcode::evaluate(m_executable.program, setting.index, m_memory.parameters);
        if (!index) return Failure(gcode::located(index.error(), block.line));
        auto const number = gcode::parameterNumber(*index, setting.column);
        if (!number) return Failure(gcode::located(number.error(), block.line));
        if (readOnly(*number))
            return fail(Code::ReadOnlyParameter, {"", block.line, setting.column}, fmt::format("#{}", *number));
        auto const value = gcode::evaluate(m_executable.program, setting.value, m_memory.parameters);
        if (!value) return Failure(gcode::located(value.error(), block.line));
        if (count < most) found[count++] = {*number, *value};
    }
    for (std::size_t i = 0; i < count; ++i) {
        m_memory.parameters[found[i].first] = found[i].second;
        if (record) record->assigned.push_back({found[i].first, found[i].second});
    }
    if (record && count) record->kind = Record::Kind::Setting;
    return {};
}

Controller::Done Controller::branch(gcode::Block const& block, Record* record) {
    auto holds = [&](gcode::Block const& at) -> Result<bool> {
        auto const value = gcode::evaluate(m_executable.program, at.condition, m_memory.parameters);
        if (!value) return Failure(gcode::located(value.error(), at.line));
        return *value != 0;
    };
    if (block.flow == gcode::Flow::If) {
        int at = m_block;
        for (;;) { // at: a branch whose condition is to be tried
            auto const& candidate = m_executable.program.blocks[at];
            bool go_in = candidate.flow == gcode::Flow::Else || candidate.flow == gcode::Flow::EndIf;
            if (!go_in) {
                auto const value = holds(candidate);
                if (!value) return Failure(value.error());
                go_in = *value;
            }
            if (go_in) break;
            at = m_executable.flow.next_branch[at];
        }
        m_next = at + 1;
        if (record) {
            record->kind = Record::Kind::Branch;
            record->condition = at == m_block;
        }
    } else if (block.flow != gcode::Flow::EndIf) {
        m_next = m_executable.flow.end[m_block] + 1; // a branch was run; the others are passed by
    }
    return {};
}

Controller::Done Controller::execute(Decoded const& block, Record* record) {
    if (auto done = modes(block, record); !done) return done;
    if (auto done = offsets(block, record); !done) return done;
    if (auto done = motion(block, record); !done) return done;
    return stop(block, record);
}

/// Feed, spindle, dwell, units, offsets in use, distance mode: steps 3 to 17 of the order of execution.
Controller::Done Controller::modes(Decoded const& block, Record* record) {
    auto& modes = m_memory.modes;
    std::string names;
    for (int group : {2, 3, 5, 6, 7, 8, 12, 13})
        if (block.g[group] >= 0) names += (names.empty() ? "" : " ") + (record ? gName(block.g[group]) : no_message);
    if (block.hasM(48) || block.hasM(49)) names += block.hasM(49) ? " M49" : " M48";
    if (record && !names.empty()) {
        record->kind = Record::Kind::Modes;
        record->modes = names;
    }
    // RS274/NGC reads F before G20 and G21 of the same line take effect.
    if (block.has('F')) modes.feed_mm_min = block.value('F') * unit_mm();
    if (block.hasM(3) || block.hasM(5)) {
        m_machine.spindle(block.hasM(3));
        if (record) record->kind = block.hasM(3) ? Record::Kind::SpindleStart : Record::Kind::SpindleStop;
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
    if (block.g[8] == 490) m_memory.tool_offset_mm = 0;
    if (block.g[12] >= 0) modes.work_offset = block.g[12] <= 590 ? (block.g[12] - 530) / 10 : 6 + block.g[12] - 590;
    if (block.g[3] >= 0) modes.absolute = block.g[3] == 900;
    m_memory.parameters[5220] = modes.work_offset;
    return {};
}

Controller::Done Controller::offsets(Decoded const& block, Record* record) {
    double const unit = unit_mm();
    if (block.hasG0(100)) {
        if (!block.has('L') || block.value('L') != 2) return fail(Code::MissingWord, here(), "G10", "L2");
        if (!block.has('P')) return fail(Code::MissingWord, here(), "G10 L2", "P, the number of the work offset");
        int const number = static_cast<int>(std::lround(block.value('P')));
        if (number != block.value('P') || number < 1 || number > work_offset_count)
            return fail(Code::BadOffsetNumber, here(), fmt::format("P{}", block.value('P')), "P1 to P9");
        auto& offset = m_memory.work_offsets_mm[number - 1];
        for (int axis = 0; axis < 3; ++axis)
            if (block.has(static_cast<char>('X' + axis)))
                offset[axis] = block.value(static_cast<char>('X' + axis)) * unit;
        if (block.has('Z')) m_zeroed_offset = number;
        m_memory.publish();
        if (record) {
            record->kind = Record::Kind::WorkOffset;
            record->work_offset = number;
            record->work_offset_z_mm = offset[2];
        }
    }
    if (block.hasG0(920)) {
        auto const at = m_machine.position();
        auto const origin = m_memory.origin_mm();
        for (int axis = 0; axis < 3; ++axis) {
            char const letter = static_cast<char>('X' + axis);
            if (block.has(letter)) m_memory.shift_mm[axis] += at[axis] - origin[axis] - block.value(letter) * unit;
        }
    }
    if (block.hasG0(921)) m_memory.shift_mm = {};
    if (block.hasG0(920) || block.hasG0(921)) {
        m_memory.publish();
        if (record) record->kind = Record::Kind::Shift;
    }
    return {};
}

Vec3 Controller::target(Decoded const& block, bool absolute_machine) const {
    Vec3 point = m_machine.position();
    auto const origin = m_memory.origin_mm();
    for (int axis = 0; axis < 3; ++axis) {
        char const letter = static_cast<char>('X' + axis);
        if (!block.has(letter)) continue;
        double const by = block.value(letter) * unit_mm();
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
    case 800: modes.motion = Motion::None; break;
    default: break;
    }
    bool const machine_frame = block.hasG0(530);
    bool const straight = modes.motion == Motion::Rapid || modes.motion == Motion::Feed;
    if (machine_frame && !straight) return fail(Code::G53WithoutMotion, here());
    if (!block.hasAxis() || block.hasG0(100) || block.hasG0(920)) return {};
    if (modes.motion == Motion::None) return fail(Code::UnexpectedText, here(), "An axis word without a motion");
    if (modes.motion != Motion::Rapid && modes.feed_mm_min <= 0) return fail(Code::NoFeed, here());
    auto const point = target(block, machine_frame);
    if (!straight) return probe(point, record);
    if (record) {
        record->kind = modes.motion == Motion::Rapid ? Record::Kind::Rapid : Record::Kind::Feed;
        record->feed_mm_min = modes.motion == Motion::Rapid ? 0 : modes.feed_mm_min;
    }
    return trouble(m_machine.move(point, modes.motion == Motion::Rapid ? 0 : modes.feed_mm_min));
}

Controller::Done Controller::probe(Vec3 const& target_mm, Record* record) {
    auto const from = m_machine.position();
    double const length_mm = std::hypot(target_mm[0] - from[0], target_mm[1] - from[1], target_mm[2] - from[2]);
    double const least_mm = m_executable.dialect.shortest_probe_mm;
    if (length_mm < least_mm)
        return fail(Code::TooNearToProbe, here(), fmt::format("{:.3f}", length_mm), fmt::format("{:.3f}", least_mm));
    ProbeReport report;
    if (m_machine.inputReadsContact()) {
        if (m_executable.dialect.closed_at_start == ClosedAtStart::Error) return fail(Code::ProbeClosedAtStart, here());
        report.contact = true;
        report.trip_mm = from;
    } else {
        report = m_machine.probe(target_mm, m_memory.modes.feed_mm_min);
    }
    if (record) {
        record->kind = Record::Kind::Probe;
        record->contact = report.contact;
        record->feed_mm_min = m_memory.modes.feed_mm_min;
    }
    if (auto done = trouble(report.trouble); !done) return done;
    auto const origin = m_memory.origin_mm();
    for (int axis = 0; axis < 3; ++axis)
        m_memory.parameters[5061 + axis] = (report.trip_mm[axis] - origin[axis]) / unit_mm();
    m_memory.parameters[5070] = report.contact ? 1 : 0;
    if (!report.contact && m_memory.modes.motion == Motion::Probe)
        return fail(Code::NoContact, here(), lengthText(target_mm[2], m_memory.modes.units));
    return {};
}

Controller::Done Controller::trouble(std::optional<Trouble> const& found) {
    if (!found) return {};
    halt(found->outcome, found->text);
    return fail(Code::SoftLimit, here());
}

Controller::Done Controller::stop(Decoded const& block, Record* record) {
    if (block.hasM(0) || block.hasM(1)) {
        if (record) {
            record->kind = Record::Kind::Pause;
            record->message = m_message;
        }
        if (!m_machine.pause(m_message))
            halt(Outcome::PausedForever, "Nobody resumed at: " + m_message);
        else
            m_message.clear();
    }
    if (block.hasM(2) || block.hasM(30)) end(record);
    return {};
}

void Controller::end(Record* record) {
    m_memory.shift_mm = {};
    auto const units = m_memory.modes.units;
    m_memory.modes = {};
    m_memory.modes.units = units;
    m_memory.publish();
    m_machine.spindle(false);
    m_ended = true;
    // An end before the last one in the text is how a macro gives up; its last message says why.
    m_outcome = m_block == m_executable.last_end ? Outcome::Completed : Outcome::Alarm;
    if (record) {
        record->kind = Record::Kind::End;
        record->message = m_message;
    }
}

} // namespace steady::controller
