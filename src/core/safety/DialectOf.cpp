// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/safety/DialectOf.h"

#include "core/dialects/Bundle.h"
#include "core/machine/World.h"

namespace steady::safety {

controller::Dialect dialectOf(machine::World const& world) {
    auto found = dialects::languageOf(world.dialect, world.behaviour, world.length_sign);
    return found ? std::move(*found) : controller::Dialect{}; // a world is made and read with a dialect that there is
}

} // namespace steady::safety
