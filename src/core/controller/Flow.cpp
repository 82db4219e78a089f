// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/controller/Flow.h"

#include "core/base/Words.h"

#include <fmt/format.h>

namespace steady::controller {
namespace {

char const* name(gcode::Flow flow) {
    switch (flow) {
    case gcode::Flow::If: return "IF";
    case gcode::Flow::ElseIf: return "ELSEIF";
    case gcode::Flow::Else: return "ELSE";
    default: return "ENDIF";
    }
}

} // namespace

FlowMap mapFlow(gcode::Program const& program) {
    FlowMap map;
    auto const count = program.blocks.size();
    map.next_branch.assign(count, -1);
    map.end.assign(count, -1);
    struct Open {
        int number;
        std::vector<int> branches;
        bool has_else = false;
    };
    std::vector<Open> open;
    auto unmatched = [&](gcode::Block const& block) {
        map.findings.push_back(toFinding({Code::FlowUnmatched,
                                          {"", block.line, block.flow_column},
                                          fmt::format("O{} {}", block.flow_number, name(block.flow)),
                                          ""}));
    };
    for (int i = 0; i < static_cast<int>(count); ++i) {
        auto const& block = program.blocks[i];
        if (block.flow == gcode::Flow::None) continue;
        if (block.flow == gcode::Flow::If) {
            open.push_back({block.flow_number, {i}});
            continue;
        }
        if (open.empty() || open.back().number != block.flow_number ||
            (open.back().has_else && block.flow != gcode::Flow::EndIf)) {
            unmatched(block);
            continue;
        }
        auto& chain = open.back();
        map.next_branch[chain.branches.back()] = i;
        chain.branches.push_back(i);
        chain.has_else = block.flow == gcode::Flow::Else;
        if (block.flow == gcode::Flow::EndIf) {
            for (int branch : chain.branches) map.end[branch] = i;
            open.pop_back();
        }
    }
    for (auto const& chain : open) unmatched(program.blocks[chain.branches.front()]);
    return map;
}

} // namespace steady::controller
