// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// What a run is measured against: what the macro is for, and how near it must come.

#include "core/macros/Kind.h"
#include "core/shop/kinds/Machine.h"

#include <optional>
#include <vector>

namespace steady::safety {

/// What a change at a rack should come to.
struct RackAim {
    int takes = 0;          ///< number of the tool in the spindle
    std::vector<int> hangs; ///< in each pocket; 0: nothing
};

/// What should become of a kept place: machine X and Y.
struct PlaceAim {
    int number = 1;
    std::array<double, 2> at_mm{};
};

struct Aim {
    macros::Kind kind = macros::Kind::PlateZero;
    double tolerance_mm = 0;    ///< the stated ± of what it sets: right within it
    double intended_mm = 0;     ///< where the zero should lie, above the work's top: 0 but for table zero and trim
    double length_datum_mm = 0; ///< what a length in the table is more than the tool's own: 0 but for a first tool
    double repeat_mm = 0;       ///< two runs in one world with nothing wrong differ by no more
    std::optional<RackAim> rack;
    std::optional<PlaceAim> place;
    std::array<bool, 2> sides{};           ///< of X and Y, which it sets
    bool states_interval = false;          ///< the ± is a 95 % interval of all that the book does not know better
    bool built_in = false;                 ///< a routine of the control: nobody can mend what it lets through
    bool keeps_link = true;                ///< a control with variables keeps D, which is judged as well
    shop::Behaviour behaviour;             ///< of the control: where the link stands
    UnitSystem units = UnitSystem::Metric; ///< in which the link stands
};

} // namespace steady::safety
