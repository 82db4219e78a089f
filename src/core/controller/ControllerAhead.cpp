// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// A control that reads ahead: it works out sums, jumps and alarms long before the motion above them is done, as far as
// a word that waits. Taken at its worst: all of them come before all motion since the last such word.
#include "core/controller/Controller.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

namespace steady::controller {

bool Controller::ahead(Record* record) {
    auto const& program = m_executable.program;
    auto const count = static_cast<int>(program.blocks.size());
    for (;;) {
        bool const queued = m_queued_from < m_queue.size();
        if (m_waiting && queued) return fromQueue(record);
        m_waiting = false;
        bool const over = m_next >= count || (program.blocks[static_cast<std::size_t>(m_next)].end_mark && m_next > 0);
        if (over && queued) {
            m_waiting = true;
            continue;
        }
        if (m_next >= count) {
            runOut();
            return false;
        }
        if (sayOverrun()) return false;
        auto const& block = program.blocks[static_cast<std::size_t>(m_next)];
        if (block.flow != gcode::Flow::None || block.words.empty()) return executeBlock(record);
        showPositions();
        m_block = m_next++;
        int const constant = m_executable.constant_of[static_cast<std::size_t>(m_block)];
        auto const words =
            constant >= 0 ? tl::expected<Decoded, Error>(m_executable.constants[static_cast<std::size_t>(constant)])
                          : decode(program, block, m_executable.dialect, values());
        if (!words || words->in(Group::Call)) {
            begin(block, record);
            return finish(words ? callProgram(*words, record) : Done(Failure(words.error())), record);
        }
        m_queue.push_back({m_block, *words});
        m_waiting = words->waits() || (m_executable.dialect.skip_waits && words->aloneDoes(Does::Skip));
    }
}

bool Controller::fromQueue(Record* record) {
    auto const [at, words] = m_queue[m_queued_from++];
    if (m_queued_from == m_queue.size()) {
        m_queue.clear();
        m_queued_from = 0;
    }
    m_block = at;
    auto const& block = m_executable.program.blocks[static_cast<std::size_t>(at)];
    begin(block, record);
    return finish(execute(words, record), record);
}

/// Where the machine is by now, in every frame that variables show.
void Controller::showPositions() {
    if (!variables().at(Shows::MachinePosition)) return;
    auto const at = m_machine.position();
    auto const origin = m_memory.origin_mm();
    for (int axis = 0; axis < 3; ++axis) {
        auto const i = static_cast<std::size_t>(axis);
        double const length = axis == 2 ? m_memory.tool_offset_mm : 0;
        show(Shows::MachinePosition, at[i] / unit_mm(), axis);
        show(Shows::Position, (at[i] - origin[i]) / unit_mm(), axis);
        show(Shows::PositionWithoutLength, (at[i] - origin[i] + length) / unit_mm(), axis);
    }
}

void Controller::showInputs() {
    if (!variables().at(Shows::Inputs)) return;
    for (int i = 1; i < port_count; ++i) show(Shows::Inputs, m_machine.input(i) ? 1 : 0, i);
}

/// What a name of the control's own tells at this line.
double Controller::told(Tells what) const {
    auto const axis = static_cast<std::size_t>(what);
    auto const& modes = m_memory.modes;
    switch (what) {
    case Tells::X:
    case Tells::Y:
    case Tells::Z: return (m_machine.position()[axis] - m_memory.origin_mm()[axis]) / unit_mm();
    case Tells::Metric: return modes.units == UnitSystem::Metric;
    case Tells::Imperial: return modes.units == UnitSystem::Inch;
    case Tells::Absolute: return modes.absolute;
    case Tells::Incremental: return !modes.absolute;
    case Tells::Feed: return modes.feed_mm_min / unit_mm();
    case Tells::Tool: return m_memory.tool;
    case Tells::SelectedTool: return m_memory.selected_tool;
    case Tells::WorkOffset:
        return modes.work_offset <= 6 ? 530 + 10 * modes.work_offset : 584 + modes.work_offset; // G59.1 is the seventh
    }
    return 0;
}

void Controller::showNames() {
    for (auto const& [slot, what] : m_told) setNamed(slot, told(what));
}

/// Sets a variable, and does what comes of it.
void Controller::act(int number, double value, gcode::Block const& block, Record* record) {
    m_memory.parameters[static_cast<std::size_t>(number)] = value;
    auto const& acting = variables().acting;
    double const plain = value == gcode::vacant ? 0 : value;
    auto const& program = m_executable.program;
    if (acting.alarm && number == acting.alarm) {
        halt(Outcome::Alarm,
             block.comment.empty() ? fmt::format("Alarm {}.", plain) : std::string(program.textOf(block.comment)));
    } else if (acting.stop && number == acting.stop) {
        m_paused_at = program.textOf(block.comment);
        pause(record);
    } else if (acting.inhibits && number == acting.inhibits) {
        m_memory.modes.override_locked = (static_cast<int>(std::lround(std::clamp(plain, 0.0, 7.0))) & 2) != 0;
    } else if (acting.outputs.hold(number)) {
        auto const port = number - acting.outputs.first;
        m_memory.outputs[static_cast<std::size_t>(port)] = plain != 0;
        m_machine.output(port, plain != 0);
    } else {
        adopt(number, plain);
    }
}

/// Offsets and lengths that a text sets by their variables.
void Controller::adopt(int number, double value) {
    auto const& v = variables();
    double const mm = value * native_mm();
    auto const axisOf = [&](int first) {
        return first > 0 && number >= first && number < first + 3 ? number - first : -1;
    };
    if (int const axis = axisOf(v.at(Shows::ExternalOffset)); axis >= 0) {
        m_memory.external_mm[static_cast<std::size_t>(axis)] = mm;
        return;
    }
    if (int const first = v.at(Shows::WorkOffsets); first > 0 && !v.readOnly(first))
        for (int n = 0; n < m_executable.dialect.work_offsets; ++n)
            if (int const axis = axisOf(first + n * v.offset_stride); axis >= 0) {
                m_memory.work_offsets_mm[static_cast<std::size_t>(n)][static_cast<std::size_t>(axis)] = mm;
                if (axis == 2)
                    m_zeroed_offset = n + 1;
                else
                    m_zeroed_sides[static_cast<std::size_t>(axis)] = n + 1;
                return;
            }
    for (auto const& [what, table] :
         {std::pair{Shows::ToolLengths, &m_memory.tool_table_mm}, std::pair{Shows::ToolWears, &m_memory.tool_wear_mm}})
        if (int const first = v.at(what); first > 0 && number >= first && number < first + v.tools) {
            (*table)[static_cast<std::size_t>(number - first + 1)] = mm;
            m_measured_tool = number - first + 1;
        }
}

/// The codes in force, where variables show them.
void Controller::showGroups() {
    auto const& modes = m_memory.modes;
    for (auto const& shown : variables().groups)
        for (auto const& word : m_executable.dialect.words) {
            if (word.group != shown.group) continue;
            bool in_force = false;
            switch (shown.group) {
            case Group::Distance: in_force = modes.absolute == (word.does == Does::Absolute); break;
            case Group::Units: in_force = (modes.units == UnitSystem::Inch) == (word.does == Does::Inches); break;
            case Group::WorkOffset: in_force = word.number == modes.work_offset; break;
            case Group::Plane: in_force = word.number == modes.plane; break;
            case Group::Motion: in_force = &word == motionWord(); break;
            default: break;
            }
            if (in_force) m_memory.parameters[static_cast<std::size_t>(shown.number)] = word.tenths / 10.0;
        }
}

} // namespace steady::controller
