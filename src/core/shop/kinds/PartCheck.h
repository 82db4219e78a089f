// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Parts of more than one size, cut and measured: what scale, cutter and lost motion follow from.

#include "core/shop/kinds/ScaleCheck.h"

namespace steady::shop {

/// What was measured on a part: over two walls that the cutter went around, between two that it went inside of, or from
/// one hole or edge to another, both reached going the same way, or each from its own side.
enum class PartSize { Outside, Inside, SameWay, OppositeWays };
constexpr char const* word(PartSize size) {
    switch (size) {
    case PartSize::Outside: return "outside";
    case PartSize::Inside: return "inside";
    case PartSize::SameWay: return "same_way";
    case PartSize::OppositeWays: return "opposite_ways";
    }
    return nullptr;
}

struct PartMeasure {
    PartSize size = PartSize::Outside;
    double wanted_mm = 0, measured_mm = 0;
    bool operator==(PartMeasure const&) const = default;

    template<class Self, class F> static void fields(Self& self, F&& f) {
        f({"size", "what was measured"}, self.size);
        f({"wanted_mm", "wanted"}, self.wanted_mm, bounds::size_mm);
        f({"measured_mm", "measured"}, self.measured_mm, bounds::size_mm);
    }
};

struct PartCheck {
    Id<Machine> machine;
    AxisName axis = AxisName::X;
    std::vector<PartMeasure> parts;
    double cutter_mm = 6;   ///< diameter that the program was made for
    double error_mm = 0.03; ///< what the instrument may be wrong by, ±
    std::int64_t at_utc_ms = 0;
    bool operator==(PartCheck const&) const = default;

    static constexpr KindName kind{"part_check", "parts measured", 2, true};
    template<class Self, class F> static void fields(Self& self, F&& f) {
        f({"machine", "machine"}, self.machine);
        f({"axis", "axis"}, self.axis);
        f({"parts", "parts"}, self.parts);
        f({"cutter_mm", "cutter"}, self.cutter_mm, bounds::size_mm);
        f({"error_mm", "error of the instrument"}, self.error_mm, bounds::good_mm);
        f({"at_utc_ms", "time"}, self.at_utc_ms);
    }
};

} // namespace steady::shop
