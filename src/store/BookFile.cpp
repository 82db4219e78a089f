// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/BookFile.h"

#include "core/shop/Codec.h"
#include "store/Bodies.h"
#include "store/DraftBook.h"
#include "store/FileReadings.h"
#include "store/OldLock.h"
#include "store/ReadingWay.h"
#include "store/Refusal.h"
#include "store/Seal.h"

#include <QFile>
#include <QSqlError>
#include <QUuid>
#include <cmath>
#include <fmt/format.h>
#include <map>
#include <nlohmann/json.hpp>
#include <optional>
#include <sys/stat.h>
#include <thread>

namespace steady::store {
namespace {

QString text(std::string const& s) { return QString::fromStdString(s); }

/// More than any shop has; a number beyond it is damage.
constexpr std::int64_t most_entities = 10'000'000;

std::optional<shop::Source> sourceNamed(QString const& name) {
    for (int i = 0; word(static_cast<shop::Source>(i)); ++i)
        if (name == QLatin1String(word(static_cast<shop::Source>(i)))) return static_cast<shop::Source>(i);
    return std::nullopt;
}

QVariant orNull(std::string const& value) { return value.empty() ? QVariant() : QVariant(text(value)); }
template<class T> QVariant orNull(std::optional<T> const& value) { return value ? QVariant(*value) : QVariant(); }
template<class T> std::optional<T> valueOf(QVariant const& value) {
    return value.isNull() ? std::nullopt : std::optional<T>(value.value<T>());
}

struct StoredBody {
    std::int64_t id;
    QString kind, body;
    std::optional<Result<shop::Entity>> entity; ///< once it is read
};

/// By as many threads as it is worth: reading the JSON is most of what opening a large book takes.
void readAll(std::vector<StoredBody>& bodies) {
    constexpr std::size_t worth_a_thread = 2000;
    auto const threads =
        std::clamp<std::size_t>(bodies.size() / worth_a_thread, 1, std::max(1U, std::thread::hardware_concurrency()));
    auto const read = [&](std::size_t part) {
        for (auto i = bodies.size() * part / threads; i < bodies.size() * (part + 1) / threads; ++i)
            bodies[i].entity = entityOf(bodies[i].kind, bodies[i].body);
    };
    std::vector<std::jthread> others;
    for (std::size_t part = 1; part < threads; ++part) others.emplace_back(read, part);
    read(0);
}

/// What the change has stored by now gets its sum.
Result<void> seal(QSqlDatabase const& db, std::int64_t seq) {
    auto const number = QVariant::fromValue<qint64>(seq);
    auto before = sql(db, QStringLiteral("SELECT sum FROM change WHERE seq < ? ORDER BY seq DESC LIMIT 1"), {number});
    if (!before) return Failure(before.error());
    auto const sum_before = before->next() ? before->value(0).toString() : QString();
    if (auto whole = readToTheEnd(*before, db); !whole) return whole;
    before->clear();
    auto walk = ChangeWalk::over(db, schema_version, seq, seq);
    if (!walk) return Failure(walk.error());
    StoredChange stored;
    if (auto const found = walk->next(stored); !found) return Failure(found.error());
    auto done = sql(db, QStringLiteral("UPDATE change SET sum = ? WHERE seq = ?"), {sumOf(sum_before, stored), number});
    if (!done) return Failure(done.error());
    return {};
}

} // namespace

BookFile::BookFile(QString path, std::shared_ptr<FileClaim> claim, int version)
    : m_path(std::move(path)), m_claim(std::move(claim)), m_version(version),
      m_connection(QUuid::createUuid().toString()) {}

BookFile::~BookFile() {
    if (m_readings) m_readings->leaveFile();
    QSqlDatabase::database(m_connection, false).close(); // the last connection checkpoints
    QSqlDatabase::removeDatabase(m_connection);
    m_old_lock.reset(); // before the other: who gets that one looks for this one
    if (m_writer) m_claim->endWriting();
}

QSqlDatabase BookFile::database() const { return QSqlDatabase::database(m_connection); }

Result<void> BookFile::connectForWriting() {
    if (auto may = m_claim->mayWrite(); !may) return may;
    if (auto alone = m_claim->beWriter(); !alone) return alone;
    m_writer = true;
    auto old = takeOldLock(m_claim->path());
    if (!old) return Failure(old.error());
    m_old_lock = std::move(*old);
    auto connection = QSqlDatabase::addDatabase(QStringLiteral("QSQLITE"), m_connection);
    connection.setDatabaseName(m_claim->path());
    if (!connection.open()) return fail(Code::FileUnreadable, {m_path.toStdString()}, "the database does not open");
    for (auto const* pragma : {"PRAGMA journal_mode = WAL", "PRAGMA synchronous = FULL", "PRAGMA foreign_keys = ON"})
        if (auto done = sql(connection, QLatin1String(pragma)); !done)
            return fail(Code::NoRoomForLog, {m_path.toStdString()}, done.error().value);
    if (auto done = migrate(connection, m_version); !done)
        return fail(Code::NoRoomForLog, {m_path.toStdString()}, done.error().value);
    m_version = schema_version;
    return {};
}

Result<void> BookFile::connectForReading() {
    auto way = ReadingWay::of(m_claim);
    if (!way) return Failure(way.error());
    m_way = std::move(*way);
    auto connection = QSqlDatabase::addDatabase(QStringLiteral("QSQLITE"), m_connection);
    m_way->prepare(connection);
    if (!connection.open()) return fail(Code::FileUnreadable, {m_path.toStdString()}, "the database does not open");
    return {};
}

Result<std::unique_ptr<BookFile>> BookFile::create(QString const& path) {
    auto draft = DraftBook::at(path);
    if (!draft) return Failure(draft.error());
    auto made = [&]() -> Result<void> {
        auto database = (*draft)->open();
        if (!database) return Failure(database.error());
        return createTables(*database);
    }();
    if (!made) return Failure(made.error());
    if (auto done = (*draft)->keep(); !done) return Failure(done.error());
    return open(path, Access::ReadWrite);
}

Result<std::unique_ptr<BookFile>> BookFile::open(QString const& path, Access access) {
    auto claim = FileClaim::of(path);
    if (!claim) return Failure(claim.error());
    auto const version = formatOf(*claim);
    if (!version) return Failure(version.error());
    std::unique_ptr<BookFile> file(new BookFile(path, std::move(*claim), *version));
    auto done = access == Access::ReadWrite ? file->connectForWriting() : file->connectForReading();
    if (done) done = file->catchUp();
    if (!done) return Failure(done.error());
    file->m_readings = std::make_shared<FileReadings>(*file);
    return file;
}

Result<BookFile::Look> BookFile::look(QString const& path, Going const& going) {
    auto const file = open(path, Access::ReadOnly);
    if (!file) return Failure(file.error());
    UntilStopped const stoppable((*file)->database(), going);
    auto const last = (*file)->lastChange(); // first: a writer may go on meanwhile
    auto snapshot = (*file)->load(going);
    if (!snapshot) return Failure(snapshot.error());
    return Look{std::move(*snapshot), last};
}

QString BookFile::lastChange() const {
    auto rows = sql(database(), QStringLiteral("SELECT seq || ' ' || sum FROM change ORDER BY seq DESC LIMIT 1"));
    return rows && rows->next() ? rows->value(0).toString() : QString();
}

Result<shop::Snapshot> BookFile::load(Look const& seen) const {
    bool const same = !seen.last.isEmpty() && seen.snapshot.seq() == m_last_seq && seen.last == lastChange();
    return same ? seen.snapshot.readBy(m_readings) : load();
}

Result<shop::Snapshot> BookFile::load(Going const& going) const {
    shop::Book book;
    std::vector<shop::Head> heads;
    std::int64_t seq = 0;
    auto const damaged = [&](std::string what) { return fail(Code::FileDamaged, {m_path.toStdString()}, what); };
    auto rows =
        sql(database(), // one statement: a writer may go on meanwhile
            QStringLiteral("SELECT c.seq, h.entity, r.kind, r.body, h.seq, (SELECT min(seq) FROM revision f "
                           "WHERE f.entity = h.entity) FROM (SELECT coalesce(max(seq), 0) AS seq FROM change) c "
                           "LEFT JOIN head h LEFT JOIN revision r ON r.entity = h.entity AND r.seq = h.seq "
                           "ORDER BY h.entity"));
    if (!rows) return damaged(rows.error().value);
    std::vector<StoredBody> bodies;
    while (rows->next()) {
        if (going.stopped()) return fail(Code::Stopped, {m_path.toStdString()});
        seq = rows->value(0).toLongLong();
        if (rows->value(1).isNull()) continue; // nothing in it yet
        auto const id = rows->value(1).toLongLong();
        if (id < 1 || id > most_entities) return damaged(fmt::format("a thing has the number {}", id));
        book.reserve(id);
        heads.resize(static_cast<std::size_t>(id) + 1);
        heads.back() = {rows->value(4).toLongLong(), rows->value(5).toLongLong()};
        if (!rows->value(3).isNull()) bodies.push_back({id, rows->value(2).toString(), rows->value(3).toString(), {}});
    }
    if (auto whole = readToTheEnd(*rows, database()); !whole) return Failure(whole.error());
    readAll(bodies);
    std::vector<std::pair<std::int64_t, shop::Entity>> entities;
    for (auto& each : bodies) {
        auto& entity = *each.entity;
        if (!entity && entity.error().code == Code::FileNewer) return Failure(entity.error());
        if (!entity) return damaged("thing number " + std::to_string(each.id) + " cannot be read");
        entities.emplace_back(each.id, std::move(*entity));
    }
    book.putAll(std::move(entities));
    if (auto const found = book.check(); !found.empty()) return damaged(found.front().text);
    return shop::Snapshot(std::move(book), std::move(heads), seq, m_readings);
}

namespace {

/// One statement for all of them, and the last number of each study asked once: a table of many is brought in at once.
Result<void> appendReadings(QSqlDatabase const& db, std::vector<shop::Change::NewReading> const& readings,
                            qlonglong seq) {
    if (readings.empty()) return {};
    auto const wrong = [&](QSqlQuery const& query) {
        return fail(Code::FileWrite, {placeOf(db)}, query.lastError().text().toStdString());
    };
    std::map<Id<shop::Study>, int> last;
    QSqlQuery insert(db);
    if (!insert.prepare(QStringLiteral("INSERT INTO reading(%1) VALUES(?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)")
                            .arg(columnsToRead(Table::Reading, schema_version))))
        return wrong(insert);
    for (auto const& added : readings) {
        auto const study = QVariant::fromValue<qint64>(added.study.value);
        if (!last.contains(added.study)) {
            auto found = sql(db, QStringLiteral("SELECT coalesce(max(nr), 0) FROM reading WHERE study = ?"), {study});
            if (!found) return Failure(found.error());
            if (!found->next()) return wrong(*found);
            last[added.study] = found->value(0).toInt();
        }
        auto const& r = added.reading;
        QVariantList const values{study,
                                  ++last[added.study],
                                  seq,
                                  QVariant::fromValue<qint64>(r.at_utc_ms),
                                  r.value_mm,
                                  text(r.as_typed),
                                  QLatin1String(word(r.source)),
                                  orNull(r.x_mm),
                                  orNull(r.y_mm),
                                  orNull(r.temperature_c),
                                  orNull(r.group_nr),
                                  orNull(r.second_value),
                                  orNull(r.quantity),
                                  orNull(r.unit)};
        for (int i = 0; i < values.size(); ++i) insert.bindValue(i, values[i]);
        if (!insert.exec()) return wrong(insert);
    }
    return {};
}

} // namespace

namespace {

std::optional<LogId> idOf(QString const& path) {
    struct stat about {};
    if (::stat(QFile::encodeName(path).constData(), &about) != 0) return std::nullopt;
    return LogId{about.st_dev, about.st_ino};
}

} // namespace

Result<void> BookFile::stillThere() {
    auto there = m_claim->stillThere();
    if (there && m_writer) {
        auto const log = idOf(m_claim->path() + QLatin1String("-wal"));
        if (m_log && log != m_log)
            there = fail(Code::BookElsewhere, {m_path.toStdString()}, "its log was moved or removed");
        m_log = log;
    }
    if (!there && m_writer) (void)sql(database(), QStringLiteral("PRAGMA wal_checkpoint(TRUNCATE)"));
    return there;
}

Result<std::int64_t> BookFile::append(shop::Change const& change, std::string const& author, std::int64_t at_utc_ms,
                                      std::int64_t undoes) {
    if (auto there = stillThere(); !there) return Failure(there.error());
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
            auto const json = shop::toJson(*put.value);
            // What could not be read again must never be written.
            if (auto const again = shop::fromJson(shop::kindOf(*put.value), json); !again)
                return Failure(again.error());
            kind = text(shop::kindOf(*put.value));
            body = text(dumpJson(json));
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
    if (auto done = appendReadings(db, change.readings, seq); !done) return Failure(done.error());
    for (auto const& mark : change.marks) {
        auto done =
            sql(db, QStringLiteral("INSERT INTO reading_mark(study, nr, seq, mark, cause) VALUES(?, ?, ?, ?, ?)"),
                {QVariant::fromValue<qint64>(mark.study.value), mark.nr, seq,
                 mark.cause.empty() ? QStringLiteral("counts") : QStringLiteral("withdrawn"), text(mark.cause)});
        if (!done) return Failure(done.error());
    }
    if (auto done = seal(db, seq); !done) return Failure(done.error());
    if (auto done = transaction.commit(); !done) return Failure(done.error());
    m_last_seq = seq;
    if (auto there = stillThere(); !there) return Failure(there.error()); // while it was written
    return seq;
}

Result<shop::Readings> BookFile::readings(Id<shop::Study> study, std::int64_t up_to) const {
    auto const damaged = [&](std::string what) {
        return fail(Code::FileDamaged, {m_path.toStdString()},
                    fmt::format("the readings of study {}: {}", study.value, what));
    };
    shop::Readings found;
    auto const columns = columnsToRead(Table::Reading, m_version);
    auto rows = sql(database(),
                    QStringLiteral("SELECT %1, (SELECT mark || '|' || cause FROM reading_mark m WHERE m.study = "
                                   "r.study AND m.nr = r.nr AND m.seq <= ? ORDER BY m.seq DESC LIMIT 1) FROM reading r "
                                   "WHERE study = ? AND seq <= ? ORDER BY nr")
                        .arg(columns),
                    {QVariant::fromValue<qint64>(up_to), QVariant::fromValue<qint64>(study.value),
                     QVariant::fromValue<qint64>(up_to)});
    if (!rows) return damaged(rows.error().value);
    enum { Study, Nr, Seq, At, Value, AsTyped, Source, X, Y, Temperature, Group, Second, Quantity, Unit, Mark };
    while (rows->next()) {
        auto const source = sourceNamed(rows->value(Source).toString());
        bool number = false;
        double const value_mm = rows->value(Value).toDouble(&number);
        if (!source || !number || !std::isfinite(value_mm))
            return damaged(fmt::format("number {} is not one", rows->value(Nr).toInt()));
        shop::Reading reading{rows->value(Nr).toInt(),
                              value_mm,
                              rows->value(AsTyped).toString().toStdString(),
                              *source,
                              rows->value(At).toLongLong(),
                              false,
                              {},
                              valueOf<double>(rows->value(X)),
                              valueOf<double>(rows->value(Y)),
                              valueOf<double>(rows->value(Temperature)),
                              valueOf<int>(rows->value(Group)),
                              valueOf<double>(rows->value(Second)),
                              rows->value(Quantity).toString().toStdString(),
                              rows->value(Unit).toString().toStdString()};
        auto const mark = rows->value(Mark).toString();
        reading.withdrawn = mark.startsWith(QLatin1String("withdrawn|"));
        if (!mark.isEmpty() && !reading.withdrawn && !mark.startsWith(QLatin1String("counts|")))
            return damaged(fmt::format("number {} has an unknown mark", reading.nr));
        if (reading.withdrawn) reading.cause = mark.section(QLatin1Char('|'), 1).toStdString();
        found.push_back(std::move(reading));
    }
    if (auto whole = readToTheEnd(*rows, database()); !whole) return Failure(whole.error());
    return found;
}

Result<std::vector<ChangeRow>> BookFile::history(int most) const {
    std::vector<ChangeRow> found;
    auto rows = sql(database(),
                    QStringLiteral("SELECT seq, at_utc_ms, author, what, undoes FROM change ORDER BY seq DESC LIMIT ?"),
                    {most});
    if (!rows) return Failure(rows.error());
    while (rows->next())
        found.push_back({rows->value(0).toLongLong(), rows->value(1).toLongLong(),
                         rows->value(2).toString().toStdString(), rows->value(3).toString().toStdString(),
                         rows->value(4).toLongLong()});
    if (auto whole = readToTheEnd(*rows, database()); !whole) return Failure(whole.error());
    return found;
}

Result<void> BookFile::catchUp() {
    auto rows = sql(database(), QStringLiteral("SELECT coalesce(max(seq), 0) FROM change"));
    if (!rows) return fail(Code::FileDamaged, {m_path.toStdString()}, rows.error().value);
    if (!rows->next()) return fail(Code::FileDamaged, {m_path.toStdString()}, "its changes cannot be counted");
    m_last_seq = rows->value(0).toLongLong();
    return {};
}

Result<void> BookFile::saveCopy(QString const& path, Going const& going) const {
    auto draft = DraftBook::at(path);
    if (!draft) return Failure(draft.error());
    UntilStopped const stoppable(database(), going);
    if (auto done = sql(database(), QStringLiteral("VACUUM INTO ?"), {(*draft)->draft()}); !done && !going.stopped())
        return Failure(done.error());
    if (going.stopped()) return fail(Code::Stopped, {path.toStdString()});
    return (*draft)->keep();
}

QString BookFile::pragma(QString const& name) const {
    auto rows = sql(database(), QStringLiteral("PRAGMA ") + name);
    return rows && rows->next() ? rows->value(0).toString() : QString();
}

} // namespace steady::store
