// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// How fast a device may be touched: what the switch survives, what its stop chain survives, what still measures.

#include "core/shop/kinds/Machine.h"
#include "core/shop/kinds/ToolSetter.h"
#include "core/shop/kinds/TouchPlate.h"
#include "core/zeroing/Judgement.h"
#include "core/zeroing/Touch.h"

#include <limits>

namespace steady::install {

/// What gives way below the trip.
struct TouchRoom {
    double stroke_mm = 0; ///< from the trip to the overtravel contact, else to the end; a rigid plate: its push-in
    double share = 0.5;   ///< of it that a find touch may use
    double usual_most_mm_min = 600;
    std::optional<double> chain_room_mm; ///< from the overtravel contact to the end
    std::optional<double> chain_s;       ///< from that contact to the begin of braking
    bool rigid = false;
    bool operator==(TouchRoom const&) const = default;
};
TouchRoom roomOf(shop::ToolSetter const& setter);
TouchRoom roomOf(shop::TouchPlate const& plate);

/// What makes an overshoot, mm; they add up to it.
struct OvershootParts {
    double debounce_mm = 0, poll_mm = 0, driver_mm = 0, braking_mm = 0;
    double sum_mm() const { return debounce_mm + poll_mm + driver_mm + braking_mm; }
};
/// d(v) = v·(t_debounce + t_poll + t_driver) + v²/(2a); v in mm/s from feed_mm_min.
OvershootParts overshootParts(shop::Machine const& machine, double feed_mm_min);

/// v·t + v²/(2a): how far Z goes on once the stop chain has opened. Drives that are cut off coast further: the maker's
/// manual tells whether they brake.
double chainStop_mm(shop::Machine const& machine, double chain_s, double feed_mm_min);

struct FeedLimits {
    double zero_margin_mm_min = 0;             ///< at which an overshoot uses the whole stroke
    std::optional<double> chain_mm_min;        ///< at which the chain stops at the very end
    zeroing::ProbingFeeds recommended, in_use; ///< in use: chosen by the owner, else the recommended ones
    double measure_most_mm_min = 0; ///< the bound of a slow touch is the requirement there; infinite: at any feed
    OvershootParts overshoot;       ///< at the find feed in use
    zeroing::TouchPrediction slow;  ///< at the measuring feed in use
    double share_used = 0;          ///< of the stroke, by the find touch in use
};

/// `requirement_mm`: what a touch must be good to, ±.
FeedLimits feedLimits(shop::Machine const& machine, shop::ToolSetter const& setter, double requirement_mm);
FeedLimits feedLimits(shop::Machine const& machine, shop::TouchPlate const& plate, double requirement_mm);

/// What is wrong first; each with its cure and what that would give.
std::vector<zeroing::Judgement> feedJudgements(shop::Machine const& machine, TouchRoom const& room,
                                               FeedLimits const& limits, double requirement_mm, UnitSystem units);

/// Of the contact in the stop chain: what happens then, and how to get off.
std::vector<zeroing::Judgement> overtravelJudgements(shop::ToolSetter const& setter);

} // namespace steady::install
