// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/statistics/Compare.h"

#include "core/statistics/Quantiles.h"
#include "core/statistics/Summary.h"

#include <cmath>

namespace steady::statistics {

std::optional<Welch> welch(std::span<double const> a, std::span<double const> b) {
    auto const one = summarise(a), two = summarise(b);
    if (one.n < 2 || two.n < 2) return std::nullopt;
    double const v1 = one.s * one.s / one.n, v2 = two.s * two.s / two.n;
    if (v1 + v2 <= 0) return std::nullopt;
    Welch found;
    found.difference = two.mean - one.mean;
    found.error = std::sqrt(v1 + v2);
    found.t = found.difference / found.error;
    found.dof = (v1 + v2) * (v1 + v2) / (v1 * v1 / (one.n - 1) + v2 * v2 / (two.n - 1));
    found.p = 2 * studentTail(std::abs(found.t), found.dof);
    double const half = studentQuantile(0.975, found.dof) * found.error;
    found.limits = {found.difference - half, found.difference + half};
    return found;
}

std::optional<double> tost(std::span<double const> a, std::span<double const> b, double margin) {
    auto const found = welch(a, b);
    if (!found) return std::nullopt;
    double const above_low = studentTail((found->difference + margin) / found->error, found->dof);
    double const below_high = studentTail(-(found->difference - margin) / found->error, found->dof);
    return std::max(above_low, below_high);
}

std::optional<BrownForsythe> brownForsythe(std::vector<std::span<double const>> const& groups) {
    if (groups.size() < 2) return std::nullopt;
    std::vector<std::vector<double>> off;
    double all = 0, count = 0;
    for (auto const& group : groups) {
        auto const summary = summarise(group);
        if (summary.n < 2) return std::nullopt;
        auto& into = off.emplace_back();
        for (double const each : group) into.push_back(std::abs(each - summary.median));
        for (double const each : into) all += each;
        count += summary.n;
    }
    double const mean = all / count;
    double between = 0, within = 0;
    for (auto const& group : off) {
        auto const own = summarise(group).mean;
        between += static_cast<double>(group.size()) * (own - mean) * (own - mean);
        for (double const each : group) within += (each - own) * (each - own);
    }
    BrownForsythe found;
    found.dof_1 = static_cast<double>(groups.size()) - 1;
    found.dof_2 = count - static_cast<double>(groups.size());
    if (found.dof_2 <= 0 || within <= 0) return std::nullopt;
    found.f = (between / found.dof_1) / (within / found.dof_2);
    found.p = fTail(found.f, found.dof_1, found.dof_2);
    return found;
}

} // namespace steady::statistics
