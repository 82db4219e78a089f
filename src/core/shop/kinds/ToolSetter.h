// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// A fixed setter.

#include "core/shop/kinds/AirLine.h"
#include "core/shop/kinds/TouchPractice.h"
#include "core/shop/kinds/Wiring.h"

#include <string>

namespace steady::shop {

enum class SetterInput { SharedWithPlate, Own };
constexpr char const* word(SetterInput input) {
    switch (input) {
    case SetterInput::SharedWithPlate: return "shared_with_plate";
    case SetterInput::Own: return "own";
    }
    return nullptr;
}

/// What Z does while its drive has no power.
enum class ZWithoutPower { NotKnown, Holds, Drops };
constexpr char const* word(ZWithoutPower what) {
    switch (what) {
    case ZWithoutPower::NotKnown: return "not_known";
    case ZWithoutPower::Holds: return "holds";
    case ZWithoutPower::Drops: return "drops";
    }
    return nullptr;
}

/// Heights above its base: free ≥ trigger > overtravel contact (if any) > solid.
struct ToolSetter {
    std::string name;
    double x_mm = 0, y_mm = 0; ///< machine coordinates of the disc's centre, after homing
    double free_mm = 60, trigger_mm = 59.5;
    std::optional<double> overtravel_mm; ///< its second contact, wired into the stop chain
    double solid_mm = 54;
    double disc_mm = 20;         ///< diameter of the disc
    double body_mm = 40;         ///< diameter of the housing below the disc
    double bracket_reach_mm = 0; ///< how far a bracket stands out in +X from the body; 0: none
    double bracket_top_mm = 0;   ///< its height above the base
    Circuit circuit = Circuit::ClosedAtRest;
    Path path = Path::OwnSwitch;
    SetterInput input = SetterInput::SharedWithPlate;
    TouchPractice practice;
    Wiring wiring;
    AirLine air;
    std::optional<double> chain_s; ///< from its overtravel contact to the begin of braking; none: not known
    ZWithoutPower without_power = ZWithoutPower::NotKnown; ///< what Z does once the stop chain is open
    bool operator==(ToolSetter const&) const = default;
    double stroke_mm() const { return trigger_mm - overtravel_mm.value_or(solid_mm); }

    static constexpr KindName kind{"setter", "setter"};
    template<class Self, class F> static void fields(Self& self, F&& f) {
        f({"name", "name"}, self.name);
        f({"x_mm", "machine X"}, self.x_mm);
        f({"y_mm", "machine Y"}, self.y_mm);
        f({"free_mm", "free height"}, self.free_mm);
        f({"trigger_mm", "trigger height"}, self.trigger_mm);
        f({"overtravel_mm", "overtravel contact"}, self.overtravel_mm);
        f({"solid_mm", "solid height"}, self.solid_mm);
        f({"disc_mm", "disc"}, self.disc_mm, bounds::size_mm);
        f({"body_mm", "housing"}, self.body_mm, bounds::size_mm);
        f({"bracket_reach_mm", "reach of the bracket"}, self.bracket_reach_mm);
        f({"bracket_top_mm", "top of the bracket"}, self.bracket_top_mm);
        f({"circuit", "contact at rest"}, self.circuit);
        f({"path", "way of the signal"}, self.path);
        f({"input", "input"}, self.input);
        f({"practice", "how it is touched"}, self.practice);
        f({"wiring", "wiring"}, self.wiring);
        f({"air", "air"}, self.air);
        f({"chain_s", "time of the stop chain"}, self.chain_s, bounds::chain_s);
        f({"without_power", "Z without power"}, self.without_power);
    }
};

} // namespace steady::shop
