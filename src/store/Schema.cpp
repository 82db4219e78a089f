// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/Schema.h"

#include "store/Sql.h"

#include <array>
#include <set>

namespace steady::store {
namespace {

struct Column {
    char const* name;
    char const* type;
    int since = 1;
};

struct Shape {
    Table table;
    char const* name;
    std::vector<Column> columns;
    char const* rest; ///< what follows the columns
    char const* after = "";
};

std::vector<Shape> const& shapes() {
    static std::vector<Shape> const all{
        {Table::Change,
         "change",
         {{"seq", "INTEGER PRIMARY KEY AUTOINCREMENT"},
          {"at_utc_ms", "INTEGER NOT NULL"},
          {"author", "TEXT NOT NULL"},
          {"home_epoch", "INTEGER NOT NULL DEFAULT 0"},
          {"what", "TEXT NOT NULL"},
          {"undoes", "INTEGER"},
          {"sum", "TEXT", 2}},
         ""},
        {Table::Revision,
         "revision",
         {{"seq", "INTEGER NOT NULL REFERENCES change"},
          {"entity", "INTEGER NOT NULL"},
          {"kind", "TEXT NOT NULL"},
          {"body", "TEXT"}},
         ", PRIMARY KEY(entity, seq)",
         " WITHOUT ROWID"},
        {Table::Head, "head", {{"entity", "INTEGER PRIMARY KEY"}, {"seq", "INTEGER NOT NULL"}}, ""},
        {Table::Reading,
         "reading",
         {{"study", "INTEGER NOT NULL"},
          {"nr", "INTEGER NOT NULL"},
          {"seq", "INTEGER NOT NULL REFERENCES change"},
          {"at_utc_ms", "INTEGER NOT NULL"},
          {"value_mm", "REAL NOT NULL"},
          {"as_typed", "TEXT NOT NULL"},
          {"source", "TEXT NOT NULL"},
          {"x_mm", "REAL", 2},
          {"y_mm", "REAL", 2},
          {"temperature_c", "REAL", 2},
          {"group_nr", "INTEGER", 2},
          {"second_value", "REAL", 2},
          {"quantity", "TEXT", 2},
          {"unit", "TEXT", 2}},
         ", PRIMARY KEY(study, nr)",
         " WITHOUT ROWID"},
        {Table::Mark,
         "reading_mark",
         {{"study", "INTEGER NOT NULL"},
          {"nr", "INTEGER NOT NULL"},
          {"seq", "INTEGER NOT NULL REFERENCES change"},
          {"mark", "TEXT NOT NULL"},
          {"cause", "TEXT NOT NULL"}},
         ", PRIMARY KEY(study, nr, seq)",
         " WITHOUT ROWID"},
    };
    return all;
}

Shape const& shapeOf(Table table) { return shapes()[static_cast<std::size_t>(table)]; }

/// By the change that wrote them: undo, sums and export ask so.
constexpr std::array indexes{"revision", "reading", "reading_mark"};

std::string const its_own = "sqlite_sequence"; // SQLite's, for AUTOINCREMENT

Result<void> makeIndexes(QSqlDatabase const& database) {
    for (auto const* table : indexes)
        if (auto done = sql(
                database, QStringLiteral("CREATE INDEX IF NOT EXISTS %1_by_seq ON %1(seq)").arg(QLatin1String(table)));
            !done)
            return Failure(done.error());
    return {};
}

Result<void> markAs(QSqlDatabase const& database) {
    for (auto const& pragma : {QStringLiteral("PRAGMA application_id = %1").arg(application_id),
                               QStringLiteral("PRAGMA user_version = %1").arg(schema_version)})
        if (auto done = sql(database, pragma); !done) return Failure(done.error());
    return {};
}

} // namespace

QString nameOf(Table table) { return QLatin1String(shapeOf(table).name); }

QStringList columnsOf(Table table, int version) {
    QStringList names;
    for (auto const& column : shapeOf(table).columns)
        if (column.since <= version) names << QLatin1String(column.name);
    return names;
}

QString columnsToRead(Table table, int version) {
    QStringList names;
    for (auto const& column : shapeOf(table).columns)
        names << (column.since <= version ? QString(QLatin1String(column.name)) : QStringLiteral("NULL"));
    return names.join(QStringLiteral(", "));
}

std::optional<std::string> schemaFault(QSqlDatabase const& database, int version) {
    auto found = sql(database, QStringLiteral("SELECT type, name FROM sqlite_master"));
    if (!found) return found.error().value;
    std::set<std::string> ours{its_own}, ours_by_seq, seen;
    for (auto const& shape : shapes()) ours.insert(shape.name);
    for (auto const* table : indexes) ours_by_seq.insert(std::string(table) + "_by_seq");
    while (found->next()) {
        auto const type = found->value(0).toString().toStdString();
        auto const name = found->value(1).toString().toStdString();
        bool const known =
            type == "table" ? ours.contains(name)
                            : type == "index" && (ours_by_seq.contains(name) || name.starts_with("sqlite_autoindex_"));
        if (!known) return (type == "index" ? "an " : "a ") + type + " that is not ours, " + name;
        seen.insert(name);
    }
    if (auto whole = readToTheEnd(*found, database); !whole) return whole.error().value;
    for (auto const& shape : shapes()) {
        if (!seen.contains(shape.name)) return std::string("the table ") + shape.name + " is missing";
        auto info = sql(database, QStringLiteral("PRAGMA table_info(%1)").arg(QLatin1String(shape.name)));
        if (!info) return info.error().value;
        QStringList has;
        while (info->next()) has.append(info->value(1).toString());
        if (has != columnsOf(shape.table, version))
            return std::string("the table ") + shape.name + " has other columns";
    }
    return std::nullopt;
}

Result<void> createTables(QSqlDatabase const& database) {
    Transaction transaction(database);
    for (auto const& shape : shapes()) {
        QStringList columns;
        for (auto const& column : shape.columns)
            columns << QLatin1String(column.name) + QLatin1Char(' ') + QLatin1String(column.type);
        auto done = sql(database, QStringLiteral("CREATE TABLE %1(%2%3)%4")
                                      .arg(QLatin1String(shape.name), columns.join(QStringLiteral(", ")),
                                           QLatin1String(shape.rest), QLatin1String(shape.after)));
        if (!done) return Failure(done.error());
    }
    if (auto done = makeIndexes(database); !done) return done;
    if (auto done = markAs(database); !done) return done;
    return transaction.commit();
}

Result<void> migrate(QSqlDatabase const& database, int version) {
    if (version == schema_version) return {};
    Transaction transaction(database);
    for (auto const& shape : shapes())
        for (auto const& column : shape.columns) {
            if (column.since <= version) continue;
            auto done = sql(
                database, QStringLiteral("ALTER TABLE %1 ADD COLUMN %2 %3")
                              .arg(QLatin1String(shape.name), QLatin1String(column.name), QLatin1String(column.type)));
            if (!done) return Failure(done.error());
        }
    if (auto done = makeIndexes(database); !done) return done;
    if (auto done = markAs(database); !done) return done;
    return transaction.commit();
}

} // namespace steady::store
