// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// A file that is read or written whole.

#include "core/base/Result.h"

#include <QByteArray>
#include <QString>

namespace steady::exchange {

/// All or nothing: the file is put in place once it is whole. Any thread. Error: FileWrite.
Result<void> writeWhole(QString const& path, QByteArray const& bytes);

/// Error: FileUnreadable; TooMuch: more than `most_bytes`.
Result<QByteArray> readWhole(QString const& path, qint64 most_bytes);

} // namespace steady::exchange
