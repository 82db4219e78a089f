// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Proving a rack or a carousel: the fewest calls that pick from every pocket and put back into it, what must hang where
// after each, and what the changes counted so far show.

#include "core/base/Result.h"
#include "core/shop/kinds/Carousel.h"
#include "core/shop/kinds/ToolRack.h"
#include "core/zeroing/Judgement.h"

#include <optional>
#include <vector>

namespace steady::changer {

/// One thing on the way: the machine is told to change, or somebody moves a holder by hand while it is stopped.
struct ProvingStep {
    std::optional<int> slid_from; ///< a pocket: its holder is moved by hand to `pocket`; none: `pocket` is called
    int pocket = 0;               ///< called, from 0 on; −1: the spindle is emptied and nothing is taken
    int spindle = -1;             ///< afterwards: the pocket that the holder in the spindle came from; −1: empty
    std::vector<bool> full;       ///< afterwards: which pockets have a holder
};

/// `full`: which pockets have a holder now; `spindle`: the pocket that the one in the spindle came from, −1: empty. The
/// fewest calls; among those the fewest moves by hand. Error: Missing, without any holder; OutOfRange, when the pocket
/// of the spindle's holder is full.
Result<std::vector<ProvingStep>> provingSequence(std::vector<bool> full, int spindle);

/// What is proved, pocket by pocket.
struct Proved {
    struct Place {
        int number = 0;
        Id<shop::Assembly> tool;
        shop::Seen seen = shop::Seen::Unknown;
        shop::Counts counts;
    };
    std::string name;
    std::vector<Place> places;
    bool turns = false; ///< a carousel
    bool arm = false;   ///< which an arm serves: it puts the old tool where the new one was
};
Proved provedOf(shop::ToolRack const& rack);
Proved provedOf(shop::Carousel const& carousel);

/// What the book knows as a start. Error: Missing, when nobody has seen what hangs in a pocket; CallRefused, for an
/// arm: its tools change their pockets.
Result<std::vector<ProvingStep>> provingOf(Proved const& proved, Id<shop::Assembly> in_spindle);

/// “Call pocket 3.” or “By hand: the holder of pocket 1 into pocket 4.”, and what must be seen afterwards.
std::string stepWords(ProvingStep const& step, Proved const& proved);
std::string expectedWords(ProvingStep const& step, Proved const& proved);
/// From far above and without tools to cutters: in this order, each with all calls.
std::vector<std::string> provingStages(Proved const& proved);
/// The changes that were counted, as sentences.
std::vector<zeroing::Judgement> judgeProving(Proved const& proved);

/// What was counted of picks and drops, of one pocket or of all.
struct Counted {
    int trials = 0, failures = 0;
    double at_least = 0; ///< rate of success, with 95 % confidence
};
inline constexpr double counted_confidence = 0.95;
Counted countedOf(shop::Counts const& counts);
Counted countedOf(Proved const& proved);
/// Where the control counts for that pocket, from 0: “#612 counts what is put in, #613 what is taken”; empty: nowhere.
std::string countersOf(shop::RackDrive const& drive, std::size_t pocket);

} // namespace steady::changer
