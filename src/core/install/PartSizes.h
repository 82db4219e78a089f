// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Scale, cutter, lost motion and constant error told apart from parts of more than one size.

#include "core/shop/kinds/PartCheck.h"
#include "core/uncertainty/Budget.h"
#include "core/zeroing/Judgement.h"

#include <optional>

namespace steady::install {

/// A figure that the parts tell, with its half-width of 95 %.
struct Told {
    double mm = 0, expanded_95_mm = 0;
};

/// measured − wanted = scale · wanted + offset, one scale for all and an offset a sort, by least squares:
/// outside `constant − reversal − cutter`, inside `constant − reversal + cutter`, same way `constant`, opposite ways
/// `constant − reversal`. Walls are reached going outwards, as a cutter goes around or inside of a part.
struct PartSizes {
    double scale = 0; ///< by how much a millimetre comes out too long, mm
    uncertainty::Budget scale_budget;
    double longest_mm = 0;
    std::vector<std::pair<shop::PartSize, double>> offsets_mm; ///< of each sort that was measured
    std::optional<Told> cutter;   ///< true diameter less the one that the program was made for
    std::optional<Told> reversal; ///< lost motion
    std::optional<Told> constant; ///< of the measuring itself
    std::optional<Told> mixed;    ///< the same at every size, of a sort that alone tells none of the three

    double off_mm(double length_mm) const { return scale * length_mm; }
    double off_95_mm(double length_mm) const { return scale_budget.expanded_95 * length_mm; }
};

/// Error: FewReadings: no sort was measured in two sizes.
Result<PartSizes> partSizes(shop::PartCheck const& check);

/// In the shop's words, with what is still to be measured to tell the rest apart.
std::vector<zeroing::Judgement> partJudgements(shop::PartCheck const& check, double axis_mm, UnitSystem units);

} // namespace steady::install
