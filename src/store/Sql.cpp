// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/Sql.h"

#include <QFileInfo>
#include <QSqlError>
#include <QUrl>

namespace steady::store {

Result<QSqlQuery> sql(QSqlDatabase const& database, QString const& statement, QVariantList const& values) {
    QSqlQuery query(database);
    query.setForwardOnly(true);
    if (query.prepare(statement)) {
        for (auto const& value : values) query.addBindValue(value);
        if (query.exec()) return query;
    }
    return fail(Code::FileWrite, {database.databaseName().toStdString()}, query.lastError().text().toStdString());
}

Result<void> readToTheEnd(QSqlQuery const& query, QSqlDatabase const& database) {
    if (!query.lastError().isValid()) return {};
    return fail(Code::FileDamaged, {database.databaseName().toStdString()}, query.lastError().text().toStdString());
}

void forReading(QSqlDatabase& database, QString const& path) {
    // Without a -wal nobody is writing; SQLite is told so, or it would make one.
    bool const still = !QFileInfo::exists(path + QStringLiteral("-wal"));
    auto url = QUrl::fromLocalFile(QFileInfo(path).absoluteFilePath());
    if (still) url.setQuery(QStringLiteral("immutable=1"));
    database.setDatabaseName(QString::fromUtf8(url.toEncoded()));
    database.setConnectOptions(QStringLiteral("QSQLITE_OPEN_READONLY;QSQLITE_OPEN_URI"));
}

Transaction::Transaction(QSqlDatabase database) : m_database(std::move(database)), m_open(m_database.transaction()) {}

Transaction::~Transaction() {
    if (m_open) m_database.rollback();
}

Result<void> Transaction::commit() {
    m_open = m_open && !m_database.commit();
    if (m_open)
        return fail(Code::FileWrite, {m_database.databaseName().toStdString()},
                    m_database.lastError().databaseText().toStdString());
    return {};
}

} // namespace steady::store
