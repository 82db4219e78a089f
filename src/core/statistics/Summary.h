// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// What a handful of readings says, by definition (NIST e-Handbook 1.3.5).

#include <span>

namespace steady::statistics {

struct Summary {
    int n = 0;
    double mean = 0;
    double s = 0; ///< standard deviation with n − 1; 0 for fewer than two readings
    double low = 0, high = 0;
    double median = 0;
    double range() const { return high - low; }
    bool operator==(Summary const&) const = default;
};

/// Two passes: sums of squares around the mean, so that large offsets lose nothing. Empty input gives n = 0.
Summary summarise(std::span<double const> values);

} // namespace steady::statistics
