// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// What hangs where, as a control's own text has it: read by a pattern, compared with the book, and taken over.

#include "core/facts/Reader.h"
#include "core/shop/kinds/ToolRack.h"
#include "core/zeroing/Judgement.h"

#include <string>
#include <string_view>
#include <vector>

namespace steady::changer {

struct HangsAt {
    int pocket = 0; ///< its number
    int tool = 0;   ///< number; 0: nothing
    int line = 0;   ///< where that stands, from 1; 0: not known
    bool operator==(HangsAt const&) const = default;
};

/// Of each line that the pattern fits: “POCKET_{{pocket}} = {{tool}}”. Blanks fit any number of blanks. Error:
/// PhraseLacks, a mark that the pattern has not; Missing, a text that it fits nowhere; TwoAlike, a pocket that stands
/// twice with different tools, with both lines; OutOfRange.
Result<std::vector<HangsAt>> hangingFrom(std::string_view text, std::string const& pattern);

/// How it differs from the book's table, pocket by pocket; a pocket or tool that the book does not have is Bad.
std::vector<zeroing::Judgement> tableDifferences(facts::Reader const& book, shop::ToolRack const& rack,
                                                 std::vector<HangsAt> const& read);

/// The rack as the text has it: believed, since nobody has looked. Pockets that it does not name stay. Error:
/// OutOfRange, a pocket or tool that the book does not have.
Result<shop::ToolRack> withTable(facts::Reader const& book, shop::ToolRack rack, std::vector<HangsAt> const& read);

} // namespace steady::changer
