// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// What follows from a study, in sentences: the plain word first, what it means at the cut, the statistics behind “why”.

#include "core/proving/Studied.h"
#include "core/shop/kinds/ZeroSetup.h"
#include "core/zeroing/Judgement.h"

namespace steady::advice {

/// “proved”, “not yet”, “failed”, “not looked at”, “nothing asked”, “open defect”, “simulated”.
std::string verdictWord(shop::Study const& study, proving::Studied const& state);

/// Verdict with its margin, accuracy apart from it, groups, what was marked, what is open, what it means.
std::vector<zeroing::Judgement> studyJudgements(facts::Reader const& book, shop::Study const& study,
                                                proving::Studied const& state);

/// Before the first reading: how many, and what they can show at best.
zeroing::Judgement planJudgement(shop::Study const& study, proving::Studied const& state, UnitSystem units);

/// Who measures what, after what is proved of the setter: the setter, plate and test cut, or by hand. Common practice.
zeroing::Judgement policyJudgement(facts::Reader const& book, shop::ZeroSetup const& setup);

} // namespace steady::advice
