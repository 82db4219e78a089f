// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// The three ways to live with tools of different length, side by side, and the one that fits this shop.

#include "core/zeroing/Link.h"

namespace steady::zeroing {

struct MethodView {
    shop::Method method = shop::Method::Retouch;
    std::string name;
    bool chosen = false, recommended = false;
    double expanded_95_mm = 0; ///< of the zero of the next tool
    std::string every_change;  ///< what each tool change costs
    std::string every_job;     ///< what each job costs
    std::string missing;       ///< what the book still lacks for it; empty: nothing
    std::string why;           ///< for or against it here
};

/// “Re-touch every change”, “Length table”, “One offset per tool”.
char const* methodName(shop::Method method);

/// All three, in that order; exactly one is recommended.
std::vector<MethodView> compareMethods(facts::Reader const& book, shop::ZeroSetup const& setup);

/// What in the book belongs to another method than the chosen one. Mixing two cuts wrong, so macros are refused.
Result<void> notMixed(facts::Reader const& book, shop::ZeroSetup const& setup);

} // namespace steady::zeroing
