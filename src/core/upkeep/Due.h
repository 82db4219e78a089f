// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// What its owner wanted to be reminded of, and how much is left until then.

#include "core/facts/Reader.h"

namespace steady::upkeep {

struct Due {
    std::int64_t entity = 0; ///< the reminder, the standard to be checked, or the study that a reading is due of
    std::string title;
    shop::DueBy by = shop::DueBy::Days;
    double left = 0;  ///< days, tool changes or touches; negative: overdue
    double every = 0; ///< the same unit
    bool now() const { return left <= 0; }
    bool operator==(Due const&) const = default;
};

/// Of one machine, and of none: what is due first comes first, by the share that is left.
std::vector<Due> dueOf(facts::Reader const& book, Id<shop::Machine> machine, std::int64_t now_utc_ms);

/// How many the book knows of: touches of plate and setter, or changes of the tool between touches.
double knownCount(facts::Reader const& book, Id<shop::Machine> machine, shop::DueBy by);

/// The count as it is now: the owner's, and what came into the book since.
double countNow(facts::Reader const& book, shop::Reminder const& reminder);

/// Done just now.
shop::Reminder done(facts::Reader const& book, shop::Reminder reminder, std::int64_t now_utc_ms);
/// Its owner has read another count.
shop::Reminder counted(facts::Reader const& book, shop::Reminder reminder, double count);

/// “in 12 days”, “due since 3 tool changes”.
std::string leftText(Due const& due);

} // namespace steady::upkeep
