// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// A kind of thing that no book of the program holds: what it takes to add one.

#include "core/shop/kinds/Machine.h"

#include <vector>

namespace steady::test {

struct Leg {
    double height_mm = 700, foot_mm = 0;
    bool operator==(Leg const&) const = default;
    template<class Self, class F> static void fields(Self& self, F&& f) {
        f({"height_mm", "height"}, self.height_mm, shop::bounds::size_mm);
        f({"foot_mm", "foot"}, self.foot_mm);
    }
};

struct Sawhorse {
    std::string name;
    Id<shop::Machine> machine;
    std::vector<Leg> legs;
    bool operator==(Sawhorse const&) const = default;

    static constexpr shop::KindName kind{"sawhorse", "sawhorse"};
    template<class Self, class F> static void fields(Self& self, F&& f) {
        f({"name", "name"}, self.name);
        f({"machine", "machine"}, self.machine);
        f({"legs", "legs"}, self.legs);
    }
};

} // namespace steady::test
