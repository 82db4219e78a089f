// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Between which numbers a field lies, whoever gives it: a person, a book, an import or a world. One list, so that
// nothing is accepted in one place that another one stumbles over.

#include <limits>

namespace steady::shop {

/// Both ends belong to it.
template<class T> struct Bounds {
    T least, most;
    constexpr bool hold(T value) const { return value >= least && value <= most; } // not-a-number lies nowhere
};

namespace bounds {

using Whole = Bounds<int>;
using Real = Bounds<double>;

inline constexpr Whole any_whole{std::numeric_limits<int>::min(), std::numeric_limits<int>::max()};
inline constexpr Whole parameter{1, 5409}; ///< numbered parameters of the controller, RS274/NGC and its followers
inline constexpr Whole scratch_from{
    31, 5031}; ///< the first of 30; 1 to 30 belong to subroutines, 5061 up to the controller
inline constexpr Whole counts_from{31, 5031}; ///< the first of two for each pocket
inline constexpr Whole links_from{31, 4971};  ///< the first of ten for each of nine work offsets
inline constexpr Whole work_offset{1, 9};     ///< G54 to G59.3
inline constexpr Whole own_offset{0, 9};      ///< 0: none
inline constexpr Whole tool_number{0, 99'999};
inline constexpr Whole pocket_number{1, 9999};
inline constexpr Whole place_number{1, 200}; ///< of a carousel's pocket
inline constexpr Whole changes{0, 10'000'000};
inline constexpr Whole touches{1, 5};
inline constexpr Whole input_bit{0, 63};
inline constexpr Whole kept_place{1, 3}; ///< in X and Y, that macros keep
inline constexpr Real square_mm{0.1, 200};
inline constexpr Real lifted_mm{1, 1000};
inline constexpr Whole air_output{0, 15};
inline constexpr Whole input_port{1, 15}; ///< of a control, beside the probing one
inline constexpr Whole teeth{0, 24};      ///< 0: a round pin
inline constexpr Whole holes{0, 12};
inline constexpr Whole planned{2, 1'000'000}; ///< readings of a study
inline constexpr Whole home_epoch{0, 1'000'000};
inline constexpr Real backlash_mm{0, 2};
inline constexpr Real how_often{0.5, 10'000'000}; ///< days, tool changes, cycles
inline constexpr Real count{0, 1e12};
inline constexpr Real own_s{1, 1'000'000};
inline constexpr Real surfaced_mm{0.001, 50}; ///< cut off a board at once
inline constexpr Real amount_mm{-1000, 1000}; ///< of whatever happened
inline constexpr Real signal_v{1, 60};        ///< of a signal circuit
inline constexpr Real extent_mm{1, 100'000};
inline constexpr Real pitch_mm{1, 10'000};
inline constexpr Real clearance_mm{0, 500};
inline constexpr Real chain_s{0, 10};
inline constexpr Real clamp_s{0.1, 60};
inline constexpr Real turn_s{0, 600};
inline constexpr Real fork_feed_mm_min{1, 20'000};
inline constexpr Real tolerance_mm{0, 1};    ///< above or below a nominal size
inline constexpr Real good_mm{0.001, 5};     ///< what a touch has to be good to, ±
inline constexpr Real share{0.5, 0.9999};    ///< of all touches, and a confidence
inline constexpr Real step_mm{0.000'001, 1}; ///< of a readout
inline constexpr Real temperature_c{-40, 80};
inline constexpr Real torque_nm{0, 1000};
inline constexpr Real steps_per_mm{0, 1'000'000};
inline constexpr Real size_mm{0, 100'000};
inline constexpr Real any_real{-1e12, 1e12}; ///< of what no machine comes near, and sums of which stay finite

} // namespace bounds
} // namespace steady::shop
