// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/macros/FeelRecipe.h"

#include "core/base/Words.h"
#include "core/macros/Figures.h"
#include "core/macros/Parts.h"
#include "core/macros/PlateZeroRecipe.h"
#include "core/zeroing/BoardZero.h"

#include <fmt/format.h>
#include <map>

namespace steady::macros {
namespace {

constexpr double feel_mm = 0.3; // a contact by feel may lie so much beyond what the ± of the length allows

/// Every tool of the book by its number, and where it may stand; of a length that nobody knows, wherever the axis goes.
Result<RequireToolAllowed> tools(facts::Reader const& book, shop::ZeroSetup const& setup,
                                 zeroing::BoardNose const& nose, double under_mm, shop::AxisTravel const& z,
                                 UnitSystem units) {
    RequireToolAllowed check;
    check.into = {slot_low, slot_high};
    check.found = slot_found;
    std::map<int, std::string> names;
    for (auto const& [id, tool] : shop::toolsOf(book, setup.place.machine)) {
        auto const [known, is_new] = names.emplace(tool->number, tool->name);
        if (!is_new)
            return fail(Code::TwoAlike, {"tool number"}, fmt::format("“{}” and “{}”", known->second, tool->name),
                        fmt::format("number, {}", tool->number));
        double low_mm = z.low_mm, high_mm = z.high_mm, stands_mm = 0;
        if (tool->length_mm && nose.length_mm) {
            double const spare_mm = tool->length_error_mm + feel_mm;
            stands_mm = nose.z_mm + under_mm + *tool->length_mm - *nose.length_mm;
            low_mm = std::max(low_mm, stands_mm - spare_mm);
            high_mm = std::min(high_mm, stands_mm + spare_mm);
        }
        if (low_mm < high_mm) {
            check.rows.push_back({tool->number, {low_mm, high_mm}});
        } else if (id == setup.place.assembly) {
            return fail(Code::NotInTravel, {fmt::format("tool {}", tool->number)},
                        fmt::format("Tool {} on the board, Z {}", tool->number, lengthText(stands_mm, units)),
                        fmt::format("{} to {}", lengthNumber(z.low_mm, units), lengthText(z.high_mm, units)));
        }
    }
    return check;
}

} // namespace

Result<double> underTip_mm(Kind kind, shop::ZeroSetup const& setup) {
    if (of(kind).asks != Asks::Square)
        return setup.prefer.paper_use == shop::PaperUse::Subtracted ? setup.prefer.paper_mm : 0;
    if (!setup.prefer.square_mm)
        return fail(Code::Missing, {"square"}, "The thickness of the square or block",
                    "Measure it, and type it at Macros, below “The square”.");
    return *setup.prefer.square_mm;
}

Result<Recipe> feelRecipe(Kind kind, facts::Reader const& book, shop::ZeroSetup const& setup) {
    auto const machine = zeroing::machineOf(book, setup);
    auto const units = machine.units;
    auto const under = underTip_mm(kind, setup);
    if (!under) return Failure(under.error());
    auto const nose = zeroing::boardNose(book, setup);
    if (!nose) return Failure(nose.error());
    Parts parts{machine, "The table is as it was.", {}};
    auto allowed = tools(book, setup, *nose, *under, machine.axes[2], units);
    if (!allowed) return Failure(allowed.error());
    bool const square = of(kind).asks == Asks::Square;
    parts.begin(0);
    allowed->alarm = parts.alarm(
        "Nothing has moved. The tool in the spindle is not in the book, or does not reach the board.", false);
    parts.add("require-tool", "The length belongs to a number: that of the tool in the spindle.", std::move(*allowed));
    auto const lengthOf = [&](double mm) { return lengthText(mm, units); };
    auto const feels = square ? fmt::format("the square, {}, just drag under a wing as the spindle is turned by hand",
                                            lengthOf(*under))
                              : fmt::format("the paper{} just drag under the tip",
                                            *under > 0 ? ", " + lengthOf(*under) + "," : std::string());
    parts.add("", "Only a hand feels it.",
              Pause{fmt::format("Does {}, on the bare, clean board? If not, stop here, jog, and start again. Spindle "
                                "unable to start, hands clear, then resume.",
                                feels),
                    {shop::Act::FeelUnder}});
    parts.requireOpen("open-check", "This tells where it stands.",
                      "The input reads contact at rest; look for a touch, a short or the wrong polarity.", true,
                      parts.proof_mm_min());
    parts.add("", "The tip stood there, before that.", KeepHeight{slot_setter, open_check_mm});
    parts.add("window", "It must fit the tool's length.",
              RequireWindow{slot_setter, slot_low, slot_high,
                            parts.alarm("It does not fit the tool's length; another tool, or not on the board.")});
    SetToolLength set{
        slot_setter, slot_result, {-*under, -nose->z_mm}, machine.length_sign == shop::LengthSign::Negative, {}};
    parts.zero_now = "The length in the table is wrong now: measure it again.";
    set.wrong = parts.alarm("The control kept another figure than it was given; is its unit that of the book?");
    parts.add("", "The length: above where a tool of no length would stand on the board.", std::move(set));
    parts.add("", "Safe Z.", RetractTo{machine.safeZ_mm()});
    parts.add("", "", End{"The length is in the table. Jobs call it with {table length} and the tool's number."});
    auto lines = headerBegin(machine);
    lines.push_back(fmt::format("Sets the length of the tool in the spindle. A tool of no length would stand on the "
                                "board at machine Z {}: {}.",
                                lengthWithUnit(nose->z_mm, units), nose->words));
    lines.push_back(square ? fmt::format("Under a wing: a hard square or block, {}.", lengthWithUnit(*under, units))
                    : *under > 0
                        ? fmt::format("Under the tip: paper, {}. Measure your own.", lengthWithUnit(*under, units))
                        : std::string("Under the tip: paper, which only tells the hand and is not counted."));
    lines.push_back(square ? "Start: the square on the bare board under a wing; jogged down until it just drags as the "
                             "spindle, unable to start, is turned by hand."
                           : "Start: paper on the bare board under the tip; jogged down until it just drags.");
    lines.push_back("Board not surfaced, and nothing bumped, since its height was taken. Not over a cut.");
    return Recipe{title(kind), std::move(lines), units, std::move(parts.steps)};
}

} // namespace steady::macros
