// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Zero on the spoilboard: the board constant, what surfacing does to it, and paper.

#include "core/zeroing/Link.h"

namespace steady::zeroing {

struct BoardConstant {
    ZChain chain; ///< B = setter contact − (board contact − paper) + what was surfaced since
    Id<shop::Assembly> assembly;
    Id<shop::Contact> on_board;
    std::int64_t at_utc_ms = 0; ///< of the touch on the board
    facts::Basis basis;
    facts::Holding holding;
    double b_mm() const { return chain.sum().mm; }
};

/// All that the book can make, oldest first: each touch on the setup's board beside the setter contact of the same
/// grip, home epoch and vacuum (or the nearest of any vacuum) that is nearest in time, whichever came first. Those that
/// something has ended are left out, unless asked for. Error: NoSetter; Missing: the contacts; Stale: all have ended.
Result<std::vector<BoardConstant>> boardConstants(facts::Reader const& book, shop::ZeroSetup const& setup,
                                                  bool ended_too = false);

struct BoardHeight {
    BoardConstant in_use;
    std::optional<BoardConstant>
        asked; ///< a fresh touch that differs by more than both ±: not taken before it is accepted
    double differs_mm = 0;
};
/// A fresh touch leads; one that differs from the height before, with what was surfaced since, is asked about first.
Result<BoardHeight> boardHeight(facts::Reader const& book, shop::ZeroSetup const& setup);
/// The one in use.
Result<BoardConstant> boardConstant(facts::Reader const& book, shop::ZeroSetup const& setup);

/// W = setter contact − B: the table zero of a tool. Error: as boardConstant.
Result<ZChain> boardZero(facts::Reader const& book, shop::ZeroSetup const& setup, Id<shop::Assembly> tool);

/// Where a tool whose length in the table is 0 would stand on the spoilboard.
struct BoardNose {
    double z_mm = 0; ///< machine Z
    /// Of such a tool, below the spindle face: 0, or the first tool's; none: that is not known.
    std::optional<double> length_mm;
    std::string words;
};
/// From the reference on the setter and the setter's height above the board; without a setter from the reference's own
/// touch of the board. Error: Missing.
Result<BoardNose> boardNose(facts::Reader const& book, shop::ZeroSetup const& setup);

/// A touch by hand through paper: the readout's step, the scatter of a touch, and the paper.
uncertainty::Budget paperBudget(shop::Machine const& machine);
/// W = contact − paper, of the tool's newest touch through paper. Error: Missing.
Result<ZChain> paperZero(facts::Reader const& book, shop::ZeroSetup const& setup, Id<shop::Assembly> tool);

/// What is left of the board, and whether a second tool agrees with its constant.
std::vector<Judgement> boardJudgements(facts::Reader const& book, shop::ZeroSetup const& setup);

} // namespace steady::zeroing
