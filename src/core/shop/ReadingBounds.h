// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Between which figures a reading lies, whoever gives it.

#include "core/base/Result.h"
#include "core/shop/Bounds.h"

namespace steady::shop {

namespace bounds {
inline constexpr Real reading_mm{-100'000, 100'000}; ///< longer than any axis
}

/// Error: OutOfRange, with the place that is given.
Result<void> checkReading(double value_mm, Where where);

} // namespace steady::shop
