// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "support/Reference.h"

#include "support/Test.h"

namespace steady::test {

Json referenceJson(char const* name) {
    auto const path = sourcePath("tests/data/reference/") + QLatin1String(name);
    auto json = parseJson(readAll(path).toStdString(), name);
    if (!json) qFatal("%s is not JSON", name);
    return *json;
}

std::size_t Table::column(std::string const& name) const {
    auto const found = std::find(names.begin(), names.end(), name);
    if (found == names.end()) qFatal("no column %s", name.c_str());
    return static_cast<std::size_t>(found - names.begin());
}

Table referenceCsv(char const* name) {
    Table table;
    auto const path = sourcePath("tests/data/reference/") + QLatin1String(name);
    auto lines = readAll(path).split('\n');
    for (auto const& cell : lines.takeFirst().trimmed().split(',')) table.names.push_back(cell.toStdString());
    for (auto const& line : lines) {
        if (line.trimmed().isEmpty()) continue;
        std::vector<double> row;
        for (auto const& cell : line.trimmed().split(',')) row.push_back(cell.toDouble());
        table.rows.push_back(std::move(row));
    }
    return table;
}

} // namespace steady::test
