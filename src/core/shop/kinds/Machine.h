// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// A machine as its owner knows it.

#include "core/quantity/Units.h"
#include "core/shop/Behaviour.h"
#include "core/shop/Field.h"

#include <array>
#include <optional>
#include <string>

namespace steady::shop {

enum class AxisEnd { Low, High };
constexpr char const* word(AxisEnd end) {
    switch (end) {
    case AxisEnd::Low: return "low";
    case AxisEnd::High: return "high";
    }
    return nullptr;
}

/// One axis in machine coordinates, whatever their origin.
struct AxisTravel {
    double low_mm = 0, high_mm = 0; ///< soft limits
    double rapid_mm_min = 5000;
    double accel_mm_s2 = 500;
    double backlash_mm = 0;      ///< lost motion at a reversal
    AxisEnd home = AxisEnd::Low; ///< the end at which the home switch sits
    bool operator==(AxisTravel const&) const = default;
    bool contains(double at_mm) const { return at_mm >= low_mm && at_mm <= high_mm; }

    template<class Self, class F> static void fields(Self& self, F&& f) {
        f({"low_mm", "low end"}, self.low_mm);
        f({"high_mm", "high end"}, self.high_mm);
        f({"rapid_mm_min", "rapid"}, self.rapid_mm_min);
        f({"accel_mm_s2", "acceleration"}, self.accel_mm_s2);
        f({"backlash_mm", "backlash"}, self.backlash_mm, bounds::backlash_mm);
        f({"home", "home switch"}, self.home);
    }
};

/// Hardware: the edge itself is latched, no lag. Polled: seen at the next look. Debounced: the edge, once it has
/// lasted.
enum class Capture { Hardware, Polled, Debounced };
constexpr char const* word(Capture capture) {
    switch (capture) {
    case Capture::Hardware: return "hardware";
    case Capture::Polled: return "polled";
    case Capture::Debounced: return "debounced";
    }
    return nullptr;
}

enum class SpindleSwitch { Controller, Hand };
constexpr char const* word(SpindleSwitch by) {
    switch (by) {
    case SpindleSwitch::Controller: return "controller";
    case SpindleSwitch::Hand: return "hand";
    }
    return nullptr;
}

enum class HomeOrder { ZFirst, AllAtOnce };
constexpr char const* word(HomeOrder order) {
    switch (order) {
    case HomeOrder::ZFirst: return "z_first";
    case HomeOrder::AllAtOnce: return "all_at_once";
    }
    return nullptr;
}

/// How the table of tool lengths counts: positive lengths, or the negative distances that some controls keep.
enum class LengthSign { Positive, Negative };
constexpr char const* word(LengthSign sign) {
    switch (sign) {
    case LengthSign::Positive: return "positive";
    case LengthSign::Negative: return "negative";
    }
    return nullptr;
}

/// From the spindle's axis to the four sides, seen from above.
struct Outline {
    double left_mm = 100, right_mm = 100, front_mm = 100, back_mm = 100;
    bool operator==(Outline const&) const = default;

    template<class Self, class F> static void fields(Self& self, F&& f) {
        f({"left_mm", "to the left"}, self.left_mm, bounds::size_mm);
        f({"right_mm", "to the right"}, self.right_mm, bounds::size_mm);
        f({"front_mm", "to the front"}, self.front_mm, bounds::size_mm);
        f({"back_mm", "to the back"}, self.back_mm, bounds::size_mm);
    }
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
    bool shoe_boxed = false; ///< the shoe is no disc: its outline counts
    Outline shoe;
    std::optional<double> head_mm; ///< how far above the spindle face the head begins; none: it never comes near
    Outline head;
    int home_epoch = 1; ///< goes up when a home switch, pull-off, homing direction or frame changes; not at a re-home
    bool operator==(Machine const&) const = default;

    /// The upper soft limit of Z less 1 mm.
    double safeZ_mm() const { return axes[2].high_mm - 1; }

    static constexpr KindName kind{"machine", "machine"};
    template<class Self, class F> static void fields(Self& self, F&& f) {
        f({"name", "name"}, self.name);
        f({"x", "X"}, self.axes[0]);
        f({"y", "Y"}, self.axes[1]);
        f({"z", "Z"}, self.axes[2]);
        f({"units", "units of the controller"}, self.units);
        f({"dialect", "controller"}, self.dialect);
        f({"homed_parameter", "parameter that reads homed"}, self.behaviour.homed_parameter, bounds::parameter);
        f({"closed_at_start", "closed at start"}, self.behaviour.closed_at_start);
        f({"home_move", "axes that go to the stored point"}, self.behaviour.home_move);
        f({"offset_at_end", "work offset at the end"}, self.behaviour.offset_at_end);
        f({"without_point", "lengths without a point"}, self.behaviour.without_point);
        f({"waits_for", "what it waits for"}, self.behaviour.waits_for);
        f({"scratch_parameter", "first parameter for a moment"}, self.behaviour.scratch_parameter,
          bounds::scratch_from);
        f({"link_parameter", "first parameter that is kept"}, self.behaviour.link_parameter, bounds::links_from);
        f({"homing_touches_setter", "homing touches the setter"}, self.behaviour.homing_touches_setter);
        f({"phrases", "words of the control"}, self.behaviour.phrases);
        f({"capture", "input"}, self.capture);
        f({"debounce_s", "debounce"}, self.debounce_s);
        f({"poll_s", "polling"}, self.poll_s);
        f({"driver_lag_s", "lag of the drives"}, self.driver_lag_s);
        f({"switch_scatter_mm", "scatter of a touch"}, self.switch_scatter_mm);
        f({"spindle", "spindle switched by"}, self.spindle);
        f({"spin_down_s", "spin-down"}, self.spin_down_s);
        f({"spindle_body_mm", "spindle body"}, self.spindle_body_mm);
        f({"home_order", "order of homing"}, self.home_order);
        f({"home_search_mm_min", "search feed of homing"}, self.home_search_mm_min);
        f({"home_latch_mm_min", "latch feed of homing"}, self.home_latch_mm_min);
        f({"length_sign", "sign of the length table"}, self.length_sign);
        f({"proof_creep_mm", "creep while a signal is proved"}, self.proof_creep_mm);
        f({"proof_creep_s", "time to prove a signal"}, self.proof_creep_s);
        f({"dust_shoe_mm", "dust shoe"}, self.dust_shoe_mm);
        f({"dust_shoe_diameter_mm", "diameter of the dust shoe"}, self.dust_shoe_diameter_mm);
        f({"shoe_boxed", "shape of the dust shoe"}, self.shoe_boxed);
        f({"shoe", "outline of the dust shoe"}, self.shoe);
        f({"head_mm", "head above the spindle face"}, self.head_mm, bounds::size_mm);
        f({"head", "outline of the head"}, self.head);
        f({"home_epoch", "home epoch"}, self.home_epoch, bounds::home_epoch);
    }
};

} // namespace steady::shop
