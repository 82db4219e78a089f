// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "exchange/Csv.h"

#include <algorithm>
#include <cctype>
#include <fmt/format.h>
#include <map>
#include <optional>
#include <utility>

namespace steady::exchange {
namespace {

constexpr std::size_t most_rows = 100'000, most_columns = 200;
constexpr char delimiters[] = {';', '\t', '|', ','}; // a comma may be a decimal sign: it wins only by more columns

Result<std::vector<CsvRow>> split(std::string_view text, char delimiter, std::string const& place) {
    std::vector<CsvRow> rows;
    CsvRow row;
    std::string cell;
    int line = 1;
    bool quoted = false, was_quoted = false;
    int opened = 0;
    auto trim = [](std::string& words) {
        while (!words.empty() && std::isspace(static_cast<unsigned char>(words.back()))) words.pop_back();
        words.erase(0, std::min(words.find_first_not_of(" \t"), words.size()));
    };
    auto end_cell = [&] {
        if (!was_quoted) trim(cell);
        row.cells.push_back(std::exchange(cell, {}));
        was_quoted = false;
    };
    auto end_row = [&] {
        end_cell();
        bool const blank = std::all_of(row.cells.begin(), row.cells.end(), [](auto const& c) { return c.empty(); });
        if (!blank) rows.push_back(std::move(row));
        row = {line + 1, {}};
    };
    for (std::size_t i = 0; i < text.size(); ++i) {
        char const c = text[i];
        if (quoted) {
            if (c == '"' && i + 1 < text.size() && text[i + 1] == '"')
                cell += text[++i];
            else if (c == '"')
                quoted = false;
            else
                cell += c;
            line += c == '\n';
        } else if (c == '"' && cell.find_first_not_of(" \t") == cell.npos) {
            cell.clear();
            quoted = was_quoted = true;
            opened = line;
        } else if (c == delimiter) {
            end_cell();
        } else if (c == '\n') {
            end_row();
            ++line;
        } else if (c != '\r') {
            cell += c;
        }
        if (rows.size() > most_rows || row.cells.size() > most_columns)
            return fail(Code::OutOfRange, {place, line}, "The table", "100,000 rows and 200 columns");
    }
    if (quoted) return fail(Code::ExpectedValue, {place, opened}, "A closing quotation mark");
    if (!cell.empty() || !row.cells.empty() || was_quoted) end_row();
    return rows;
}

bool figure(std::string const& cell) {
    return !cell.empty() && std::all_of(cell.begin(), cell.end(), [](unsigned char c) {
        return std::isdigit(c) || c == '.' || c == ',' || c == '-' || c == '+' || c == ' ';
    });
}

} // namespace

std::size_t CsvTable::columns() const {
    std::size_t most = header.size();
    for (auto const& row : rows) most = std::max(most, row.cells.size());
    return most;
}

std::string CsvTable::columnName(std::size_t column) const {
    if (column < header.size() && !header[column].empty()) return header[column];
    return fmt::format("column {}", column + 1);
}

Result<CsvTable> readCsv(std::string_view text, std::string const& place) {
    constexpr std::string_view mark = "\xEF\xBB\xBF"; // that some programs put before a text
    if (text.starts_with(mark)) text.remove_prefix(mark.size());
    if (text.find('\0') != text.npos) return fail(Code::UnexpectedText, {place}, "This is no text");
    CsvTable best;
    std::size_t best_score = 0;
    std::optional<Error> wrong;
    for (char const delimiter : delimiters) {
        auto rows = split(text, delimiter, place);
        if (!rows) {
            wrong = rows.error();
            continue;
        }
        std::map<std::size_t, std::size_t> counts;
        for (auto const& row : *rows) ++counts[row.cells.size()];
        std::size_t score = 1;
        for (auto const& [columns, many] : counts)
            if (columns > 1) score = std::max(score, many * (delimiter == ',' ? 1 : 2));
        if (rows->empty() || score <= best_score) continue;
        best_score = score;
        best = {delimiter, {}, std::move(*rows)};
    }
    // A quotation mark that is never closed, and no other way to tell columns apart.
    if (best.rows.empty() || (wrong && best.columns() == 1))
        return wrong ? Failure(*wrong) : fail(Code::EmptyText, {place});
    auto const& first = best.rows.front().cells;
    if (std::none_of(first.begin(), first.end(), figure)) {
        best.header = first;
        best.rows.erase(best.rows.begin());
    }
    return best;
}

std::string csvLine(std::vector<std::string> const& cells) {
    std::string line;
    for (auto const& cell : cells) {
        if (&cell != &cells.front()) line += ',';
        bool const quote = cell.find_first_of(",;\t|\"\n\r") != cell.npos ||
                           (!cell.empty() && (cell.front() == ' ' || cell.back() == ' '));
        if (!quote) {
            line += cell;
            continue;
        }
        line += '"';
        for (char const c : cell) line += c == '"' ? std::string("\"\"") : std::string(1, c);
        line += '"';
    }
    return line + "\n";
}

} // namespace steady::exchange
