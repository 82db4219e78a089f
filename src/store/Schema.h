// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// What a book's file consists of.

#include <QSqlDatabase>
#include <optional>
#include <string>

namespace steady::store {

/// What is another than in a book of this format: a table or a column that is missing or too many, a view, a trigger.
/// None: it is as it should be. Compared by columns, not by the text that once made them.
std::optional<std::string> schemaFault(QSqlDatabase const& database);

} // namespace steady::store
