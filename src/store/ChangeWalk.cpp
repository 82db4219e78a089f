// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/ChangeWalk.h"

#include <fmt/format.h>

namespace steady::store {
namespace {

QVariantList rowOf(QSqlQuery const& query, int columns) {
    QVariantList row;
    row.reserve(columns);
    for (int i = 0; i < columns; ++i) row.append(query.value(i));
    return row;
}

char const* keyOf(Table table) {
    switch (table) {
    case Table::Revision: return "seq, entity";
    case Table::Reading:
    case Table::Mark: return "seq, study, nr";
    default: return "seq";
    }
}

} // namespace

Result<ChangeWalk> ChangeWalk::over(QSqlDatabase const& database, int version, std::int64_t from, std::int64_t to) {
    ChangeWalk walk(database);
    for (auto const table : {Table::Change, Table::Revision, Table::Reading, Table::Mark}) {
        auto query = sql(database,
                         QStringLiteral("SELECT %1 FROM %2 WHERE seq BETWEEN ? AND ? ORDER BY %3")
                             .arg(columnsToRead(table, version), nameOf(table), QLatin1String(keyOf(table))),
                         {QVariant::fromValue<qint64>(from), QVariant::fromValue<qint64>(to)});
        if (!query) return Failure(query.error());
        auto const columns = columnsOf(table);
        walk.m_parts.push_back({table, std::move(*query), static_cast<int>(columns.size()),
                                static_cast<int>(columns.indexOf(QStringLiteral("seq")))});
        if (auto done = walk.step(walk.m_parts.back()); !done) return Failure(done.error());
    }
    return walk;
}

Result<void> ChangeWalk::step(Part& part) {
    part.at_row = part.query.next();
    if (part.at_row) return {};
    return readToTheEnd(part.query, m_database);
}

Result<void> ChangeWalk::take(Part& part, std::int64_t seq, std::vector<QVariantList>& into) {
    into.clear();
    while (part.at_row) {
        auto const of = part.query.value(part.seq_column).toLongLong();
        if (of > seq) break;
        if (of < seq)
            return fail(Code::FileDamaged, {placeOf(m_database)},
                        fmt::format("the table {} has a row of no change, {}", nameOf(part.table).toStdString(), of));
        into.push_back(rowOf(part.query, part.columns));
        if (auto done = step(part); !done) return done;
    }
    return {};
}

Result<bool> ChangeWalk::next(StoredChange& into) {
    auto& changes = m_parts[0];
    if (!changes.at_row) {
        for (auto& part : m_parts) // what is left over belongs to no change
            if (std::vector<QVariantList> none; part.at_row)
                if (auto done = take(part, std::numeric_limits<std::int64_t>::max(), none); !done)
                    return Failure(done.error());
        return false;
    }
    into.change = rowOf(changes.query, changes.columns);
    if (auto done = step(changes); !done) return Failure(done.error());
    for (auto [index, rows] : {std::pair{1, &into.revisions}, {2, &into.readings}, {3, &into.marks}})
        if (auto done = take(m_parts[static_cast<std::size_t>(index)], into.seq(), *rows); !done)
            return Failure(done.error());
    return true;
}

} // namespace steady::store
