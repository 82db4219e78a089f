// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// How long one moment of a tool change took, or that it ended in an alarm.

#include "core/shop/kinds/ToolRack.h"

namespace steady::shop {

/// What a change waits for.
enum class ChangeMoment { Air, Opens, LetsGo, Closes, DrawnIn, StaysHeld };
constexpr char const* word(ChangeMoment moment) {
    switch (moment) {
    case ChangeMoment::Air: return "air";
    case ChangeMoment::Opens: return "opens";
    case ChangeMoment::LetsGo: return "lets_go";
    case ChangeMoment::Closes: return "closes";
    case ChangeMoment::DrawnIn: return "drawn_in";
    case ChangeMoment::StaysHeld: return "stays_held";
    }
    return nullptr;
}

struct ChangeRecord {
    Id<ToolRack> rack;
    ChangeMoment moment = ChangeMoment::Opens;
    std::optional<double> seconds; ///< until it came
    bool alarm = false;            ///< it did not come in its time
    std::string cause;             ///< what it turned out to be; empty: not found
    std::int64_t at_utc_ms = 0;
    bool operator==(ChangeRecord const&) const = default;

    static constexpr KindName kind{"change_record", "moment of a change"};
    template<class Self, class F> static void fields(Self& self, F&& f) {
        f({"rack", "rack"}, self.rack);
        f({"moment", "moment"}, self.moment);
        f({"seconds", "time it took"}, self.seconds, bounds::turn_s);
        f({"alarm", "ended in an alarm"}, self.alarm);
        f({"cause", "cause"}, self.cause);
        f({"at_utc_ms", "when"}, self.at_utc_ms);
    }
};

} // namespace steady::shop
