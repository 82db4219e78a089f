// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Setting up a beam setter: one step after the other, each kept, none left out.

#include "core/shop/kinds/BeamCheck.h"
#include "core/zeroing/Judgement.h"

#include <optional>

namespace steady::install {

/// In this order. A step whose figure is beyond its limit stays the present one.
enum class BeamStep {
    Clean,
    Across,    ///< on the beam's axis
    AlongTool, ///< on the tool's axis
    Blocked,
    Half,
    Ready,
    Locked, ///< screws tight
    Calibrate,
    Calibrated,
    Verify,
    Verified,
    Done
};

enum class Margin { Ample, Close, Short };
/// |value| against its limit; ample up to 60 %, close up to the limit; common practice.
Margin marginOf(double value, double limit);
/// “12 % of the limit: ample”.
std::string marginWords(double value, double limit);

/// What is to be done now.
BeamStep beamStep(shop::BeamCheck const& check, shop::Standard const& setter);

/// The check with the answer of its present step; what followed it is dropped, since it rests on it. Figures in mm or
/// V. Error: Missing: the routine was not started, or a figure that is none of this step.
Result<shop::BeamCheck> answered(shop::BeamCheck check, shop::Standard const& setter, double figure);
/// The present step done without a figure: clean, or a routine started.
Result<shop::BeamCheck> done(shop::BeamCheck check, shop::Standard const& setter, std::int64_t now_utc_ms);
/// Back to the alignment, with the head loosened again.
shop::BeamCheck loosened(shop::BeamCheck check);

/// A routine that hung, or whose result cannot be believed, from its start: a second measurement that gave nothing yet
/// is only started again, everything else is calibrated again. As it was: no routine has been started.
shop::BeamCheck startedAgain(shop::BeamCheck check, shop::Standard const& setter);

/// How long a routine has been running, and whether it may still be: “usually 2 min; it has run 5: is it still
/// running?” Empty: none was started.
std::string stillRunning(shop::BeamCheck const& check, shop::Standard const& setter, std::int64_t now_utc_ms);

/// `master`: none, or what it states.
std::vector<zeroing::Judgement> beamJudgements(shop::BeamCheck const& check, shop::Standard const& setter,
                                               shop::Standard const* master, UnitSystem units);

} // namespace steady::install
