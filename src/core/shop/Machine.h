// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// A machine as its owner knows it.

#include "core/quantity/Units.h"

#include <array>
#include <cstdint>
#include <optional>
#include <string>

namespace steady::shop {

enum class AxisEnd { Low, High };

/// One axis in machine coordinates, whatever their origin.
struct AxisTravel {
    double low_mm = 0, high_mm = 0; ///< soft limits
    double rapid_mm_min = 5000;
    double accel_mm_s2 = 500;
    double backlash_mm = 0;      ///< lost motion at a reversal
    AxisEnd home = AxisEnd::Low; ///< the end at which the home switch sits
    bool operator==(AxisTravel const&) const = default;
    bool contains(double at_mm) const { return at_mm >= low_mm && at_mm <= high_mm; }
};

/// Hardware: the edge itself is latched, no lag. Polled: seen at the next look. Debounced: the edge, once it has
/// lasted.
enum class Capture { Hardware, Polled, Debounced };
enum class SpindleSwitch { Controller, Hand };
enum class HomeOrder { ZFirst, AllAtOnce };
/// How the table of tool lengths counts: positive lengths, or the negative distances that some controls keep.
enum class LengthSign { Positive, Negative };
/// What a probing move does when the input reads contact before it starts.
enum class ClosedAtStart { Refused, EndsAsContact };
/// Which axes G28 and G30 move to the stored point after the intermediate one.
enum class HomeMove { AllAxes, NamedAxes };
/// Which work offset is in force once a program has ended.
enum class OffsetAtEnd { First, Kept };

/// Numbered parameters that macros write: some for a moment, ten for each work offset for good.
inline constexpr int scratch_count = 30, link_block = 10;

/// What the owner found out about the controller, each by a bench test of two minutes.
struct Behaviour {
    ClosedAtStart closed_at_start = ClosedAtStart::Refused;
    HomeMove home_move = HomeMove::AllAxes;
    std::optional<int> homed_parameter; ///< parameter that reads 1 once homed; none: macros ask
    OffsetAtEnd offset_at_end = OffsetAtEnd::First;
    int scratch_parameter = 101; ///< the first of scratch_count
    int link_parameter = 3010;   ///< the first of the first offset's ten
    bool operator==(Behaviour const&) const = default;
};

struct Machine {
    std::string name;
    std::array<AxisTravel, 3> axes;        ///< X, Y, Z
    UnitSystem units = UnitSystem::Metric; ///< of the controller
    std::string dialect = "parametric";
    Behaviour behaviour;
    Capture capture = Capture::Hardware;
    double debounce_s = 0;
    double poll_s = 0;
    double driver_lag_s = 0;
    double switch_scatter_mm = 0.003; ///< standard deviation of one touch
    SpindleSwitch spindle = SpindleSwitch::Controller;
    double spin_down_s = 10;
    double spindle_body_mm = 80; ///< diameter of what comes down around the tool
    HomeOrder home_order = HomeOrder::ZFirst;
    double home_search_mm_min = 1000, home_latch_mm_min = 100;
    LengthSign length_sign = LengthSign::Positive;
    double proof_creep_mm = 5, proof_creep_s = 10; ///< how far Z creeps up, and how long, while a signal is proved
    std::optional<double> dust_shoe_mm;            ///< how far it hangs below the spindle face; none: no shoe
    double dust_shoe_diameter_mm = 120;
    int home_epoch = 1; ///< goes up when a home switch, pull-off, homing direction or frame changes; not at a re-home
    bool operator==(Machine const&) const = default;

    /// The upper soft limit of Z less 1 mm.
    double safeZ_mm() const { return axes[2].high_mm - 1; }
};

} // namespace steady::shop
