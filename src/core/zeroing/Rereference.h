// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// A lost reference of an axis, set again with a gauge block: the steps in their order, and whether the reference is
// where it was. Order and traps: common practice; the maker's manual comes first.

#include "core/zeroing/Judgement.h"
#include "core/zeroing/ZChain.h"

#include "core/facts/Reader.h"
#include "core/shop/kinds/ZeroSetup.h"

namespace steady::zeroing {

struct RereferenceStep {
    std::string id, text;
    std::string expect;  ///< what should be seen; may be empty
    std::string caution; ///< may be empty
    bool done = false;
};
/// All of them, in their order; with the book's figures, in the units of the control.
std::vector<RereferenceStep> rereferenceSteps(facts::Reader const& book, shop::ZeroSetup const& setup);
/// Index of the first that is open; none: all are done.
std::optional<std::size_t> nextStep(std::vector<RereferenceStep> const& steps);

/// “4 upper limit: jog down; 5 lower limit: jog up”, and back. Error: UnexpectedText, with the entry; OutOfRange, a
/// bit; TwoAlike.
Result<std::vector<shop::InputBit>> bitsFrom(std::string const& text);
std::string bitsText(std::vector<shop::InputBit> const& bits);
/// The bits that are on, 0 the lowest, of “36”, “0x24” or “0b100100”. Error: NotANumber; OutOfRange: 64 bits.
Result<std::vector<int>> bitsOn(std::string const& inputs);

/// The way from a gauge block to the reference: reference − block. Error: Missing.
Result<ZChain> gaugeBlockTravel(shop::ZeroSetup const& setup);
/// What the inputs say, what is next, and whether the block agrees afterwards: if not, what was left out. It is done
/// only when every step is and the block reads what it is.
std::vector<Judgement> gaugeBlockJudgements(facts::Reader const& book, shop::ZeroSetup const& setup);
/// All steps done, and the block as it should be.
bool isRereferenced(facts::Reader const& book, shop::ZeroSetup const& setup);

} // namespace steady::zeroing
