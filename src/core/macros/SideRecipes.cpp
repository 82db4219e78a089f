// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/macros/SideRecipes.h"

#include "core/macros/Figures.h"
#include "core/macros/PlateZeroRecipe.h"
#include "core/quantity/WorkOffset.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

namespace steady::macros {
namespace {

constexpr double eye_mm = 3;     // by which somebody misses the middle of a boss; common practice
constexpr double outside_mm = 3; // what is left beside a boss or a plate then
constexpr double over_mm = 15;   // of a corner, from touch height up over the work

char const* letter(Across axis) { return axis == Across::X ? "X" : "Y"; }

struct Sides {
    zeroing::PlateZeroResult const& zero;
    Parts parts{zero.machine, "X, Y and Z zero are as they were.", {}};
    double radius_mm = zero.setup.side.pin_mm.value_or(zero.assembly.diameter_mm) / 2;

    shop::SideTouch const& side() const { return zero.setup.side; }
    int offset() const { return zero.setup.place.work_offset; }
    void add(std::string id, std::string purpose, Action action) {
        parts.add(std::move(id), std::move(purpose), std::move(action));
    }
    double feed(Across axis) const { return planSide(zero, axis).feeds.fast_mm_min; }
    double slowest() const { return std::min(feed(Across::X), feed(Across::Y)); }

    void softly(int axis, double by_mm, std::string purpose, char const* id = "way") {
        double const mm_min = axis == 2 ? zero.feeds.fast_mm_min : feed(static_cast<Across>(axis));
        add(id, std::move(purpose),
            GoSoftly{axis, by_mm, mm_min, parts.alarm("Something was met on the way; look what stands there.")});
    }
    void softly(Across axis, double by_mm, std::string purpose) {
        softly(static_cast<int>(axis), by_mm, std::move(purpose));
    }

    /// Once fast, then slowly; afterwards it stands off the side, with its contact open.
    void measure(Across axis, double toward, double search_mm, std::string const& what, Slot mean) {
        auto const plan = planSide(zero, axis);
        auto const fast = plan.feeds.fast_mm_min;
        add("search", fmt::format("Finds the {}.", what),
            ProbeSide{
                axis, toward * search_mm, fast, slot_fast,
                parts.alarm(fmt::format("No {} within the search; look for lead and clip, and start nearer.", what))});
        std::vector<Slot> used(std::begin(touch_slots), std::begin(touch_slots) + plan.touches);
        for (auto const slot : used) {
            add("back-off", fmt::format("Off the {}, and a moment to settle.", what),
                BackOffSide{axis, -toward * plan.back_off_mm, fast, plan.settle_s});
            softly(static_cast<int>(axis), -toward * open_check_mm, "The contact must open again.", "open-check");
            add("measure", "The slow touch that counts.",
                ProbeSide{axis, toward * plan.slow_search_mm, plan.feeds.slow_mm_min, slot,
                          parts.alarm(fmt::format("The {0} was not where the fast touch found it; a false contact, or "
                                                  "the {0} moved.",
                                                  what))});
        }
        if (plan.touches > 1)
            add("agreement", "Slow touches must agree.",
                RequireAgreement{used, plan.agreement_mm,
                                 parts.alarm(fmt::format("Slow touches differ; wipe pin and {}, check that nothing "
                                                         "moves.",
                                                         what))});
        add("measure", plan.touches > 1 ? "Their mean is the contact." : "It is the contact.", TakeMean{used, mean});
        add("lag-check", "Slow less fast must be what the input's delay explains.",
            RequireLag{mean, slot_fast, -toward * plan.lag_expected_mm, plan.lag_tolerance_mm,
                       parts.alarm("Fast and slow touch do not fit together; loose work, or an input slower than the "
                                   "book says.")});
        add("back-off", fmt::format("Off the {}.", what),
            BackOffSide{axis, -toward * plan.back_off_mm, fast, plan.settle_s});
        softly(static_cast<int>(axis), -toward * open_check_mm, "The contact must open again.", "open-check");
    }
    /// From the pin's axis at its trip to the edge.
    std::vector<double> toEdge_mm(Across axis, double toward, double wall_mm) const {
        return addends(-toward * planSide(zero, axis).lag_mm, {toward * (radius_mm + wall_mm)});
    }
    void setZero(Across axis, Slot slot, std::vector<double> addends_mm, std::string purpose,
                 std::vector<Step>* into = nullptr) {
        auto const before = parts.zero_now;
        parts.zero_now = fmt::format("{} zero is wrong now: set it again before anything else.", letter(axis));
        Step step{"", std::move(purpose),
                  SetSideZero{axis, slot, slot_result, offset(), std::move(addends_mm),
                              parts.alarm("The control kept another figure than it was given; is its unit that of the "
                                          "book?")}};
        parts.zero_now = before;
        (into ? *into : parts.steps).push_back(std::move(step));
    }

