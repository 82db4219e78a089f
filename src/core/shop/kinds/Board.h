// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// The spoilboard on the table.

#include "core/shop/Field.h"

#include <string>

namespace steady::shop {

struct Board {
    std::string name;
    double thickness_mm = 18;
    double minimum_mm = 8;     ///< thinner than this it is replaced
    double screw_head_mm = 10; ///< from its first top down to the screw heads
    bool operator==(Board const&) const = default;

    static constexpr KindName kind{"board", "board"};
    template<class Self, class F> static void fields(Self& self, F&& f) {
        f({"name", "name"}, self.name);
        f({"thickness_mm", "thickness"}, self.thickness_mm);
        f({"minimum_mm", "least thickness"}, self.minimum_mm);
        f({"screw_head_mm", "depth of the screw heads"}, self.screw_head_mm);
    }
};

} // namespace steady::shop
