// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// `<book>.lock`: the only lock that programs of version 0.1 look at. Whoever writes holds the file itself first
// (FileClaim.h) and this beside it.

#include "core/base/Result.h"

#include <QLockFile>
#include <QString>
#include <memory>

namespace steady::store {

/// One that its owner left behind is cleared away. Error: BookLocked, FolderProtected, NoRoomForLog.
Result<std::unique_ptr<QLockFile>> takeOldLock(QString const& book);

} // namespace steady::store
