// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Something that stands on the table or is kept free: as a box.

#include "core/shop/kinds/Machine.h"

#include <optional>
#include <string>

namespace steady::shop {

enum class FittingSort { Clamp, Stock, Rack, Fixture, Rail, PlateParking, KeepOut, VacuumZone };
constexpr char const* word(FittingSort sort) {
    switch (sort) {
    case FittingSort::Clamp: return "clamp";
    case FittingSort::Stock: return "stock";
    case FittingSort::Rack: return "rack";
    case FittingSort::Fixture: return "fixture";
    case FittingSort::Rail: return "rail";
    case FittingSort::PlateParking: return "plate_parking";
    case FittingSort::KeepOut: return "keep_out";       ///< nothing is to stand there; it has no body
    case FittingSort::VacuumZone: return "vacuum_zone"; ///< sucks where it is not covered or closed off; no body
    }
    return nullptr;
}

struct Fitting {
    std::string name;
    Id<Machine> machine;
    FittingSort sort = FittingSort::Clamp;
    double x_mm = 0, y_mm = 0; ///< machine coordinates of its middle
    double width_mm = 60, depth_mm = 40;
    double base_mm = 0, height_mm = 40; ///< above the table; above that
    std::optional<double> pitch_mm;     ///< of a rack: from pocket to pocket
    bool operator==(Fitting const&) const = default;

    static constexpr KindName kind{"fitting", "fitting"};
    template<class Self, class F> static void fields(Self& self, F&& f) {
        f({"name", "name"}, self.name);
        f({"machine", "machine"}, self.machine);
        f({"sort", "sort"}, self.sort);
        f({"x_mm", "machine X of its middle"}, self.x_mm);
        f({"y_mm", "machine Y of its middle"}, self.y_mm);
        f({"width_mm", "width"}, self.width_mm, bounds::extent_mm);
        f({"depth_mm", "depth"}, self.depth_mm, bounds::extent_mm);
        f({"base_mm", "base above the table"}, self.base_mm);
        f({"height_mm", "height"}, self.height_mm, bounds::size_mm);
        f({"pitch_mm", "pitch of the pockets"}, self.pitch_mm, bounds::pitch_mm);
    }
};

} // namespace steady::shop
