// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "exchange/Csv.h"

#include <algorithm>
#include <cctype>
#include <fmt/format.h>
#include <map>
#include <utility>

namespace steady::exchange {
namespace {

constexpr std::size_t most_rows = 2'000'000, most_columns = 200;
constexpr std::size_t looked_at = 100'000;           ///< characters from which the delimiter is told
constexpr char delimiters[] = {';', '\t', '|', ','}; // a comma may be a decimal sign: it wins only by more columns

/// `whole`: the text ends where the table does; otherwise it was cut off, maybe within a cell.
Result<std::vector<CsvRow>> split(std::string_view text, char delimiter, std::string const& place, bool whole = true) {
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
            return fail(Code::OutOfRange, {place, line}, "The table", "2,000,000 rows and 200 columns");
    }
    if (quoted && !whole) return rows;
    if (quoted) return fail(Code::ExpectedValue, {place, opened}, "A closing quotation mark");
    if (!cell.empty() || !row.cells.empty() || was_quoted) end_row();
    return rows;
}

/// “9,94” in each row, below a name without a comma or none: digits on both sides, one comma, and nothing else.
bool decimalCommas(std::vector<CsvRow> const& rows) {
    auto digits = [](std::string const& cell, bool signed_too) {
        auto const from = signed_too && !cell.empty() && (cell[0] == '-' || cell[0] == '+') ? 1U : 0U;
        return cell.size() > from &&
               std::all_of(cell.begin() + from, cell.end(), [](unsigned char c) { return std::isdigit(c); });
    };
    auto one = [&](CsvRow const& row) {
        return row.cells.size() == 2 && digits(row.cells[0], true) && digits(row.cells[1], false);
    };
    bool const named = !one(rows.front());
    if (named && (rows.front().cells.size() != 1 || rows.size() == 1)) return false;
    return std::all_of(rows.begin() + named, rows.end(), one);
}

/// The one that splits most rows alike; a comma that may be the decimal sign of a single column is none.
char delimiterOf(std::string_view text, std::string const& place) {
    auto sample = text.substr(0, looked_at);
    if (sample.size() < text.size()) sample = sample.substr(0, sample.rfind('\n') + 1);
    char best = '\0', broken = '\0'; // no delimiter: one column
    std::size_t best_score = 0;
    for (char const delimiter : delimiters) {
        auto const rows = split(sample, delimiter, place, sample.size() == text.size());
        if (!rows) broken = delimiter;
        if (!rows || rows->empty()) continue;
        std::map<std::size_t, std::size_t> counts;
        for (auto const& row : *rows) ++counts[row.cells.size()];
        // A comma may be a decimal sign, so others count double; but not where the first row has none of them.
        std::size_t const weight = delimiter != ',' && rows->front().cells.size() > 1 ? 2 : 1;
        std::size_t score = 0;
        for (auto const& [columns, many] : counts)
            if (columns > 1) score = std::max(score, many * weight);
        if (delimiter == ',' && decimalCommas(*rows)) score = 0;
        if (score <= best_score) continue;
        best_score = score;
        best = delimiter;
    }
    return best_score > 0 ? best : broken; // what cannot be split is to say so
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
    auto const delimiter = delimiterOf(text, place);
    auto rows = split(text, delimiter, place);
    if (!rows) return Failure(rows.error());
    if (rows->empty()) return fail(Code::EmptyText, {place});
    CsvTable best{delimiter, {}, std::move(*rows)};
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
