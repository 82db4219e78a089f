// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// A carousel: pockets on a ring that turns to the spindle. Any tool may hang in any of them: the number of a tool is
// not that of its pocket.

#include "core/shop/kinds/ToolRack.h"

namespace steady::shop {

struct CarouselPlace : Counts {
    Id<Assembly> tool; ///< none: empty, where that is known
    Seen seen = Seen::Unknown;
    bool operator==(CarouselPlace const&) const = default;

    template<class Self, class F> static void fields(Self& self, F&& f) {
        f({"tool", "tool in the pocket"}, self.tool);
        f({"seen", "how that is known"}, self.seen);
        countFields(self, f);
    }
};

/// What a carousel at the spindle does when its output or the power drops.
enum class SlideWithout { Unknown, Stays, GoesBack };
constexpr char const* word(SlideWithout what) {
    switch (what) {
    case SlideWithout::Unknown: return "unknown";
    case SlideWithout::Stays: return "stays";
    case SlideWithout::GoesBack: return "goes_back";
    }
    return nullptr;
}

/// What turns a carousel, brings it to the spindle and holds the spindle, and what tells of it: numbers of the
/// control's outputs and inputs. It comes and goes by one output; an input that is not there is looked at by eye.
struct RingDrive {
    std::optional<int> with_output;    ///< on: it turns with the numbers
    std::optional<int> against_output; ///< on: it turns against them; none: it cannot
    std::optional<int> place_input;    ///< on: a pocket stands in front
    std::optional<int> first_input;    ///< on: it is pocket 1
    std::optional<int> slide_output;   ///< on: it comes to the spindle; off: it goes back
    std::optional<int> near_input;     ///< on: it is at the spindle
    std::optional<int> back_input;     ///< on: it is back
    std::optional<int> orient_output;  ///< on: the spindle goes to where a holder fits, and is held; none: it need not
    std::optional<int> oriented_input; ///< on: it stands there
    SlideWithout slide_without = SlideWithout::Unknown;
    double limit_s = 5; ///< it comes, goes or is oriented within this, or something is wrong
    bool operator==(RingDrive const&) const = default;

    template<class Self, class F> static void fields(Self& self, F&& f) {
        f({"with_output", "output that turns it with the numbers"}, self.with_output, bounds::air_output);
        f({"against_output", "output that turns it against the numbers"}, self.against_output, bounds::air_output);
        f({"place_input", "input “pocket in front”"}, self.place_input, bounds::input_port);
        f({"first_input", "input “pocket 1”"}, self.first_input, bounds::input_port);
        f({"slide_output", "output that sends it to the spindle"}, self.slide_output, bounds::air_output);
        f({"near_input", "input “at the spindle”"}, self.near_input, bounds::input_port);
        f({"back_input", "input “back”"}, self.back_input, bounds::input_port);
        f({"orient_output", "output that orients the spindle"}, self.orient_output, bounds::air_output);
        f({"oriented_input", "input “oriented”"}, self.oriented_input, bounds::input_port);
        f({"slide_without", "carousel without output or power"}, self.slide_without);
        f({"limit_s", "time limit of its ways"}, self.limit_s, bounds::clamp_s);
    }
};

/// An arm that was started runs its whole exchange by itself, clamp and all, until it is at rest again. An arm whose
/// strokes the control drives one by one is worked by that control's own program.
struct ArmDrive {
    std::optional<int> start_output; ///< on: it exchanges, once; none: a macro does not work it
    std::optional<int> rest_input;   ///< on: it is at rest
    std::optional<int>
        table_from;     ///< number in the control that holds the tool of pocket 1, 0: none; the others follow
    double limit_s = 8; ///< a whole exchange takes no longer, or something is wrong; common practice
    bool operator==(ArmDrive const&) const = default;

    template<class Self, class F> static void fields(Self& self, F&& f) {
        f({"start_output", "output that starts the arm"}, self.start_output, bounds::air_output);
        f({"rest_input", "input “arm at rest”"}, self.rest_input, bounds::input_port);
        f({"table_from", "number of the tool in pocket 1"}, self.table_from, bounds::counts_from);
        f({"limit_s", "time limit of an exchange"}, self.limit_s, bounds::clamp_s);
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
    std::optional<double> x_mm, y_mm; ///< machine coordinates where tools are changed
    std::optional<double> seat_z_mm;  ///< machine Z when a holder sits in the pocket in front
    double flange_mm = 50;            ///< largest diameter of a holder
    std::optional<double> cone_mm;    ///< what stands up from a hanging holder; none: not measured
    RackDrive drive;                  ///< the clamp at the spindle
    RingDrive ring;
    ArmDrive exchange;
    std::vector<CarouselPlace> places;
    bool operator==(Carousel const&) const = default;

    static constexpr KindName kind{"carousel", "carousel", 5};
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
        f({"x_mm", "X where tools are changed"}, self.x_mm);
        f({"y_mm", "Y where tools are changed"}, self.y_mm);
        f({"seat_z_mm", "Z where a holder sits"}, self.seat_z_mm);
        f({"flange_mm", "largest diameter of a holder"}, self.flange_mm, bounds::size_mm);
        f({"cone_mm", "cone above the spindle face"}, self.cone_mm, bounds::size_mm);
        f({"drive", "clamp"}, self.drive);
        f({"ring", "what turns it"}, self.ring);
        f({"exchange", "what its arm does"}, self.exchange);
        f({"places", "pockets"}, self.places);
    }
};

} // namespace steady::shop
