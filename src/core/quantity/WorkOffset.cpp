// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/quantity/WorkOffset.h"

#include <fmt/format.h>

namespace steady {

std::string workOffsetName(int number) {
    return number <= 6 ? fmt::format("G{}", 53 + number) : fmt::format("G59.{}", number - 6);
}

int workOffsetNumber(std::string_view name) {
    for (int n = 1; n <= work_offset_count; ++n)
        if (workOffsetName(n) == name) return n;
    return 0;
}

} // namespace steady
