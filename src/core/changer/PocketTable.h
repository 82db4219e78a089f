// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// What hangs where: known, believed or unknown; what does not fit beside its neighbours; and which calls of a tool must
// not run.

#include "core/facts/Reader.h"
#include "core/shop/kinds/ToolRack.h"
#include "core/shop/kinds/ZeroSetup.h"
#include "core/zeroing/Judgement.h"

#include <optional>
#include <vector>

namespace steady::changer {

/// Largest diameter of what hangs there: cutter, nut or flange.
double hanging_mm(shop::ToolRack const& rack, shop::Assembly const& tool);
/// (D of the one + D of the other) / 2 + gap, less the pitch: positive, they do not fit.
double lacking_mm(shop::ToolRack const& rack, double one_mm, double other_mm);

enum class Trouble { SameTool, PocketOccupied, PocketUnknown, TooWide, NotInRack };
struct CallTrouble {
    Trouble what = Trouble::NotInRack;
    std::string words;
};
/// What speaks against putting the tool of the spindle away and taking that one. `spindle`: none: it is empty.
std::vector<CallTrouble> troubleWith(facts::Reader const& book, std::vector<shop::ToolRack> const& racks,
                                     Id<shop::Assembly> spindle, Id<shop::Assembly> wanted);

/// A pocket of one of several racks.
struct PocketPlace {
    std::size_t rack = 0, pocket = 0;
    bool operator==(PocketPlace const&) const = default;
};
/// Where a tool hangs by the table. None: nowhere.
std::optional<PocketPlace> hangsIn(std::vector<shop::ToolRack> const& racks, Id<shop::Assembly> tool);
/// Where the tool of the spindle is put away, before another is taken: the empty pocket of its own number, or the first
/// in which it has room. None: there is none.
std::optional<PocketPlace> roomFor(facts::Reader const& book, std::vector<shop::ToolRack> const& racks,
                                   Id<shop::Assembly> spindle);

/// `racks`: all of the machine; `shown`: the one that is spoken of.
std::vector<zeroing::Judgement> judgeTable(facts::Reader const& book, shop::ZeroSetup const& setup,
                                           std::vector<shop::ToolRack> const& racks, std::size_t shown,
                                           UnitSystem units);

} // namespace steady::changer
