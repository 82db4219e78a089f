// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Books as files: what they hold, byte by byte, and how to spoil one.

#include "core/base/Words.h"
#include "store/Session.h"
#include "store/Sql.h"
#include "support/Test.h"

#include <QCryptographicHash>
#include <sstream>

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

/// A folder of books that goes away with it.
struct BookFolder {
    QTemporaryDir folder;
    int count = 0;
    FixedClock clock{1'000'000};

    QString fresh() { return folder.filePath(QStringLiteral("book%1.pinbook").arg(++count)); }
    std::unique_ptr<store::Session> make(QString const& path) {
        auto session = store::Session::create(path, clock, "tester");
        if (!session) qFatal("%s", describe(session.error()).c_str());
        return std::move(*session);
    }
};
/// As the command line exports it.
inline QByteArray exported(store::BookFile const& file) {
    std::ostringstream out;
    if (auto const done = file.exportTo(out); !done) qFatal("%s", describe(done.error()).c_str());
    return QByteArray::fromStdString(out.str());
}
inline Result<void> imported(QByteArray const& text, QString const& path) {
    std::istringstream in(text.toStdString());
    return store::BookFile::importFrom(in, "export.json", path);
}
inline shop::Change named(std::string what) { return {std::move(what), {}, {}, {}}; }

} // namespace steady::test
