// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/Schema.h"

#include "store/Sql.h"

#include <map>

namespace steady::store {
namespace {

std::map<std::string, QStringList> const& tables() {
    static std::map<std::string, QStringList> const known = [] {
        auto list = [](char const* columns) { return QString::fromLatin1(columns).split(QLatin1Char(' ')); };
        return std::map<std::string, QStringList>{
            {"change", list("seq at_utc_ms author home_epoch what undoes")},
            {"revision", list("seq entity kind body")},
            {"head", list("entity seq")},
            {"reading", list("study nr seq at_utc_ms value_mm as_typed source")},
            {"reading_mark", list("study nr seq mark cause")},
            {"sqlite_sequence", list("name seq")}, // SQLite's own, for AUTOINCREMENT
        };
    }();
    return known;
}

} // namespace

std::optional<std::string> schemaFault(QSqlDatabase const& database) {
    auto found = sql(database, QStringLiteral("SELECT type, name FROM sqlite_master"));
    if (!found) return found.error().value;
    std::map<std::string, bool> seen;
    while (found->next()) {
        auto const type = found->value(0).toString();
        auto const name = found->value(1).toString().toStdString();
        if (type == QLatin1String("index")) continue; // an index has no content of its own
        if (type != QLatin1String("table")) return "a " + type.toStdString() + " that is not ours, " + name;
        if (!tables().contains(name)) return "a table that is not ours, " + name;
        seen[name] = true;
    }
    for (auto const& [name, columns] : tables()) {
        if (name == "sqlite_sequence") continue;
        if (!seen.contains(name)) return "the table " + name + " is missing";
        auto info = sql(database, QStringLiteral("PRAGMA table_info(%1)").arg(QString::fromStdString(name)));
        if (!info) return info.error().value;
        QStringList has;
        while (info->next()) has.append(info->value(1).toString());
        if (has != columns) return "the table " + name + " has other columns";
    }
    return std::nullopt;
}

} // namespace steady::store
