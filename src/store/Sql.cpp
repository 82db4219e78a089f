// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/Sql.h"

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
    return fail(Code::FileWrite, {placeOf(database)}, query.lastError().text().toStdString());
}

Result<void> readToTheEnd(QSqlQuery const& query, QSqlDatabase const& database) {
    if (!query.lastError().isValid()) return {};
    return fail(Code::FileDamaged, {placeOf(database)}, query.lastError().text().toStdString());
}

std::string placeOf(QSqlDatabase const& database) {
    auto const name = database.databaseName();
    return (name.startsWith(QStringLiteral("file:")) ? QUrl(name).path() : name).toStdString();
}

Transaction::Transaction(QSqlDatabase database) : m_database(std::move(database)), m_open(m_database.transaction()) {}

Transaction::~Transaction() {
    if (m_open) m_database.rollback();
}

Result<void> Transaction::commit() {
    m_open = m_open && !m_database.commit();
    if (m_open)
        return fail(Code::FileWrite, {placeOf(m_database)}, m_database.lastError().databaseText().toStdString());
    return {};
}

} // namespace steady::store
