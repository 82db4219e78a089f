// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// The book's own facts.

#include "core/shop/kinds/ZeroSetup.h"

namespace steady::shop {

struct BookInfo {
    std::string name;
    UnitSystem units = UnitSystem::Metric;
    Id<ZeroSetup> in_use; ///< none: the first
    bool operator==(BookInfo const&) const = default;

    static constexpr KindName kind{"book", "book"};
    template<class Self, class F> static void fields(Self& self, F&& f) {
        f({"name", "name"}, self.name);
        f({"units", "units"}, self.units);
        f({"in_use", "setup in use"}, self.in_use);
    }
};

} // namespace steady::shop