    /// Asked for, seen, and back to where it began.
    void begin(std::string const& start) {
        add("", "",
            TellLength{
                fmt::format("Sets {} {}. {}", workOffsetName(offset()), axes, afterTheEnd(zero.machine, offset())),
                {},
                {},
                {}});
        parts.begin(offset());
        parts.requireOpen("open-check", "The input must read open before anything is done.",
                          "The input reads contact at rest; look for a touch, a short or the wrong polarity.", false,
                          slowest(), slot_begin);
        parts.prove("prove-contact", "Only seeing the signal come proves that a touch will be seen.",
                    "Clip on the pin, lead on the work. Resume, then, while Z creeps up, bridge pin and bare work with "
                    "the collet spanner, held at its end.",
                    {shop::Act::BridgePlate}, "lead, clip and plug",
                    "The signal was not seen; nothing goes near the work.");
        add("hands", "Before the first move sideways.",
            Pause{fmt::format("Hands clear. It goes back down to where the pin stood: {} Is that so? Then resume.",
                              start),
                  {}});
        add("hands", "Back to where it began, by a probing move that must meet nothing.",
            TakeBack{slot_begin, zero.machine.proof_creep_mm + 1, slowest(),
                     parts.alarm("The way back is not clear, or the control does not say where Z is.")});
    }
    std::string axes; ///< that are set

    std::string len(double mm) const { return lengthWithUnit(mm, zero.machine.units); }
    Recipe recipe(Kind kind, std::string const& start) {
        add("", "Safe Z.", RetractTo{zero.machine.safeZ_mm()});
        add("", "",
            End{fmt::format("Set: {} {}. {} Go over it and look before you cut.", workOffsetName(offset()), axes,
                            afterTheEnd(zero.machine, offset()))});
        auto lines = headerBegin(zero.machine);
        lines.push_back(fmt::format("Pin: tool {}, {}, {} in diameter{}.", zero.assembly.number, zero.assembly.name,
                                    len(2 * radius_mm), side().pin_mm ? ", as typed" : ""));
        lines.push_back("Start: " + start);
        lines.push_back(
            fmt::format("Sets: {} {}, work offset number {}. Nothing else.", workOffsetName(offset()), axes, offset()));
        lines.push_back(fmt::format("Feeds: {} to find, {} to measure, {} while a signal is proved.",
                                    feedWithUnit(slowest(), zero.machine.units),
                                    feedWithUnit(planSide(zero, Across::X).feeds.slow_mm_min, zero.machine.units),
                                    feedWithUnit(parts.proof_mm_min(), zero.machine.units)));
        lines.push_back("Nothing lies between pin and work. The work itself is wired: what meets nothing on its way "
                        "would meet the work as a contact. "
                        "Clamps, stops and anything that is not wired it does not notice.");
        lines.push_back("First run: hand at the stop, pin high above the work. It must give up without a contact.");
        return Recipe{title(kind), std::move(lines), zero.machine.units, std::move(parts.steps)};
    }

    Recipe edge() {
        auto const axis = side().axis == shop::SideAxis::X ? Across::X : Across::Y;
        double const toward = shop::sign(side().toward);
        axes = letter(axis);
        auto const start = fmt::format(
            "pin beside the edge, {} to {} from it, its tip {} below the top, free on its way "
            "in {}{}.",
            len(side_near_mm), len(side_far_mm), len(side().below_mm), letter(axis), toward > 0 ? "+" : "-");
        begin(start.substr(4));
        measure(axis, toward, side_search_mm, "edge", slot_x1);
        setZero(axis, slot_x1, toEdge_mm(axis, toward, 0), "The edge lies half the pin beyond the trip point.");
        return recipe(Kind::EdgeZero, start);
    }

