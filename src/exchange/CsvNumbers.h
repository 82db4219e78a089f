// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Columns of figures from a table of text.

#include "exchange/Csv.h"

#include <optional>

namespace steady::exchange {

/// A figure with a decimal point or comma, a minus of either kind, no unit. None: it is none.
std::optional<double> figureOf(std::string_view cell);

/// By name (letters of either case), or by number from 1.
std::optional<std::size_t> columnOf(CsvTable const& table, std::string const& name_or_number);
/// The first of which every cell that is not empty is a figure.
std::optional<std::size_t> firstOfFigures(CsvTable const& table);

struct BadCell {
    int line = 1;
    std::string cell;
};
/// One figure a row; rows without one are left out and named.
struct Figures {
    std::vector<double> values;
    std::vector<BadCell> bad;
};
Figures figuresOf(CsvTable const& table, std::size_t column);

} // namespace steady::exchange
