// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Whether a file may be opened at all, decided without a connection that could write to it.

#include "core/base/Result.h"

#include <QString>

namespace steady::store {

/// Error: FileMissing, FileUnreadable, FileForeign, FileDamaged, FileNewer. The file and its -wal stay as they are.
Result<void> mayOpen(QString const& path);

} // namespace steady::store
