// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// What something was measured with.

#include "core/shop/Field.h"

#include <string>

namespace steady::shop {

struct Instrument {
    std::string name;
    double resolution_mm = 0.01;
    double permissible_error_mm = 0.02; ///< maximum, ±; not reduced by repeating
    bool operator==(Instrument const&) const = default;

    static constexpr KindName kind{"instrument", "instrument"};
    template<class Self, class F> static void fields(Self& self, F&& f) {
        f({"name", "name"}, self.name);
        f({"resolution_mm", "step"}, self.resolution_mm);
        f({"permissible_error_mm", "permissible error"}, self.permissible_error_mm);
    }
};

} // namespace steady::shop
