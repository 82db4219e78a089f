// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// A macro written from the book, and the world that the book believes in, ready to be run against each other.

#include "core/machine/Believed.h"
#include "core/machine/Run.h"
#include "core/macros/PlateZeroRecipe.h"
#include "core/macros/Print.h"

namespace steady::safety {

struct Rehearsal {
    zeroing::PlateZeroResult zero;
    macros::PlateZeroPlan plan;
    macros::PrintedMacro macro;
    machine::World world; ///< as believed, with the acts that the macro asks for
};

/// `leave_out`: ids of the recipe's steps to leave out.
Result<Rehearsal> rehearsePlateZero(shop::Book const& book, shop::ReadingSource const& readings,
                                    shop::ZeroSetup const& setup, std::set<std::string> const& leave_out = {});

/// What the macro takes when all is as the book says; pauses come on top.
struct Prediction {
    double machine_s = 0;
    int pauses = 0;
};
Prediction predict(Rehearsal const& rehearsal);

/// The dialect of a world or a machine, with what its owner found out about it.
controller::Dialect dialectOf(machine::World const& world);

/// What the virtual machine's plate contact would be typed as: marked simulated, never stored.
/// Error: the run ended without a contact.
Result<shop::Contact> simulatedContact(Rehearsal const& rehearsal, std::int64_t at_utc_ms);

/// The setup in the book, or the one made of the first of each kind.
std::pair<Id<shop::ZeroSetup>, shop::ZeroSetup> setupOf(shop::Book const& book);

} // namespace steady::safety
