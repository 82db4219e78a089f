// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// The changes of a book one after the other, each with all that it wrote: what sums, export and rescue go over.

#include "store/Schema.h"
#include "store/Sql.h"

#include <array>
#include <vector>

namespace steady::store {

/// As the columns are stored, in the order of Schema.h; in the order of their keys.
struct StoredChange {
    QVariantList change;
    std::vector<QVariantList> revisions, readings, marks;
    std::int64_t seq() const { return change.front().toLongLong(); }
};

class ChangeWalk {
public:
    static Result<ChangeWalk> over(QSqlDatabase const& database, int version, std::int64_t from = 0,
                                   std::int64_t to = std::numeric_limits<std::int64_t>::max());
    /// The next one in `into`; false after the last. Error: FileDamaged, also for a row of no change.
    Result<bool> next(StoredChange& into);

private:
    struct Part {
        Table table;
        QSqlQuery query;
        int columns = 0, seq_column = 0;
        bool at_row = false;
    };
    explicit ChangeWalk(QSqlDatabase database) : m_database(std::move(database)) {}
    Result<void> step(Part& part);
    Result<void> take(Part& part, std::int64_t seq, std::vector<QVariantList>& into);

    QSqlDatabase m_database;
    std::vector<Part> m_parts; ///< changes, revisions, readings, marks
};

} // namespace steady::store
