// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// A series of readings of one thing. The readings themselves are fetched when they are needed.

#include "core/shop/Field.h"

#include <string>

namespace steady::shop {

struct Study {
    std::string what; ///< “thickness of …”
    bool operator==(Study const&) const = default;

    static constexpr KindName kind{"study", "study"};
    template<class Self, class F> static void fields(Self& self, F&& f) { f({"what", "what it is of"}, self.what); }
};

} // namespace steady::shop
