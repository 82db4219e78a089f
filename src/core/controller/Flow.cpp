// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/controller/Flow.h"

#include "core/base/Words.h"

#include <algorithm>
#include <fmt/format.h>
#include <map>

namespace steady::controller {
namespace {

using gcode::Block;
using gcode::Flow;

constexpr char const* names[] = {"",      "IF",       "ELSEIF",    "ELSE", "ENDIF",  "WHILE", "ENDWHILE",
                                 "DO",    "REPEAT",   "ENDREPEAT", "SUB",  "ENDSUB", "CALL",  "RETURN",
                                 "BREAK", "CONTINUE", "",          "GOTO", "IF"};

std::string labelOf(gcode::Program const& program, int number) {
    return number < gcode::first_named_label ? fmt::format("O{}", number)
                                             : fmt::format("O<{}>", program.labels[number - gcode::first_named_label]);
}

struct Mapper {
    struct Open {
        int block;
        std::vector<int> branches; ///< of an IF
        std::vector<int> leaving;  ///< BREAK and CONTINUE of a loop
        bool has_else = false;
    };

    gcode::Program const& program;
    gcode::FlowBy by;
    FlowMap map;
    std::vector<Open> open;
    std::map<int, int> subs;
    std::vector<int> calls;

    Block const& at(int block) const { return program.blocks[block]; }

    void complain(int block, Code code) {
        auto const& b = at(block);
        if (by == gcode::FlowBy::Jumps) {
            auto const what = b.flow == Flow::EndWhile ? fmt::format("END{}", b.flow_number)
                              : b.flow == Flow::While  ? fmt::format("DO{}", b.flow_number)
                                                       : fmt::format("O{}", b.flow_number);
            map.findings.push_back(toFinding({code, {"", b.line, b.flow_column}, what, ""}));
            return;
        }
        auto text = labelOf(program, b.flow_number);
        if (code != Code::SubUnknown && code != Code::SubTwice)
            text += fmt::format(" {}", names[static_cast<int>(b.flow)]);
        map.findings.push_back(toFinding({code, {"", b.line, b.flow_column}, text, ""}));
    }

    bool innermostIs(int block, Flow kind) const {
        return !open.empty() && at(open.back().block).flow == kind &&
               at(open.back().block).flow_number == at(block).flow_number;
    }

    void branch(int block) {
        if (!innermostIs(block, Flow::If) || (open.back().has_else && at(block).flow != Flow::EndIf))
            return complain(block, Code::FlowUnmatched);
        auto& chain = open.back();
        map.next_branch[chain.branches.back()] = block;
        chain.branches.push_back(block);
        chain.has_else = at(block).flow == Flow::Else;
        if (at(block).flow != Flow::EndIf) return;
        for (int each : chain.branches) map.end[each] = block;
        open.pop_back();
    }

    void close(int block, Flow kind) {
        if (!innermostIs(block, kind)) return complain(block, Code::FlowUnmatched);
        map.end[open.back().block] = block;
        map.begin[block] = open.back().block;
        for (int each : open.back().leaving) map.end[each] = block;
        open.pop_back();
    }

    void leave(int block) {
        for (auto level = open.rbegin(); level != open.rend(); ++level) {
            auto const& opener = at(level->block);
            bool const loop = opener.flow == Flow::While || opener.flow == Flow::Do || opener.flow == Flow::Repeat;
            if (!loop || opener.flow_number != at(block).flow_number) continue;
            level->leaving.push_back(block);
            return;
        }
        complain(block, Code::OutsideLoop);
    }

    void notInItself(int block) {
        for (auto const& level : open)
            if (at(level.block).flow_number == at(block).flow_number) return complain(block, Code::NestedInItself);
    }

    void visit(int block) {
        auto const flow = at(block).flow;
        bool const closes_do = flow == Flow::While && innermostIs(block, Flow::Do);
        if (flow == Flow::If || (flow == Flow::While && !closes_do) || flow == Flow::Do || flow == Flow::Repeat ||
            flow == Flow::Sub)
            notInItself(block);
        switch (flow) {
        case Flow::None:
        case Flow::GoTo:
        case Flow::IfThen: break;
        case Flow::Program:
            for (auto const& level : open) complain(level.block, Code::FlowUnmatched);
            open.clear();
            break;
        case Flow::If: open.push_back({block, {block}, {}}); break;
        case Flow::ElseIf:
        case Flow::Else:
        case Flow::EndIf: branch(block); break;
        case Flow::While:
            if (innermostIs(block, Flow::Do))
                close(block, Flow::Do);
            else
                open.push_back({block, {}, {}});
            break;
        case Flow::EndWhile: close(block, Flow::While); break;
        case Flow::Do:
        case Flow::Repeat: open.push_back({block, {}, {}}); break;
        case Flow::EndRepeat: close(block, Flow::Repeat); break;
        case Flow::Sub:
            if (!open.empty()) return complain(block, Code::FlowUnmatched);
            if (!subs.emplace(at(block).flow_number, block).second) complain(block, Code::SubTwice);
            open.push_back({block, {}, {}});
            break;
        case Flow::EndSub: close(block, Flow::Sub); break;
        case Flow::Call: calls.push_back(block); break;
        case Flow::Return:
            if (open.empty() || at(open.front().block).flow != Flow::Sub) return complain(block, Code::OutsideSub);
            map.begin[block] = open.front().block;
            break;
        case Flow::Break:
        case Flow::Continue: leave(block); break;
        }
    }
};

} // namespace

FlowMap mapFlow(gcode::Program const& program, gcode::FlowBy by) {
    Mapper mapper{program, by, {}, {}, {}, {}};
    auto const count = static_cast<int>(program.blocks.size());
    for (auto* list : {&mapper.map.next_branch, &mapper.map.end, &mapper.map.begin})
        list->assign(static_cast<std::size_t>(count), -1);
    mapper.map.inside.assign(static_cast<std::size_t>(count), 0);
    for (int block = 0; block < count; ++block) {
        mapper.visit(block);
        mapper.map.inside[static_cast<std::size_t>(block)] = !mapper.open.empty();
        if (mapper.open.size() <= max_nesting) continue;
        auto const& b = program.blocks[static_cast<std::size_t>(block)];
        mapper.map.findings.push_back(toFinding(
            {Code::TooMuch, {"", b.line, b.flow_column}, "What is nested so deep", std::to_string(max_nesting)}));
        return std::move(mapper.map);
    }
    for (auto const& level : mapper.open) mapper.complain(level.block, Code::FlowUnmatched);
    for (int call : mapper.calls) {
        auto const found = mapper.subs.find(program.blocks[static_cast<std::size_t>(call)].flow_number);
        if (found == mapper.subs.end())
            mapper.complain(call, Code::SubUnknown);
        else
            mapper.map.begin[static_cast<std::size_t>(call)] = found->second;
    }
    if (by == gcode::FlowBy::Jumps) mapper.map.jumps = mapJumps(program, mapper.map.findings);
    return std::move(mapper.map);
}

} // namespace steady::controller
