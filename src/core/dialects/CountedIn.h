// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// The variables that count changes and hold the table of an arm, as controls with numbered variables write them.

#include "core/macros/Steps.h"
#include "core/shop/kinds/Counts.h"

#include <fmt/format.h>

namespace steady::dialects {

/// “#612”, or worked out from where the pocket is kept: “#[610 + 2 * #512]”. `name`: that of a slot.
template<class Name>
std::string countedIn(macros::CountChange const& change, Name name, char const* plus, char const* times) {
    auto const of = [&](int pocket) {
        shop::CountNumbers const numbers(change.first, pocket);
        return change.taken ? numbers.taken : numbers.put;
    };
    if (auto const* pocket = std::get_if<double>(&change.pocket))
        return fmt::format("#{}", of(static_cast<int>(*pocket)));
    return fmt::format("#[{}{}{}{}{}]", of(0), plus, of(1) - of(0), times, name(std::get<macros::Slot>(change.pocket)));
}

/// The variable of a pocket, from 1, of which there is one each: “#603”, or “#[600 + #512]”.
template<class Name> std::string pocketIn(int first, macros::Figure const& pocket, Name name, char const* plus) {
    if (auto const* written = std::get_if<double>(&pocket))
        return fmt::format("#{}", first - 1 + static_cast<int>(*written));
    return fmt::format("#[{}{}{}]", first - 1, plus, name(std::get<macros::Slot>(pocket)));
}

} // namespace steady::dialects
