// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// What follows from a fault table.

#include "core/safety/Campaign.h"

namespace steady::safety {

/// Headline first: what goes badly, what no input shows and what to do instead, and whether the ± holds.
std::vector<zeroing::Judgement> judgeTable(FaultTable const& table, Aim const& aim, UnitSystem units);

/// What another text makes better or worse, by fault.
zeroing::Judgement compareTables(FaultTable const& mine, FaultTable const& other);

/// “17 right, 3 stopped safely”
std::string countsOf(FaultRow const& row);

} // namespace steady::safety
