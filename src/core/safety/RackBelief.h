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

/// The clamp at the spindle into the world's rack, and what is in it: the tool of the setup, or an empty cone.
void standClamp(facts::Reader const& book, shop::ZeroSetup const& setup, shop::RackDrive const& drive,
                machine::World& world);
/// An input that says how it is; none: there is none.
machine::Sensor wired(std::optional<int> input);

/// What is to be in the spindle, and in the pockets, after the change. Error: as macros::planRack.
Result<RackAim> rackAim(facts::Reader const& book, shop::ZeroSetup const& setup, machine::World const& world);

/// `ring`: where the pockets are a carousel's. Whether it all came to that: what hangs where, and what the control
/// believes. `told`: the tool that it names; none: it names none.
bool changedAsMeant(machine::Rack const& end, std::optional<machine::Ring> const& ring, std::optional<int> told,
                    RackAim const& aim);

} // namespace steady::safety
