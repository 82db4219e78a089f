// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// What follows from the tool in the spindle as the book describes it.

#include "core/facts/Reader.h"
#include "core/zeroing/Judgement.h"

namespace steady::advice {

/// Length, circuit, width, how it is measured.
std::vector<zeroing::Judgement> toolJudgements(facts::Reader const& book, shop::ZeroSetup const& setup);

} // namespace steady::advice
