// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// Reads everything that a book's file holds, also what no screen shows any more.
#include "store/Bodies.h"
#include "store/BookFile.h"
#include "store/Schema.h"
#include "store/Sql.h"

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
    Result<void> bodies() const {
        auto rows = sql(db, QStringLiteral("SELECT seq, entity, kind, body FROM revision"));
        if (!rows) return damaged(rows.error().value);
        while (rows->next()) {
            if (rows->value(3).isNull()) continue;
            if (auto const entity = entityOf(rows->value(2).toString(), rows->value(3).toString()); !entity)
                return damaged(fmt::format("what change {} made of number {} cannot be read",
                                           rows->value(0).toLongLong(), rows->value(1).toLongLong()));
        }
        return readToTheEnd(*rows, db);
    }
};

} // namespace

Result<void> BookFile::check() const {
    Checker const checker{database(), {m_path.toStdString()}};
    if (auto const fault = schemaFault(database())) return checker.damaged(*fault);
    if (auto const sound = pragma(QStringLiteral("quick_check")); sound != QLatin1String("ok"))
        return checker.damaged(sound.isEmpty() ? "its pages cannot be read" : sound.toStdString());
    if (auto const book = load(); !book) return Failure(book.error());
    if (auto done = checker.bodies(); !done) return done;
    struct Rule {
        char const *statement, *what;
    };
    for (auto const& rule : {
             Rule{"SELECT seq FROM revision WHERE seq NOT IN (SELECT seq FROM change)", "a revision of no change,"},
             Rule{"SELECT seq FROM reading WHERE seq NOT IN (SELECT seq FROM change)", "a reading of no change,"},
             Rule{"SELECT seq FROM reading_mark WHERE seq NOT IN (SELECT seq FROM change)", "a mark of no change,"},
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
        if (auto done = checker.none(rule.statement, rule.what); !done) return done;
    auto studies = sql(database(), QStringLiteral("SELECT DISTINCT study FROM reading"));
    if (!studies) return checker.damaged(studies.error().value);
    while (studies->next())
        if (auto const read = readings(Id<shop::Study>{studies->value(0).toLongLong()}); !read)
            return Failure(read.error());
    return readToTheEnd(*studies, database());
}

} // namespace steady::store
