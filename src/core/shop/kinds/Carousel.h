// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// A carousel: pockets on a ring that turns to the spindle. Any tool may hang in any of them: the number of a tool is
// not that of its pocket.

#include "core/shop/kinds/ToolRack.h"

namespace steady::shop {

struct CarouselPlace {
    Id<Assembly> tool; ///< none: empty, where that is known
    Seen seen = Seen::Unknown;
    bool operator==(CarouselPlace const&) const = default;

    template<class Self, class F> static void fields(Self& self, F&& f) {
        f({"tool", "tool in the pocket"}, self.tool);
        f({"seen", "how that is known"}, self.seen);
    }
};

struct Carousel {
    std::string name;
    Id<Machine> machine;
    double place_s = 0.3;  ///< it turns by a place in this; common practice
    double change_s = 5;   ///< of a change, besides turning; common practice
    bool short_way = true; ///< otherwise it always turns with the numbers
    bool arm = false;      ///< an arm exchanges both holders at once: the old one goes into the new one's pocket
    std::optional<double> widest_mm; ///< of a tool with both neighbours taken; a wider one keeps them empty
    int at = 1;                      ///< the pocket that stands at the spindle
    Id<Assembly> in_arm;             ///< held by the arm; none: nothing, where that is known
    Seen arm_seen = Seen::Unknown;
    std::vector<CarouselPlace> places;
    bool operator==(Carousel const&) const = default;

    static constexpr KindName kind{"carousel", "carousel"};
    template<class Self, class F> static void fields(Self& self, F&& f) {
        f({"name", "name"}, self.name);
        f({"machine", "machine"}, self.machine);
        f({"place_s", "time for a place"}, self.place_s, bounds::turn_s);
        f({"change_s", "time of a change"}, self.change_s, bounds::turn_s);
        f({"short_way", "turns the short way"}, self.short_way);
        f({"arm", "exchanged by an arm"}, self.arm);
        f({"widest_mm", "widest beside neighbours"}, self.widest_mm, bounds::size_mm);
        f({"at", "pocket at the spindle"}, self.at, bounds::place_number);
        f({"in_arm", "tool in the arm"}, self.in_arm);
        f({"arm_seen", "how that is known"}, self.arm_seen);
        f({"places", "pockets"}, self.places);
    }
};

} // namespace steady::shop
