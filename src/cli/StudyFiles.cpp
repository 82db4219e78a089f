// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/StudyFiles.h"

#include "core/quantity/Units.h"
#include "core/shop/ReadingBounds.h"

#include <fmt/format.h>

namespace steady::cli {
namespace {

constexpr std::size_t named_cells = 10;

Failure notFigures(std::string const& path, std::string const& column, std::vector<exchange::BadCell> const& bad) {
    std::string cells, lines;
    for (std::size_t i = 0; i < std::min(bad.size(), named_cells); ++i) {
        cells += (i ? "”, “" : "") + bad[i].cell;
        lines += fmt::format("{}{}", i ? ", " : "", bad[i].line);
    }
    if (bad.size() > named_cells) lines += fmt::format(" and {} more", bad.size() - named_cells);
    return fail(Code::NotANumber, {fmt::format("{}, {}, line {}", path, column, lines)}, cells);
}

} // namespace

void ReadingsOptions::addColumn(CLI::App& app) {
    app.add_option("--column", column, "Name or number of the column; default: the first that holds figures");
}
void ReadingsOptions::addUnit(CLI::App& app) {
    app.add_option("--unit", unit, "Of the readings")->check(CLI::IsMember({"mm", "in", "thou", "um"}));
}
void ReadingsOptions::addShares(CLI::App& app) {
    app.add_option("--coverage", coverage, "Share of all touches")->check(CLI::Range(0.5, 0.9999));
    app.add_option("--confidence", confidence, "How sure")->check(CLI::Range(0.5, 0.9999));
}
void ReadingsOptions::addJson(CLI::App& app) { app.add_flag("--json", json, "Print the result as JSON"); }

double ReadingsOptions::unit_mm() const {
    return unit == "in" ? mm_per_inch : unit == "thou" ? mm_per_inch / 1000 : unit == "um" ? 0.001 : 1;
}

Result<exchange::CsvTable> readTable(std::string const& path) {
    auto const text = readFile(path);
    if (!text) return Failure(text.error());
    return exchange::readCsv(*text, path);
}

Result<std::vector<double>> readReadings(std::string const& path, ReadingsOptions const& options) {
    auto const table = readTable(path);
    if (!table) return Failure(table.error());
    auto const column =
        options.column.empty() ? exchange::firstOfFigures(*table) : exchange::columnOf(*table, options.column);
    if (!column)
        return fail(Code::Missing, {path},
                    options.column.empty() ? "A column of figures" : "The column “" + options.column + "”",
                    "Name one with --column.");
    auto found = exchange::figuresOf(*table, *column);
    if (!found.bad.empty()) return notFigures(path, table->columnName(*column), found.bad);
    if (found.values.empty()) return fail(Code::FewReadings, {path}, "0", "one reading");
    for (std::size_t i = 0; i < found.values.size(); ++i) {
        found.values[i] *= options.unit_mm();
        if (auto const held = shop::checkReading(found.values[i], {fmt::format("{}, row {}", path, i + 1)}); !held)
            return Failure(held.error());
    }
    return std::move(found.values);
}

Result<std::vector<std::vector<double>>> readColumns(exchange::CsvTable const& table, std::string const& path,
                                                     std::vector<std::string> const& names) {
    std::vector<std::vector<double>> rows(table.rows.size());
    for (auto const& name : names) {
        auto const column = exchange::columnOf(table, name);
        if (!column) return fail(Code::Missing, {path}, "The column “" + name + "”", "Its header has to name it.");
        auto const found = exchange::figuresOf(table, *column);
        if (!found.bad.empty()) return notFigures(path, name, found.bad);
        for (std::size_t i = 0; i < rows.size(); ++i) {
            if (auto const held =
                    shop::checkReading(found.values[i], {fmt::format("{}, {}, row {}", path, name, i + 1)});
                !held)
                return Failure(held.error());
            rows[i].push_back(found.values[i]);
        }
    }
    return rows;
}

} // namespace steady::cli
