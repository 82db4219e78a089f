// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/Refusal.h"

#include "store/BookFile.h"
#include "store/Schema.h"
#include "store/Sql.h"

#include <QFile>
#include <QFileInfo>
#include <QUuid>

namespace steady::store {
namespace {

struct Marks {
    qint64 application = 0;
    int version = 0;
    std::optional<std::string> fault;
};

/// By SQL, not from the header: with a pending -wal the header tells the past.
Result<Marks> readMarks(QString const& path) {
    auto const name = QUuid::createUuid().toString();
    Result<Marks> result = fail(Code::FileDamaged, {path.toStdString()}, "it cannot be read as a database");
    {
        auto database = QSqlDatabase::addDatabase(QStringLiteral("QSQLITE"), name);
        forReading(database, path);
        if (database.open()) {
            auto application = sql(database, QStringLiteral("PRAGMA application_id"));
            auto version = sql(database, QStringLiteral("PRAGMA user_version"));
            auto tables = sql(database, QStringLiteral("SELECT count(*) FROM sqlite_master"));
            if (application && version && tables && application->next() && version->next() && tables->next())
                result = Marks{application->value(0).toLongLong(), version->value(0).toInt(), schemaFault(database)};
        }
    }
    QSqlDatabase::removeDatabase(name);
    return result;
}

} // namespace

Result<void> mayOpen(QString const& path) {
    Where const where{path.toStdString()};
    QFile file(path);
    if (!QFileInfo(path).isFile()) return fail(Code::FileMissing, where);
    if (!file.open(QIODevice::ReadOnly)) return fail(Code::FileUnreadable, where, file.errorString().toStdString());
    if (!file.read(16).startsWith("SQLite format 3")) return fail(Code::FileForeign, where);
    file.close();
    auto const marks = readMarks(path);
    if (!marks) return Failure(marks.error());
    if (marks->application != application_id) return fail(Code::FileForeign, where);
    if (marks->version > schema_version)
        return fail(Code::FileNewer, where, std::to_string(marks->version), std::to_string(schema_version));
    if (marks->fault) return fail(Code::FileDamaged, where, *marks->fault);
    return {};
}

} // namespace steady::store
