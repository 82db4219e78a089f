// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Small helpers around Qt SQL: a statement either works or says what is wrong, as an Error.

#include "core/base/Going.h"
#include "core/base/Result.h"

#include <QSqlDatabase>
#include <QSqlQuery>
#include <QString>
#include <QVariant>

namespace steady::store {

/// Prepares, binds in order, executes.
Result<QSqlQuery> sql(QSqlDatabase const& database, QString const& statement, QVariantList const& values = {});

/// After the last row: whether that was the last, or a read that failed. Error: FileDamaged.
Result<void> readToTheEnd(QSqlQuery const& query, QSqlDatabase const& database);

/// The file of a connection, as a person would name it.
std::string placeOf(QSqlDatabase const& database);

/// While it lives, a statement of the connection ends early, with an error, once the work is to stop.
class UntilStopped {
public:
    UntilStopped(QSqlDatabase database, Going const& going);
    ~UntilStopped();
    UntilStopped(UntilStopped const&) = delete;
    UntilStopped& operator=(UntilStopped const&) = delete;

private:
    QSqlDatabase m_database;
};

/// begin … commit; rolls back unless committed.
class Transaction {
public:
    explicit Transaction(QSqlDatabase database);
    ~Transaction();
    Transaction(Transaction const&) = delete;
    Transaction& operator=(Transaction const&) = delete;
    Result<void> commit();

private:
    QSqlDatabase m_database;
    bool m_open;
};

} // namespace steady::store
