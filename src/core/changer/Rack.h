// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// A rack of the book: what each pocket's figures come to, what is asked again as it is taught, and what goes into the
// control.

#include "core/changer/RackFit.h"
#include "core/facts/Reader.h"
#include "core/shop/kinds/ToolRack.h"
#include "core/shop/kinds/ZeroSetup.h"
#include "core/zeroing/Judgement.h"

namespace steady::changer {

/// The racks of a machine, by the number of their first pocket.
std::vector<Id<shop::ToolRack>> racksOf(facts::Reader const& book, Id<shop::Machine> machine);

/// What was typed of a pocket, taught or not, as results rest on it: “pocket 4 X”, by its place, whatever its number.
std::array<shop::Used, 3> figuresOf(Id<shop::ToolRack> id, shop::ToolRack const& rack, std::size_t pocket);

std::vector<TaughtPocket> taughtOf(shop::ToolRack const& rack);
/// With the machine coordinates of the work zero, as far as the book knows them.
RackLimits limitsOf(facts::Reader const& book, shop::ZeroSetup const& setup, shop::ToolRack const& rack);

enum class Verdict { NotTaught, NotChecked, Keep, TeachAgain, LookAtFork, LookUnderTower };

struct PocketState {
    int number = 0;
    Verdict verdict = Verdict::NotTaught;
    Axes taught_mm, fitted_mm, nominal_mm; ///< where the calibration pin touches
    Axes used_mm;                          ///< the one that the owner chose
    std::optional<double> holder_z_mm;     ///< where a holder sits: Z used and seat; none: one of them is missing
    std::optional<Suspect> suspect;
};

struct RackState {
    std::optional<RackFit> fit; ///< none: fewer than two pockets are taught
    std::vector<PocketState> pockets;
    bool blocked = false; ///< an open defect of the mounting: nothing is taught
};
RackState rackState(facts::Reader const& book, shop::ZeroSetup const& setup, shop::ToolRack const& rack);

/// Whether pitch and seat are those of the maker's sheet, or nobody has said any: figures from a file alone.
enum class Sheet { Given, None };
/// Mounting, fit, pockets and what goes into the control, as sentences.
std::vector<zeroing::Judgement> judgeRack(RackState const& state, shop::ToolRack const& rack, UnitSystem units,
                                          Sheet sheet = Sheet::Given);
/// “Two digits swapped? The fork bent …?”
std::string causeWords(std::vector<Cause> const& causes);
char const* verdictWords(Verdict verdict);
/// What falls, opens or starts, for whoever reaches in.
std::string beforeAHand();

/// A pocket is taught anew: none of its old figures is left, nor what was counted with them.
void teachAnew(shop::Pocket& pocket, std::int64_t now_utc_ms);

/// Why a figure is asked again as it is taught, as sentences; `typed`: with all its digits. None: nothing speaks
/// against it.
std::optional<std::string> doubt(facts::Reader const& book, shop::ZeroSetup const& setup, shop::ToolRack const& rack,
                                 std::size_t pocket, int axis, TypedLength const& typed);

} // namespace steady::changer
