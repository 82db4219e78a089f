// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Results as text, with more digits than any screen shows: for approved texts.

#include "core/machine/Run.h"
#include "core/zeroing/Judgement.h"
#include "core/zeroing/Ladder.h"
#include "core/zeroing/ZChain.h"

#include "core/base/Words.h"

#include <fmt/format.h>

namespace steady::test {

std::string told(zeroing::ZChain const& chain, UnitSystem units);
std::string told(std::vector<zeroing::Judgement> const& judgements);
std::string told(Findings const& findings);
std::string told(zeroing::LadderScene const& scene);
/// The whole of a world, but what the controller remembers.
std::string told(machine::World const& world);
/// How a run ended, and what it left behind.
std::string told(machine::RunResult const& result, controller::Memory const& before, UnitSystem units);
/// Each line that ran: what it did, in words, with the seconds at its end.
std::string told(machine::Trace const& trace, UnitSystem units);

/// The value, or the error in words.
template<class T, class F> std::string toldOr(Result<T> const& result, F tell) {
    return result ? tell(*result) : "error: " + describe(result.error()) + "\n";
}

} // namespace steady::test
