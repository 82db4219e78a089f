// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// The procedure “plate zero”: find the plate, measure twice, set one work offset's Z, make sure the plate is away.

#include "core/macros/Recipe.h"
#include "core/zeroing/PlateZero.h"

namespace steady::macros {

/// The figures the procedure runs with, all from the book; the header prints them.
struct PlateZeroPlan {
    double least_gap_mm = 5; ///< tip above the plate at the start, least
    double most_gap_mm = 0;  ///< and most
    double search_mm = 0;    ///< longest way down; ends above the work when the plate is missing
    double back_off_mm = 1;
    double settle_s = 0.2;
    double slow_search_mm = 0;
    double agreement_mm = 0;
    double lag_expected_mm = 0, lag_tolerance_mm = 0;
    double window_low_mm = 0, window_high_mm = 0; ///< machine Z in which the contact must lie
    bool window_from_contact = false;
    double parking_z_mm = 0; ///< machine Z of the last check, below safe Z
};

/// Error: a plate too thin for a search that stays above the work.
Result<PlateZeroPlan> planPlateZero(zeroing::PlateZeroResult const& zero);
Result<Recipe> plateZeroRecipe(zeroing::PlateZeroResult const& zero);

} // namespace steady::macros
