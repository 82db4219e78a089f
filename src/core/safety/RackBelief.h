// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// A rack as the book believes in it, and what a change at it should come to.

#include "core/facts/Reader.h"
#include "core/machine/World.h"
#include "core/safety/Aim.h"
#include "core/shop/kinds/ZeroSetup.h"

namespace steady::safety {

/// Into the world: pockets where changes go, what hangs there, clamp and inputs; an empty spindle where no tool is in
/// it. Error: as macros::planRack.
Result<void> standRack(facts::Reader const& book, shop::ZeroSetup const& setup, machine::World& world);

/// What is to be in the spindle, and in the pockets, after the change. Error: as macros::planRack.
Result<RackAim> rackAim(facts::Reader const& book, shop::ZeroSetup const& setup, machine::World const& world);

/// Whether it all came to that: what hangs where, and what the control believes. `told`: the tool that it names; none:
/// it names none.
bool changedAsMeant(machine::Rack const& end, std::optional<int> told, RackAim const& aim);

} // namespace steady::safety
