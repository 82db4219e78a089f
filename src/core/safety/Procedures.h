// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// The procedures as a table: how each is built from the book, how a run of it begins, and what it should come to.

#include "core/safety/FromBook.h"
#include "core/safety/Rehearsal.h"

namespace steady::safety {

struct Procedure {
    macros::Kind kind;
    /// Error: what the book lacks for it, and what the control does not carry.
    Result<macros::Recipe> (*build)(FromBook const& known);
    /// Where tool, plate and clip are as somebody starts it.
    void (*begin)(Rehearsal& made, shop::Machine const& machine);
    /// Where the zero that it sets or looks at should lie, above the work's top.
    double (*intended_mm)(shop::ZeroSetup const& setup, machine::World const& world);
};
Procedure const& procedureOf(macros::Kind kind);

/// The tool stands high, and no plate lies about.
void afterAChange(machine::World& world, shop::Machine const& machine);

} // namespace steady::safety
