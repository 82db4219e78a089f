// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/BookFile.h"

#include "core/shop/Codec.h"
#include "store/Bodies.h"
#include "store/Refusal.h"
#include "store/Sql.h"

#include <QFile>
#include <QFileInfo>
#include <QUuid>
#include <cmath>
#include <fmt/format.h>
#include <nlohmann/json.hpp>
#include <optional>

namespace steady::store {
namespace {

QString text(std::string const& s) { return QString::fromStdString(s); }

constexpr char const* source_names[] = {"measured", "imported", "simulated"};

std::optional<shop::Source> sourceNamed(QString const& name) {
    for (int i = 0; i < static_cast<int>(std::size(source_names)); ++i)
        if (name == QLatin1String(source_names[i])) return static_cast<shop::Source>(i);
    return std::nullopt;
}

} // namespace

BookFile::BookFile(QString path) : m_path(std::move(path)), m_connection(QUuid::createUuid().toString()) {}

BookFile::~BookFile() {
    QSqlDatabase::database(m_connection, false).close(); // the last connection checkpoints
    QSqlDatabase::removeDatabase(m_connection);
}

QSqlDatabase BookFile::database() const { return QSqlDatabase::database(m_connection); }

Result<void> BookFile::connect(Access access) {
    auto connection = QSqlDatabase::addDatabase(QStringLiteral("QSQLITE"), m_connection);
    connection.setDatabaseName(m_path);
    if (access == Access::ReadOnly) forReading(connection, m_path);
    if (!connection.open()) return fail(Code::FileUnreadable, {m_path.toStdString()}, "the database does not open");
    if (access == Access::ReadOnly) return {};
    for (auto const* pragma : {"PRAGMA journal_mode = WAL", "PRAGMA synchronous = FULL", "PRAGMA foreign_keys = ON"})
        if (auto done = sql(connection, QLatin1String(pragma)); !done) return Failure(done.error());
    return {};
}

Result<void> BookFile::createTables() {
    Transaction transaction(database());
    for (auto const& statement :
         {QStringLiteral("PRAGMA application_id = %1").arg(application_id),
          QStringLiteral("PRAGMA user_version = %1").arg(schema_version),
          QStringLiteral("CREATE TABLE change(seq INTEGER PRIMARY KEY AUTOINCREMENT, at_utc_ms INTEGER NOT NULL, "
                         "author TEXT NOT NULL, "
                         "home_epoch INTEGER NOT NULL DEFAULT 0, what TEXT NOT NULL, undoes INTEGER)"),
          QStringLiteral("CREATE TABLE revision(seq INTEGER NOT NULL REFERENCES change, entity INTEGER NOT NULL, kind "
                         "TEXT NOT NULL, body TEXT, "
                         "PRIMARY KEY(entity, seq)) WITHOUT ROWID"),
          QStringLiteral("CREATE TABLE head(entity INTEGER PRIMARY KEY, seq INTEGER NOT NULL)"),
          QStringLiteral(
              "CREATE TABLE reading(study INTEGER NOT NULL, nr INTEGER NOT NULL, seq INTEGER NOT NULL REFERENCES "
              "change, "
              "at_utc_ms INTEGER NOT NULL, value_mm REAL NOT NULL, as_typed TEXT NOT NULL, source TEXT NOT NULL, "
              "PRIMARY KEY(study, nr)) WITHOUT ROWID"),
          QStringLiteral("CREATE TABLE reading_mark(study INTEGER NOT NULL, nr INTEGER NOT NULL, seq INTEGER NOT NULL "
                         "REFERENCES change, "
                         "mark TEXT NOT NULL, cause TEXT NOT NULL, PRIMARY KEY(study, nr, seq)) WITHOUT ROWID"),
          QStringLiteral("CREATE INDEX revision_by_seq ON revision(seq)")})
        if (auto done = sql(database(), statement); !done) return Failure(done.error());
    return transaction.commit();
}

Result<std::unique_ptr<BookFile>> BookFile::create(QString const& path) {
    if (QFileInfo::exists(path)) return fail(Code::FileExists, {path.toStdString()});
    std::unique_ptr<BookFile> file(new BookFile(path));
    if (auto done = file->connect(Access::ReadWrite); !done) return Failure(done.error());
    if (auto done = file->createTables(); !done) return Failure(done.error());
    return file;
}

Result<std::unique_ptr<BookFile>> BookFile::open(QString const& path, Access access) {
    if (auto allowed = mayOpen(path); !allowed) return Failure(allowed.error());
    std::unique_ptr<BookFile> file(new BookFile(path));
    if (auto done = file->connect(access); !done) return Failure(done.error());
    return file;
}

Result<shop::Book> BookFile::load() const {
    shop::Book book;
    auto rows =
        sql(database(),
            QStringLiteral(
                "SELECT h.entity, r.kind, r.body FROM head h JOIN revision r USING(entity, seq) ORDER BY h.entity"));
    if (!rows) return fail(Code::FileDamaged, {m_path.toStdString()}, rows.error().value);
    while (rows->next()) {
        auto const id = rows->value(0).toLongLong();
        book.reserve(id);
        if (rows->value(2).isNull()) continue;
        auto entity = entityOf(rows->value(1).toString(), rows->value(2).toString());
        if (!entity)
            return fail(Code::FileDamaged, {m_path.toStdString()}, "entity " + std::to_string(id) + " cannot be read");
        book.put(id, std::move(*entity));
    }
    if (auto whole = readToTheEnd(*rows, database()); !whole) return Failure(whole.error());
    if (auto const found = book.check(); !found.empty())
        return fail(Code::FileDamaged, {m_path.toStdString()}, found.front().text);
    return book;
}

Result<std::int64_t> BookFile::append(shop::Change const& change, std::string const& author, std::int64_t at_utc_ms,
                                      std::int64_t undoes) {
    auto const db = database();
    Transaction transaction(db);
    auto added = sql(db, QStringLiteral("INSERT INTO change(at_utc_ms, author, what, undoes) VALUES(?, ?, ?, ?)"),
                     {QVariant::fromValue<qint64>(at_utc_ms), text(author), text(change.what),
                      undoes ? QVariant::fromValue<qint64>(undoes) : QVariant()});
    if (!added) return Failure(added.error());
    auto const seq = added->lastInsertId().toLongLong();
    for (auto const& put : change.puts) {
        QVariant kind, body;
        if (put.value) {
            kind = text(shop::kindOf(*put.value));
            body = text(dumpJson(shop::toJson(*put.value)));
        } else {
            auto last =
                sql(db, QStringLiteral("SELECT kind FROM revision JOIN head USING(entity, seq) WHERE entity = ?"),
                    {QVariant::fromValue<qint64>(put.id)});
            if (!last) return Failure(last.error());
            kind = last->next() ? last->value(0) : QVariant(QString());
        }
        auto done = sql(db, QStringLiteral("INSERT INTO revision(seq, entity, kind, body) VALUES(?, ?, ?, ?)"),
                        {seq, QVariant::fromValue<qint64>(put.id), kind, body});
        if (done)
            done = sql(
                db,
                QStringLiteral(
                    "INSERT INTO head(entity, seq) VALUES(?, ?) ON CONFLICT(entity) DO UPDATE SET seq = excluded.seq"),
                {QVariant::fromValue<qint64>(put.id), seq});
        if (!done) return Failure(done.error());
    }
    for (auto const& added_reading : change.readings) {
        auto const& r = added_reading.reading;
        auto const study = QVariant::fromValue<qint64>(added_reading.study.value);
        auto done =
            sql(db,
                QStringLiteral("INSERT INTO reading(study, nr, seq, at_utc_ms, value_mm, as_typed, source) "
                               "SELECT ?, coalesce(max(nr), 0) + 1, ?, ?, ?, ?, ? FROM reading WHERE study = ?"),
                {study, seq, QVariant::fromValue<qint64>(r.at_utc_ms), r.value_mm, text(r.as_typed),
                 QLatin1String(source_names[static_cast<int>(r.source)]), study});
        if (!done) return Failure(done.error());
    }
    for (auto const& mark : change.marks) {
        auto done =
            sql(db, QStringLiteral("INSERT INTO reading_mark(study, nr, seq, mark, cause) VALUES(?, ?, ?, ?, ?)"),
                {QVariant::fromValue<qint64>(mark.study.value), mark.nr, seq,
                 mark.cause.empty() ? QStringLiteral("counts") : QStringLiteral("withdrawn"), text(mark.cause)});
        if (!done) return Failure(done.error());
    }
    if (auto done = transaction.commit(); !done) return Failure(done.error());
    return seq;
}

Result<std::vector<shop::Reading>> BookFile::readings(Id<shop::Study> study) const {
    auto const damaged = [&](std::string what) {
        return fail(Code::FileDamaged, {m_path.toStdString()},
                    fmt::format("the readings of study {}: {}", study.value, what));
    };
    std::vector<shop::Reading> found;
    auto rows =
        sql(database(),
            QStringLiteral("SELECT nr, value_mm, as_typed, source, at_utc_ms, (SELECT mark || '|' || cause FROM "
                           "reading_mark m WHERE m.study = r.study "
                           "AND m.nr = r.nr ORDER BY m.seq DESC LIMIT 1) FROM reading r WHERE study = ? ORDER BY nr"),
            {QVariant::fromValue<qint64>(study.value)});
    if (!rows) return damaged(rows.error().value);
    while (rows->next()) {
        auto const source = sourceNamed(rows->value(3).toString());
        bool number = false;
        double const value_mm = rows->value(1).toDouble(&number);
        if (!source || !number || !std::isfinite(value_mm))
            return damaged(fmt::format("number {} is not one", rows->value(0).toInt()));
        shop::Reading reading{rows->value(0).toInt(),
                              value_mm,
                              rows->value(2).toString().toStdString(),
                              *source,
                              rows->value(4).toLongLong(),
                              false,
                              {}};
        auto const mark = rows->value(5).toString();
        reading.withdrawn = mark.startsWith(QLatin1String("withdrawn|"));
        if (!mark.isEmpty() && !reading.withdrawn && !mark.startsWith(QLatin1String("counts|")))
            return damaged(fmt::format("number {} has an unknown mark", reading.nr));
        if (reading.withdrawn) reading.cause = mark.section(QLatin1Char('|'), 1).toStdString();
        found.push_back(std::move(reading));
    }
    if (auto whole = readToTheEnd(*rows, database()); !whole) return Failure(whole.error());
    return found;
}

std::vector<ChangeRow> BookFile::history(int most) const {
    std::vector<ChangeRow> found;
    auto rows = sql(database(),
                    QStringLiteral("SELECT seq, at_utc_ms, author, what, undoes FROM change ORDER BY seq DESC LIMIT ?"),
                    {most});
    while (rows && rows->next())
        found.push_back({rows->value(0).toLongLong(), rows->value(1).toLongLong(),
                         rows->value(2).toString().toStdString(), rows->value(3).toString().toStdString(),
                         rows->value(4).toLongLong()});
    return found;
}

std::int64_t BookFile::lastSeq() const {
    auto rows = sql(database(), QStringLiteral("SELECT coalesce(max(seq), 0) FROM change"));
    return rows && rows->next() ? rows->value(0).toLongLong() : 0;
}

Result<void> BookFile::saveCopy(QString const& path) const {
    if (QFileInfo::exists(path)) return fail(Code::FileExists, {path.toStdString()});
    auto done = sql(database(), QStringLiteral("VACUUM INTO ?"), {path});
    if (!done) {
        QFile::remove(path);
        return Failure(done.error());
    }
    return {};
}

QString BookFile::pragma(QString const& name) const {
    auto rows = sql(database(), QStringLiteral("PRAGMA ") + name);
    return rows && rows->next() ? rows->value(0).toString() : QString();
}

} // namespace steady::store
