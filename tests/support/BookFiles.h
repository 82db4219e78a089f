// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Books as files: what they hold, byte by byte, and how to spoil one.

#include "store/Sql.h"
#include "support/Test.h"

#include <QCryptographicHash>

namespace steady::test {

/// Of the file and of its pending log.
inline QByteArray hashOf(QString const& path) {
    QByteArray all;
    for (auto const* tail : {"", "-wal"}) {
        auto const name = path + QLatin1String(tail);
        if (QFile::exists(name)) all += readAll(name) + '|';
    }
    return QCryptographicHash::hash(all, QCryptographicHash::Sha256);
}

/// Runs SQL on a file behind the store's back.
inline void tamper(QString const& path, QString const& statement) {
    {
        auto database = QSqlDatabase::addDatabase(QStringLiteral("QSQLITE"), QStringLiteral("tamper"));
        database.setDatabaseName(path);
        QVERIFY(database.open());
        QVERIFY(store::sql(database, statement));
    }
    QSqlDatabase::removeDatabase(QStringLiteral("tamper"));
}

} // namespace steady::test
