// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// Reads everything that a book's file holds, also what no screen shows any more.
#include "store/Bodies.h"
#include "store/BookFile.h"
#include "store/Seal.h"

#include <fmt/format.h>

namespace steady::store {
namespace {

struct Checker {
    QSqlDatabase db;
    Where where;

    Failure damaged(std::string what) const { return fail(Code::FileDamaged, where, std::move(what)); }

    /// The statement finds what must not be there; its first column says which.
    Result<void> none(char const* statement, char const* what) const {
        auto rows = sql(db, QLatin1String(statement));
        if (!rows) return damaged(rows.error().value);
        if (rows->next()) return damaged(fmt::format("{} {}", what, rows->value(0).toLongLong()));
        return readToTheEnd(*rows, db);
    }

    /// Old revisions too: history leads back to them.
    Result<void> bodies(StoredChange const& change) const {
        for (auto const& row : change.revisions) {
            auto const seq = row[0].toLongLong(), entity = row[1].toLongLong();
            if (row[3].isNull()) continue;
            if (!entityOf(row[2].toString(), row[3].toString()))
                return damaged(fmt::format("what change {} made of number {} cannot be read", seq, entity));
        }
        return {};
    }

    /// Each change is what was written, from the first that has a sum.
    Result<std::optional<Sound>> changes(int version, std::int64_t count, Going const& going) const {
        auto walk = ChangeWalk::over(db, version);
        if (!walk) return damaged(walk.error().value);
        Sound sound;
        StoredChange change;
        QString before;
        while (true) {
            auto const more = walk->next(change);
            if (!more) return Failure(more.error());
            if (!*more) return sound;
            if (going.stopped()) return std::nullopt;
            going.at(++sound.changes, count);
            if (auto done = bodies(change); !done) return Failure(done.error());
            auto const sum = change.change.back().toString();
            if (sum.isEmpty() && before.isEmpty()) {
                ++sound.unsealed;
                continue;
            }
            if (sum != sumOf(before, change))
                return damaged(fmt::format("change {} no longer is what was written", change.seq()));
            before = sum;
        }
    }
};

} // namespace

Result<std::optional<Sound>> BookFile::check(Going const& going) const {
    UntilStopped const stoppable(database(), going);
    auto found = checkAll(going);
    if (going.stopped()) return std::nullopt; // what was broken off found nothing
    return found;
}

Result<std::optional<Sound>> BookFile::checkAll(Going const& going) const {
    auto const db = database();
    Transaction const one_moment(db); // a writer may go on meanwhile
    if (auto done = checkTables(); !done) return Failure(done.error());
    Checker const checker{db, {m_path.toStdString()}};
    static auto const numbers = fmt::format("SELECT nr FROM reading WHERE nr NOT BETWEEN 1 AND {}", largest_reading);
    if (auto done = checker.none(numbers.c_str(), "a reading cannot have the number"); !done)
        return Failure(done.error());
    auto studies = sql(db, QStringLiteral("SELECT DISTINCT study FROM reading"));
    if (!studies) return checker.damaged(studies.error().value);
    while (studies->next()) {
        if (going.stopped()) return std::nullopt;
        if (auto const read = readings(Id<shop::Study>{studies->value(0).toLongLong()}); !read)
            return Failure(read.error());
    }
    if (auto whole = readToTheEnd(*studies, db); !whole) return Failure(whole.error());
    // Last: what was found before says more.
    return checker.changes(m_version, m_last_seq, going);
}

Result<void> BookFile::checkTables() const {
    auto const db = database();
    Checker const checker{db, {m_path.toStdString()}};
    if (auto const fault = schemaFault(db, m_version)) return checker.damaged(*fault);
    if (auto const pages = pragma(QStringLiteral("integrity_check(1)")); pages != QLatin1String("ok"))
        return checker.damaged(pages.isEmpty() ? "its pages cannot be read" : pages.toStdString());
    if (auto const book = load(); !book) return Failure(book.error());
    struct Rule {
        char const *statement, *what;
    };
    for (auto const& rule : {
             Rule{"SELECT entity FROM head h WHERE seq IS NOT (SELECT max(seq) FROM revision r WHERE r.entity = "
                  "h.entity)",
                  "the head is not the last revision of number"},
             Rule{"SELECT entity FROM revision WHERE entity NOT IN (SELECT entity FROM head)", "no head for number"},
             Rule{"SELECT nr FROM reading_mark m WHERE NOT EXISTS (SELECT 1 FROM reading r WHERE r.study = m.study AND "
                  "r.nr = m.nr)",
                  "a mark on no reading, number"},
             Rule{
                 "SELECT seq FROM change WHERE undoes IS NOT NULL AND (undoes >= seq OR undoes NOT IN (SELECT seq FROM "
                 "change))",
                 "what is undone is not earlier, change"},
         })
        if (auto done = checker.none(rule.statement, rule.what); !done) return Failure(done.error());
    return {};
}

} // namespace steady::store
