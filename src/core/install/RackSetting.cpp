// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/install/RackSetting.h"

#include "core/quantity/Units.h"
#include "core/zeroing/PlateZero.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

namespace steady::install {
namespace {

double signOf(shop::Toward way) { return way == shop::Toward::Plus ? 1 : -1; }
int alongAxis(shop::ToolRack const& rack) { return rack.along == shop::SideAxis::X ? 0 : 1; }

/// Seen from the first fork's holder, in machine X and Y: so far along the rack, so far behind the holders.
TemplatePoint from(shop::ToolRack const& rack, double along_mm, double behind_mm) {
    double const along = signOf(rack.numbers) * along_mm, behind = -signOf(rack.out) * behind_mm;
    return alongAxis(rack) == 0 ? TemplatePoint{along, behind} : TemplatePoint{behind, along};
}

double behind_mm(shop::ToolRack const& rack, int hole) {
    return rack.mounting.behind_mm + (hole - 1) * rack.mounting.between_mm;
}

/// “Y 905.000 mm, travel 0.000 mm to 900.000 mm”; empty: it lies within, or nobody has typed the travel.
std::string outside(facts::Reader const& book, shop::ZeroSetup const& setup, double x_mm, double y_mm) {
    auto const* machine = book.find(setup.place.machine);
    if (!machine) return {};
    double const at_mm[] = {x_mm, y_mm};
    for (std::size_t axis = 0; axis < 2; ++axis)
        if (auto const& travel = machine->axes[axis]; at_mm[axis] < travel.low_mm || at_mm[axis] > travel.high_mm)
            return fmt::format("{} {}, travel {} to {}", "XY"[axis], lengthText(at_mm[axis], book.units()),
                               lengthText(travel.low_mm, book.units()), lengthText(travel.high_mm, book.units()));
    return {};
}

} // namespace

Result<std::vector<RackMark>> rackMarks(shop::ToolRack const& rack) {
    auto const& plan = rack.mounting;
    if (!plan.x_mm || !plan.y_mm)
        return fail(Code::Missing, {"rack"}, fmt::format("Where the first fork of “{}” is to stand", rack.name),
                    "Type its machine X and Y at Changer, Rack.");
    std::vector<RackMark> marks;
    for (std::size_t i = 0; i < rack.pockets.size(); ++i)
        for (int hole = 1; hole <= plan.holes; ++hole) {
            auto const at = from(rack, rack.pitch_mm * static_cast<double>(i), behind_mm(rack, hole));
            marks.push_back({rack.number(i), hole, *plan.x_mm + at.x_mm, *plan.y_mm + at.y_mm});
        }
    return marks;
}

Result<HoleTemplate> rackTemplate(shop::ToolRack const& rack) {
    auto const marks = rackMarks(rack);
    if (!marks) return Failure(marks.error());
    if (marks->empty()) return fail(Code::Missing, {"rack"}, "A hole to drill", "Type how many each tower has.");
    HoleTemplate made;
    made.device = rack.name;
    made.body_mm = rack.flange_mm;
    double const half = rack.flange_mm / 2;
    made.extent = {-half, half, -half, half};
    auto const reach = [&](TemplatePoint at, double r_mm) {
        auto& e = made.extent;
        e = {std::min(e.x_low_mm, at.x_mm - r_mm), std::max(e.x_high_mm, at.x_mm + r_mm),
             std::min(e.y_low_mm, at.y_mm - r_mm), std::max(e.y_high_mm, at.y_mm + r_mm)};
    };
    for (auto const& mark : *marks) {
        TemplatePoint const at{mark.x_mm - *rack.mounting.x_mm, mark.y_mm - *rack.mounting.y_mm};
        made.holes.push_back({at, rack.mounting.hole_mm});
        reach(at, rack.mounting.hole_mm);
    }
    double const last_mm = rack.pitch_mm * static_cast<double>(rack.pockets.size() - 1);
    made.lines.push_back({from(rack, 0, 0), from(rack, last_mm, 0), "middle of the holders"});
    for (std::size_t i = 0; i < rack.pockets.size(); ++i) {
        double const along = rack.pitch_mm * static_cast<double>(i);
        auto const mouth = from(rack, along, -rack.fork_mm),
                   back = from(rack, along, behind_mm(rack, rack.mounting.holes));
        made.lines.push_back({mouth, back, fmt::format("pocket {}", rack.number(i))});
        reach(mouth, 0);
        reach(from(rack, along, 0), half);
    }
    return made;
}

Result<std::vector<OutStep>> rackOutSteps(facts::Reader const& book, shop::ZeroSetup const& setup,
                                          shop::ToolRack const& rack) {
    auto const marks = rackMarks(rack);
    if (!marks) return Failure(marks.error());
    auto const units = book.units();
    auto const machine = zeroing::machineOf(book, setup);
    std::vector<OutStep> steps;
    auto step = [&](std::string words, std::string figures = {}) {
        steps.push_back({std::move(words), std::move(figures)});
    };
    step("Spindle stopped and unable to start. Stock and clamps off the way. A pointed tool or a pin in the spindle.");
    step("Home the machine. At each mark: Z up first, jog there in machine coordinates, at the end × 10; selector off "
         "before a hand goes near; lower by hand wheel until the point nearly touches, and mark the spot.");
    for (auto const& mark : *marks) {
        auto const name = fmt::format("Pocket {}, hole {}", mark.pocket, mark.hole);
        if (!outside(book, setup, mark.x_mm, mark.y_mm).empty())
            step(name + ": outside the travel. By the template, laid on the marks that can be reached.");
        else
            step(name + ".", fmt::format("X {}   Y {}   Z {}", lengthNumber(mark.x_mm, units),
                                         lengthNumber(mark.y_mm, units), lengthText(machine.safeZ_mm(), units)));
    }
    step("Measure the marks once more with a rule: from the first to the last, and both diagonals. Drill only through "
         "what may be drilled: not into a slot, a hose or the board's screws.");
    step("Towers and rail on, square to the axes; measure the first and the last gap; tighten as the maker says.");
    step("Teach the first and the last pocket: the program says how far it ended from its plan.");
    return steps;
}

std::optional<RackOff> rackOff(shop::ToolRack const& rack) {
    auto const& plan = rack.mounting;
    if (!plan.x_mm || !plan.y_mm || rack.pockets.size() < 2) return std::nullopt;
    auto const &first = rack.pockets.front(), &last = rack.pockets.back();
    if (!first.x_mm || !first.y_mm || !last.x_mm || !last.y_mm) return std::nullopt;
    auto const far = from(rack, rack.pitch_mm * static_cast<double>(rack.pockets.size() - 1), 0);
    RackOff off{{*first.x_mm - *plan.x_mm, *first.y_mm - *plan.y_mm}, {}};
    off.last_mm[0] = *last.x_mm - *first.x_mm - far.x_mm;
    off.last_mm[1] = *last.y_mm - *first.y_mm - far.y_mm;
    return off;
}

std::vector<zeroing::Judgement> judgeRackSetting(facts::Reader const& book, shop::ZeroSetup const& setup,
                                                 shop::ToolRack const& rack) {
    std::vector<zeroing::Judgement> said;
    if (!rackMarks(rack)) return said;
    auto const units = book.units();
    for (std::size_t i = 0; i < rack.pockets.size(); ++i) {
        auto const at = from(rack, rack.pitch_mm * static_cast<double>(i), 0);
        auto const out = outside(book, setup, *rack.mounting.x_mm + at.x_mm, *rack.mounting.y_mm + at.y_mm);
        if (out.empty()) continue;
        said.push_back({Severity::Bad,
                        fmt::format("Pocket {} would hang outside the travel.", rack.number(i)),
                        out + ": no change reaches it. Move the plan, or see which way the numbers grow (Rack).",
                        {}});
        break;
    }
    auto const off = rackOff(rack);
    if (!off) {
        said.push_back(
            {Severity::Note,
             "Planned, and not measured yet.",
             "Mark it by the machine or by a template, fix it, and teach the first and the last pocket: then "
             "it says how far it ended from its plan.",
             {}});
        return said;
    }
    auto const by = [&](double const(&mm)[2]) {
        return fmt::format("{} in X and {} in Y", lengthText(mm[0], units, Sign::Always),
                           lengthText(mm[1], units, Sign::Always));
    };
    said.push_back({Severity::Note,
                    fmt::format("Pocket {} hangs {} from its plan.", rack.number(0),
                                lengthText(std::hypot(off->first_mm[0], off->first_mm[1]), units)),
                    fmt::format("By {}; from there to pocket {} it is off by {}, turned or of another pitch. What "
                                "counts is what was taught, not the plan.",
                                by(off->first_mm), rack.number(rack.pockets.size() - 1), by(off->last_mm)),
                    {}});
    return said;
}

} // namespace steady::install
