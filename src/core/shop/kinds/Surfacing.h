// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// The board's top was cut off by so much: an event with its arithmetic.

#include "core/shop/kinds/Board.h"

#include <optional>

namespace steady::shop {

struct Surfacing {
    Id<Board> board;
    std::optional<double> removed_mm; ///< none: nobody knows
    std::int64_t at_utc_ms = 0;
    bool operator==(Surfacing const&) const = default;

    static constexpr KindName kind{"surfacing", "surfacing", 2, true};
    template<class Self, class F> static void fields(Self& self, F&& f) {
        f({"board", "board"}, self.board);
        f({"removed_mm", "removed"}, self.removed_mm);
        f({"at_utc_ms", "time"}, self.at_utc_ms);
    }
};

} // namespace steady::shop
