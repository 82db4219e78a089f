// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// Jumps to the numbers of lines, and programs that call each other by their O numbers.
#include "core/controller/Controller.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

namespace steady::controller {

using gcode::Flow;

Done Controller::jump(gcode::Block const& block, Record* record) {
    auto const& jumps = m_executable.flow.jumps;
    if (block.flow == Flow::Program) {
        bool const first = std::none_of(jumps.programs.begin(), jumps.programs.end(),
                                        [this](auto const& each) { return each.second < m_block; });
        if (first) return {};
        return fail(Code::CutShort, here(),
                    fmt::format("it runs into O{}, and neither {} stands before it", block.flow_number,
                                endsOf(m_executable.dialect)));
    }
    bool yes = true;
    if (block.condition.count > 0) {
        auto const value = valueOf(block.condition, block.line);
        if (!value) return Failure(value.error());
        yes = *value != 0;
        if (record) {
            record->kind = Record::Kind::Branch;
            record->condition = yes;
        }
    }
    if (!yes) return {};
    if (block.flow == Flow::IfThen) return settings(block, record);
    auto const number = valueOf(block.arguments.front(), block.line);
    if (!number) return Failure(number.error());
    auto const to = jumps.target(m_executable.program, m_block, *number);
    if (!to) return Failure(to.error());
    bool const back = *to <= m_block;
    m_next = *to;
    return back ? goRound() : Done();
}

/// The caller's, kept for it; those of the call hold nothing yet.
std::vector<double> Controller::newLocals() {
    auto const count = static_cast<std::size_t>(variables().locals) + 1;
    auto& p = m_memory.parameters;
    std::vector<double> kept(p.begin(), p.begin() + static_cast<std::ptrdiff_t>(count));
    std::fill(p.begin(), p.begin() + static_cast<std::ptrdiff_t>(count), gcode::vacant);
    return kept;
}

Done Controller::callProgram(Decoded const& block, Record* record) {
    auto const* word = block.in(Group::Call);
    if (word->does == Does::ReturnProgram) return returnProgram(block, record);
    if (m_calls.size() == call_limit) return fail(Code::CallDepth, here(), std::to_string(call_limit));
    if (!block.has('P')) return fail(Code::MissingWord, here(), nameOf(*word), "P, the number of a program");
    auto const& programs = m_executable.flow.jumps.programs;
    double const number = block.value('P');
    auto const found =
        number >= 0 && number <= 99'999 ? programs.find(static_cast<int>(std::lround(number))) : programs.end();
    if (found == programs.end() || number != found->first)
        return fail(Code::SubUnknown, here(), fmt::format("O{}", number));
    double const times = block.has('L') ? block.value('L') : 1;
    if (!(times >= 1 && times <= loop_limit)) return fail(Code::LoopLimit, here(), std::to_string(loop_limit));
    Call frame{m_block + 1, m_loops.size(), {}, m_named, m_named_set};
    frame.begin = found->second;
    frame.again = static_cast<int>(std::lround(times)) - 1;
    if (word->does == Does::CallMacro) {
        frame.numbered = newLocals();
        auto const& letters = variables().arguments;
        for (std::size_t n = 1; n < letters.size(); ++n)
            if (char const letter = letters[n]; letter >= 'A' && letter <= 'Z' && block.has(letter))
                m_memory.parameters[n] = block.value(letter);
    }
    m_calls.push_back(std::move(frame));
    m_next = found->second + 1;
    if (record) record->kind = Record::Kind::Call;
    return {};
}

/// Back behind the call, or once more; to a line of the caller where P names one. The main program begins anew.
Done Controller::returnProgram(Decoded const& block, Record* record) {
    if (record) record->kind = Record::Kind::Return;
    if (m_calls.empty()) {
        m_next = 0;
        return goRound();
    }
    if (auto& frame = m_calls.back(); frame.again > 0 && !block.has('P')) {
        --frame.again;
        m_next = frame.begin + 1;
        return goRound();
    }
    auto const frame = std::move(m_calls.back());
    m_calls.pop_back();
    m_loops.resize(frame.loops);
    m_next = frame.return_to;
    std::copy(frame.numbered.begin(), frame.numbered.end(), m_memory.parameters.begin());
    if (!block.has('P')) return {};
    auto const to = m_executable.flow.jumps.target(m_executable.program, frame.return_to - 1, block.value('P'));
    if (!to) return Failure(to.error());
    m_next = *to;
    return goRound();
}

} // namespace steady::controller
