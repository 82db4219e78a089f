// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Whether readings look drawn from a normal distribution.

#include <optional>
#include <span>

namespace steady::statistics {

/// Shapiro and Wilk's W and its p in Royston's approximation (Applied Statistics 44, AS R94, 1995; recalled). None:
/// fewer than 3 or more than 5000 readings, or all alike.
struct ShapiroWilk {
    double w = 1, p = 1;
};
std::optional<ShapiroWilk> shapiroWilk(std::span<double const> values);

} // namespace steady::statistics
