// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// What follows from a setter as the book describes it.

#include "core/facts/Reader.h"
#include "core/zeroing/Judgement.h"

namespace steady::advice {

/// Heights in order, stroke against speed, whether its height is known, tools that do not fit on the disc.
std::vector<zeroing::Judgement> setterJudgements(facts::Reader const& book, shop::ZeroSetup const& setup);

} // namespace steady::advice
