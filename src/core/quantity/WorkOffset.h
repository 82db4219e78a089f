// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// The names of the nine work offsets, G54 to G59.3.

#include <string>
#include <string_view>

namespace steady {

inline constexpr int work_offset_count = 9;

/// “G54” to “G59.3” for 1 to 9.
std::string workOffsetName(int number);
/// 1 to 9, or 0 when it is none of them.
int workOffsetNumber(std::string_view name);

} // namespace steady
