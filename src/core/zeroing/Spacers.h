// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Spacers on an arbor: a swap changes a length by their difference, and that is all that is known of it.

#include "core/facts/Reader.h"
#include "core/shop/kinds/Assembly.h"
#include "core/shop/kinds/Event.h"

namespace steady::zeroing {

/// Two spacers with a caliper, ±; common practice.
inline constexpr double swap_error_mm = 0.03;

/// “2 3.5 1”, “2 mm + 3.5 mm”: thicknesses apart by plus or semicolon, or by blanks where there is neither. Error: as
/// of a length; OutOfRange; EmptyText.
Result<std::vector<shop::Spacer>> parseSpacers(std::string_view text, UnitSystem units);
std::string spacersText(std::vector<shop::Spacer> const& spacers, UnitSystem units);

struct Swap {
    shop::Assembly tool;              ///< with the other spacers, its typed length carried along
    std::optional<shop::Event> event; ///< none: nothing was known of spacers before, so nothing changed
};
/// `now` and the machine go into the event.
Swap swapped(Id<shop::Assembly> id, shop::Assembly tool, std::vector<shop::Spacer> spacers, Id<shop::Machine> machine,
             std::int64_t now_utc_ms, UnitSystem units);

/// By how much swaps of known amount have changed a tool since a touch of it.
struct SwappedSince {
    double mm = 0;
    int swaps = 0;
    std::int64_t at_utc_ms = 0; ///< the last of them
};
SwappedSince swappedSince(facts::Reader const& book, Id<shop::Assembly> tool, Id<shop::Contact> contact);

} // namespace steady::zeroing
