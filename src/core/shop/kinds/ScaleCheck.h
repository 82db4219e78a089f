// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// An axis moved to known places and measured there: what its scale and its lost motion follow from.

#include "core/shop/kinds/Machine.h"

#include <vector>

namespace steady::shop {

enum class AxisName { X, Y, Z };
constexpr char const* word(AxisName axis) {
    switch (axis) {
    case AxisName::X: return "x";
    case AxisName::Y: return "y";
    case AxisName::Z: return "z";
    }
    return nullptr;
}

/// From one start, each to a place; measured from that same start.
struct ScaleMove {
    double commanded_mm = 0, measured_mm = 0;
    bool from_above = false; ///< the place was reached coming down the axis
    bool operator==(ScaleMove const&) const = default;

    template<class Self, class F> static void fields(Self& self, F&& f) {
        f({"commanded_mm", "commanded"}, self.commanded_mm);
        f({"measured_mm", "measured"}, self.measured_mm);
        f({"from_above", "coming down the axis"}, self.from_above);
    }
};

struct ScaleCheck {
    Id<Machine> machine;
    AxisName axis = AxisName::X;
    std::vector<ScaleMove> moves;
    double error_mm = 0.02;  ///< what the instrument may be wrong by, ±, at any length
    double wanted_mm = 0.1;  ///< over the whole axis, ±
    double steps_per_mm = 0; ///< as the control has it now; 0: nobody has said
    std::int64_t at_utc_ms = 0;
    bool operator==(ScaleCheck const&) const = default;

    static constexpr KindName kind{"scale_check", "scale of an axis", 2, true};
    template<class Self, class F> static void fields(Self& self, F&& f) {
        f({"machine", "machine"}, self.machine);
        f({"axis", "axis"}, self.axis);
        f({"moves", "moves"}, self.moves);
        f({"error_mm", "error of the instrument"}, self.error_mm, bounds::good_mm);
        f({"wanted_mm", "wanted over the axis"}, self.wanted_mm, bounds::good_mm);
        f({"steps_per_mm", "steps per millimetre"}, self.steps_per_mm, bounds::steps_per_mm);
        f({"at_utc_ms", "time"}, self.at_utc_ms);
    }
};

} // namespace steady::shop
