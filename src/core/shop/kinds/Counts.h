// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// What was counted of the changes at one pocket, of a rack or of a carousel.

#include "core/shop/Bounds.h"
#include "core/shop/Field.h"

namespace steady::shop {

/// In which a control counts for a pocket, from 1: what was put into it, and what was taken from it.
struct CountNumbers {
    int put, taken;
    CountNumbers(int first, int pocket) : put(first + 2 * (pocket - 1)), taken(put + 1) {}
};

struct Counts {
    int picks = 0, drops = 0;             ///< counted since it was taught, or since it is known
    int failed = 0;                       ///< of those; one that somebody helped is one
    int shown_picks = 0, shown_drops = 0; ///< by the control's own counters, when they were typed last
    bool operator==(Counts const&) const = default;

    template<class Self, class F> static void countFields(Self& self, F&& f) {
        f({"picks", "picks"}, self.picks, bounds::changes);
        f({"drops", "drops"}, self.drops, bounds::changes);
        f({"failed", "failed of them"}, self.failed, bounds::changes);
        f({"shown_picks", "the control's counter of picks"}, self.shown_picks, bounds::changes);
        f({"shown_drops", "the control's counter of drops"}, self.shown_drops, bounds::changes);
    }
    /// What has come since the counters of the control were typed last; one that shows less began anew from 0.
    void takeShown(int picks_shown, int drops_shown) {
        auto const more = [](int before, int now) { return now < before ? now : now - before; };
        picks += more(shown_picks, picks_shown);
        drops += more(shown_drops, drops_shown);
        shown_picks = picks_shown;
        shown_drops = drops_shown;
    }
    void beginAnew() { picks = drops = failed = 0; }
};

} // namespace steady::shop
