// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// How an owner says one step in the script of a control.

#include "core/shop/Field.h"

#include <string>

namespace steady::shop {

struct Phrase {
    std::string step; ///< as dialects/phrasebook names it
    std::string text; ///< with {{figures}}; empty: not said yet
    bool operator==(Phrase const&) const = default;

    template<class Self, class F> static void fields(Self& self, F&& f) {
        f({"step", "step"}, self.step);
        f({"text", "words"}, self.text);
    }
};

} // namespace steady::shop