    Recipe corner() {
        double const dx = shop::sign(side().toward), dy = shop::sign(side().toward_y);
        axes = "X and Y";
        auto const start = fmt::format(
            "pin beside the edge that it meets in X{}, {} to {} from it and {} to {} behind the other edge, its tip {} "
            "below the top.",
            dx > 0 ? "+" : "-", len(side_near_mm), len(side_far_mm), len(corner_near_mm), len(corner_far_mm),
            len(side().below_mm));
        begin(start.substr(4));
        measure(Across::X, dx, side_search_mm, "edge", slot_x1);
        add("", "Where along the edge.", KeepPlace{slot_result, slot_y1});
        double const slope = corner_skew * corner_apart_mm;
        softly(Across::X, -dx * slope, "Away from the edge by what its slope may take.");
        softly(Across::Y, dy * corner_apart_mm, "Along the edge.");
        measure(Across::X, dx, 2 * slope + side_near_mm + planSide(zero, Across::X).slow_search_mm, "edge", slot_x2);
        add("", "Where along the edge.", KeepPlace{slot_result, slot_y2});
        softly(2, over_mm + side().below_mm, "Up over the work.");
        softly(Across::X, dx * (over_mm + radius_mm + side_near_mm), "Over the work.");
        double const out = corner_apart_mm + corner_far_mm + radius_mm + outside_mm;
        softly(Across::Y, -dy * out, "Out beyond the other edge.");
        softly(2, -(over_mm + side().below_mm), "Down beside it.");
        measure(Across::Y, dy, outside_mm + corner_far_mm - corner_near_mm + 2 * slope + side_near_mm, "other edge",
                slot_y3);
        add("", "Where along that edge.", KeepPlace{slot_x3, slot_result});
        TakeCorner take{slot_x1, slot_y1,     slot_x2,   slot_y2,       slot_y3,       slot_x3, 0,
                        0,       corner_skew, slot_skew, slot_corner_x, slot_corner_y, {}};
        take.x_offset_mm = dx * (radius_mm - planSide(zero, Across::X).lag_mm);
        take.y_offset_mm = dy * (radius_mm - planSide(zero, Across::Y).lag_mm);
        take.alarm = parts.alarm("The edge lies more than 1 in 20 askew; straighten the work, or a touch was wrong.");
        add("", "Where both edges cross; they are taken to be square to each other.", std::move(take));
        setZero(Across::X, slot_corner_x, {}, "X of the corner.");
        setZero(Across::Y, slot_corner_y, {}, "Y of the corner.");
        return recipe(Kind::CornerZero, start);
    }

    /// Both sides along one axis, and to the middle between them. It stands about in the middle at the begin.
    void across(Across axis, Slot low, Slot high, double search_mm) {
        measure(axis, -1, search_mm, "wall", low);
        measure(axis, 1, 2 * search_mm, "wall", high);
    }
    /// The other wall must be where the size says.
    void requireSize(Slot low, Slot high, double apart_mm) {
        add("size", "Both sides must fit the size.",
            RequireLag{high, low, apart_mm, size_spare_mm,
                       parts.alarm("Both sides are not as far apart as the size says; another one, or a burr.")});
    }
    void toMiddle(Across axis, Slot low, Slot high, Slot middle, double most_mm) {
        add("", "The middle lies half-way.", TakeMean{{low, high}, middle});
        add("way", "To the middle.",
            GoSoftlyTo{axis, middle, 0, most_mm, feed(axis),
                       parts.alarm("Something was met on the way to the middle.")});
    }

    Recipe bore() {
        double const size = *side().size_mm, free = size / 2 - radius_mm;
        axes = "X and Y";
        auto const start = fmt::format("pin in the bore, within {} of its middle, its tip {} below the rim.",
                                       len(std::min(eye_mm, free / 2)), len(side().below_mm));
        begin(start.substr(4));
        double const search = free + size_spare_mm + eye_mm;
        across(Across::X, slot_x1, slot_x2, search);
        toMiddle(Across::X, slot_x1, slot_x2, slot_x3, size);
        across(Across::Y, slot_y1, slot_y2, search);
        toMiddle(Across::Y, slot_y1, slot_y2, slot_y3, size);
        requireSize(slot_y1, slot_y2, 2 * free - 2 * planSide(zero, Across::Y).lag_mm);
        setZero(Across::X, slot_x3, {}, "X of the middle.");
        setZero(Across::Y, slot_y3, {}, "Y of the middle.");
        return recipe(Kind::BoreCentre, start);
    }

