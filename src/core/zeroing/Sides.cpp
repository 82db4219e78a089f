// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/zeroing/Sides.h"

#include "core/base/Words.h"
#include "core/zeroing/PlateZero.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

namespace steady::zeroing {
namespace {

using shop::SideFeature;
using shop::Toward;

constexpr double sure = 4;           // deviations within which honest touches agree, both of them
constexpr double steep_slope = 0.05; // more than that nobody cuts by: a touch is wrong, or the work lies askew

std::string signWords(Toward toward) { return toward == Toward::Plus ? "plus" : "minus"; }

struct Typed {
    facts::Reader const& book;
    shop::ZeroSetup const& setup;

    shop::SideTouch const& side() const { return setup.side; }
    Result<double> radius_mm() const {
        if (side().pin_mm) return *side().pin_mm / 2;
        auto const* tool = book.find(setup.place.assembly);
        if (!tool) return fail(Code::Missing, {"pin"}, "The diameter of the pin", "Type it, or put a pin in at Kit.");
        if (tool->teeth != 0) return fail(Code::NeedsPin, {"pin"}, fmt::format("Tool {}", tool->number));
        return tool->diameter_mm / 2;
    }
    Result<double> need(std::optional<double> const& value, char const* what) const {
        if (value) return *value;
        return fail(Code::Missing, {"touch"}, what, "Type what the readout shows as it touches.");
    }

