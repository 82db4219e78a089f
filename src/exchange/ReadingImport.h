// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Readings from a table or from what a control's console has shown; what cannot be read is named by its line.

#include "core/shop/Readings.h"
#include "exchange/CsvNumbers.h"

namespace steady::exchange {

/// Which column holds what; −1: none.
struct ReadingColumns {
    int value = -1, second = -1, x = -1, y = -1, group = -1, temperature = -1;
    bool operator==(ReadingColumns const&) const = default;
};
/// After the names in the header; else the first column of figures is the value.
ReadingColumns guessColumns(CsvTable const& table);

struct ImportedReadings {
    std::string shape;                   ///< how it was read, in words
    std::vector<shop::Reading> readings; ///< Source::Imported; as_typed: the cell or figure
    std::vector<BadCell> bad;            ///< lines that hold no reading
};

/// Lengths times `unit_mm`. Groups are whole numbers from 1. A row with one bad cell is bad.
ImportedReadings readingsFrom(CsvTable const& table, ReadingColumns const& columns, double unit_mm);

/// A pattern is a line with places: {z} the reading, {x} and {y} where it was, {ok} 1 or 0 for contact or none, and *
/// for anything. Without one, the shape that fits most lines of the text is taken: a report in brackets, a parameter
/// with its value, words of axes, or a figure a line. Error: Missing, a pattern without {z} or with a place twice.
Result<ImportedReadings> readingsFromConsole(std::string const& console, std::string const& pattern, double unit_mm);

/// All that is kept of each, as a table: nr, value_mm, as_typed, source, at_utc_ms, cause, x_mm, y_mm, temperature_c,
/// group, second_mm.
std::string writeReadings(shop::Readings const& readings);

} // namespace steady::exchange
