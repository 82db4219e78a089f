// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// What goes wrong in shops, as data: a named change to a world.

#include "core/machine/World.h"

#include <span>
#include <string_view>

namespace steady::safety {

struct Fault {
    char const* id;   ///< stable name for files and the command line
    char const* text; ///< as people read it
    bool setter;      ///< it needs a fixed setter, or the macros that use one
    void (*apply)(machine::World& world);
};

std::span<Fault const> faults();
/// Null when there is none of that name.
Fault const* faultNamed(std::string_view id);

} // namespace steady::safety
