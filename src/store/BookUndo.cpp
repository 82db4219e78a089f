// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// Changes that bring an earlier state back: nothing is taken out of the file, the earlier state is written again.
#include "core/shop/Taken.h"
#include "store/Bodies.h"
#include "store/BookFile.h"
#include "store/Sql.h"

namespace steady::store {

Result<shop::Change> BookFile::inverse(std::int64_t seq) const {
    auto const db = database();
    QVariantList const bound{QVariant::fromValue<qint64>(seq)};
    shop::Change change;
    auto entities = sql(
        db,
        QStringLiteral(
            "SELECT r.entity, p.kind, p.body FROM revision r LEFT JOIN revision p ON p.entity = r.entity AND p.seq = "
            "(SELECT max(seq) FROM revision WHERE entity = r.entity AND seq < r.seq) WHERE r.seq = ? ORDER BY "
            "r.entity"),
        bound);
    if (!entities) return Failure(entities.error());
    while (entities->next()) {
        shop::Change::Put put{entities->value(0).toLongLong(), std::nullopt};
        if (!entities->value(2).isNull()) {
            auto entity = entityOf(entities->value(1).toString(), entities->value(2).toString());
            if (!entity) return Failure(entity.error());
            put.value = std::move(*entity);
        }
        change.puts.push_back(std::move(put));
    }
    if (auto whole = readToTheEnd(*entities, db); !whole) return Failure(whole.error());
    auto added = sql(db, QStringLiteral("SELECT study, nr FROM reading WHERE seq = ? ORDER BY study, nr"), bound);
    if (!added) return Failure(added.error());
    while (added->next())
        change.marks.push_back(
            {Id<shop::Study>{added->value(0).toLongLong()}, added->value(1).toInt(), shop::taken_back});
    if (auto whole = readToTheEnd(*added, db); !whole) return Failure(whole.error());
    auto marked = sql(
        db,
        QStringLiteral("SELECT m.study, m.nr, coalesce((SELECT CASE mark WHEN 'withdrawn' THEN cause ELSE '' END FROM "
                       "reading_mark p "
                       "WHERE p.study = m.study AND p.nr = m.nr AND p.seq < m.seq ORDER BY p.seq DESC LIMIT 1), '') "
                       "FROM reading_mark m WHERE m.seq = ? ORDER BY m.study, m.nr"),
        bound);
    if (!marked) return Failure(marked.error());
    while (marked->next())
        change.marks.push_back({Id<shop::Study>{marked->value(0).toLongLong()}, marked->value(1).toInt(),
                                marked->value(2).toString().toStdString()});
    if (auto whole = readToTheEnd(*marked, db); !whole) return Failure(whole.error());
    return change;
}

Result<shop::Change> BookFile::backTo(std::int64_t seq) const {
    auto const db = database();
    auto const then = QVariant::fromValue<qint64>(seq);
    shop::Change change;
    auto entities =
        sql(db,
            QStringLiteral("SELECT h.entity, p.kind, p.body, n.body FROM head h JOIN revision n ON n.entity = h.entity "
                           "AND n.seq = h.seq LEFT JOIN revision p ON p.entity = h.entity AND p.seq = (SELECT max(seq) "
                           "FROM revision WHERE entity = h.entity AND seq <= ?) WHERE h.seq > ? ORDER BY h.entity"),
            {then, then});
    if (!entities) return Failure(entities.error());
    while (entities->next()) {
        if (entities->value(2) == entities->value(3)) continue; // retired then and now, or the same
        shop::Change::Put put{entities->value(0).toLongLong(), std::nullopt};
        if (!entities->value(2).isNull()) {
            auto entity = entityOf(entities->value(1).toString(), entities->value(2).toString());
            if (!entity) return Failure(entity.error());
            put.value = std::move(*entity);
        }
        change.puts.push_back(std::move(put));
    }
    if (auto whole = readToTheEnd(*entities, db); !whole) return Failure(whole.error());
    // Causes of withdrawal then and now; a reading that came later did not count then.
    auto marks = sql(
        db,
        QStringLiteral(
            "SELECT study, nr, r.seq > ?, "
            "coalesce((SELECT CASE mark WHEN 'withdrawn' THEN cause ELSE '' END FROM reading_mark m WHERE m.study = "
            "r.study AND m.nr = r.nr AND m.seq <= ? ORDER BY m.seq DESC LIMIT 1), ''), "
            "coalesce((SELECT CASE mark WHEN 'withdrawn' THEN cause ELSE '' END FROM reading_mark m WHERE m.study = "
            "r.study AND m.nr = r.nr ORDER BY m.seq DESC LIMIT 1), '') FROM reading r WHERE r.seq > ? OR EXISTS "
            "(SELECT 1 FROM reading_mark m WHERE m.study = r.study AND m.nr = r.nr AND m.seq > ?) ORDER BY study, nr"),
        {then, then, then, then});
    if (!marks) return Failure(marks.error());
    while (marks->next()) {
        auto const was =
            marks->value(2).toBool() ? QString::fromLatin1(shop::not_taken_yet) : marks->value(3).toString();
        auto const is = marks->value(4).toString();
        if (was == is || (marks->value(2).toBool() && !is.isEmpty())) continue;
        change.marks.push_back(
            {Id<shop::Study>{marks->value(0).toLongLong()}, marks->value(1).toInt(), was.toStdString()});
    }
    if (auto whole = readToTheEnd(*marks, db); !whole) return Failure(whole.error());
    return change;
}

} // namespace steady::store
