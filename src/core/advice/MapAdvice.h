// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// What follows from a map of a disc, from pairs of lengths, and from check readings.

#include "core/proving/Studied.h"
#include "core/statistics/ControlChart.h"
#include "core/studies/DiscMap.h"
#include "core/studies/Pairs.h"
#include "core/zeroing/Judgement.h"

namespace steady::advice {

/// Tilt, dome, what each cutter meets, shims; `end` is the tool that stands on it, `before` an earlier map.
std::vector<zeroing::Judgement> mapJudgements(facts::Reader const& book, shop::Study const& study,
                                              std::optional<studies::MapResult> const& map,
                                              std::optional<studies::MapResult> const& before,
                                              studies::TouchingEnd const& end);

/// Where the screws of a setter stand, counted from the middle of its disc; z: what goes under each so that the plane
/// becomes level. Empty: nobody has said how it is screwed down, or there is no plane.
std::vector<statistics::SurfacePoint> screwsOf(facts::Reader const& book, shop::Study const& study,
                                               std::optional<studies::MapResult> const& map);

/// Bias and limits, which model explains it, and how far it may be trusted.
std::vector<zeroing::Judgement> pairsJudgements(facts::Reader const& book, shop::Study const& study,
                                                std::vector<studies::LengthPair> const& pairs,
                                                std::optional<studies::PairResult> const& result,
                                                facts::Holding const& holding);

/// Limits from the first so many readings that were said to be the base, signals from all.
statistics::ControlChart chartOf(shop::Study const& study, std::vector<double> const& values_mm);
/// Signals in words, and when the next reading is due.
std::vector<zeroing::Judgement> checkJudgements(facts::Reader const& book, shop::Study const& study,
                                                shop::Readings const& readings, std::int64_t now_utc_ms);

} // namespace steady::advice
