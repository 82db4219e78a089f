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

namespace {

Result<int> numberIn(std::vector<std::string>& list, std::unordered_map<std::string, int>& number_of,
                     std::string const& name, std::size_t most, char const* what) {
    if (auto const known = number_of.find(name); known != number_of.end()) return known->second;
    if (list.size() >= most) return fail(Code::TooMuch, {}, what, std::to_string(most));
    auto const number = static_cast<int>(list.size());
    list.push_back(name);
    number_of.emplace(name, number);
    return number;
}

} // namespace

Result<int> nameSlot(Program& program, std::string const& name) {
    return numberIn(program.names, program.slot_of, name, max_names, "One more named parameter");
}

Result<int> labelNumber(Program& program, std::string const& name) {
    auto const found = numberIn(program.labels, program.label_of, name, max_labels, "One more named O word");
    if (!found) return found;
    return first_named_label + *found;
}

Program parse(std::string_view text, Grammar const& grammar) {
    Program program;
    auto tooMuch = [&](char const* what, std::string limit, int line) {
        program.findings.push_back(toFinding({Code::TooMuch, {"", line, 0}, what, std::move(limit)}));
    };
    if (text.size() > max_bytes) {
        tooMuch("A text of this size", "64 MB", 1);
        return program;
    }
    program.text = text;
    program.lines = split(text);
    if (program.lines.size() > max_lines) {
        program.lines.resize(max_lines);
        tooMuch("A text of so many lines", std::to_string(max_lines), static_cast<int>(max_lines));
    }
    program.blocks.reserve(program.lines.size());
    std::size_t wrong = 0;
    for (int line = 1; line <= static_cast<int>(program.lines.size()); ++line) {
        LineParser parser(program, line, grammar);
        auto block = parser.parse();
        auto tokens = parser.tokens();
        std::stable_sort(tokens.begin(), tokens.end(),
                         [](Token const& a, Token const& b) { return a.begin < b.begin; });
        program.tokens.push_back(std::move(tokens));
        if (block) {
            program.blocks.push_back(std::move(*block));
            continue;
        }
        if (++wrong <= max_findings) program.findings.push_back(toFinding(block.error()));
        if (wrong == max_findings + 1)
            program.findings.push_back({Severity::Bad,
                                        "More is wrong from here on than is listed.",
                                        "Mend what is listed first.",
                                        {"", line, 0}});
        Block empty;
        empty.line = line;
        program.blocks.push_back(empty);
    }
    return program;
}

} // namespace steady::gcode
