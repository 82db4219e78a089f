// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/safety/TableSteps.h"

#include <algorithm>
#include <fmt/format.h>
#include <set>

namespace steady::safety {
namespace {

template<class... T> bool isOneOf(macros::Action const& action) { return (std::holds_alternative<T>(action) || ...); }

/// A step that cannot be left out has no name of its own.
std::string titleOf(macros::Step const& step) {
    using namespace macros;
    if (!step.id.empty()) {
        auto title = step.id;
        std::replace(title.begin(), title.end(), '-', ' ');
        return title;
    }
    if (isOneOf<End>(step.action)) return "to the end";
    if (isOneOf<RetractTo, MoveAcross, MoveToSpot, StartWhereJogged, MoveOver>(step.action)) return "move away";
    if (isOneOf<SetWorkZero, StoreLink, SetZeroFromLink, Trim, SetToolLength, KeepSpot, ClearLink>(step.action))
        return "store";
    if (isOneOf<MoveAlong>(step.action)) return "at the fork";
    if (isOneOf<SwitchOutput>(step.action)) return "clamp";
    if (isOneOf<NameTool>(step.action)) return "name it";
    if (isOneOf<Pause>(step.action)) return "pause";
    if (isOneOf<SetModes, SpindleStop, LengthOffset>(step.action)) return "begin";
    return "work it out";
}

std::vector<TableStep> linesOf(FaultTable const& table) {
    std::set<int> lines;
    auto const note = [&](FaultRow const& row) {
        for (auto const& each : row.endings) lines.insert(each.line);
    };
    note(table.nothing);
    for (auto const& row : table.rows) note(row);
    std::vector<TableStep> made;
    for (int const line : lines) made.push_back({fmt::format("line {}", line), line, line});
    return made;
}

} // namespace

std::vector<TableStep> tableSteps(FaultTable const& table, macros::PrintedMacro const& macro, std::string_view text) {
    if (text != macro.text) return linesOf(table);
    std::vector<TableStep> made;
    for (std::size_t i = 0; i < macro.step_of_line.size(); ++i) {
        int const step = macro.step_of_line[i], line = static_cast<int>(i) + 1;
        if (step < 0) continue;
        auto title = titleOf(macro.recipe.steps[static_cast<std::size_t>(step)]);
        if (made.empty() || made.back().title != title) made.push_back({std::move(title), line, line});
        made.back().last_line = line;
    }
    return made;
}

int stepAt(std::vector<TableStep> const& steps, int line) {
    auto const after = std::upper_bound(steps.begin(), steps.end(), line,
                                        [](int at, TableStep const& step) { return at < step.first_line; });
    return static_cast<int>(after - steps.begin()) - 1;
}

} // namespace steady::safety
