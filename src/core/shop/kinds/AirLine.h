// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// The air that blows a disc and a tool's end clean.

#include "core/shop/Field.h"

#include <optional>

namespace steady::shop {

/// Which way the arrow on its valve or check fitting points.
enum class AirFlow { NotLooked, ToNozzle, AgainstNozzle };
constexpr char const* word(AirFlow flow) {
    switch (flow) {
    case AirFlow::NotLooked: return "not_looked";
    case AirFlow::ToNozzle: return "to_nozzle";
    case AirFlow::AgainstNozzle: return "against_nozzle";
    }
    return nullptr;
}

enum class AirTight { NotLooked, ByHand, ByWrench };
constexpr char const* word(AirTight tight) {
    switch (tight) {
    case AirTight::NotLooked: return "not_looked";
    case AirTight::ByHand: return "by_hand";
    case AirTight::ByWrench: return "by_wrench";
    }
    return nullptr;
}

struct AirLine {
    std::optional<double> tube_mm;    ///< outer diameter; none: no air here
    std::optional<double> push_in_mm; ///< that the fitting is made for
    AirFlow flow = AirFlow::NotLooked;
    AirTight tight = AirTight::NotLooked;
    bool operator==(AirLine const&) const = default;

    template<class Self, class F> static void fields(Self& self, F&& f) {
        f({"tube_mm", "tube"}, self.tube_mm, bounds::size_mm);
        f({"push_in_mm", "push-in fitting"}, self.push_in_mm, bounds::size_mm);
        f({"flow", "direction"}, self.flow);
        f({"tight", "threads tightened"}, self.tight);
    }
};

} // namespace steady::shop
