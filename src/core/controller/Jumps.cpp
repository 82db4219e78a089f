// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/controller/Jumps.h"

#include "core/base/Words.h"

#include <cmath>
#include <fmt/format.h>

namespace steady::controller {

using gcode::Flow;

Result<int> JumpMap::target(gcode::Program const& text, int from, double number) const {
    auto const& block = text.blocks[static_cast<std::size_t>(from)];
    Where const where{"", block.line, block.flow_column};
    double const whole = std::round(number);
    auto const found = std::abs(number - whole) > 1e-4 || std::abs(whole) > 99'999
                           ? labels.end()
                           : labels.find({program[static_cast<std::size_t>(from)], static_cast<int>(whole)});
    if (found == labels.end()) return fail(Code::LabelUnknown, where, fmt::format("N{}", number));
    int const to = loop[static_cast<std::size_t>(found->second)];
    for (int at = loop[static_cast<std::size_t>(from)]; at != to; at = around[static_cast<std::size_t>(at)])
        if (at < 0) return fail(Code::IntoLoop, where, fmt::format("N{}", number));
    return found->second;
}

JumpMap mapJumps(gcode::Program const& text, Findings& findings) {
    JumpMap map;
    auto const count = text.blocks.size();
    map.program.assign(count, -1);
    map.loop.assign(count, -1);
    map.around.assign(count, -1);
    int program = -1, loop = -1;
    auto const complain = [&](gcode::Block const& block, Code code, std::string what) {
        findings.push_back(toFinding({code, {"", block.line, block.flow_column}, std::move(what), {}}));
    };
    for (std::size_t i = 0; i < count; ++i) {
        auto const& block = text.blocks[i];
        auto const at = static_cast<int>(i);
        if (block.flow == Flow::Program) {
            program = at;
            loop = -1;
            if (!map.programs.emplace(block.flow_number, at).second)
                complain(block, Code::SubTwice, fmt::format("O{}", block.flow_number));
        }
        if (block.flow == Flow::EndWhile && loop >= 0) loop = map.around[static_cast<std::size_t>(loop)];
        map.program[i] = program;
        map.loop[i] = loop;
        if (block.label >= 0 && !map.labels.emplace(std::pair(program, block.label), at).second)
            complain(block, Code::LabelTwice, fmt::format("N{}", block.label));
        if (block.flow == Flow::While) {
            map.around[i] = loop;
            loop = at;
        }
    }
    for (std::size_t i = 0; i < count; ++i) {
        auto const& block = text.blocks[i];
        if (block.flow != Flow::GoTo) continue;
        auto const& to = block.arguments.front();
        if (to.count != 1 || text.ops[to.first].kind != gcode::OpKind::Number) continue; // it shows when it is run
        if (auto const found = map.target(text, static_cast<int>(i), text.ops[to.first].number); !found)
            findings.push_back(toFinding(found.error()));
    }
    return map;
}

} // namespace steady::controller
