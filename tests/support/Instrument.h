// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// A person reading an instrument, seeded.

#include "core/base/Rng.h"

#include <cmath>
#include <vector>

namespace steady::test {

/// What a person reads off an instrument: truth, the instrument's own error, the hand's scatter, rounded to its step.
inline std::vector<double> readingsOf(double of_mm, std::uint64_t nr, double step_mm, double permissible_mm,
                                      double scatter_mm) {
    Rng instrument(11, nr, Purpose::Instrument), hand(11, nr, Purpose::Reading);
    double const bias = instrument.between(-permissible_mm, permissible_mm);
    std::vector<double> values;
    for (int i = 0; i < 5; ++i)
        values.push_back(std::round((of_mm + bias + scatter_mm * hand.normal()) / step_mm) * step_mm);
    return values;
}

} // namespace steady::test
