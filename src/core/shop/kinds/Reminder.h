// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Something that its owner wants to be reminded of, again and again: wipe the disc, check the gauge on a block.

#include "core/shop/kinds/Machine.h"

namespace steady::shop {

enum class DueBy { Days, Changes, Cycles };
constexpr char const* word(DueBy by) {
    switch (by) {
    case DueBy::Days: return "days";
    case DueBy::Changes: return "changes"; ///< of the tool
    case DueBy::Cycles: return "cycles";   ///< touches of plate and setter
    }
    return nullptr;
}

struct Reminder {
    std::string title;
    Id<Machine> machine;
    DueBy by = DueBy::Days;
    double every = 30; ///< days, changes or cycles
    std::int64_t done_utc_ms = 0;
    // Changes and cycles: the owner's own count, and how many the book knew of when it was typed; those that came into
    // the book since are added.
    double count = 0, known_then = 0;
    double done_at = 0; ///< the count when it was last done
    bool operator==(Reminder const&) const = default;

    static constexpr KindName kind{"reminder", "reminder"};
    template<class Self, class F> static void fields(Self& self, F&& f) {
        f({"title", "title"}, self.title);
        f({"machine", "machine"}, self.machine);
        f({"by", "counted by"}, self.by);
        f({"every", "how often"}, self.every, bounds::how_often);
        f({"done_utc_ms", "last time"}, self.done_utc_ms);
        f({"count", "count"}, self.count, bounds::count);
        f({"known_then", "count in the book then"}, self.known_then, bounds::count);
        f({"done_at", "count at the last time"}, self.done_at, bounds::count);
    }
};

} // namespace steady::shop
