// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// What a book's file consists of: the one place that lists its tables and columns.

#include "core/base/Result.h"

#include <QSqlDatabase>
#include <QStringList>
#include <optional>
#include <string>

namespace steady::store {

inline constexpr int schema_version = 2;
inline constexpr int application_id = 0x53744e31;

inline constexpr int largest_reading = 1'000'000'000; ///< number of a reading within its study, from 1

enum class Table { Change, Revision, Head, Reading, Mark };

QString nameOf(Table table);
/// In their order in the file, as that format has them.
QStringList columnsOf(Table table, int version = schema_version);
/// Those of this format, comma by comma; NULL in place of what an older one lacks.
QString columnsToRead(Table table, int version);

/// What is another than in a book of that format: a table or a column that is missing or too many, a view, a trigger.
/// None: it is as it should be. Compared by columns, not by the text that once made them.
std::optional<std::string> schemaFault(QSqlDatabase const& database, int version);

/// The tables of an empty book, in a file without any.
Result<void> createTables(QSqlDatabase const& database);
/// A book of an older format becomes one of this, in one transaction; its content stays as it is.
Result<void> migrate(QSqlDatabase const& database, int version);

} // namespace steady::store
