// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// What follows from a machine, a setter and the tools as the book describes them.

#include "core/facts/Reader.h"
#include "core/shop/Readings.h"
#include "core/zeroing/Judgement.h"

namespace steady::zeroing {

/// Convention of Z, what the input adds to a touch, backlash, what a changed home switch took away.
std::vector<Judgement> machineJudgements(facts::Reader const& book, shop::ZeroSetup const& setup);

/// Heights in order, stroke against speed, whether its height is known, tools that do not fit on the disc.
std::vector<Judgement> setterJudgements(facts::Reader const& book, shop::ZeroSetup const& setup);

/// The tool in the spindle: length, circuit, width, how it is measured.
std::vector<Judgement> toolJudgements(facts::Reader const& book, shop::ZeroSetup const& setup);

/// The link, its age and what it rests on; or why there is none. `now_utc_ms` for the age.
std::vector<Judgement> linkJudgements(facts::Reader const& book, shop::ZeroSetup const& setup, std::int64_t now_utc_ms);

/// Findings as judgements, to stand above everything else.
std::vector<Judgement> slipJudgements(Findings const& slips);

} // namespace steady::zeroing
