// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// What can still be read of a damaged book, as a new one.

#include "core/base/Going.h"
#include "core/base/Result.h"

#include <QString>

namespace steady::store {

struct Rescued {
    std::int64_t changes = 0;
    std::int64_t lost_rows = 0; ///< that made no sense; those that could not be read at all nobody can count
    std::int64_t left_out = 0;  ///< things that say nothing without something lost
    std::int64_t mended = 0;    ///< things that no longer refer to something lost
    bool all_pages = true;      ///< false: some could not be read
};

/// The damaged one stays as it is. Nothing in the new one is sealed but the last change, which says what it is.
/// Error: FileForeign, FileDamaged when nothing can be read, and as BookFile::create for the new one.
Result<Rescued> rescue(QString const& damaged, QString const& to, std::int64_t at_utc_ms, std::string const& author,
                       Going const& going = {});

} // namespace steady::store
