// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/controller/Arc.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <numbers>

namespace steady::controller {

namespace {

constexpr double most_chords = 20'000;

} // namespace

Result<std::vector<Vec3>> arcPoints(ArcAsked const& asked) {
    constexpr std::size_t planes[3][3] = {{0, 1, 2}, {2, 0, 1}, {1, 2, 0}};
    auto const& [a, b, c] = planes[asked.plane];
    auto const &from = asked.from_mm, &to = asked.to_mm;
    double centre_a = asked.centre_mm[a], centre_b = asked.centre_mm[b];
    double const by_a = to[a] - from[a], by_b = to[b] - from[b], chord = std::hypot(by_a, by_b);
    if (asked.radius_mm) {
        double const radius = std::abs(*asked.radius_mm), half = chord / 2;
        if (chord < 1e-9) return fail(Code::ArcRadius, {}, "It ends where it begins", "name the centre instead");
        if (half > radius + asked.radii_differ_mm)
            return fail(Code::ArcRadius, {}, fmt::format("Its ends are {:.4f} mm apart", chord),
                        fmt::format("a radius of {:.4f} mm spans {:.4f}", radius, 2 * radius));
        double const height = std::sqrt(std::max(0.0, radius * radius - half * half));
        // Turning left the centre lies on the left; the longer way has it on the other side.
        double const side = (asked.clockwise ? -1 : 1) * (*asked.radius_mm < 0 ? -1 : 1);
        centre_a = from[a] + by_a / 2 - side * height * by_b / chord;
        centre_b = from[b] + by_b / 2 + side * height * by_a / chord;
    }
    double const at_start = std::hypot(from[a] - centre_a, from[b] - centre_b);
    double const at_end = std::hypot(to[a] - centre_a, to[b] - centre_b);
    if (!(at_start >= 1e-9) || !(std::abs(at_start - at_end) <= asked.radii_differ_mm)) // nor what is no number
        return fail(Code::ArcRadius, {}, fmt::format("It begins {:.4f} mm from its centre", at_start),
                    fmt::format("it ends {:.4f} mm from it", at_end));
    double const begin = std::atan2(from[b] - centre_b, from[a] - centre_a);
    double sweep = std::atan2(to[b] - centre_b, to[a] - centre_a) - begin;
    double const whole = 2 * std::numbers::pi;
    if (chord < 1e-9) sweep = 0;
    if (asked.clockwise && sweep > -1e-12) sweep -= whole;
    if (!asked.clockwise && sweep < 1e-12) sweep += whole;
    double const step = 2 * std::acos(std::max(0.0, 1 - chord_mm / at_start));
    // So many are enough for any machine that stands in a shop; a larger arc is refused by the soft limits.
    int const count = static_cast<int>(std::clamp(std::ceil(std::abs(sweep) / step), 1.0, most_chords));
    std::vector<Vec3> points(static_cast<std::size_t>(count));
    for (int i = 1; i <= count; ++i) {
        double const share = static_cast<double>(i) / count;
        double const radius = at_start + share * (at_end - at_start);
        auto& point = points[static_cast<std::size_t>(i - 1)];
        point[a] = centre_a + radius * std::cos(begin + share * sweep);
        point[b] = centre_b + radius * std::sin(begin + share * sweep);
        point[c] = from[c] + share * (to[c] - from[c]);
    }
    points.back() = to;
    return points;
}

} // namespace steady::controller