    SidesResult::Axis edge(char letter, double contact_mm, Toward toward, double radius_mm) const {
        auto const units = book.units();
        double const by = radius_mm + side().wall_mm, typed = toward == Toward::Plus ? -by : by;
        SidesResult::Axis made{letter, edgeAt_mm(contact_mm, toward, radius_mm, side().wall_mm), typed, {}, {}};
        made.sum = side().wall_mm > 0 ? fmt::format("{} + {} = {}; with its sign {}",
                                                    lengthNumber(side().wall_mm, units), lengthNumber(radius_mm, units),
                                                    lengthNumber(by, units), lengthText(typed, units, Sign::Always))
                                      : lengthText(typed, units, Sign::Always);
        made.why = fmt::format("The pin came towards {0}{1}, so that its axis stands on the {2} side of the edge, {3} "
                               "away from it.",
                               letter, toward == Toward::Plus ? "+" : "−", toward == Toward::Plus ? "minus" : "plus",
                               side().wall_mm > 0 ? "the wall and half the pin" : "half the pin");
        return made;
    }
};

} // namespace

double edgeAt_mm(double contact_mm, Toward toward, double radius_mm, double wall_mm) {
    return contact_mm + shop::sign(toward) * (radius_mm + wall_mm);
}

Middle middleOf(double low_mm, double high_mm, double radius_mm, double wall_mm, bool inside) {
    double const apart = high_mm - low_mm, by = 2 * (radius_mm + wall_mm);
    return {(low_mm + high_mm) / 2, inside ? apart + by : apart - by};
}

std::optional<CornerAt> cornerOf(CornerTouches const& t, Toward toward_x, Toward toward_y, double radius_mm,
                                 double wall_mm) {
    if (t.y1_mm == t.y2_mm) return std::nullopt;
    CornerAt made;
    made.slope = (t.x2_mm - t.x1_mm) / (t.y2_mm - t.y1_mm);
    // A line at distance d beside one of slope t lies d·√(1 + t²) beside it along the axis.
    double const s = made.slope, by = (radius_mm + wall_mm) * std::sqrt(1 + s * s);
    double const x = t.x1_mm + shop::sign(toward_x) * by, y = t.y3_mm + shop::sign(toward_y) * by;
    made.x_mm = (x + s * (y - t.y1_mm + s * t.x3_mm)) / (1 + s * s);
    made.y_mm = y - s * (made.x_mm - t.x3_mm);
    return made;
}

Result<SidesResult> sidesOf(facts::Reader const& book, shop::ZeroSetup const& setup) {
    Typed const typed{book, setup};
    auto const& side = setup.side;
    auto const radius = typed.radius_mm();
    if (!radius) return Failure(radius.error());
    SidesResult made;
    made.radius_mm = *radius;
    char const letter = side.axis == shop::SideAxis::X ? 'X' : 'Y';
    auto const first = typed.need(side.first_mm, side.feature == SideFeature::Edge ? "The touch" : "The first touch");
    if (!first) return Failure(first.error());
    if (side.feature == SideFeature::Edge) {
        made.axes.push_back(typed.edge(letter, *first, side.toward, *radius));
        return made;
    }
    auto const second = typed.need(side.second_mm, "The second touch");
    if (!second) return Failure(second.error());
    if (side.feature != SideFeature::Corner) {
        bool const inside = side.feature == SideFeature::Inside;
        double const low = std::min(*first, *second), high = std::max(*first, *second);
        auto const middle = middleOf(low, high, *radius, side.wall_mm, inside);
        auto const units = book.units();
        SidesResult::Axis axis{letter, middle.at_mm, {}, {}, {}};
        axis.sum = fmt::format("({} + {}) ÷ 2 = {}", lengthNumber(low, units), lengthNumber(high, units),
                               lengthText(middle.at_mm, units));
        axis.why = "Half-way between both touches; the pin's radius cancels, as long as it is round.";
        made.axes.push_back(std::move(axis));
        made.width_mm = middle.width_mm;
        return made;
    }
    std::array<Result<double>, 4> const more{
        typed.need(side.first_at_mm, "Y of the first touch"), typed.need(side.second_at_mm, "Y of the second touch"),
        typed.need(side.other_mm, "The touch in Y"), typed.need(side.other_at_mm, "X of the touch in Y")};
    for (auto const& each : more)
        if (!each) return Failure(each.error());
    auto const corner = cornerOf({*first, *more[0], *second, *more[1], *more[3], *more[2]}, side.toward, side.toward_y,
                                 *radius, side.wall_mm);
    if (!corner)
        return fail(Code::Missing, {"touch"}, "A second touch at another Y",
                    "Two touches along one edge tell how it lies; take them well apart.");
    made.slope = corner->slope;
    for (auto const& [axis, at, toward] :
         {std::tuple{'X', corner->x_mm, side.toward}, {'Y', corner->y_mm, side.toward_y}}) {
        SidesResult::Axis one{axis, at, {}, lengthText(at, book.units()), {}};
        one.why = fmt::format("Where both edges cross; half the pin{} is {} the touch, since it came towards {}.",
                              side.wall_mm > 0 ? " and the wall" : "", toward == Toward::Plus ? "beyond" : "short of",
                              signWords(toward));
        made.axes.push_back(std::move(one));
    }
    return made;
}

std::optional<Again> againOf(facts::Reader const& book, shop::ZeroSetup const& setup, SidesResult const& sides) {
    if (!setup.side.again_mm || sides.axes.size() != 1 || !sides.axes.front().type_mm) return std::nullopt;
    auto const machine = machineOf(book, setup);
    Again made;
    made.expected_mm = *sides.axes.front().type_mm;
    made.off_mm = *setup.side.again_mm - made.expected_mm;
    double const step_mm = machine.units == UnitSystem::Metric ? 0.001 : 0.0001 * mm_per_inch;
    made.scatter_mm = sure * std::sqrt(2.0) * machine.switch_scatter_mm + step_mm;
    made.accepted = std::abs(made.off_mm) <= std::max(made.scatter_mm, setup.prefer.good_enough_mm);
    return made;
}

std::vector<Judgement> judgeSides(facts::Reader const& book, shop::ZeroSetup const& setup) {
    std::vector<Judgement> said;
    auto const units = book.units();
    auto const sides = sidesOf(book, setup);
    if (!sides) {
        auto const finding = toFinding(sides.error());
        said.push_back({Severity::Attention, "Not touched yet.", finding.text + " " + finding.remedy, {}});
        return said;
    }
    for (auto const& axis : sides->axes) {
        if (axis.type_mm)
            said.push_back({Severity::Note,
                            fmt::format("Pin at its touch: set {} to {}", axis.letter,
                                        lengthText(*axis.type_mm, units, Sign::Always)),
                            fmt::format("{} {}. In the frame of the reading the edge lies at {}.", axis.why, axis.sum,
                                        lengthText(axis.zero_mm, units)),
                            {}});
        else
            said.push_back({Severity::Note,
                            fmt::format("{} zero lies at {}", axis.letter, lengthText(axis.zero_mm, units)),
                            axis.sum.starts_with('(') ? axis.sum + ". " + axis.why : axis.why,
                            {}});
    }
    if (sides->width_mm)
        said.push_back(
            {Severity::Note,
             fmt::format("It is {} wide", lengthText(*sides->width_mm, units)),
             "Compare that with the caliper: where it is off by more than the pin can be, a touch was wrong.",
             {}});
    if (sides->slope) {
        double const deg = std::atan(*sides->slope) * 57.29577951308232;
        said.push_back({std::abs(*sides->slope) > steep_slope ? Severity::Attention : Severity::Note,
                        fmt::format("The edge lies askew by {:.3f}°", deg),
                        std::abs(*sides->slope) > steep_slope
                            ? "That is more than work is clamped askew: touch again, or square the work."
                            : "Over 100 mm that is " + lengthText(std::abs(*sides->slope) * 100, units) +
                                  ". The corner is where both edges cross; what is cut stays square to the machine.",
                        {}});
    }
    if (auto const again = againOf(book, setup, *sides)) {
        auto const off = lengthText(again->off_mm, units, Sign::Always);
        bool const same = std::abs(again->off_mm) <= again->scatter_mm;
        said.push_back(
            {again->accepted ? Severity::Note : Severity::Bad,
             again->accepted ? fmt::format("{} accepted", lengthText(*setup.side.again_mm, units))
                             : fmt::format("{} not accepted", lengthText(*setup.side.again_mm, units)),
             fmt::format("Expected {}, off by {}. {}", lengthText(again->expected_mm, units), off,
                         same ? fmt::format("Two touches of this input may differ by {}: it is the same.",
                                            lengthText(again->scatter_mm, units))
                         : again->accepted
                             ? fmt::format("More than two touches of this input differ by ({}), and still within what "
                                           "is good enough here, {}: look for a chip or play, and go on.",
                                           lengthText(again->scatter_mm, units),
                                           plusMinusText(setup.prefer.good_enough_mm, units))
                             : fmt::format("More than is good enough here, {}: look for a chip at the edge, a pin that "
                                           "runs out, work that moved, or a touch from the other side with its "
                                           "backlash.",
                                           plusMinusText(setup.prefer.good_enough_mm, units))),
             {}});
    }
    return said;
}

} // namespace steady::zeroing
