// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// The procedure “plate zero”: find the plate, measure twice, set one work offset's Z, make sure the plate is away.

#include "core/macros/Kind.h"
#include "core/macros/Parts.h"
#include "core/zeroing/PlateZero.h"

namespace steady::macros {

/// The figures the procedure runs with, all from the book; the header prints them.
struct PlateZeroPlan {
    TouchPlan touch;
    double least_gap_mm = 5;                      ///< tip above the plate at the start, least
    double most_gap_mm = 0;                       ///< and most
    double search_mm = 0;                         ///< longest way down; ends above the work when the plate is missing
    double window_low_mm = 0, window_high_mm = 0; ///< machine Z in which the contact must lie
    bool window_from_contact = false;
};

/// A tool with the work offset of its own.
struct OwnOffset {
    int number = 0, work_offset = 0;
};

/// What the plate zero is for, beyond setting one offset.
struct PlateZeroUse {
    Kind kind = Kind::PlateZero;
    std::optional<double> table_length_mm;  ///< length table: of the tool in the spindle, taken off its contact
    std::vector<OwnOffset> own_offsets;     ///< one offset per tool
    std::optional<shop::ToolSetter> setter; ///< for the link
    SetterWay way;
};

/// Error: a plate too thin for a search that stays above the work.
Result<PlateZeroPlan> planPlateZero(zeroing::PlateZeroResult const& zero);
Result<Recipe> plateZeroRecipe(zeroing::PlateZeroResult const& zero, PlateZeroUse const& use = {});

/// The lines that every header begins with: machine, unit, tool.
std::vector<std::string> headerBegin(shop::Machine const& machine);

} // namespace steady::macros
