// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/studies/Looks.h"

#include <algorithm>
#include <cstdint>

namespace steady::studies {
namespace {

constexpr double of_the_first = 0.6, of_the_later = 0.3, of_the_others = 0.1;

/// 0 for the first planned look, 1 for the second, …; −1: none was planned here.
int plannedIndex(int planned, int n) {
    int index = 0;
    for (std::int64_t at = std::max(planned, 1); at <= n; at *= 2, ++index)
        if (at == n) return index;
    return -1;
}

} // namespace

bool plannedLook(int planned, int n) { return plannedIndex(planned, n) >= 0; }

int nextPlannedLook(int planned, int n) {
    std::int64_t at = std::max(planned, 1);
    while (at <= n) at *= 2;
    return static_cast<int>(std::min<std::int64_t>(at, 1'000'000'000));
}

double confidenceAtLook(double confidence, int planned, int n) {
    double const risk = 1 - confidence;
    if (int const index = plannedIndex(planned, n); index >= 0) {
        double share = index == 0 ? of_the_first : of_the_later;
        for (int i = 0; i < index; ++i) share /= 2;
        return 1 - risk * share;
    }
    double const others = std::max(n, 2);
    return 1 - risk * of_the_others / (others * (others - 1));
}

} // namespace steady::studies
