// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/Words.h"
#include "core/gcode/LineParser.h"

#include <algorithm>

namespace steady::gcode {
namespace {

/// The line that begins at `begin`, which then stands at the next one.
Range lineAt(std::string_view text, std::size_t& begin) {
    auto const end = std::min(text.find('\n', begin), text.size());
    auto count = end - begin;
    if (count > 0 && text[end - 1] == '\r') --count;
    Range const line{static_cast<std::uint32_t>(begin), static_cast<std::uint32_t>(count)};
    begin = end + 1;
    return line;
}

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
    program.blocks.reserve(static_cast<std::size_t>(std::count(text.begin(), text.end(), '\n')) + 1);
    LineParser parser(program, grammar);
    std::size_t wrong = 0;
    for (std::size_t begin = 0; begin < text.size();) {
        auto const line = static_cast<int>(program.blocks.size()) + 1;
        if (program.blocks.size() == max_lines) {
            tooMuch("A text of so many lines", std::to_string(max_lines), line - 1);
            break;
        }
        auto const parsed = parser.parse(line, lineAt(text, begin));
        if (parsed) continue;
        if (++wrong <= max_findings) program.findings.push_back(toFinding(parsed.error()));
        if (wrong == max_findings + 1)
            program.findings.push_back({Severity::Bad,
                                        "More is wrong from here on than is listed.",
                                        "Mend what is listed first.",
                                        {"", line, 0}});
    }
    return program;
}

} // namespace steady::gcode
