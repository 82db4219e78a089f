// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/Clock.h"

#include <chrono>
#include <fmt/format.h>

namespace steady {

std::string isoDate(std::int64_t utc_ms) {
    using namespace std::chrono;
    auto const day = year_month_day(floor<days>(sys_time<milliseconds>(milliseconds(utc_ms))));
    return fmt::format("{:04}-{:02}-{:02}", static_cast<int>(day.year()), static_cast<unsigned>(day.month()),
                       static_cast<unsigned>(day.day()));
}

} // namespace steady
