// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// A macro's text as it was written or saved, and what became of it when it ran in a world.

#include "core/shop/kinds/Used.h"

#include <vector>

namespace steady::shop {

struct ZeroSetup;

/// A text, and against which state of the book it was kept.
struct MacroVersion {
    std::string macro; ///< “plate-zero”, “re-touch”, …
    std::string text;
    std::int64_t book_seq = 0; ///< last change of the book then
    std::int64_t at_utc_ms = 0;
    std::vector<Used> used; ///< what it was written with; empty: not said
    Id<ZeroSetup> place;    ///< whose it is; none: not said
    bool operator==(MacroVersion const&) const = default;

    static constexpr KindName kind{"macro", "macro"};
    template<class Self, class F> static void fields(Self& self, F&& f) {
        f({"kind", "kind"}, self.macro);
        f({"text", "text"}, self.text);
        f({"book_seq", "change of the book"}, self.book_seq);
        f({"at_utc_ms", "time"}, self.at_utc_ms);
        f({"used", "figures in it"}, self.used);
        f({"place", "place of work"}, self.place);
    }
};

} // namespace steady::shop
