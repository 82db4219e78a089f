// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/dialects/Spoken.h"

#include "core/macros/Print.h"

#include <algorithm>

namespace steady::dialects {
namespace {

using controller::Does;

struct Mark {
    char const* written;
    Does does;
    char const* otherwise;
};
constexpr Mark marks[] = {{"{shift}", Does::Shift, "coordinate"},
                          {"{no shift}", Does::ForgetShift, "the control's own means"},
                          {"{tool change}", Does::ChangeTool, "a tool change"},
                          {"{tool named}", Does::NameTool, "a word that names it"},
                          {"{data}", Does::SetData, "that sets it"},
                          {"{table length}", Does::LengthOfTable, "its length"}};

} // namespace

std::string spoken(std::string text, controller::Dialect const& dialect) {
    for (auto const& mark : marks) {
        std::string const written = mark.written;
        for (auto at = text.find(written); at != std::string::npos; at = text.find(written, at)) {
            auto const word = std::find_if(dialect.words.begin(), dialect.words.end(),
                                           [&](auto const& each) { return each.does == mark.does; });
            text.replace(at, written.size(), word == dialect.words.end() ? mark.otherwise : nameOf(*word));
        }
    }
    return text;
}

std::vector<std::string> commentLines(std::string const& text, controller::Dialect const& dialect, int most) {
    auto const room = static_cast<std::size_t>(std::min(dialect.grammar.line_length, most)) - 2; // its brackets
    std::vector<std::string> lines;
    for (std::string rest = macros::commentSafe(spoken(text, dialect)); !rest.empty();) {
        auto const part = macros::firstPart(rest, room);
        lines.push_back("(" + part + ")");
        rest.erase(0, part.size());
        rest.erase(0, rest.find_first_not_of(' '));
    }
    return lines;
}

bool goesIntoForks(macros::Recipe const& recipe) {
    return std::any_of(recipe.steps.begin(), recipe.steps.end(), [](macros::Step const& step) {
        return std::holds_alternative<macros::MarkUnderWay>(step.action);
    });
}

} // namespace steady::dialects
