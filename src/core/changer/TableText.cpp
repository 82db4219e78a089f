// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/changer/TableText.h"

#include <algorithm>
#include <charconv>
#include <fmt/format.h>
#include <map>
#include <optional>

namespace steady::changer {
namespace {

constexpr std::string_view pocket_mark = "{{pocket}}", tool_mark = "{{tool}}";

bool isBlank(char c) { return c == ' ' || c == '\t' || c == '\r'; }
bool isDigit(char c) { return c >= '0' && c <= '9'; }

/// The pattern at the begin of `line`, wherever the line's blanks stand; both figures. None: it does not fit there.
std::optional<std::pair<int, int>> fits(std::string_view line, std::string_view pattern) {
    int pocket = -1, tool = -1;
    std::size_t at = 0;
    while (!pattern.empty()) {
        bool const is_pocket = pattern.starts_with(pocket_mark), is_tool = pattern.starts_with(tool_mark);
        if (is_pocket || is_tool) {
            while (at < line.size() && isBlank(line[at])) ++at;
            int value = 0;
            auto const [end, problem] = std::from_chars(line.data() + at, line.data() + line.size(), value);
            if (problem != std::errc() || at >= line.size() || !isDigit(line[at])) return std::nullopt;
            at = static_cast<std::size_t>(end - line.data());
            (is_pocket ? pocket : tool) = value;
            pattern.remove_prefix(is_pocket ? pocket_mark.size() : tool_mark.size());
            continue;
        }
        if (isBlank(pattern.front())) {
            while (at < line.size() && isBlank(line[at])) ++at;
        } else {
            while (at < line.size() && isBlank(line[at]) && line[at] != pattern.front()) ++at;
            if (at >= line.size() || line[at] != pattern.front()) return std::nullopt;
            ++at;
        }
        pattern.remove_prefix(1);
    }
    return std::pair(pocket, tool);
}

std::optional<std::pair<int, int>> anywhereIn(std::string_view line, std::string_view pattern) {
    for (std::size_t at = 0; at < line.size(); ++at)
        if (auto const found = fits(line.substr(at), pattern)) return found;
    return std::nullopt;
}

Id<shop::Assembly> toolNumbered(facts::Reader const& book, Id<shop::Machine> machine, int number) {
    for (auto const& [id, tool] : shop::toolsOf(book, machine))
        if (tool->number == number) return id;
    return {};
}

bool has(shop::ToolRack const& rack, int pocket) {
    return pocket >= rack.first_number && pocket < rack.first_number + static_cast<int>(rack.pockets.size());
}
shop::Pocket const& pocketOf(shop::ToolRack const& rack, int pocket) {
    return rack.pockets[static_cast<std::size_t>(pocket - rack.first_number)];
}
std::string rangeOf(shop::ToolRack const& rack) {
    return fmt::format("{} to {}", rack.first_number, rack.first_number + static_cast<int>(rack.pockets.size()) - 1);
}
std::string hangs(int tool) { return tool == 0 ? "nothing" : fmt::format("tool {}", tool); }

} // namespace

Result<std::vector<HangsAt>> hangingFrom(std::string_view text, std::string const& pattern) {
    for (auto const mark : {pocket_mark, tool_mark})
        if (pattern.find(mark) == std::string::npos)
            return fail(Code::PhraseLacks, {"pattern"}, "The pattern", mark == pocket_mark ? "pocket" : "tool");
    std::map<int, HangsAt> found;
    int number = 0;
    for (std::size_t at = 0; at < text.size();) {
        auto const end = std::min(text.find('\n', at), text.size());
        ++number;
        if (auto const read = anywhereIn(text.substr(at, end - at), pattern)) {
            auto const [pocket, tool] = *read;
            auto const& may = shop::bounds::pocket_number;
            if (!may.hold(pocket) || !shop::bounds::tool_number.hold(tool))
                return fail(Code::OutOfRange, {"text", number, 0}, fmt::format("Pocket {}, tool {}", pocket, tool),
                            fmt::format("{} to {}", may.least, may.most));
            auto const [place, is_new] = found.emplace(pocket, HangsAt{pocket, tool, number});
            if (!is_new && place->second.tool != tool)
                return fail(Code::TwoAlike, {"text", number, 0},
                            fmt::format("Lines {} and {}", place->second.line, number),
                            fmt::format("pocket, {}, and different tools", pocket));
        }
        at = end + 1;
    }
    if (found.empty())
        return fail(Code::Missing, {"text"}, "A line that the pattern fits",
                    "Copy one line of the text into the pattern, with {{pocket}} and {{tool}} for its figures.");
    std::vector<HangsAt> all;
    for (auto const& [pocket, each] : found) all.push_back(each);
    return all;
}

std::vector<zeroing::Judgement> tableDifferences(facts::Reader const& book, shop::ToolRack const& rack,
                                                 std::vector<HangsAt> const& read) {
    std::vector<zeroing::Judgement> said;
    int same = 0;
    for (auto const& each : read) {
        auto const where = each.line > 0 ? fmt::format("Line {}.", each.line) : std::string();
        if (!has(rack, each.pocket)) {
            said.push_back({Severity::Bad,
                            fmt::format("There is no pocket {} in “{}”.", each.pocket, rack.name),
                            fmt::format("{} Its pockets are {}.", where, rangeOf(rack)),
                            {}});
            continue;
        }
        if (each.tool != 0 && !toolNumbered(book, rack.machine, each.tool)) {
            said.push_back({Severity::Bad,
                            fmt::format("Tool {} is not in the book.", each.tool),
                            where + " Enter it in Kit, or look at the number on the holder.",
                            {}});
            continue;
        }
        auto const& pocket = pocketOf(rack, each.pocket);
        auto const* known = book.find(pocket.tool);
        int const in_book = known ? known->number : 0;
        bool const unknown = pocket.seen == shop::Seen::Unknown && !known;
        if (!unknown && in_book == each.tool) {
            ++same;
            continue;
        }
        said.push_back({Severity::Attention,
                        fmt::format("Pocket {}: {} in the text, {} in the book.", each.pocket, hangs(each.tool),
                                    unknown ? "not known" : hangs(in_book)),
                        where + " Look what hangs there before either is believed.",
                        {}});
    }
    std::stable_partition(said.begin(), said.end(), [](auto const& each) { return each.severity == Severity::Bad; });
    if (same > 0)
        said.push_back(
            {Severity::Note, fmt::format("{} of {} pockets are the same in both.", same, read.size()), "", {}});
    return said;
}

Result<shop::ToolRack> withTable(facts::Reader const& book, shop::ToolRack rack, std::vector<HangsAt> const& read) {
    for (auto const& each : read) {
        if (!has(rack, each.pocket))
            return fail(Code::OutOfRange, {"text", each.line, 0}, fmt::format("Pocket {}", each.pocket), rangeOf(rack));
        auto const tool = toolNumbered(book, rack.machine, each.tool);
        if (each.tool != 0 && !tool)
            return fail(Code::OutOfRange, {"text", each.line, 0}, fmt::format("Tool {}", each.tool),
                        "the tools of the book");
        auto& pocket = rack.pockets[static_cast<std::size_t>(each.pocket - rack.first_number)];
        auto const before = each.tool == 0 ? Id<shop::Assembly>() : tool;
        if (pocket.tool == before && pocket.seen != shop::Seen::Unknown) continue; // as it was known
        pocket.tool = before;
        pocket.seen = shop::Seen::Believed;
    }
    return rack;
}

} // namespace steady::changer
