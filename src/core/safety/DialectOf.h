// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

namespace steady::controller {
struct Dialect;
}
namespace steady::machine {
struct World;
}

namespace steady::safety {

/// The dialect of a world, with what its owner found out about the controller.
controller::Dialect dialectOf(machine::World const& world);

} // namespace steady::safety
