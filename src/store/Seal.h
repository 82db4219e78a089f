// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// The sum of a change: SHA-256 (FIPS 180-4) over the sum before it and everything that it stored. One bit otherwise,
// anywhere before, and it is another.

#include "store/ChangeWalk.h"

namespace steady::store {

/// 64 hexadecimal digits. `before` is empty for the first. The change's own sum is not among what it is made of.
QString sumOf(QString const& before, StoredChange const& change);

} // namespace steady::store
