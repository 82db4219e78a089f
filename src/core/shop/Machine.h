// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// A machine as its owner knows it.

#include "core/quantity/Units.h"

#include <array>
#include <optional>
#include <string>

namespace steady::shop {

/// One axis in machine coordinates, whatever their origin.
struct AxisTravel {
    double low_mm = 0, high_mm = 0; ///< soft limits
    double rapid_mm_min = 5000;
    double accel_mm_s2 = 500;
    bool operator==(AxisTravel const&) const = default;
};

/// Latched in hardware: no lag. Polled: seen at the next look.
enum class Capture { Hardware, Polled };
enum class SpindleSwitch { Controller, Hand };

struct Machine {
    std::string name;
    std::array<AxisTravel, 3> axes;        ///< X, Y, Z
    UnitSystem units = UnitSystem::Metric; ///< of the controller
    std::string dialect = "parametric";
    std::optional<int> homed_parameter; ///< parameter that reads 1 once homed; none: macros ask
    Capture capture = Capture::Hardware;
    double debounce_s = 0;
    double poll_s = 0;
    double driver_lag_s = 0;
    double switch_scatter_mm = 0.003; ///< standard deviation of one touch
    SpindleSwitch spindle = SpindleSwitch::Controller;
    double spin_down_s = 10;
    bool operator==(Machine const&) const = default;

    /// The upper soft limit of Z less 1 mm.
    double safeZ_mm() const { return axes[2].high_mm - 1; }
};

} // namespace steady::shop
