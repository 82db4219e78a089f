// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// What each macro's text rests on in the book, and whether that still holds: the one gate that window,
// command line and campaign pass. docs/upkeep.md has the table.

#include "core/facts/Holding.h"
#include "core/macros/Kind.h"

#include <string>
#include <vector>

namespace steady::safety {

/// Suspect, or stale where that does not matter enough: lines for the header. Error: Stale, with event and redo.
Result<std::vector<std::string>> passGate(facts::Reader const& book, shop::ZeroSetup const& setup, macros::Kind kind);

} // namespace steady::safety
