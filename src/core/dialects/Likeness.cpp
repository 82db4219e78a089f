// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/dialects/Likeness.h"

#include "core/controller/Executable.h"
#include "core/dialects/Bundle.h"
#include "core/gcode/Segments.h"

#include <algorithm>
#include <fmt/format.h>
#include <regex>
#include <set>

namespace steady::dialects {
namespace {

constexpr std::size_t looked_at = 1000, most_letters = 300; // lines; letters of one

/// How many of its lines that control cannot read.
std::size_t unread(std::string const& text, controller::Dialect const& dialect) {
    std::set<int> lines;
    auto const add = [&](Findings const& findings) {
        for (auto const& each : findings) lines.insert(each.where.line);
    };
    if (!dialect.streamed) {
        add(controller::makeExecutable(text, dialect).findings);
        return lines.size();
    }
    auto const pieces = gcode::segmentsOf(text);
    add(pieces.findings);
    gcode::Filled any; // whatever stands for a number
    for (auto const& each : pieces.segments)
        if (each.then && !each.then->name.empty()) any[each.then->name] = 1;
    for (auto const& segment : pieces.segments) {
        if (auto const piece = gcode::filled(segment, any))
            add(controller::makeExecutable(*piece + "%\n", dialect).findings);
    }
    return lines.size();
}

struct Seen {
    std::string words;
    int line;
};

std::vector<Seen> signsOf(std::vector<std::string> const& lines, Bundle const& bundle) {
    std::vector<Seen> found;
    for (auto const& sign : bundle.signs) {
        std::regex const pattern(sign.pattern, std::regex::icase);
        for (std::size_t i = 0; i < lines.size(); ++i)
            if (std::regex_search(lines[i], pattern)) {
                found.push_back({sign.words, static_cast<int>(i) + 1});
                break;
            }
    }
    return found;
}

} // namespace

std::optional<Finding> readsLikeAnother(std::string_view text, controller::Dialect const& read_by) {
    std::vector<std::string> lines;
    std::string begin;
    while (!text.empty() && lines.size() < looked_at) {
        auto const end = std::min(text.find('\n'), text.size());
        lines.emplace_back(text.substr(0, std::min(end, most_letters)));
        begin += std::string(text.substr(0, end)) + "\n";
        text.remove_prefix(std::min(end + 1, text.size()));
    }
    auto const own = unread(begin, read_by);
    if (own == 0) return std::nullopt;
    Bundle const* best = nullptr;
    std::size_t best_unread = own;
    std::vector<Seen> best_signs;
    for (auto const& bundle : bundles()) {
        if (bundle.id() == read_by.id) continue;
        auto signs = signsOf(lines, bundle);
        if (signs.empty()) continue;
        auto const wrong = unread(begin, bundle.language());
        if (wrong > best_unread || (wrong == best_unread && (!best || signs.size() <= best_signs.size()))) continue;
        best = &bundle;
        best_unread = wrong;
        best_signs = std::move(signs);
    }
    if (!best || best_unread >= own) return std::nullopt;
    std::string reasons;
    for (auto const& sign : best_signs)
        reasons += fmt::format("{}{} (line {})", reasons.empty() ? "" : ", ", sign.words, sign.line);
    return Finding{Severity::Note,
                   fmt::format("It reads like a text for another control: {}.", best->name()),
                   fmt::format("It has {}. {} cannot be read here, {} there. If your control is such a one, say so at "
                               "Machine, Control; otherwise this text is not for your machine.",
                               reasons, own == 1 ? std::string("One line") : fmt::format("{} lines", own),
                               best_unread == 0 ? std::string("none") : std::to_string(best_unread)),
                   {"", best_signs.front().line, 0}};
}

} // namespace steady::dialects
