// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Readings from files, as the commands for studies take them.

#include "cli/Command.h"
#include "exchange/CsvNumbers.h"

namespace steady::cli {

/// What most of those commands are told.
struct ReadingsOptions {
    std::string column, unit = "mm";
    double coverage = 0.95, confidence = 0.95;
    bool json = false;

    void addColumn(CLI::App& app);
    void addUnit(CLI::App& app);
    void addShares(CLI::App& app);
    void addJson(CLI::App& app);
    /// mm of one of the unit.
    double unit_mm() const;
};

/// The readings of a file, in mm. Error: as of reading it; Missing: no such column; NotANumber: cells that are no
/// figures, each with its line.
Result<std::vector<double>> readReadings(std::string const& path, ReadingsOptions const& options);
/// Several columns by their names, row by row, as they stand.
Result<std::vector<std::vector<double>>> readColumns(exchange::CsvTable const& table, std::string const& path,
                                                     std::vector<std::string> const& names);
Result<exchange::CsvTable> readTable(std::string const& path);

} // namespace steady::cli
