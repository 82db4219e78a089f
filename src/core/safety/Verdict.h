// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// What a run means for the person who would have stood there.

#include "core/safety/Rehearsal.h"

namespace steady::safety {

/// How a run is counted: right, or in which way not.
enum class RunClass { Right, StoppedSafely, WrongZero, Collision, DidNotEnd };

/// Right: completed, and Z zero within the stated ± of the truth. StoppedSafely: refused, alarm or limit.
RunClass classify(machine::RunResult const& result, zeroing::PlateZeroResult const& zero);

/// Headline first, then time and what to do.
std::vector<zeroing::Judgement> verdictOf(machine::RunResult const& result, zeroing::PlateZeroResult const& zero,
                                          UnitSystem units);

} // namespace steady::safety
