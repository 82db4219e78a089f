// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Zero on the spoilboard: the board constant, what surfacing does to it, and paper.

#include "core/zeroing/Link.h"

namespace steady::zeroing {

struct BoardConstant {
    ZChain chain; ///< B = setter contact − (board contact − paper) + what was surfaced since
    Id<shop::Assembly> assembly;
    std::int64_t at_utc_ms = 0; ///< of the older contact
    double b_mm() const { return chain.sum().mm; }
};

/// From a tool's newest contacts on setter and board. Error: NoSetter; Missing: the contacts.
Result<BoardConstant> boardConstant(shop::Book const& book, shop::ZeroSetup const& setup, Id<shop::Assembly> tool);
/// Of the newest pair that any tool made.
Result<BoardConstant> boardConstant(shop::Book const& book, shop::ZeroSetup const& setup);

/// W = setter contact − B: the table zero of a tool. Error: as boardConstant.
Result<ZChain> boardZero(shop::Book const& book, shop::ZeroSetup const& setup, Id<shop::Assembly> tool);

/// W = contact − paper, of the tool's newest touch through paper. Error: Missing.
Result<ZChain> paperZero(shop::Book const& book, shop::ZeroSetup const& setup, Id<shop::Assembly> tool);

/// What is left of the board, and whether a second tool agrees with its constant.
std::vector<Judgement> boardJudgements(shop::Book const& book, shop::ZeroSetup const& setup);

} // namespace steady::zeroing
