// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/controller/Controller.h"

#include "core/base/Decimal.h"
#include "core/base/Words.h"

#include <fmt/format.h>
#include <utility>

namespace steady::controller {
namespace {

Outcome outcomeOf(Code code) {
    switch (code) {
    case Code::NoContact:
    case Code::StillInContact: return Outcome::Alarm;
    case Code::LoopLimit:
    case Code::StepLimit:
    case Code::CallDepth: return Outcome::Runaway;
    default: return Outcome::Refused;
    }
}

} // namespace

Controller::Controller(Executable const& executable, Memory& memory, MachinePort& machine)
    : m_executable(executable), m_memory(memory), m_machine(machine) {
    if (!executable.findings.empty()) {
        auto const& first = executable.findings.front();
        m_line = first.where.line;
        halt(Outcome::Refused, first.text + " " + first.remedy);
        return;
    }
    constexpr std::size_t usual_letters = 200; // of what a line says
    m_message.reserve(usual_letters);
    publish();
    if (executable.dialect.grammar.vacancy)
        for (int n = 0; n <= variables().locals; ++n) m_memory.parameters[static_cast<std::size_t>(n)] = gcode::vacant;
    showGroups();
    show(Shows::Feed, m_memory.modes.feed_mm_min / unit_mm());
    if (auto const homed = variables().homed; homed && *homed > 0 && *homed <= executable.dialect.grammar.last_variable)
        m_memory.parameters[static_cast<std::size_t>(*homed)] = machine.homed() ? 1 : 0;
    bindNames();
    m_shows_state = variables().at(Shows::MachinePosition) || variables().at(Shows::Inputs) || !m_told.empty();
    m_unseen = !m_shows_state && !executable.dialect.reads_ahead;
    m_most_steps = step_limit + static_cast<int>(executable.program.blocks.size());
}

/// Global names live on between programs; the others begin without a value.
void Controller::bindNames() {
    auto const& names = m_executable.program.names;
    m_named.assign(names.size(), 0);
    m_named_set.assign(names.size(), false);
    for (std::size_t slot = 0; slot < names.size(); ++slot) {
        if (auto const* own = variables().told(names[slot])) {
            m_told.emplace_back(static_cast<int>(slot), own->what);
            continue;
        }
        auto const kept = m_memory.named.find(names[slot]);
        if (names[slot][0] != '_' || kept == m_memory.named.end()) continue;
        m_named[slot] = kept->second;
        m_named_set[slot] = true;
    }
}

void Controller::keepNames() {
    auto const& names = m_executable.program.names;
    for (std::size_t slot = 0; slot < m_named.size(); ++slot)
        if (m_named_set[slot] && names[slot][0] == '_' && !variables().told(names[slot]))
            m_memory.named[names[slot]] = m_named[slot];
}

std::optional<double> Controller::named(std::string const& name) const {
    auto const& slots = m_executable.program.slot_of;
    auto const slot = slots.find(name);
    if (slot == slots.end() || !m_named_set[static_cast<std::size_t>(slot->second)]) return std::nullopt;
    return m_named[static_cast<std::size_t>(slot->second)];
}

void Controller::halt(Outcome outcome, std::string text) {
    m_ended = true;
    m_outcome = outcome;
    m_message = std::move(text);
}

bool Controller::step(Record* record) {
    if (m_ended) return false;
    bool const going = !record && m_unseen ? unseen() : m_executable.dialect.reads_ahead ? ahead(record) : next(record);
    if (!going) keepNames();
    return going;
}

int Controller::steps(int most) {
    int done = 0;
    while (done < most) {
        ++done;
        if (!step()) break;
    }
    return done;
}

/// Nobody looks, and no variable tells of the machine: as next(), by what the block comes to.
bool Controller::unseen() {
    auto const at = static_cast<std::size_t>(m_next);
    if (at >= m_executable.shapes.size() || m_steps >= m_most_steps) return next(nullptr);
    auto const shape = m_executable.shapes[at];
    if (shape == Shape::Other) return next(nullptr);
    ++m_steps;
    m_block = m_next;
    m_line = ++m_next; // one block a line
    if (shape == Shape::Silent) return true;
    auto const& program = m_executable.program;
    if (shape == Shape::Message) {
        m_message = program.textOf(program.blocks[at].message);
        return true;
    }
    auto done = shape == Shape::Constant
                    ? execute(m_executable.constants[static_cast<std::size_t>(m_executable.constant_of[at])], nullptr)
                : shape == Shape::Setting ? settings(program.blocks[at], nullptr)
                                          : flow(program.blocks[at], nullptr);
    if (done) return !m_ended;
    return finish(std::move(done), nullptr);
}

bool Controller::next(Record* record) {
    if (m_next < static_cast<int>(m_executable.program.blocks.size())) return !sayOverrun() && executeBlock(record);
    runOut();
    return false;
}

/// What goes round is stopped.
bool Controller::sayOverrun() {
    if (++m_steps <= m_most_steps) return false;
    halt(Outcome::Runaway, sentence({Code::StepLimit, here(), std::to_string(m_most_steps), ""}));
    return true;
}

/// Past the last line: nothing said that this was all.
void Controller::runOut() {
    m_error =
        Error{Code::CutShort, here(), fmt::format("neither {} nor % was reached", endsOf(m_executable.dialect)), {}};
    halt(Outcome::Refused, sentence(*m_error) + " " + toFinding(*m_error).remedy);
}

bool Controller::executeBlock(Record* record) {
    auto const at = static_cast<std::size_t>(m_next);
    if (m_shows_state) {
        showPositions();
        showNames();
        showInputs();
    }
    auto const& block = m_executable.program.blocks[at];
    m_block = m_next++;
    begin(block, record);
    if (block.end_mark && m_block > 0) {
        m_ended = true;
        return false;
    }
    if (block.shows != gcode::Block::Shows::Nothing) {
        auto const shown = m_executable.program.textOf(block.message);
        if (block.shows == gcode::Block::Shows::Debug)
            m_message = debugText(shown);
        else
            m_message = shown;
        if (record) record->message = m_message;
    }
    Done done;
    if (block.flow != gcode::Flow::None) {
        done = flow(block, record);
    } else if (int const constant = m_executable.constant_of[m_block]; constant >= 0 && block.settings.empty()) {
        done = execute(m_executable.constants[constant], record);
    } else if (block.words.empty()) {
        if (!block.settings.empty()) done = settings(block, record);
    } else {
        auto const decoded = decode(m_executable.program, block, m_executable.dialect, values());
        if (!decoded) done = Failure(decoded.error());
        if (done) done = settings(block, record);
        if (done) done = execute(*decoded, record);
    }
    return finish(std::move(done), record);
}

void Controller::begin(gcode::Block const& block, Record* record) {
    m_line = block.line;
    if (!record) return;
    *record = {};
    record->line = block.line;
    record->from_mm = record->to_mm = m_machine.position();
    record->begin_s = record->end_s = m_machine.now_s();
}

bool Controller::finish(Done done, Record* record) {
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

Result<double> Controller::valueOf(gcode::Expr expr, int line) const {
    if (expr.count == 1) // nearly always a number as it is written
        if (auto const& op = m_executable.program.ops[expr.first]; op.kind == gcode::OpKind::Number) return op.number;
    auto const value = gcode::evaluate(m_executable.program, expr, values());
    if (!value) return Failure(gcode::located(value.error(), line));
    return *value;
}

void Controller::setNamed(int slot, double value) {
    m_named[slot] = value;
    m_named_set[slot] = true;
}

/// All values use the parameters as they were before the line; the last setting of a number counts.
Done Controller::settings(gcode::Block const& block, Record* record) {
    constexpr std::size_t most = 64;
    struct Found {
        int number; ///< −1: named
        int slot;
        double value;
    };
    std::array<Found, most> found;
    std::size_t count = 0;
    for (auto const& setting : m_executable.program.settingsOf(block)) {
        int number = -1;
        if (setting.name < 0) {
            auto const index = valueOf(setting.index, block.line);
            if (!index) return Failure(index.error());
            auto const whole =
                gcode::parameterNumber(*index, setting.column, m_executable.dialect.grammar.last_variable);
            if (!whole) return Failure(gcode::located(whole.error(), block.line));
            if (variables().readOnly(*whole))
                return fail(Code::ReadOnlyParameter, {"", block.line, setting.column}, fmt::format("#{}", *whole));
            number = *whole;
        } else if (auto const& name = m_executable.program.names[static_cast<std::size_t>(setting.name)];
                   variables().told(name)) {
            return fail(Code::ReadOnlyParameter, {"", block.line, setting.column}, fmt::format("#<{}>", name));
        }
        auto const value = valueOf(setting.value, block.line);
        if (!value) return Failure(value.error());
        if (count < most) found[count++] = {number, setting.name, *value};
    }
    for (std::size_t i = 0; i < count; ++i) {
        auto const& each = found[i];
        if (each.number < 0)
            setNamed(each.slot, each.value);
        else
            act(each.number, each.value, block, record);
        if (record)
            record->assigned.push_back({each.number < 0 ? fmt::format("#<{}>", m_executable.program.names[each.slot])
                                                        : fmt::format("#{}", each.number),
                                        each.value});
    }
    if (record && count && record->kind == Record::Kind::Nothing) record->kind = Record::Kind::Setting;
    return {};
}

/// #n and #<name> in the text stand for their values.
std::string Controller::debugText(std::string_view text) const {
    std::string out;
    for (std::size_t i = 0; i < text.size(); ++i) {
        if (text[i] != '#' || i + 1 == text.size()) {
            out += text[i];
            continue;
        }
        auto const close = text.find('>', i);
        std::size_t digits = i + 1;
        while (digits < text.size() && text[digits] >= '0' && text[digits] <= '9') ++digits;
        if (text[i + 1] == '<' && close != std::string::npos) {
            auto const value = named(std::string(text.substr(i + 2, close - i - 2)));
            out += value ? fmt::format("{:.4f}", *value) : "(no value)";
            i = close;
        } else if (digits > i + 1) {
            auto const number = gcode::parameterNumber(
                decimal(text.substr(i + 1, std::min<std::size_t>(digits - i - 1, 9))).value_or(0), 0,
                m_executable.dialect.grammar.last_variable);
            out += number ? fmt::format("{:.4f}", m_memory.parameters[*number]) : "(no such parameter)";
            i = digits - 1;
        } else {
            out += '#';
        }
    }
    return out;
}

Done Controller::stop(Decoded const& block, Record* record) {
    if (block.does(Group::Stop, Does::Pause)) {
        // Where comments are no messages, a stop shows that of its own line.
        if (m_executable.dialect.grammar.notes)
            m_paused_at.swap(m_message); // neither gives its memory back
        else
            m_paused_at = m_executable.program.textOf(m_executable.program.blocks[m_block].comment);
        m_message.clear();
        pause(record);
    }
    if (block.does(Group::Stop, Does::End)) end(record);
    return {};
}

/// With the message that is shown by now.
void Controller::pause(Record* record) {
    if (record) {
        record->kind = Record::Kind::Pause;
        record->message = m_paused_at;
    }
    if (!m_machine.pause(m_paused_at)) halt(Outcome::PausedForever, "Nobody resumed at: " + m_paused_at);
}

void Controller::end(Record* record) {
    m_memory.shift_mm = m_memory.kept_shift_mm = {};
    auto const before = m_memory.modes;
    m_memory.modes = {};
    m_memory.modes.units = before.units;
    if (!m_executable.dialect.end_resets_offset) m_memory.modes.work_offset = before.work_offset;
    publish();
    m_machine.spindle(false);
    m_ended = true;
    // An end before the last one in the text is how a macro gives up; its last message says why.
    m_outcome = m_block == m_executable.last_end ? Outcome::Completed : Outcome::Alarm;
    if (m_outcome == Outcome::Alarm && m_message.empty()) m_message = m_paused_at;
    if (record) {
        record->kind = Record::Kind::End;
        record->message = m_message;
    }
}

} // namespace steady::controller
