// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/macros/SearchBounds.h"

#include "core/base/Words.h"
#include "core/macros/SetterRecipes.h"

#include <fmt/format.h>

namespace steady::macros {

zeroing::Judgement searchBounds(facts::Reader const& book, shop::ZeroSetup const& setup) {
    auto const units = book.units();
    auto const way = setterWay(book, setup, setup.place.assembly);
    if (!way) {
        auto const finding = toFinding(way.error());
        return {Severity::Attention, "A search has no bounds yet.", finding.text + " " + finding.remedy, {}};
    }
    zeroing::Judgement said;
    said.headline =
        fmt::format("Bounds of the search for {} tool{}.", way->rows.size(), way->rows.size() == 1 ? "" : "s");
    said.text =
        "Each begins above the disc and ends before the end of the stroke, whatever its length is within its ±. "
        "The macros are written with them.";
    for (auto const& row : way->rows)
        said.why.push_back(fmt::format("Tool {}: from Z {} down to {}.", row.number,
                                       lengthNumber(row.start_z_mm, units),
                                       lengthText(row.start_z_mm - row.search_mm, units)));
    for (auto const& left : way->left_out) said.why.push_back("Left out: " + left);
    return said;
}

} // namespace steady::macros
