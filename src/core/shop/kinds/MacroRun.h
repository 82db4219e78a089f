// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// A kept text of a macro, run in a world.

#include "core/shop/kinds/MacroVersion.h"

namespace steady::shop {

struct MacroRun {
    Id<MacroVersion> version;
    std::string outcome;
    std::string fault; ///< what was wrong in that world; empty: nothing
    std::optional<double> zero_error_mm;
    std::int64_t book_seq = 0;
    std::int64_t at_utc_ms = 0;
    bool operator==(MacroRun const&) const = default;

    static constexpr KindName kind{"macro_run", "run", 2, true};
    template<class Self, class F> static void fields(Self& self, F&& f) {
        f({"version", "macro"}, self.version);
        f({"outcome", "outcome"}, self.outcome);
        f({"fault", "fault"}, self.fault);
        f({"zero_error_mm", "error of the zero"}, self.zero_error_mm);
        f({"book_seq", "change of the book"}, self.book_seq);
        f({"at_utc_ms", "time"}, self.at_utc_ms);
    }
};

} // namespace steady::shop
