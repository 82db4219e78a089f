// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Tilt told from two lengths, or from how rim readings grow with the diameter; how sure that is, by drawing lengths
// from what is known of them (JCGM 101:2008).

#include "core/base/Going.h"

#include <cstdint>
#include <optional>

namespace steady::studies {

/// Evenly between two bounds.
struct LengthBetween {
    double low_mm = 0, high_mm = 0;
};

struct TiltResult {
    double nominal_deg = 0;             ///< of the middles
    double low_deg = 0, median_deg = 0; ///< 2.5 %, 50 %
    double high_deg = 0;                ///< 97.5 %
    double clipped = 0; ///< share of draws in which the tilted length is the longer one: counted as no tilt
};

/// Angle = acos(read/along). The same for any number of threads. None: nothing to draw from, or stopped.
std::optional<TiltResult> tiltFromLengths(LengthBetween along, LengthBetween read, std::int64_t draws,
                                          std::uint64_t seed, int threads, Going const& going = {});

/// Rim contact reads L cos θ + (D/2) sin θ: a slope c over the diameter gives sin θ = 2c. Degrees; the error by the
/// slope's.
double tiltFromSlope_deg(double slope);
/// What an indicator shows between the two ends of a sweep of that width, under that tilt.
double sweepUnder_mm(double tilt_deg, double sweep_mm);
double tiltOfSweep_deg(double difference_mm, double sweep_mm);

} // namespace steady::studies
