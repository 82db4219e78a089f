// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// Branches, loops and calls of the virtual controller.
#include "core/controller/Controller.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

namespace steady::controller {

using gcode::Flow;

Done Controller::flow(gcode::Block const& block, Record* record) {
    auto const& map = m_executable.flow;
    switch (block.flow) {
    case Flow::None:
    case Flow::EndIf:
    case Flow::Do: return {};
    case Flow::GoTo:
    case Flow::IfThen:
    case Flow::Program: return jump(block, record);
    case Flow::If: return branch(record);
    case Flow::ElseIf:
    case Flow::Else: m_next = map.end[m_block] + 1; return {}; // a branch was run; the others are passed by
    case Flow::While: return loopTest(block, record);
    case Flow::EndWhile: m_next = map.begin[m_block]; return goRound();
    case Flow::Repeat: return repeat(block, record);
    case Flow::EndRepeat: return repeatEnd(record);
    case Flow::Sub: m_next = map.end[m_block] + 1; return {}; // only a call goes in
    case Flow::Call: return call(block, record);
    case Flow::Return:
    case Flow::EndSub: return comeBack(block, record);
    case Flow::Break:
        leaveLoops(true);
        m_next = map.end[m_block] + 1;
        return {};
    case Flow::Continue:
        leaveLoops(false);
        m_next = map.end[m_block];
        return {};
    }
    return {};
}

Done Controller::branch(Record* record) {
    int at = m_block;
    for (;;) { // at: a branch whose condition is to be tried
        auto const& candidate = m_executable.program.blocks[at];
        bool go_in = candidate.flow == Flow::Else || candidate.flow == Flow::EndIf;
        if (!go_in) {
            auto const value = valueOf(candidate.condition, candidate.line);
            if (!value) return Failure(value.error());
            go_in = *value != 0;
        }
        if (go_in) break;
        if (++m_steps > m_most_steps)
            return fail(Code::StepLimit, here(), std::to_string(m_most_steps)); // it was a line
        at = m_executable.flow.next_branch[at];
    }
    m_next = at + 1;
    if (record) {
        record->kind = Record::Kind::Branch;
        record->condition = at == m_block;
    }
    return {};
}

/// WHILE at the head of its loop, or at the end of a DO.
Done Controller::loopTest(gcode::Block const& block, Record* record) {
    bool again = true; // without a condition: for ever
    if (block.condition.count > 0) {
        auto const value = valueOf(block.condition, block.line);
        if (!value) return Failure(value.error());
        again = *value != 0;
    }
    if (record) {
        record->kind = Record::Kind::Loop;
        record->condition = again;
    }
    int const opener = m_executable.flow.begin[m_block];
    if (opener >= 0) { // of a DO
        if (!again) return {};
        m_next = opener + 1;
        return goRound();
    }
    if (!again) m_next = m_executable.flow.end[m_block] + 1;
    return {};
}

Done Controller::goRound() {
    if (++m_passes > loop_limit) return fail(Code::LoopLimit, here(), std::to_string(loop_limit));
    return {};
}

Done Controller::repeat(gcode::Block const& block, Record* record) {
    auto const value = valueOf(block.condition, block.line);
    if (!value) return Failure(value.error());
    if (*value > loop_limit) return fail(Code::LoopLimit, here(), std::to_string(loop_limit));
    int const times = static_cast<int>(std::lround(*value));
    if (record) {
        record->kind = Record::Kind::Loop;
        record->condition = times > 0;
    }
    if (times <= 0)
        m_next = m_executable.flow.end[m_block] + 1;
    else
        m_loops.push_back({m_block, times});
    return {};
}

Done Controller::repeatEnd(Record* record) {
    auto& loop = m_loops.back();
    bool const again = --loop.left > 0;
    if (record) {
        record->kind = Record::Kind::Loop;
        record->condition = again;
    }
    if (!again) {
        m_loops.pop_back();
        return {};
    }
    m_next = loop.block + 1;
    return goRound();
}

/// BREAK and CONTINUE may leave inner loops on their way; BREAK leaves its own too.
void Controller::leaveLoops(bool own) {
    int const close = m_executable.flow.end[m_block], open = m_executable.flow.begin[close];
    while (!m_loops.empty() && m_loops.back().block < close && m_loops.back().block >= open + (own ? 0 : 1))
        m_loops.pop_back();
}

/// #1 to #30 and the names without _ belong to one call; the caller finds its own again.
Done Controller::call(gcode::Block const& block, Record* record) {
    if (m_calls.size() == call_limit) return fail(Code::CallDepth, here(), std::to_string(call_limit));
    std::array<double, gcode::max_arguments + 1> arguments{};
    for (std::size_t i = 0; i < block.arguments.size(); ++i) {
        auto const value = valueOf(block.arguments[i], block.line);
        if (!value) return Failure(value.error());
        arguments[i + 1] = *value;
    }
    auto const& p = m_memory.parameters;
    Call frame{m_block + 1, m_loops.size(), {p.begin(), p.begin() + arguments.size()}, m_named, m_named_set};
    std::copy(arguments.begin() + 1, arguments.end(), m_memory.parameters.begin() + 1);
    m_calls.push_back(std::move(frame));
    auto const& names = m_executable.program.names;
    for (std::size_t slot = 0; slot < names.size(); ++slot)
        if (names[slot][0] != '_') m_named_set[slot] = false;
    m_next = m_executable.flow.begin[m_block] + 1;
    if (record) record->kind = Record::Kind::Call;
    return {};
}

Done Controller::comeBack(gcode::Block const& block, Record* record) {
    if (m_calls.empty()) { // the end of a subroutine that was not called is passed over by its SUB
        return fail(Code::OutsideSub, here(), "RETURN");
    }
    std::optional<double> given;
    if (block.condition.count > 0) {
        auto const value = valueOf(block.condition, block.line);
        if (!value) return Failure(value.error());
        given = *value;
    }
    auto frame = std::move(m_calls.back());
    m_calls.pop_back();
    m_loops.resize(frame.loops);
    m_next = frame.return_to;
    for (std::size_t i = 1; i < frame.numbered.size(); ++i) m_memory.parameters[i] = frame.numbered[i];
    auto const& names = m_executable.program.names;
    for (std::size_t slot = 0; slot < names.size(); ++slot) {
        if (names[slot] == "_value") {
            if (given) setNamed(static_cast<int>(slot), *given);
        } else if (names[slot][0] != '_') {
            m_named[slot] = frame.named[slot];
            m_named_set[slot] = frame.named_set[slot];
        }
    }
    if (record) record->kind = Record::Kind::Return;
    return {};
}

} // namespace steady::controller
