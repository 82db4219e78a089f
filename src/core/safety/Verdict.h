// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// What a run means for the person who would have stood there.

#include "core/safety/Rehearsal.h"

namespace steady::machine {
struct RunResult;
}

namespace steady::safety {

/// How a run is counted: right, or in which way not.
enum class RunClass { Right, StoppedSafely, WrongZero, SetterHurt, Collision, DidNotEnd };
inline constexpr std::size_t run_class_count = static_cast<std::size_t>(RunClass::DidNotEnd) + 1;
constexpr bool isBad(RunClass kind) { return kind != RunClass::Right && kind != RunClass::StoppedSafely; }
/// “right”, “stopped safely”: as a kept run says it.
char const* outcomeWord(RunClass kind);

/// Right: completed, and Z zero or length within the stated ± of the truth. StoppedSafely: refused, alarm or limit.
/// SetterHurt: past its overtravel contact or onto its end of stroke.
RunClass classify(machine::RunResult const& result, Aim const& aim);

/// D as the controller keeps it less the true one, of plate zero and link; none for other kinds.
std::optional<double> linkError_mm(machine::RunResult const& result, Aim const& aim);

/// Set less true, of the zero, or of the link where that is worse, or of the length in the table; none when neither was
/// set.
std::optional<double> errorOf_mm(machine::RunResult const& result, Aim const& aim);

/// Headline first, then time and what to do.
std::vector<zeroing::Judgement> verdictOf(machine::RunResult const& result, Aim const& aim, UnitSystem units);

} // namespace steady::safety
