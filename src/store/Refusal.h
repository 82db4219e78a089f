// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Whether a file may be opened at all, decided without a connection that could write to it.

#include "store/FileClaim.h"

namespace steady::store {

/// The format of the book. Error: FileEmpty, FileForeign, FileDamaged, FileNewer; the file and its log stay as they
/// are.
Result<int> formatOf(std::shared_ptr<FileClaim> const& claim);

} // namespace steady::store
