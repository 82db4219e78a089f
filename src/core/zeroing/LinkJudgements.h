// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// What is said of a link.

#include "core/facts/Reader.h"
#include "core/zeroing/Judgement.h"

namespace steady::zeroing {

/// The link, its age and what it rests on; or why there is none. `now_utc_ms` for the age.
std::vector<Judgement> linkJudgements(facts::Reader const& book, shop::ZeroSetup const& setup, std::int64_t now_utc_ms);

} // namespace steady::zeroing
