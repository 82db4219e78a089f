// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Where a controller keeps what belongs to a work offset's zero: ten numbered parameters for each.

#include "core/base/Result.h"
#include "core/gcode/Grammar.h"
#include "core/quantity/WorkOffset.h"
#include "core/shop/kinds/Machine.h"

namespace steady::macros {

/// The numbers of work offset n, from 1. The seal is D + 1000 + n, so that a number which another macro has used shows.
struct LinkNumbers {
    int seal, d, offset, unit; ///< offset: n (n + 100, n + 200: a trim is under way); unit: 21 or 20
    int last, next;            ///< the Z of its own zero, as last set and as about to be set
    int trim_from, trim_d;     ///< what a trim began with
    int x, y;                  ///< where the plate was touched, machine coordinates
    LinkNumbers(shop::Behaviour const& behaviour, int work_offset) {
        int const first = behaviour.link_parameter + shop::link_block * (work_offset - 1);
        seal = first, d = first + 1, offset = first + 2, unit = first + 3, last = first + 4, next = first + 5;
        trim_from = first + 6, trim_d = first + 7, x = first + 8, y = first + 9;
    }
};

/// Behind the links: 1 while a change at a rack is under way.
inline int changeNumber(shop::Behaviour const& behaviour) {
    return behaviour.link_parameter + shop::link_block * work_offset_count;
}

/// Where only T tells the tool, in the same number: this and the tool that the last change left in the spindle.
inline constexpr int left_tool = 1000;

/// Behind that: places in X and Y, machine coordinates. The seal is X + Y + what tells place and unit.
struct StoredNumbers {
    int x, y, seal;
    StoredNumbers(shop::Behaviour const& behaviour, int place) {
        x = changeNumber(behaviour) + 1 + 3 * (place - 1);
        y = x + 1, seal = x + 2;
    }
    static double sealed(int place, UnitSystem units) {
        return 1000 + (units == UnitSystem::Metric ? 210 : 200) + place;
    }
};
/// Behind those: the pocket of a carousel that is in front, from 1; 0: nobody knows.
inline int ringNumber(shop::Behaviour const& behaviour) { return StoredNumbers(behaviour, shop::most_places).seal + 1; }
/// The last number that a macro keeps anything in.
inline int lastKept(shop::Behaviour const& behaviour) { return ringNumber(behaviour); }

/// Whether the numbers that count so many pockets can be had. Error: NumbersOverlap, OutOfRange.
Result<void> checkCounts(shop::Behaviour const& behaviour, gcode::Numbers kept, int first, int pockets);

/// The same of those that hold what hangs in each pocket; nor do they meet the counters.
Result<void> checkTable(shop::Behaviour const& behaviour, gcode::Numbers kept, int first, int pockets,
                        std::optional<int> counts_from);

/// Whether the numbers that macros use exist in the controller and do not meet each other. Error: NumbersOverlap, with
/// both uses; OutOfRange, with the numbers there are.
Result<void> checkNumbers(shop::Behaviour const& behaviour, gcode::Grammar const& grammar);

} // namespace steady::macros
