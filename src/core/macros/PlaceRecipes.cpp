// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/macros/PlaceRecipes.h"

#include "core/macros/PlateZeroRecipe.h"

#include <fmt/format.h>

namespace steady::macros {

Recipe keepPlaceRecipe(shop::Machine const& machine, shop::ZeroSetup const& setup) {
    Parts parts{machine, "Nothing was kept.", {}};
    int const place = setup.stored.number;
    parts.begin(0);
    parts.add("", "Before anything moves.",
              Pause{fmt::format("Jogged to over place {}, with room above the tool? Z creeps up a little. Hands clear, "
                                "then resume.",
                                place),
                    {}});
    parts.requireOpen("open-check", "This tells where it stands.",
                      "The input reads contact at rest; look for a touch, a short or the wrong polarity.", false,
                      parts.proof_mm_min());
    parts.add("", "Where it stands in X and Y, in machine coordinates.", KeepPlace{slot_x, slot_y});
    parts.add("", "Sealed last, so that a change of unit, or a number that another macro has used, shows.",
              KeepStored{place, slot_x, slot_y});
    parts.add("", "Note both in the book.",
              TellLength{fmt::format("Place {}: machine X", place), slot_x, slot_told, {}});
    parts.add("", "", TellLength{fmt::format("Place {}: machine Y", place), slot_y, slot_told, {}});
    parts.add("", "", End{fmt::format("Place {} is kept, in X and Y. No Z is: the next tool may be longer.", place)});
    auto lines = headerBegin(machine);
    lines.push_back(fmt::format("Keeps X and Y of where it stands as place {}. Sets no zero.", place));
    lines.push_back("Holds until the machine is homed to other switches, or the frame is changed.");
    return Recipe{title(Kind::StorePlace), std::move(lines), machine.units, std::move(parts.steps)};
}

Result<Recipe> goToPlaceRecipe(shop::Machine const& machine, shop::ZeroSetup const& setup) {
    Parts parts{machine, "Nothing was set.", {}};
    auto const& stored = setup.stored;
    std::optional<std::array<double, 2>> known_mm;
    if (stored.x_mm && stored.y_mm) known_mm = {*stored.x_mm, *stored.y_mm};
    for (std::size_t axis = 0; known_mm && axis < 2; ++axis)
        if (auto const& travel = machine.axes[axis]; !travel.contains((*known_mm)[axis]))
            return fail(Code::NotInTravel, {"place"},
                        fmt::format("{} {}", "XY"[axis], lengthText((*known_mm)[axis], machine.units)),
                        fmt::format("{} {} to {}", "XY"[axis], lengthNumber(travel.low_mm, machine.units),
                                    lengthText(travel.high_mm, machine.units)));
    parts.begin(0);
    parts.add("", "Before anything moves.",
              Pause{fmt::format("Plate, lead and clip away? Nothing stands between here and place {} as high as the "
                                "tool's tip at the top of Z? Hand at the stop. Resume: up, then across.",
                                stored.number),
                    {}});
    parts.add("", "Z first, in machine coordinates.", RetractTo{machine.safeZ_mm()});
    parts.add("", "Over the place, Z untouched.",
              GoToStored{stored.number, known_mm,
                         parts.alarm(fmt::format("No place {} is kept in this unit, or its numbers were used by "
                                                 "another macro. Keep it anew.",
                                                 stored.number),
                                     false)});
    parts.add("", "",
              End{fmt::format("Over place {}, Z up. What is below, only eyes know: jog Z down.", stored.number)});
    auto lines = headerBegin(machine);
    lines.push_back(fmt::format("Goes up, then to place {} in X and Y. Sets nothing; Z stays up.", stored.number));
    return Recipe{title(Kind::GoToPlace), std::move(lines), machine.units, std::move(parts.steps)};
}

} // namespace steady::macros
