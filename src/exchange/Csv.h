// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Tables of text: comma, semicolon, tab or bar between the columns; cells in double quotes may hold any of them. The
// decimal sign is left to whoever reads a cell.

#include "core/base/Result.h"

#include <string>
#include <string_view>
#include <vector>

namespace steady::exchange {

struct CsvRow {
    int line = 1; ///< of the file, where the row begins
    std::vector<std::string> cells;
};

struct CsvTable {
    char delimiter = ',';
    std::vector<std::string> header; ///< names of the columns; empty: the first row holds figures already
    std::vector<CsvRow> rows;
    std::size_t columns() const;
    /// The name of a column, or “column 3”.
    std::string columnName(std::size_t column) const;
};

/// At most 2,000,000 rows and 200 columns. The delimiter is the one that splits most rows alike; a comma that stands
/// once between digits in every row, under a name without one or none, is a decimal sign. Error: EmptyText; OutOfRange;
/// UnexpectedText: it is no text; ExpectedValue: a quotation mark that is never closed, with its line.
Result<CsvTable> readCsv(std::string_view text, std::string const& place);

/// One line, quoted where it must be, with its end.
std::string csvLine(std::vector<std::string> const& cells);

} // namespace steady::exchange
