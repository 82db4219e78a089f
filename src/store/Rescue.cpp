// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/Rescue.h"

#include "store/Bodies.h"
#include "store/BookFile.h"
#include "store/DraftBook.h"
#include "store/ReadingWay.h"
#include "store/Seal.h"

#include <QUuid>
#include <algorithm>
#include <fmt/format.h>
#include <map>
#include <set>

namespace steady::store {
namespace {

using Key = std::vector<qint64>;
using Rows = std::map<Key, QVariantList>;

std::vector<int> keyOf(Table table) {
    switch (table) {
    case Table::Revision: return {1, 0}; // entity, seq
    case Table::Reading: return {0, 1};  // study, nr
    case Table::Mark: return {0, 1, 2};  // study, nr, seq
    default: return {0};
    }
}

/// From the front as far as it goes, then from the back: a page that cannot be read costs what stands on it.
class Reader {
public:
    Reader(QSqlDatabase database, int version) : m_database(std::move(database)), m_version(version) {}
    bool all_pages = true;

    Rows rows(Table table) {
        Rows found;
        for (auto const* direction : {"", " DESC"}) {
            QStringList order;
            for (int const column : keyOf(table)) order << columnsOf(table)[column] + QLatin1String(direction);
            auto query = sql(
                m_database, QStringLiteral("SELECT %1 FROM %2 NOT INDEXED ORDER BY %3")
                                .arg(columnsToRead(table, m_version), nameOf(table), order.join(QStringLiteral(", "))));
            bool whole = query && true;
            while (query && query->next()) add(table, *query, found);
            if (query) whole = readToTheEnd(*query, m_database).has_value();
            if (whole) return found;
            all_pages = false;
        }
        return found;
    }

private:
    static void add(Table table, QSqlQuery const& query, Rows& into) {
        QVariantList row;
        for (int i = 0; i < columnsOf(table).size(); ++i) row << query.value(i);
        Key key;
        for (int const column : keyOf(table)) key.push_back(row[column].toLongLong());
        into.emplace(std::move(key), std::move(row));
    }

    QSqlDatabase m_database;
    int m_version;
};

struct Found {
    Rows changes, revisions, readings, marks;
};

class Rebuilder {
public:
    Rebuilder(QSqlDatabase database, Found found) : m_db(std::move(database)), m_found(std::move(found)) {}
    Rescued said;

    Result<void> build(std::int64_t at_utc_ms, std::string const& author, Going const& going) {
        sift();
        if (m_found.changes.empty()) return fail(Code::FileDamaged, {}, "nothing of it can be read");
        std::int64_t const seq = m_found.changes.rbegin()->first.front() + 1;
        auto const total = static_cast<std::int64_t>(m_found.changes.size() + m_found.revisions.size() +
                                                     m_found.readings.size() + m_found.marks.size());
        std::int64_t written = 0;
        for (auto [table, rows] : {std::pair{Table::Change, &m_found.changes},
                                   {Table::Revision, &m_found.revisions},
                                   {Table::Reading, &m_found.readings},
                                   {Table::Mark, &m_found.marks}})
            for (auto const& [key, row] : *rows) {
                if (going.stopped()) return fail(Code::Stopped, {});
                going.at(++written, total);
                if (auto done = insert(table, row); !done) return done;
            }
        mend(heads());
        auto const what =
            fmt::format("Rescued from a damaged book: {} rows lost, {} things left out, {} mended{}", said.lost_rows,
                        said.left_out, said.mended, said.all_pages ? "" : ", and some pages could not be read");
        StoredChange last{{number(seq), number(at_utc_ms), QString::fromStdString(author), number(0),
                           QString::fromStdString(what), QVariant(), QVariant()},
                          {},
                          {},
                          {}};
        for (auto const& [entity, put] : m_mended)
            last.revisions.push_back(
                {number(seq), number(entity), put.kind, put.body.isNull() ? QVariant() : QVariant(put.body)});
        last.change.back() = sumOf({}, last);
        if (auto done = insert(Table::Change, last.change); !done) return done;
        for (auto const& row : last.revisions)
            if (auto done = insert(Table::Revision, row); !done) return done;
        said.changes = static_cast<std::int64_t>(m_found.changes.size());
        auto done = sql(m_db, QStringLiteral("INSERT INTO head SELECT entity, max(seq) FROM revision GROUP BY entity"));
        return done ? Result<void>() : Failure(done.error());
    }

private:
    static QVariant number(std::int64_t value) { return QVariant::fromValue<qint64>(value); }

