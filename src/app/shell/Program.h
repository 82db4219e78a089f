// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// What every program with this window needs before the first widget: type, theme, accessibility.

#include "app/widgets/Look.h"
#include "core/base/Clock.h"

#include <optional>

namespace steady::app {

class SystemClock : public Clock {
public:
    std::int64_t nowUtcMs() const override;
};

/// --help, --version and words that make no sense are answered without a window: the exit code. None: open it.
std::optional<int> answersWithoutWindow(int argc, char** argv);
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
