// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/Sql.h"

#include <QSqlDriver>
#include <QSqlError>
#include <QUrl>
#include <sqlite3.h>

namespace steady::store {

namespace {

constexpr int steps_between_looks = 10'000; ///< of SQLite's virtual machine: well below a millisecond

/// Qt's own connection; null where its driver is another one.
sqlite3* handleOf(QSqlDatabase const& database) {
    auto const handle = database.driver()->handle();
    return qstrcmp(handle.typeName(), "sqlite3*") == 0 ? *static_cast<sqlite3* const*>(handle.data()) : nullptr;
}

} // namespace

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

UntilStopped::UntilStopped(QSqlDatabase database, Going const& going) : m_database(std::move(database)) {
    auto const stopped = [](void* asked) { return static_cast<Going const*>(asked)->stopped() ? 1 : 0; };
    if (auto* handle = handleOf(m_database))
        sqlite3_progress_handler(handle, steps_between_looks, stopped, const_cast<Going*>(&going));
}

UntilStopped::~UntilStopped() {
    if (auto* handle = handleOf(m_database)) sqlite3_progress_handler(handle, 0, nullptr, nullptr);
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
