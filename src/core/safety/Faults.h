// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// What goes wrong in shops, as data: a named change to a world.

#include "core/machine/World.h"
#include "core/macros/Kind.h"

#include <span>
#include <string_view>

namespace steady::safety {

struct Fault {
    char const* id;   ///< stable name for files and the command line
    char const* text; ///< as people read it
    /// Whether it can touch a macro of this kind in this world; otherwise it does not apply, and proves nothing.
    bool (*touches)(macros::Kind kind, machine::World const& world);
    void (*apply)(machine::World& world);
    /// Where a macro cannot know of it: what to do instead. None: each macro that it touches must notice.
    char const* precaution = nullptr;
};

std::span<Fault const> faults();
/// Null when there is none of that name.
Fault const* faultNamed(std::string_view id);

} // namespace steady::safety
