// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// What grips a cutter in the spindle.

#include "core/shop/Field.h"

#include <optional>
#include <string>

namespace steady::shop {

struct Holder {
    std::string name;
    double nut_mm = 28;              ///< largest diameter of collet nut or flange below the spindle
    std::string collet;              ///< its size, as it is called
    std::string stud;                ///< pull stud; empty: none
    std::optional<double> torque_nm; ///< of the nut, from the owner's sheet; none: nobody has looked
    bool operator==(Holder const&) const = default;

    static constexpr KindName kind{"holder", "holder"};
    template<class Self, class F> static void fields(Self& self, F&& f) {
        f({"name", "name"}, self.name);
        f({"nut_mm", "largest diameter"}, self.nut_mm, bounds::size_mm);
        f({"collet", "collet"}, self.collet);
        f({"stud", "stud"}, self.stud);
        f({"torque_nm", "torque of the nut"}, self.torque_nm, bounds::torque_nm);
    }
};

} // namespace steady::shop
