// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/DraftBook.h"

#include "store/Sql.h"

#include <QSqlError>
#include <QUuid>

namespace steady::store {

DraftBook::DraftBook(NewFile file) : m_file(std::move(file)) {}

DraftBook::~DraftBook() { close(); }

Result<std::unique_ptr<DraftBook>> DraftBook::at(QString const& path) {
    auto file = NewFile::at(path);
    if (!file) return Failure(file.error());
    return std::unique_ptr<DraftBook>(new DraftBook(std::move(*file)));
}

Result<QSqlDatabase> DraftBook::open() {
    if (!m_connection.isEmpty()) return QSqlDatabase::database(m_connection);
    m_connection = QUuid::createUuid().toString();
    auto database = QSqlDatabase::addDatabase(QStringLiteral("QSQLITE"), m_connection);
    database.setDatabaseName(m_file.draft());
    if (!database.open())
        return fail(Code::FileWrite, {m_file.draft().toStdString()}, database.lastError().databaseText().toStdString());
    for (auto const* pragma : {"PRAGMA journal_mode = OFF", "PRAGMA synchronous = OFF", "PRAGMA cache_size = -65536"})
        if (auto done = sql(database, QLatin1String(pragma)); !done) return Failure(done.error());
    return database;
}

void DraftBook::close() {
    if (m_connection.isEmpty()) return;
    QSqlDatabase::database(m_connection, false).close();
    QSqlDatabase::removeDatabase(std::exchange(m_connection, {}));
}

Result<void> DraftBook::keep() {
    auto database = open();
    if (!database) return Failure(database.error());
    // From its first day on as it will be written to: nothing that opens it has to change it.
    auto mode = sql(*database, QStringLiteral("PRAGMA journal_mode = WAL"));
    bool const done = mode && mode->next() && mode->value(0).toString() == QStringLiteral("wal");
    if (mode) mode->clear();
    *database = {};
    close();
    if (!done) return fail(Code::FileWrite, {m_file.draft().toStdString()}, "the log beside it cannot be made");
    return m_file.keep();
}

} // namespace steady::store