    /// Around it: out, down, touched, up, and over to the other side.
    void around(Across axis, Slot low, Slot high, double out_mm, double down_mm) {
        for (double const from : {-1.0, 1.0}) {
            softly(axis, from * (from < 0 ? out_mm : 2 * out_mm), "Out beyond its side.");
            softly(2, -down_mm, "Down beside it.");
            measure(axis, -from, 2 * (eye_mm + outside_mm) + size_spare_mm, "side", from < 0 ? low : high);
            softly(2, down_mm, "Up again.");
        }
    }
    Recipe boss() {
        double const size = *side().size_mm, out = size / 2 + radius_mm + eye_mm + outside_mm;
        constexpr double above_mm = 3;
        axes = "X and Y";
        auto const start =
            fmt::format("pin over the boss, within {} of its middle, its tip {} to {} above it. Free of clamps "
                        "as far as {} around it.",
                        len(eye_mm), len(side_near_mm), len(above_mm), len(out + radius_mm));
        begin(start.substr(4));
        double const down = above_mm + side().below_mm;
        around(Across::X, slot_x1, slot_x2, out, down);
        toMiddle(Across::X, slot_x1, slot_x2, slot_x3, 2 * size + 4 * out);
        around(Across::Y, slot_y1, slot_y2, out, down);
        toMiddle(Across::Y, slot_y1, slot_y2, slot_y3, 2 * size + 4 * out);
        requireSize(slot_y1, slot_y2, size + 2 * radius_mm + 2 * planSide(zero, Across::Y).lag_mm);
        setZero(Across::X, slot_x3, {}, "X of the middle.");
        setZero(Across::Y, slot_y3, {}, "Y of the middle.");
        return recipe(Kind::BossCentre, start);
    }
};

Result<void> needsPin(zeroing::PlateZeroResult const& zero) {
    if (zero.assembly.teeth == 0 && zero.assembly.tip == shop::TipShape::Rim) return {};
    return fail(Code::NeedsPin, {"tool"}, fmt::format("Tool {}", zero.assembly.number));
}

/// Nut and shoe must not come down onto what is touched.
Result<void> reachesDown(zeroing::PlateZeroResult const& zero, double below_mm) {
    constexpr double spare_mm = 1;
    auto const& tool = zero.assembly;
    if (!tool.length_mm) return {}; // as drawn and tried: free all along
    double stands_mm = tool.stick_out_mm.value_or(*tool.length_mm);
    if (zero.machine.dust_shoe_mm) stands_mm = std::min(stands_mm, *tool.length_mm - *zero.machine.dust_shoe_mm);
    if (below_mm + spare_mm <= stands_mm) return {};
    return fail(Code::PinTooShort, {"pin"}, lengthText(below_mm, zero.units), lengthText(stands_mm, zero.units));
}

} // namespace

TouchPlan planSide(zeroing::PlateZeroResult const& zero, Across axis) {
    auto machine = zero.machine;
    machine.axes[2] = machine.axes[static_cast<std::size_t>(axis)];
    auto practice = zero.plate.practice;
    practice.read_on = shop::Direction::Press;
    return planTouch(machine, zero.feeds, practice, false);
}

Result<Recipe> sideRecipe(Kind kind, zeroing::PlateZeroResult const& zero) {
    if (auto const pin = needsPin(zero); !pin) return Failure(pin.error());
    if (auto const free = reachesDown(zero, zero.setup.side.below_mm); !free) return Failure(free.error());
    Sides made{zero};
    auto const& side = zero.setup.side;
    auto const what = of(kind).sideways;
    if (what == Sideways::Bore || what == Sideways::Boss) {
        if (!side.size_mm || *side.size_mm <= 0)
            return fail(Code::Missing, {"size"}, "The diameter",
                        "Type about how wide it is at Macros, below “The side”.");
        double const least = 2 * made.radius_mm + 2 * (planSide(zero, Across::X).back_off_mm + open_check_mm) + 1;
        if (what == Sideways::Bore && *side.size_mm < least)
            return fail(Code::OutOfRange, {"size"}, lengthText(*side.size_mm, zero.units),
                        fmt::format("what this pin can move in, {} and more", lengthText(least, zero.units)));
    }
    switch (what) {
    case Sideways::Corner: return made.corner();
    case Sideways::Bore: return made.bore();
    case Sideways::Boss: return made.boss();
    case Sideways::Edge:
    case Sideways::Lips:
    case Sideways::No: break;
    }
    return made.edge();
}

Result<LipSteps> lipSteps(zeroing::PlateZeroResult const& zero, TouchPlan const& in_z) {
    if (auto const pin = needsPin(zero); !pin) return Failure(pin.error());
    if (!zero.plate.wall_mm)
        return fail(Code::Missing, {"plate"}, "The wall of the plate's lips",
                    "Type it at Kit, Plate; a flat plate has none.");
    auto const& stock = zero.setup.place.stock_thickness_mm;
    double const lip = zero.plate.lip_mm, low = lip / 2; // the tip beside the lip, below the work's top
    if (!stock || *stock < low + 1)
        return fail(Code::Missing, {"stock"}, fmt::format("Stock at least {} thick", lengthText(low + 1, zero.units)),
                    "Type its thickness at Zeroing: the tip goes down beside it.");
    if (auto const free = reachesDown(zero, zero.thickness.mm + low); !free) return Failure(free.error());
    Sides made{zero};
    auto const& side = zero.setup.side;
    double const clear = in_z.back_off_mm + 2 + made.radius_mm, down = clear + zero.thickness.mm + low;
    LipSteps steps;
    made.parts.zero_now = "X, Y and Z zero are as they were.";
    made.add("look", "Turned the other way round its lips would not be there.",
             Pause{fmt::format(
                       "Do the lips hang over the edges that are met in X{} and Y{}, drawn against both? Clamps "
                       "away from there? Hands clear, then resume.",
                       side.toward == shop::Toward::Plus ? "+" : "-", side.toward_y == shop::Toward::Plus ? "+" : "-"),
                   {shop::Act::LookAtLips}});
    made.add("back-off", "Off the plate, and a moment to settle.",
             BackOff{in_z.back_off_mm, zero.feeds.fast_mm_min, in_z.settle_s});
    made.softly(2, clear - in_z.back_off_mm, "Up, clear of it.");
    for (auto const axis : {Across::X, Across::Y}) {
        double const toward = shop::sign(axis == Across::X ? side.toward : side.toward_y);
        double const half = (axis == Across::X ? zero.plate.width_mm : zero.plate.depth_mm) / 2;
        double const out = half + made.radius_mm + off_middle_mm + outside_mm;
        made.softly(axis, -toward * out, "Out beyond the lip.");
        made.softly(2, -down, "Down beside it.");
        made.measure(axis, toward, outside_mm + 2 * off_middle_mm + side_near_mm, "lip",
                     axis == Across::X ? slot_x1 : slot_y1);
        made.softly(2, down, "Up again.");
        if (axis == Across::X) made.softly(axis, toward * out, "Back over the plate.");
        made.setZero(axis, axis == Across::X ? slot_x1 : slot_y1, made.toEdge_mm(axis, toward, *zero.plate.wall_mm),
                     "The edge of the work lies pin and wall beyond the trip point.", &steps.zeroes);
    }
    steps.touches = std::move(made.parts.steps);
    steps.header = {
        fmt::format("Pin: {} in diameter. Lips: wall {}, {} deep; touched {} below the work's top.",
                    made.len(2 * made.radius_mm), made.len(*zero.plate.wall_mm), made.len(lip), made.len(low)),
        fmt::format("Start: tip over the plate's middle, within {}. Nothing else may stand within {} of its "
                    "sides.",
                    made.len(off_middle_mm), made.len(2 * made.radius_mm + outside_mm + 2 * off_middle_mm))};
    return steps;
}

} // namespace steady::macros
