// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/controller/Dialect.h"
#include "core/machine/World.h"

namespace steady::safety {

/// The dialect of a world, with what its owner found out about the controller.
controller::Dialect dialectOf(machine::World const& world);

} // namespace steady::safety
