// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Whether what is known of a machine's racks and carousels still stands, after all that has happened.

#include "core/facts/Holding.h"
#include "core/shop/kinds/Carousel.h"
#include "core/shop/kinds/ToolRack.h"

namespace steady::changer {

/// Each taught pocket for itself: after a move one that was taught anew does not make the others good.
struct RackStanding {
    facts::Basis basis; ///< of all pockets
    facts::Holding holding;
};
RackStanding rackStanding(facts::Reader const& book, Id<shop::ToolRack> id);

/// Where a machine's carousel changes tools. None: no figures.
facts::Basis ringBasis(facts::Reader const& book, Id<shop::Machine> machine);
/// What the book says of what hangs in a machine's pockets. Nobody has looked into any: no figures.
facts::Basis tableBasis(facts::Reader const& book, Id<shop::Machine> machine);
/// What was counted of changes at them. None: no figures.
facts::Basis proofBasis(facts::Reader const& book, Id<shop::Machine> machine);

} // namespace steady::changer
