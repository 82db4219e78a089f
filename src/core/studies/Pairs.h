// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Lengths by two ways, the setter and a height gauge: how far apart, and whether that grows with length or diameter.

#include <array>
#include <optional>
#include <span>
#include <string>
#include <vector>

namespace steady::studies {

struct LengthPair {
    double setter_mm = 0, gauge_mm = 0;
    double diameter_mm = 0;
    bool rim = false; ///< touches on its rim; a point's diameter counts as 0
};

/// Of setter less gauge.
struct PairModel {
    char const* name = "";                    ///< constant, length, length_diameter
    std::vector<double> coefficients, errors; ///< a, b·length, c·diameter; standard errors
    double residual_s_mm = 0;
    double leave_one_out_mm = 0; ///< root mean square of what each is off when it was left out
};

struct PairResult {
    double bias_mm = 0, s_mm = 0;
    double low_mm = 0, high_mm = 0; ///< bias ∓ 1.96 s: limits of agreement
    std::vector<PairModel> models;  ///< those that can be fitted with a reading to spare
};
/// Two pairs at least; none otherwise.
std::optional<PairResult> judgePairs(std::span<LengthPair const> pairs);

} // namespace steady::studies
