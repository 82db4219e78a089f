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
    char const* id;         ///< stable name for files and the command line
    char const* text;       ///< as people read it
    char const* cause;      ///< how it comes about
    char const* sign;       ///< how it shows in the shop
    char const* precaution; ///< what to do so that it does not happen, or does no harm
    char const* unseen;     ///< why no input of the control can reveal it; null: each macro it touches must notice
    /// Whether it can touch a macro of this kind in this world; otherwise it does not apply, and proves nothing.
    bool (*touches)(macros::Kind kind, machine::World const& world);
    void (*apply)(machine::World& world);
};

std::span<Fault const> faults();
/// Those of a rack and its clamp, which are among them.
std::span<Fault const> rackFaults();
/// Those of a carousel.
std::span<Fault const> ringFaults();
/// Null when there is none of that name.
Fault const* faultNamed(std::string_view id);

} // namespace steady::safety
