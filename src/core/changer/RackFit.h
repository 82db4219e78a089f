// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Pockets of a straight rack stand on a line, at equal steps: least squares of p(i) = p(0) + i q, each axis by itself;
// which of them does not belong there, and what has likely become of its figures. X, Y, Z are machine coordinates.

#include "core/base/Result.h"

#include <array>
#include <optional>
#include <span>
#include <vector>

namespace steady::changer {

using Axes = std::array<std::optional<double>, 3>;

struct TaughtPocket {
    int number = 0;
    Axes mm; ///< none: not taught
    bool operator==(TaughtPocket const&) const = default;
};

struct RackLimits {
    double scatter_mm = 0.05;  ///< of teaching, standard deviation
    double forgives_mm = 0.15; ///< nothing is said of less than that
    Axes work_zero_mm = {};    ///< machine coordinates of the work zero in force; none: not known
};

/// What may have become of a pocket or its figures.
enum class Cause {
    InchForMm,      ///< typed in the other unit
    Sign,           ///< a minus too many or too few
    PointMoved,     ///< the decimal mark stands elsewhere
    DecimalsLost,   ///< typed without all its decimals
    DigitsSwapped,  ///< two neighbours changed places
    WorkForMachine, ///< read in work coordinates
    BeforeHoming,   ///< read before the machine was homed, or after it was bumped
    BentFork,       ///< bent or tilted, or taught off its middle
    UnderTower      ///< paint, a chip or a burr under the tower: too high
};

constexpr char const* word(Cause cause) {
    switch (cause) {
    case Cause::InchForMm: return "inch_for_mm";
    case Cause::Sign: return "sign";
    case Cause::PointMoved: return "point_moved";
    case Cause::DecimalsLost: return "decimals_lost";
    case Cause::DigitsSwapped: return "digits_swapped";
    case Cause::WorkForMachine: return "work_for_machine";
    case Cause::BeforeHoming: return "before_homing";
    case Cause::BentFork: return "bent_fork";
    case Cause::UnderTower: return "under_tower";
    }
    return nullptr;
}

/// A pocket that does not belong where the others say.
struct Suspect {
    int number = 0;
    std::array<double, 3> off_mm{};      ///< as taught less where the others say; 0 where that axis fits or is missing
    std::array<double, 3> expected_mm{}; ///< where the others say
    std::vector<Cause> causes;           ///< the likeliest first, at most two
};

struct AxisLine {
    double first_mm = 0, step_mm = 0; ///< at the pocket of the lowest number; from one number to the next
    int pockets = 0;                  ///< that it was laid through
    double middle = 0, square = 0;    ///< of their steps: mean, and sum of squares about it
    double at(int steps) const { return first_mm + steps * step_mm; }
    /// How much a pocket there pulls the line, or would; the variance of a forecast is 1 + that, of one reading.
    double leverage(int steps) const { return 1.0 / pockets + (steps - middle) * (steps - middle) / square; }
};

struct RackFit {
    int first_number = 0;
    std::array<std::optional<AxisLine>, 3> lines; ///< of those that belong; none: fewer than two taught there
    double pitch_mm = 0;                          ///< in the plane
    double skew_rad = 0;                          ///< of the line to the nearer axis, turning from +X to +Y
    std::optional<double> z_slope;                ///< rise over the way along
    bool z_checked = false;                       ///< with Z of only two pockets nothing tells whether it runs straight
    bool xy_checked = false;                      ///< the same of X and Y
    std::vector<Axes> residuals_mm;               ///< as taught less the line, of each pocket as given
    double rms_mm = 0;                            ///< of the distances in the plane, of those that belong
    std::vector<Suspect> suspects;                ///< in the order of their numbers
    /// Where some do not fit and too few are there to say which.
    bool torn = false;

    std::optional<double> fitted(int number, int axis) const {
        auto const& line = lines[static_cast<std::size_t>(axis)];
        return line ? std::optional(line->at(number - first_number)) : std::nullopt;
    }
};

/// Error: FewReadings, when X and Y of fewer than two pockets are known; TwoAlike, when a number stands twice.
Result<RackFit> fitRack(std::span<TaughtPocket const> pockets, RackLimits const& limits);

/// What a typed figure may have been meant to be; empty: nothing that is known here leads from one to the other.
/// `off_mm`: how well `expected_mm` is known.
std::vector<Cause> slipsOf(double typed_mm, double expected_mm, double off_mm);

} // namespace steady::changer
