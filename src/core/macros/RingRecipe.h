// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// A change at a carousel that comes to the spindle: the tool goes back into its own pocket, the carousel turns, another
// is taken. X and Y stand still, the spindle is oriented before anything approaches, and the carousel turns only while
// it is back or the spindle is above its cones.

#include "core/macros/ChangeParts.h"
#include "core/shop/kinds/Carousel.h"

namespace steady::macros {

/// Everything that changes at a carousel go by.
struct RingPlan {
    Id<shop::Carousel> id;
    shop::Carousel carousel;
    std::vector<ToolHome> stops; ///< of each tool that hangs, and last of the one in the spindle
    double seat_z_mm = 0;        ///< machine Z of the gauge line when a holder sits
    double above_mm = 0;         ///< so far above that, the spindle clears what stands up in a fork
    /// From 1; 0: it belongs in none.
    int pocketOf(Id<shop::Assembly> tool) const;
};

/// For the tool that the setup wants next. Error: Missing, for what was not typed or looked at; CallRefused, when the
/// table speaks against the change, or the control works its arm by itself; NotInTravel.
Result<RingPlan> planRing(facts::Reader const& book, shop::ZeroSetup const& setup);

/// Error: as planRing.
Result<Recipe> ringRecipe(Kind kind, facts::Reader const& book, shop::ZeroSetup const& setup, Lacks lacks);

/// The table, and the tool in the spindle, after a change that came to its end by itself.
struct RingChanged {
    shop::Carousel carousel;
    std::string words; ///< “Changed: tool 3 from pocket 5, tool 1 into pocket 2”
};
RingChanged changedRing(facts::Reader const& book, shop::ZeroSetup const& setup, RingPlan const& plan);

} // namespace steady::macros
