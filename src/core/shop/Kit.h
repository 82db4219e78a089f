// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// The things that find Z, and the tools: measured, not nominal.

#include "core/base/Id.h"

#include <cstdint>
#include <optional>
#include <string>

namespace steady::shop {

/// A rectangle on the table, machine X and Y.
struct Footprint {
    double x_low_mm = 0, x_high_mm = 0, y_low_mm = 0, y_high_mm = 0;
    bool operator==(Footprint const&) const = default;
};

/// OpenAtRest: plate and clip close the circuit through the tool. ClosedAtRest: a switch of its own opens when pressed.
enum class Circuit { OpenAtRest, ClosedAtRest };

struct Instrument {
    std::string name;
    double resolution_mm = 0.01;
    double permissible_error_mm = 0.02; ///< maximum, ±; not reduced by repeating
    bool operator==(Instrument const&) const = default;
};

struct Study;

struct TouchPlate {
    std::string name;
    double nominal_mm = 10;
    double width_mm = 60, depth_mm = 40;
    Circuit circuit = Circuit::OpenAtRest;
    double push_in_mm = 0.05; ///< the deepest a tip may press in before it stops; common practice
    Id<Study> thickness;      ///< the readings; none: nominal is assumed
    Id<Instrument> instrument;
    bool operator==(TouchPlate const&) const = default;
};

/// A cutter in a holder as gripped on a date; gripping it again makes a new one.
struct Assembly {
    int number = 1; ///< the tool number at the controller
    std::string name;
    double diameter_mm = 6;
    std::optional<double> length_mm; ///< gauge length: tip below the spindle face
    std::int64_t gripped_utc_ms = 0;
    bool operator==(Assembly const&) const = default;
};

} // namespace steady::shop
