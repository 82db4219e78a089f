// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/Words.h"
#include "core/gcode/LineParser.h"

#include <algorithm>

namespace steady::gcode {
namespace {

std::vector<std::string> split(std::string_view text) {
    std::vector<std::string> lines;
    while (!text.empty()) {
        auto const end = text.find('\n');
        auto line = text.substr(0, end);
        if (!line.empty() && line.back() == '\r') line.remove_suffix(1);
        lines.emplace_back(line);
        text = end == std::string_view::npos ? std::string_view{} : text.substr(end + 1);
    }
    return lines;
}

} // namespace

int nameSlot(Program& program, std::string const& name) {
    auto const found = std::find(program.names.begin(), program.names.end(), name);
    auto const slot = static_cast<int>(found - program.names.begin());
    if (found == program.names.end()) program.names.push_back(name);
    return slot;
}

Program parse(std::string_view text) {
    Program program;
    program.text = text;
    program.lines = split(text);
    program.blocks.reserve(program.lines.size());
    for (int line = 1; line <= static_cast<int>(program.lines.size()); ++line) {
        LineParser parser(program, line);
        auto block = parser.parse();
        auto tokens = parser.tokens();
        std::stable_sort(tokens.begin(), tokens.end(),
                         [](Token const& a, Token const& b) { return a.begin < b.begin; });
        program.tokens.push_back(std::move(tokens));
        if (block) {
            program.blocks.push_back(std::move(*block));
        } else {
            program.findings.push_back(toFinding(block.error()));
            Block empty;
            empty.line = line;
            program.blocks.push_back(empty);
        }
    }
    return program;
}

} // namespace steady::gcode
