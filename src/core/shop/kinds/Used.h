// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// A figure that a kept result was made with, or that stood in the book when something happened: as it was then.

#include "core/shop/Field.h"

#include <optional>
#include <string>

namespace steady::shop {

struct Used {
    std::string what;         ///< “thickness_mm”, “x_mm”: stable
    std::int64_t entity = 0;  ///< whose; not followed, it may be retired by now
    std::optional<double> mm; ///< none: nobody had said
    bool operator==(Used const&) const = default;

    template<class Self, class F> static void fields(Self& self, F&& f) {
        f({"what", "figure"}, self.what);
        f({"entity", "thing"}, self.entity);
        f({"mm", "value"}, self.mm);
    }
};

} // namespace steady::shop
