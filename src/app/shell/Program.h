// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// What every program with this window needs before the first widget: type, theme, accessibility.

#include "app/widgets/Look.h"
#include "core/base/Clock.h"

#include <optional>

namespace steady::app {

/// --help and --version are answered before there is a window, and end the program.
void answerHelp(int argc, char** argv);
/// The book that the words name, empty when none; Qt's own options are out of them by now. None: they make no sense,
/// which has been said.
std::optional<QString> bookAskedFor(QStringList const& words);
/// Call once, after the QApplication is made.
void prepareProgram();
/// Who commits: the name that the system knows the user by.
std::string authorName();
/// The book to open without an argument: the last one, or a new one in the user's data folder. Error: it cannot be
/// made.
Result<QString> usualBook(Clock const& clock);
void rememberBook(QString const& path);
/// Newest first; those that are still there.
QStringList recentBooks();

} // namespace steady::app