    /// Keeps what makes sense by itself and belongs to a change.
    void sift() {
        auto const keep = [&](Rows& rows, auto good) {
            said.lost_rows +=
                static_cast<std::int64_t>(std::erase_if(rows, [&](auto const& each) { return !good(each.second); }));
        };
        keep(m_found.changes, [](QVariantList const& row) {
            auto const undoes = row[5];
            return row[0].toLongLong() > 0 && row[0].typeId() == QMetaType::LongLong && !row[4].isNull() &&
                   (undoes.isNull() || undoes.toLongLong() < row[0].toLongLong());
        });
        for (auto& [key, row] : m_found.changes) {
            row.back() = QVariant(); // what it was sealed with holds no longer
            if (!m_found.changes.contains({row[5].toLongLong()})) row[5] = QVariant();
        }
        auto const known = [&](QVariant const& seq) { return m_found.changes.contains({seq.toLongLong()}); };
        keep(m_found.revisions, [&](QVariantList const& row) {
            return known(row[0]) && row[1].toLongLong() > 0 &&
                   (row[3].isNull() || entityOf(row[2].toString(), row[3].toString()));
        });
        static QStringList const sources{QStringLiteral("measured"), QStringLiteral("imported"),
                                         QStringLiteral("simulated")};
        keep(m_found.readings, [&](QVariantList const& row) {
            auto const nr = row[1].toLongLong();
            return known(row[2]) && nr >= 1 && nr <= largest_reading && row[4].typeId() == QMetaType::Double &&
                   std::isfinite(row[4].toDouble()) && sources.contains(row[6].toString());
        });
        static QStringList const marks{QStringLiteral("counts"), QStringLiteral("withdrawn")};
        keep(m_found.marks, [&](QVariantList const& row) {
            return known(row[2]) && marks.contains(row[3].toString()) &&
                   m_found.readings.contains({row[0].toLongLong(), row[1].toLongLong()});
        });
    }

    shop::Book heads() const {
        shop::Book book;
        for (auto const& [key, row] : m_found.revisions) { // the last of each entity comes last
            book.reserve(key.front());
            if (row[3].isNull())
                book.retire(key.front());
            else
                book.put(key.front(), *entityOf(row[2].toString(), row[3].toString()));
        }
        return book;
    }

    /// What refers to something lost forgets that, or goes too; and so on with what refers to it.
    void mend(shop::Book book) {
        for (auto misled = book.misled(); !misled.empty(); misled = book.misled())
            for (auto const id : misled) {
                auto const last = std::prev(m_found.revisions.upper_bound({id, std::numeric_limits<qint64>::max()}));
                auto const kind = last->second[2].toString();
                auto rest = shop::withoutMissing(*entityOf(kind, last->second[3].toString()), book);
                book.retire(id);
                m_mended[id] = {kind, rest ? QString::fromStdString(dumpJson(shop::toJson(*rest))) : QString()};
                if (rest) book.put(id, std::move(*rest));
            }
        for (auto const& [id, put] : m_mended) ++(put.body.isNull() ? said.left_out : said.mended);
    }

    Result<void> insert(Table table, QVariantList const& row) {
        auto places = QStringLiteral("?, ").repeated(row.size());
        places.chop(2);
        auto done = sql(m_db, QStringLiteral("INSERT INTO %1 VALUES(%2)").arg(nameOf(table), places), row);
        return done ? Result<void>() : Failure(done.error());
    }

    QSqlDatabase m_db;
    Found m_found;
    struct Put {
        QString kind, body; ///< no body: left out
    };
    std::map<std::int64_t, Put> m_mended;
};

/// Everything that the file still gives; the format that its tables look like is tried first.
Result<std::pair<Found, bool>> readAll(QString const& damaged) {
    auto claim = FileClaim::of(damaged);
    if (!claim) return Failure(claim.error());
    if (!(*claim)->bytes(0, 16).startsWith("SQLite format 3")) return fail(Code::FileForeign, {damaged.toStdString()});
    auto way = ReadingWay::of(*claim);
    if (!way) return Failure(way.error());
    auto const name = QUuid::createUuid().toString();
    Result<std::pair<Found, bool>> result =
        fail(Code::FileDamaged, {damaged.toStdString()}, "nothing of it can be read");
    {
        auto database = QSqlDatabase::addDatabase(QStringLiteral("QSQLITE"), name);
        (*way)->prepare(database);
        if (database.open()) {
            bool const newer = sql(database, QStringLiteral("SELECT sum FROM change LIMIT 0")).has_value();
            Reader reader(database, newer ? schema_version : 1);
            Found found{reader.rows(Table::Change), reader.rows(Table::Revision), reader.rows(Table::Reading),
                        reader.rows(Table::Mark)};
            result = std::pair{std::move(found), reader.all_pages};
        }
    }
    QSqlDatabase::removeDatabase(name);
    return result;
}

} // namespace

Result<Rescued> rescue(QString const& damaged, QString const& to, std::int64_t at_utc_ms, std::string const& author,
                       Going const& going) {
    auto found = readAll(damaged);
    if (!found) return Failure(found.error());
    auto draft = DraftBook::at(to);
    if (!draft) return Failure(draft.error());
    Rescued said;
    auto built = [&]() -> Result<void> {
        auto database = (*draft)->open();
        if (!database) return Failure(database.error());
        if (auto made = createTables(*database); !made) return made;
        Transaction transaction(*database);
        Rebuilder rebuilder(*database, std::move(found->first));
        rebuilder.said.all_pages = found->second;
        if (auto done = rebuilder.build(at_utc_ms, author, going); !done) return done;
        said = rebuilder.said;
        return transaction.commit();
    }();
    if (built) {
        auto const made = BookFile::open((*draft)->draft(), Access::ReadOnly);
        auto const sound = made ? (*made)->check() : Result<std::optional<Sound>>(Failure(made.error()));
        if (!sound) built = Failure(sound.error());
    }
    if (built) built = (*draft)->keep();
    if (!built) {
        if (built.error().where.place.empty()) built.error().where.place = damaged.toStdString();
        return Failure(built.error());
    }
    return said;
}

} // namespace steady::store
