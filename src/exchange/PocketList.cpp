// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "exchange/PocketList.h"

#include "core/shop/kinds/ToolRack.h"
#include "exchange/CsvNumbers.h"

#include <algorithm>
#include <array>
#include <fmt/format.h>

namespace steady::exchange {
namespace {

/// Where the columns of those names stand; without a header in their order. Error: Missing, a column.
template<std::size_t N>
Result<std::array<std::size_t, N>> columnsOf(CsvTable const& table, std::array<char const*, N> const& names,
                                             std::string const& place) {
    std::array<std::size_t, N> columns{};
    for (std::size_t i = 0; i < N; ++i) columns[i] = i;
    if (table.header.empty()) return columns;
    for (std::size_t i = 0; i < N; ++i) {
        auto const found = columnOf(table, names[i]);
        if (!found)
            return fail(Code::Missing, {place}, fmt::format("The column “{}”", names[i]), "Its header has to name it.");
        columns[i] = *found;
    }
    return columns;
}

} // namespace

Result<std::vector<changer::TaughtPocket>> readPockets(std::string_view text, std::string const& place) {
    auto const table = readCsv(text, place);
    if (!table) return Failure(table.error());
    constexpr std::array<char const*, 4> names{"pocket", "x_mm", "y_mm", "z_mm"};
    auto const found = columnsOf(*table, names, place);
    if (!found) return Failure(found.error());
    auto const& columns = *found;
    std::vector<changer::TaughtPocket> pockets;
    for (auto const& row : table->rows) {
        changer::TaughtPocket pocket;
        for (std::size_t i = 0; i < names.size(); ++i) {
            auto const cell = columns[i] < row.cells.size() ? row.cells[columns[i]] : std::string();
            if (i > 0 && cell.find_first_not_of(" \t\r") == std::string::npos) continue;
            auto const figure = figureOf(cell);
            if (!figure) return fail(Code::NotANumber, {place, row.line, 0}, cell);
            if (i > 0) {
                pocket.mm[i - 1] = *figure;
                continue;
            }
            auto const& bounds = shop::bounds::pocket_number;
            if (*figure < bounds.least || *figure > bounds.most || *figure != static_cast<int>(*figure))
                return fail(Code::OutOfRange, {place, row.line, 0}, "Pocket " + cell,
                            fmt::format("{} to {}", bounds.least, bounds.most));
            pocket.number = static_cast<int>(*figure);
        }
        if (std::any_of(pockets.begin(), pockets.end(), [&](auto const& each) { return each.number == pocket.number; }))
            return fail(Code::TwoAlike, {place, row.line, 0}, fmt::format("Pocket {}", pocket.number), "once");
        pockets.push_back(pocket);
    }
    std::sort(pockets.begin(), pockets.end(), [](auto const& a, auto const& b) { return a.number < b.number; });
    if (!pockets.empty() && pockets.back().number - pockets.front().number >= shop::most_pockets)
        return fail(Code::OutOfRange, {place},
                    fmt::format("{} pockets", pockets.back().number - pockets.front().number + 1),
                    fmt::format("1 to {}", shop::most_pockets));
    return pockets;
}

std::string writePockets(shop::ToolRack const& rack, changer::RackState const& state) {
    auto text = csvLine({"pocket", "x_mm", "y_mm", "z_mm", "holder_z_mm", "from", "verdict"});
    auto const mm = [](std::optional<double> const& value) { return value ? fmt::format("{:.3f}", *value) : ""; };
    for (std::size_t i = 0; i < state.pockets.size(); ++i) {
        auto const& pocket = state.pockets[i];
        text +=
            csvLine({std::to_string(pocket.number), mm(pocket.used_mm[0]), mm(pocket.used_mm[1]), mm(pocket.used_mm[2]),
                     mm(pocket.holder_z_mm), shop::word(rack.pockets[i].from), changer::verdictWords(pocket.verdict)});
    }
    return text;
}

std::string writeHanging(facts::Reader const& book, shop::ToolRack const& rack) {
    auto text = csvLine({"pocket", "tool", "seen"});
    for (std::size_t i = 0; i < rack.pockets.size(); ++i) {
        auto const& pocket = rack.pockets[i];
        auto const* tool = book.find(pocket.tool);
        if (pocket.seen == shop::Seen::Unknown && !tool) continue; // what nobody knows is not told
        text +=
            csvLine({std::to_string(rack.number(i)), std::to_string(tool ? tool->number : 0), shop::word(pocket.seen)});
    }
    return text;
}

Result<std::vector<changer::HangsAt>> readHanging(std::string_view text, std::string const& place) {
    auto const table = readCsv(text, place);
    if (!table) return Failure(table.error());
    constexpr std::array<char const*, 2> names{"pocket", "tool"};
    auto const found = columnsOf(*table, names, place);
    if (!found) return Failure(found.error());
    auto const& columns = *found;
    std::vector<changer::HangsAt> all;
    for (auto const& row : table->rows) {
        std::array<int, 2> numbers{};
        for (std::size_t i = 0; i < names.size(); ++i) {
            auto const cell = columns[i] < row.cells.size() ? row.cells[columns[i]] : std::string();
            auto const figure = figureOf(cell);
            if (!figure) return fail(Code::NotANumber, {place, row.line, 0}, cell);
            auto const& bounds = i == 0 ? shop::bounds::pocket_number : shop::bounds::tool_number;
            if (*figure < bounds.least || *figure > bounds.most || *figure != static_cast<int>(*figure))
                return fail(Code::OutOfRange, {place, row.line, 0}, fmt::format("The {} {}", names[i], cell),
                            fmt::format("{} to {}", bounds.least, bounds.most));
            numbers[i] = static_cast<int>(*figure);
        }
        if (std::any_of(all.begin(), all.end(), [&](auto const& each) { return each.pocket == numbers[0]; }))
            return fail(Code::TwoAlike, {place, row.line, 0}, fmt::format("Pocket {}", numbers[0]), "once");
        all.push_back({numbers[0], numbers[1], row.line});
    }
    return all;
}

} // namespace steady::exchange
