// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// What grips a cutter in the spindle.

#include "core/shop/Field.h"

#include <string>

namespace steady::shop {

struct Holder {
    std::string name;
    double nut_mm = 28; ///< largest diameter of collet nut or flange below the spindle
    bool operator==(Holder const&) const = default;

    static constexpr KindName kind{"holder", "holder"};
    template<class Self, class F> static void fields(Self& self, F&& f) {
        f({"name", "name"}, self.name);
        f({"nut_mm", "largest diameter"}, self.nut_mm, bounds::size_mm);
    }
};

} // namespace steady::shop
