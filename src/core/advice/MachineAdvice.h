// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// What follows from a machine as the book describes it.

#include "core/facts/Reader.h"
#include "core/zeroing/Judgement.h"

namespace steady::advice {

/// Convention of Z, what the input adds to a touch, backlash, what a changed home switch took away.
std::vector<zeroing::Judgement> machineJudgements(facts::Reader const& book, shop::ZeroSetup const& setup);

} // namespace steady::advice
