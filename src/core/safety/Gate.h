// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// What each macro's text rests on in the book, as one table, and whether that still holds: the one gate that window,
// command line and campaign pass. docs/upkeep.md has the table.

#include "core/facts/Holding.h"
#include "core/macros/Kind.h"

#include <span>

namespace steady::safety {

/// What stale does to a text. Refused: it is not written. Said: the text itself finds out, or makes it again; its
/// header says it.
enum class WhenStale { Refused, Said };

struct GateRow {
    facts::ResultKind rests_on;
    WhenStale when_stale;
    bool (*concerns)(macros::Traits const& kind);
    facts::Holding (*holding)(facts::Reader const& book, shop::ZeroSetup const& setup);
    char const* what; ///< “Where the pockets are”
    char const* redo; ///< what to do before it is written
};
std::span<GateRow const> gateRows();

/// Suspect, or stale where that does not matter enough: lines for the header. Error: Stale, with event and redo.
Result<std::vector<std::string>> passGate(facts::Reader const& book, shop::ZeroSetup const& setup, macros::Kind kind);

} // namespace steady::safety
