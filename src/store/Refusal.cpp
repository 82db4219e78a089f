// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/Refusal.h"

#include "store/ReadingWay.h"
#include "store/Schema.h"
#include "store/Sql.h"

#include <QUuid>

namespace steady::store {
namespace {

struct Marks {
    qint64 application = 0;
    int version = 0;
    std::optional<std::string> fault;
};

/// By SQL, not from the header: with a pending log the header tells the past.
Result<Marks> readMarks(std::shared_ptr<FileClaim> const& claim) {
    auto const way = ReadingWay::of(claim);
    if (!way) return Failure(way.error());
    auto const name = QUuid::createUuid().toString();
    Result<Marks> result = fail(Code::FileDamaged, {claim->path().toStdString()}, "it cannot be read as a database");
    {
        auto database = QSqlDatabase::addDatabase(QStringLiteral("QSQLITE"), name);
        (*way)->prepare(database);
        if (database.open()) {
            auto application = sql(database, QStringLiteral("PRAGMA application_id"));
            auto version = sql(database, QStringLiteral("PRAGMA user_version"));
            auto tables = sql(database, QStringLiteral("SELECT count(*) FROM sqlite_master"));
            if (application && version && tables && application->next() && version->next() && tables->next()) {
                result = Marks{application->value(0).toLongLong(), version->value(0).toInt(), {}};
                result->fault = schemaFault(database, result->version);
            }
        }
    }
    QSqlDatabase::removeDatabase(name);
    return result;
}

} // namespace

Result<int> formatOf(std::shared_ptr<FileClaim> const& claim) {
    Where const where{claim->path().toStdString()};
    auto const head = claim->bytes(0, 16);
    if (head.isEmpty()) return fail(Code::FileEmpty, where);
    if (!head.startsWith("SQLite format 3")) return fail(Code::FileForeign, where);
    auto const marks = readMarks(claim);
    if (!marks) return Failure(marks.error());
    if (marks->application != application_id) return fail(Code::FileForeign, where);
    if (marks->version > schema_version)
        return fail(Code::FileNewer, where, std::to_string(marks->version), std::to_string(schema_version));
    if (marks->version < 1) return fail(Code::FileDamaged, where, "it has no format");
    if (marks->fault) return fail(Code::FileDamaged, where, *marks->fault);
    return marks->version;
}

} // namespace steady::store
