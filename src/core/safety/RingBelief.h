// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// A carousel as the book believes in it, and what a change at it should come to.

#include "core/facts/Reader.h"
#include "core/machine/World.h"
#include "core/safety/Aim.h"
#include "core/shop/kinds/ZeroSetup.h"

namespace steady::safety {

/// Into the world: what hangs in each pocket, which one is in front, outputs, inputs, clamp and spindle. Error: as
/// macros::planRing.
Result<void> standRing(facts::Reader const& book, shop::ZeroSetup const& setup, machine::World& world);

/// What is to be in the spindle, and in the pockets, after the change. Error: as macros::planRing.
Result<RackAim> ringAim(facts::Reader const& book, shop::ZeroSetup const& setup, machine::World const& world);

} // namespace steady::safety
