// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// How long the moments of a change take, and where changes ended: a slow one shows before it fails.

#include "core/facts/Reader.h"
#include "core/shop/kinds/ChangeRecord.h"
#include "core/zeroing/Judgement.h"

#include <span>
#include <vector>

namespace steady::changer {

char const* words(shop::ChangeMoment moment); ///< “the clamp opens”

/// What is behind an alarm at that moment, likeliest first, and where to look. Common practice.
struct LikelyCause {
    char const* cause;
    char const* look;
};
std::span<LikelyCause const> suspectsOf(shop::ChangeMoment moment);

/// Those of a rack, oldest first.
std::vector<shop::ChangeRecord> historyOf(facts::Reader const& book, Id<shop::ToolRack> rack);

inline constexpr std::size_t least_for_trend = 6;
/// Of the moments that came in their time: whether they take longer and longer.
struct MomentTrend {
    std::size_t count = 0;
    double median_s = 0, last_s = 0;
    bool slower = false;            ///< Mann–Kendall over the order, p < 0.05 two-sided, and upward
    double slower_s = 0;            ///< a change, by Theil and Sen
    std::optional<int> until_limit; ///< changes, if it goes on so
};
MomentTrend trendOf(std::vector<shop::ChangeRecord> const& history, shop::ChangeMoment moment, double limit_s);

/// Causes by how often they were found at alarms of that moment, then those that are usual there.
std::vector<std::pair<std::string, int>> rankedCauses(std::vector<shop::ChangeRecord> const& history,
                                                      shop::ChangeMoment moment);

std::vector<zeroing::Judgement> judgeHistory(std::vector<shop::ChangeRecord> const& history,
                                             shop::RackDrive const& drive);

} // namespace steady::changer
