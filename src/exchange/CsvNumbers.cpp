// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "exchange/CsvNumbers.h"

#include "core/base/Decimal.h"

#include <algorithm>
#include <cctype>
#include <cmath>

namespace steady::exchange {
namespace {

std::string lower(std::string words) {
    for (char& c : words) c = static_cast<char>(std::tolower(static_cast<unsigned char>(c)));
    return words;
}

} // namespace

std::optional<double> figureOf(std::string_view cell) {
    std::string text(cell);
    constexpr std::string_view minus = "\u2212";
    if (text.starts_with(minus)) text.replace(0, minus.size(), "-");
    if (std::count(text.begin(), text.end(), ',') == 1 && text.find('.') == text.npos)
        std::replace(text.begin(), text.end(), ',', '.');
    auto const value = decimal(text);
    return value && std::isfinite(*value) ? value : std::nullopt;
}

std::optional<std::size_t> columnOf(CsvTable const& table, std::string const& name_or_number) {
    for (std::size_t i = 0; i < table.header.size(); ++i)
        if (lower(table.header[i]) == lower(name_or_number)) return i;
    bool const number =
        !name_or_number.empty() &&
        std::all_of(name_or_number.begin(), name_or_number.end(), [](unsigned char c) { return std::isdigit(c); }) &&
        name_or_number.size() < 4;
    if (!number) return std::nullopt;
    auto const nr = static_cast<std::size_t>(std::stoi(name_or_number));
    return nr >= 1 && nr <= table.columns() ? std::optional(nr - 1) : std::nullopt;
}

std::optional<std::size_t> firstOfFigures(CsvTable const& table) {
    for (std::size_t column = 0; column < table.columns(); ++column) {
        auto const found = figuresOf(table, column);
        bool const some_wrong =
            std::any_of(found.bad.begin(), found.bad.end(), [](auto const& each) { return !each.cell.empty(); });
        if (!found.values.empty() && !some_wrong) return column;
    }
    return std::nullopt;
}

Figures figuresOf(CsvTable const& table, std::size_t column) {
    Figures found;
    for (auto const& row : table.rows) {
        auto const* cell = column < row.cells.size() ? &row.cells[column] : nullptr;
        if (auto const value = cell ? figureOf(*cell) : std::nullopt)
            found.values.push_back(*value);
        else
            found.bad.push_back({row.line, cell ? *cell : std::string()});
    }
    return found;
}

} // namespace steady::exchange
