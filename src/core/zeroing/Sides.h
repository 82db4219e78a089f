// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// X and Y by hand: from what the readout shows as a pin touches, to where the edge, the middle or the corner lies, and
// to what is typed there; with the signs in words.

#include "core/facts/Reader.h"
#include "core/quantity/Units.h"
#include "core/shop/kinds/ZeroSetup.h"
#include "core/zeroing/Judgement.h"

#include <array>
#include <optional>
#include <string>
#include <vector>

namespace steady::zeroing {

/// x_edge = x_contact ± (r + w), + moving towards +X.
double edgeAt_mm(double contact_mm, shop::Toward toward, double radius_mm, double wall_mm);

/// Between two opposite touches of a width; how wide it is.
struct Middle {
    double at_mm = 0, width_mm = 0;
};
/// `inside`: of a bore or slot. Width = distance − 2r outside, + 2r inside; less both walls outside.
Middle middleOf(double low_mm, double high_mm, double radius_mm, double wall_mm, bool inside);

/// Two touches along the edge that is met in X, one of the other; both edges are taken to be square to each other.
struct CornerTouches {
    double x1_mm, y1_mm, x2_mm, y2_mm, x3_mm, y3_mm;
};
struct CornerAt {
    double x_mm = 0, y_mm = 0;
    double slope = 0; ///< of the edge: X by Y
};
/// None: both touches at the same Y.
std::optional<CornerAt> cornerOf(CornerTouches const& touches, shop::Toward toward_x, shop::Toward toward_y,
                                 double radius_mm, double wall_mm);

/// What the touches of the setup tell.
struct SidesResult {
    struct Axis {
        char letter = 'X';
        double zero_mm = 0;            ///< where zero is meant to lie, in the frame of the readings
        std::optional<double> type_mm; ///< what is typed while the pin still stands at its touch
        std::string sum;               ///< “2.000 + 0.125 = 2.125”, with its unit and signs in words
        std::string why;
    };
    std::vector<Axis> axes;
    std::optional<double> width_mm;
    std::optional<double> slope;
    double radius_mm = 0;
};
/// Error: Missing, with the touch that is not typed yet; NeedsPin where a cutter's diameter would be taken.
Result<SidesResult> sidesOf(facts::Reader const& book, shop::ZeroSetup const& setup);

/// What a readout of the same touch says afterwards. None: nothing is typed.
struct Again {
    double expected_mm = 0, off_mm = 0;
    double scatter_mm = 0; ///< that two touches may differ by
    bool accepted = false;
};
std::optional<Again> againOf(facts::Reader const& book, shop::ZeroSetup const& setup, SidesResult const& sides);

/// In words, for the screen and the command line.
std::vector<Judgement> judgeSides(facts::Reader const& book, shop::ZeroSetup const& setup);

} // namespace steady::zeroing
