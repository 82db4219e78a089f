// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/controller/Executable.h"

#include "core/base/Words.h"

#include <algorithm>
#include <fmt/format.h>
#include <set>

namespace steady::controller {
namespace {

/// Says once for each word that it does nothing here, and why.
class Notes {
public:
    explicit Notes(Dialect const& dialect) : m_dialect(dialect) {}

    void look(Decoded const& block, int line, Findings& notes) {
        for (auto const& word : m_dialect.words)
            if (word.note && block.in(word.group) == &word) say(nameOf(word), word.note, line, notes);
        if (block.has('S')) say("S", "The spindle has one speed here.", line, notes);
    }

private:
    void say(std::string const& word, std::string const& why, int line, Findings& notes) {
        if (!m_said.insert(word).second) return;
        notes.push_back({Severity::Note, fmt::format("{} is accepted without effect.", word), why, {"", line, 0}});
    }

    Dialect const& m_dialect;
    std::set<std::string> m_said;
};

bool saysNothing(gcode::Block const& block) {
    return block.words.empty() && block.settings.empty() && block.flow == gcode::Flow::None && !block.end_mark;
}

/// `constant`: its words were decoded.
Shape shapeOf(gcode::Block const& block, bool constant) {
    using Shows = gcode::Block::Shows;
    if (saysNothing(block) && block.shows == Shows::Nothing) return Shape::Silent;
    if (saysNothing(block) && block.shows == Shows::Message) return Shape::Message;
    if (block.end_mark || block.shows != Shows::Nothing) return Shape::Other;
    if (block.flow != gcode::Flow::None) return Shape::Flow;
    if (block.words.empty()) return Shape::Setting;
    return constant && block.settings.empty() ? Shape::Constant : Shape::Other;
}

} // namespace

std::string endsOf(Dialect const& dialect) {
    std::string names;
    for (auto const& word : dialect.words)
        if (word.does == Does::End) names += (names.empty() ? "" : " nor ") + nameOf(word);
    return names;
}

std::optional<Error> cutShort(Executable const& executable) {
    auto const& program = executable.program;
    auto last = program.blocks.rbegin();
    while (last != program.blocks.rend() && saysNothing(*last)) ++last;
    if (last == program.blocks.rend()) return Error{Code::CutShort, {"", 1, 0}, "there is nothing in it to run", {}};
    if (executable.last_end >= 0 || last->flow == gcode::Flow::EndSub) return std::nullopt;
    if (last->end_mark && last->line > 1) return std::nullopt;
    return Error{
        Code::CutShort, {"", last->line, 0}, fmt::format("neither {} nor % ends it", endsOf(executable.dialect)), {}};
}

Executable makeExecutable(std::string_view text, Dialect const& dialect) {
    Executable made;
    made.program = gcode::parse(text, dialect.grammar);
    made.dialect = dialect;
    made.flow = mapFlow(made.program, dialect.grammar.flow);
    made.findings = made.program.findings;
    made.findings.insert(made.findings.end(), made.flow.findings.begin(), made.flow.findings.end());
    made.constant_of.assign(made.program.blocks.size(), -1);
    Notes notes(made.dialect);
    bool const straight = std::all_of(made.program.blocks.begin(), made.program.blocks.end(),
                                      [](gcode::Block const& block) { return block.flow == gcode::Flow::None; });
    CodeWord const* motion = nullptr; // in force, where the lines are run in their order
    std::vector<double> const unset(gcode::variable_count, 0.0);
    for (std::size_t i = 0; i < made.program.blocks.size(); ++i) {
        auto const& block = made.program.blocks[i];
        if (block.words.empty() || !isConstant(made.program, block)) continue;
        auto const decoded = decode(made.program, block, dialect, unset);
        if (!decoded) {
            made.findings.push_back(toFinding(decoded.error()));
            continue;
        }
        if (decoded->does(Group::Stop, Does::End) && !made.flow.inside[i]) made.last_end = static_cast<int>(i);
        notes.look(*decoded, block.line, made.notes);
        if (auto const* word = decoded->in(Group::Motion)) motion = word;
        if (straight && motion)
            for (char letter = 'A'; letter <= 'Z'; ++letter)
                if (decoded->unread & (1u << (letter - 'A')) && !motion->reads(letter))
                    made.findings.push_back(
                        toFinding({Code::UnusedWord, {"", block.line, 0}, std::string(1, letter), {}}));
        made.constant_of[i] = static_cast<int>(made.constants.size());
        made.constants.push_back(*decoded);
    }
    made.shapes.reserve(made.program.blocks.size());
    for (std::size_t i = 0; i < made.program.blocks.size(); ++i)
        made.shapes.push_back(shapeOf(made.program.blocks[i], made.constant_of[i] >= 0));
    std::stable_sort(made.findings.begin(), made.findings.end(),
                     [](Finding const& a, Finding const& b) { return a.where.line < b.where.line; });
    return made;
}

} // namespace steady::controller
