// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// The shape of a whole book as JSON: docs/formats.md.

#include <cstdint>

namespace steady::store {

inline constexpr char const* json_format = "steady-pin-book";
inline constexpr int json_version = 2;
/// Before the first change, each of which has a line of its own.
inline constexpr char const* json_first_line = "{\"changes\":[";
inline constexpr std::int64_t json_largest = std::int64_t(1) << 53; ///< what every reader of JSON still tells apart

} // namespace steady::store
