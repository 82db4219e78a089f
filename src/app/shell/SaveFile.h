// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Writing something where the owner says, away from the interface thread; what goes wrong is shown.

#include "app/shell/Desk.h"

#include <functional>

namespace steady::app {

struct SavedFile {
    QString title;     ///< of the question where it goes
    QString suggested; ///< name
    QString filter;
    QString doing; ///< while it is written
};
inline QString pdfFilter() { return QStringLiteral("PDF (*.pdf)"); }

/// `write` runs on another thread: it holds copies.
void saveFile(Desk& desk, QWidget* over, SavedFile file, std::function<Result<void>(QString const& path)> write);

} // namespace steady::app
