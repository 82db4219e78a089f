// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/macros/ZeroRecipes.h"

#include "core/macros/Figures.h"
#include "core/macros/PlateZeroRecipe.h"
#include "core/quantity/WorkOffset.h"

#include <fmt/format.h>

namespace steady::macros {
namespace {

constexpr double first_look_mm = 30; // above the height that is looked at
constexpr double look_mm_min = 600;  // slow enough for a hand at the stop; common practice

} // namespace

Result<Recipe> trimRecipe(shop::Machine const& machine, shop::ZeroSetup const& setup) {
    if (setup.prefer.trim_mm == 0)
        return fail(Code::Missing, {"trim"}, "By how much zero is trimmed",
                    "Type it at Macros, below “The trim”; below zero is higher.");
    Parts parts{machine, "Z zero is as it was.", {}};
    auto const by = lengthWithUnit(std::abs(setup.prefer.trim_mm), machine.units);
    auto const way = setup.prefer.trim_mm > 0 ? "deeper" : "higher";
    auto const name = workOffsetName(setup.place.work_offset);
    parts.begin(0);
    parts.add("", "Nothing moves: the person reads what will be done.",
              Pause{fmt::format("Nothing moves. {} Z zero goes {} {}. Resume to do it.", name, by, way), {}});
    Trim trim{setup.place.work_offset,
              setup.prefer.trim_mm,
              slot_result,
              parts.alarm(fmt::format("{} Z was set since its link was made (figures above).", name), false),
              {}};
    parts.zero_now = "Z zero is wrong now: set it again before anything else.";
    trim.wrong = parts.alarm("The control kept another figure than it was given.", false);
    parts.add("", "Z and D go together, so that the link holds for the tools that follow.", std::move(trim));
    parts.add("", "", End{});
    auto lines = headerBegin(machine);
    lines.push_back(
        fmt::format("Sets: {} Z {} {} than it is, and its link, if it has one. Nothing moves.", name, by, way));
    lines.push_back("Started again after it was broken off, it does the same once, not twice.");
    return Recipe{title(Kind::TrimZero), std::move(lines), machine.units, std::move(parts.steps)};
}

Recipe lookRecipe(shop::Machine const& machine, shop::ZeroSetup const& setup) {
    Parts parts{machine, "Nothing was set.", {}};
    bool const table = setup.plan.method == shop::Method::LengthTable;
    auto const height = lengthText(setup.prefer.look_mm, machine.units);
    parts.begin(setup.place.work_offset);
    parts.add(
        "", "Before anything moves.",
        Pause{"Plate, lead and clip away, hand at the stop. Resume: up, over the touched spot, then slowly down.", {}});
    parts.add("", "Safe Z before any X and Y.", RetractTo{machine.safeZ_mm()});
    parts.add("", "Above the spot that was touched.",
              MoveToSpot{setup.place.work_offset,
                         parts.alarm("No touched spot is kept for this offset; run plate zero.", false)});
    if (table) parts.add("", "The length that the job calls.", LengthOffset{true});
    double const far_mm = setup.prefer.look_mm + first_look_mm;
    parts.add("", "Down by a probing move, first to where a wrong zero still does no harm.",
              DescendToWork{far_mm, look_mm_min, parts.alarm("Something was met above the work.")});
    parts.add("look", "A zero of another tool or another stock shows here.",
              Pause{fmt::format("The tip should stand {} above the work. If so, resume. If not, stop here.",
                                lengthText(far_mm, machine.units)),
                    {},
                    far_mm});
    parts.add("", "On down, to a height above zero.",
              DescendToWork{setup.prefer.look_mm, look_mm_min, parts.alarm("Something was met above the work.")});
    if (table) parts.add("", "", LengthOffset{false});
    parts.add("look", "Eyes see what no signal tells.",
              Pause{fmt::format("The tip should stand {0} above the work: a {0} block just slides under. If so, "
                                "resume. If not, stop here: do not start the job.",
                                height),
                    {},
                    setup.prefer.look_mm});
    parts.add("", "Safe Z.", RetractTo{machine.safeZ_mm()});
    parts.add("", "", End{"Seen. Note it at Macros with “It looked right”."});
    auto lines = headerBegin(machine);
    lines.push_back(fmt::format("Goes to {} above {} Z zero, over the touched spot. Sets nothing.", height,
                                workOffsetName(setup.place.work_offset)));
    return Recipe{title(Kind::GoAndLook), std::move(lines), machine.units, std::move(parts.steps)};
}

} // namespace steady::macros
