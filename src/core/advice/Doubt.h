// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// When it does not repeat or does not agree: which check next, the cheapest that tells something first, from what the
// book already shows. Common practice.

#include "core/facts/Reader.h"
#include "core/proving/StudyTypes.h"
#include "core/shop/kinds/ZeroSetup.h"
#include "core/zeroing/Judgement.h"

namespace steady::advice {

enum class Cause { Gauge, Seat, Insert, Backlash, Homing, SpindleAngle, Disc, Tram, Following };

enum class Cleared {
    NotLooked, ///< nothing in the book tells
    Cleared,   ///< looked at, and it is not that
    Suspect,   ///< looked at, and it can be that
    Confirmed  ///< a second, independent measurement says so too
};
constexpr char const* word(Cleared state) {
    switch (state) {
    case Cleared::NotLooked: return "not looked at";
    case Cleared::Cleared: return "cleared";
    case Cleared::Suspect: return "suspect";
    case Cleared::Confirmed: return "confirmed";
    }
    return nullptr;
}

struct Doubt {
    Cause cause;
    char const* title;
    char const* would_show; ///< if it were the cause
    char const* needs;      ///< tools
    double minutes = 0;
    std::optional<shop::StudyType> study; ///< that looks at it; none: at Machine or at the tool itself
    Cleared state = Cleared::NotLooked;
    std::string evidence; ///< what the book shows
    bool operator==(Doubt const&) const = default;
};

/// In the order in which they are looked at. Error: a study that cannot be read.
Result<std::vector<Doubt>> doubts(facts::Reader const& book, shop::ZeroSetup const& setup);

/// A cause that was fitted to lengths, and what a second measurement must read to confirm it.
struct FittedTilt {
    Id<shop::Study> study;
    double tilt_deg = 0, plus_minus_deg = 0; ///< 95 %
    double sweep_mm = 0;                     ///< of the indicator; the machine's own, or 200 mm
    double must_read_mm = 0, must_read_plus_minus_mm = 0;
    std::optional<double> seen_deg; ///< what an indicator showed
    bool confirmed = false;
};
/// From the newest study of lengths with rim contacts whose slope over the diameter is not nothing; none: there is no
/// such fit.
Result<std::optional<FittedTilt>> fittedTilt(facts::Reader const& book, shop::ZeroSetup const& setup);

/// The next check, then those that are done; last what is fitted and whether it is confirmed.
Result<std::vector<zeroing::Judgement>> doubtJudgements(facts::Reader const& book, shop::ZeroSetup const& setup);

} // namespace steady::advice
