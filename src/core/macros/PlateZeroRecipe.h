// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// The procedure “plate zero”: find the plate, measure, set one work offset's Z, make sure the plate is away.

#include "core/macros/Kind.h"
#include "core/macros/Parts.h"
#include "core/zeroing/PlateZero.h"

namespace steady::macros {

/// The figures the procedure runs with, all from the book; the header prints them.
struct PlateZeroPlan {
    TouchPlan touch;
    double least_gap_mm = 0.3;                    ///< tip above the plate at the start, least
    double most_gap_mm = 0;                       ///< and most
    std::optional<double> spacer_mm;              ///< set with one of this height, where the eye is not enough
    double above_work_mm = 1;                     ///< what is left under the tip when the plate is missing
    double search_mm = 0;                         ///< longest way down; ends above the work when the plate is missing
    double window_low_mm = 0, window_high_mm = 0; ///< machine Z in which the contact must lie
    bool window_from_contact = false;             ///< the owner's choice; otherwise all that can be
};

/// A tool with the work offset of its own, and where its contact can lie.
struct OwnOffset {
    int number = 0, work_offset = 0;
    double low_mm = 0, high_mm = 0;
};

/// What the plate zero is for, beyond setting one offset.
struct PlateZeroUse {
    Kind kind = Kind::PlateZero;
    std::optional<double> table_length_mm;  ///< length table: of the tool in the spindle, taken off its contact
    std::vector<OwnOffset> own_offsets;     ///< one offset per tool
    std::optional<shop::ToolSetter> setter; ///< for the link
    shop::Machine at_setter;                ///< as it touches that
    SetterWay way;
    std::optional<double> board_z_mm;          ///< machine Z at which this tool stands on the spoilboard, where known
    double most_override = 1;                  ///< of the feed at the setter, where the control cannot lock it
    std::optional<zeroing::Between> window_mm; ///< of the tool's own contact or length; none: all that can be
};

/// Error: a plate too thin for a search that stays above the work.
Result<PlateZeroPlan> planPlateZero(zeroing::PlateZeroResult const& zero, PlateZeroUse const& use = {});
Result<Recipe> plateZeroRecipe(zeroing::PlateZeroResult const& zero, PlateZeroUse const& use = {});

/// How the plate's signal is asked for, and what the person then does.
std::pair<std::string, Acts> proofWords(shop::TouchPlate const& plate, shop::Assembly const& tool);

/// Whether a finger's breadth of plate stands out on each side of the cutter, so that it may be lifted to the tip.
bool mayLift(shop::TouchPlate const& plate, shop::Assembly const& tool);

/// The lines that every header begins with: machine, unit, modes, parameters.
std::vector<std::string> headerBegin(shop::Machine const& machine);
/// “After the end G54 is in force: select G55 again before the job.” `selected`: the macro has selected it.
std::string afterTheEnd(shop::Machine const& machine, int work_offset, bool selected = true);

} // namespace steady::macros
