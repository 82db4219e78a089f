// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// A change at a straight rack: the tool in the spindle goes back into its fork, another is taken. X and Y move with Z
// up, but for the way in and out of a fork along its own axis; over a fork only straight up and down.

#include "core/changer/Rack.h"
#include "core/macros/Recipe.h"
#include "core/macros/SetterRecipes.h"

namespace steady::macros {

/// A pocket as a change goes to it: machine coordinates of its middle, and of the gauge line when a holder sits there.
struct RackStop {
    int number = 0;          ///< of the pocket
    Id<shop::Assembly> tool; ///< that belongs there
    double x_mm = 0, y_mm = 0;
    double seat_z_mm = 0;
};

/// Everything that changes at a rack go by. A macro knows one rack: what belongs elsewhere it does not touch.
struct RackPlan {
    Id<shop::ToolRack> id;
    shop::ToolRack rack;
    std::vector<RackStop> stops; ///< of each tool that hangs, and last of the one in the spindle
    std::vector<RackStop>
        beside; ///< the others as far as they are known: their forks, and what hangs there, are in the way
    RackStop const* of(Id<shop::Assembly> tool) const;
};

/// For the tool that the setup wants next. Error: Missing, for what was not typed, taught or looked at; CallRefused,
/// when the table speaks against the change, or a pocket does not fit its neighbours.
Result<RackPlan> planRack(facts::Reader const& book, shop::ZeroSetup const& setup);

/// Error: as planRack.
Result<Recipe> rackRecipe(Kind kind, facts::Reader const& book, shop::ZeroSetup const& setup, Lacks lacks);

} // namespace steady::macros
