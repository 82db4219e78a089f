// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// What speed does to a touch: where it is recorded, how far it goes on, and how fast it may be.

#include "core/base/Result.h"
#include "core/quantity/Frames.h"
#include "core/shop/Readings.h"
#include "core/uncertainty/Budget.h"

#include <string>
#include <vector>

namespace steady::zeroing {

struct TouchPrediction {
    double lag_mm = 0;         ///< pressing reads low by this on the average; add it to the reading
    double poll_spread_mm = 0; ///< full width of the uniform spread that polling brings
    double bound_mm = 0;       ///< every honest touch lies within ± this of the corrected height
    double overshoot_mm = 0;   ///< most that the tip goes on below the trip point before it stands
    bool operator==(TouchPrediction const&) const = default;
};

/// Latched in hardware: no lag. Debounced: v·debounce. Polled: v·(debounce + poll/2), spread v·poll. Bound: half that
/// spread + 5 s. Overshoot: v·(debounce + poll + driver lag) + v²/(2a).
TouchPrediction predictTouch(shop::Machine const& machine, double feed_mm_min);

/// Of a contact as it was made, at its own feed or the usual one. Read at the release, going up, it lags the other way:
/// the reading is high, and `lag_mm` negative. The backlash of Z is in such a reading too: zeros and plunges are
/// counted on the way down.
TouchPrediction predictTouch(shop::Machine const& machine, shop::Contact const& contact, double usual_mm_min);
/// What that correction is called in a sum: “input lag”, or “input lag and backlash”.
std::string lagName(shop::Machine const& machine, shop::Contact const& contact);

/// What one touch adds to a budget: scatter of the switch, step of the readout, polling. JCGM 100:2008, 4.3.7.
std::vector<uncertainty::Contribution> touchContributions(shop::Machine const& machine,
                                                          TouchPrediction const& prediction, std::string const& what);

/// The largest feed whose overshoot stays within room_mm, in mm/min (positive root of the overshoot).
double largestFeed_mm_min(shop::Machine const& machine, double room_mm);
/// The same for another reaction than the input's: a stop chain's.
double largestFeed_mm_min(shop::Machine const& machine, double reaction_s, double room_mm);

/// Fast to find, slow to measure.
struct ProbingFeeds {
    double fast_mm_min = 0, slow_mm_min = 0;
    bool operator==(ProbingFeeds const&) const = default;
};

/// More than this to find a plate or a setter is unusual; common practice. An owner may choose otherwise.
inline constexpr double usual_most_plate_mm_min = 300, usual_most_setter_mm_min = 600;

/// Two heights, machine Z.
struct Between {
    double low_mm = 0, high_mm = 0;
    bool operator==(Between const&) const = default;
};

/// Fast: at most 300 mm/min and 80 % of the push-in that the plate's owner accepts; slow: a tenth of it (common
/// practice).
ProbingFeeds feedsFor(shop::Machine const& machine, double push_in_mm);

/// Of a plate: what its owner chose, else computed from the push-in.
ProbingFeeds feedsFor(shop::Machine const& machine, shop::TouchPlate const& plate);

/// The same for a setter: chosen, or at most 600 mm/min, half of what lies between its trip and its overtravel contact
/// or end, and half of what lies between that contact and the end, where it is known how late the stop chain is.
ProbingFeeds feedsFor(shop::Machine const& machine, shop::ToolSetter const& setter);

/// Machine Z of a contact, whatever frame it was read in. Error: FrameUnknown.
Result<MachineZ> machineZ(shop::Contact const& contact);

} // namespace steady::zeroing
