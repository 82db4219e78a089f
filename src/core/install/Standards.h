// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// What a standard is good for today, and whether one is worth buying.

#include "core/facts/Reader.h"
#include "core/install/ToolWay.h"
#include "core/shop/kinds/Standard.h"
#include "core/shop/kinds/ZeroSetup.h"

namespace steady::install {

/// “Gauge block”.
char const* standardWords(shop::StandardSort sort);

/// Days until it is to be checked again; negative: overdue. None: no date was given.
std::optional<double> daysLeft(shop::Standard const& standard, std::int64_t now_utc_ms);
/// Whether it may be measured against: not damaged, stated, not overdue.
bool usable(shop::Standard const& standard, std::int64_t now_utc_ms);

std::vector<zeroing::Judgement> standardJudgements(facts::Reader const& book, shop::Standard const& standard,
                                                   std::int64_t now_utc_ms);
/// Whether it suits this control and these tools.
BeforeBuying beforeBuying(facts::Reader const& book, shop::ZeroSetup const& setup, shop::Standard const& standard);

} // namespace steady::install
