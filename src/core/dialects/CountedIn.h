// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// The variable that counts changes, as controls with numbered variables write it.

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

} // namespace steady::dialects
