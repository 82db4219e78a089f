// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/macros/TouchPrice.h"

#include <cmath>
#include <fmt/format.h>

namespace steady::macros {

TouchPrice priceOf(shop::Machine const& machine, TouchPlan const& plan) {
    double const fast = plan.feeds.fast_mm_min / 60, slow = plan.feeds.slow_mm_min / 60;
    double const acceleration = machine.axes[2].accel_mm_s2;
    auto move = [&](double mm, double feed) { return mm / feed + feed / acceleration; };
    auto const find = zeroing::predictTouch(machine, plan.feeds.fast_mm_min);
    auto const measure = zeroing::predictTouch(machine, plan.feeds.slow_mm_min);
    TouchPrice price;
    price.lag_mm = plan.lag_mm;
    price.stroke_used_mm = find.overshoot_mm;
    double const poll = measure.poll_spread_mm;
    price.spread_mm =
        std::sqrt((machine.switch_scatter_mm * machine.switch_scatter_mm + poll * poll / 12) / plan.touches);
    for (int touch = 0; touch < plan.touches; ++touch) {
        // Each back-off begins where the move before stood still: what it went on, below the contact or above it.
        double const later = plan.at_release ? -measure.overshoot_mm : measure.overshoot_mm;
        double const from = touch == 0 ? find.overshoot_mm : later;
        double const above = plan.back_off_mm - from + open_check_mm;
        price.seconds += move(plan.back_off_mm, fast) + plan.settle_s + move(open_check_mm, fast) +
                         move(above + measure.overshoot_mm, slow);
        if (plan.air_output) price.seconds += plan.air_s;
        if (plan.at_release) price.seconds += move(2 * measure.overshoot_mm, slow);
    }
    return price;
}

zeroing::Judgement practicePriced(shop::Machine const& machine, zeroing::ProbingFeeds const& feeds,
                                  shop::TouchPractice const& practice, bool switch_of_its_own, UnitSystem units) {
    auto priced = [&](zeroing::ProbingFeeds const& at, shop::TouchPractice const& how) {
        return priceOf(machine, planTouch(machine, at, how, switch_of_its_own));
    };
    auto len = [&](double mm) { return lengthText(mm, units); };
    auto const now = priced(feeds, practice);
    zeroing::Judgement said;
    said.headline =
        fmt::format("{} slow touch{} in {:.1f} s.", practice.touches, practice.touches == 1 ? "" : "es", now.seconds);
    said.text =
        fmt::format("{} by {} (standard deviation). Each reads {} {}, which is taken out; the find touch goes on "
                    "by {}.",
                    practice.touches == 1 ? "It scatters" : "Their mean scatters", len(now.spread_mm),
                    len(std::abs(now.lag_mm)), now.lag_mm < 0 ? "high" : "low", len(now.stroke_used_mm));
    said.why.push_back("Other choices, and what each would make of it:");
    auto offer = [&](std::string const& words, zeroing::ProbingFeeds const& at, shop::TouchPractice const& how) {
        auto const other = priced(at, how);
        said.why.push_back(fmt::format("{}: {:+.1f} s, scatter {}, lag {}, goes on {}", words,
                                       other.seconds - now.seconds, len(other.spread_mm), len(other.lag_mm),
                                       len(other.stroke_used_mm)));
    };
    auto more = practice, fewer = practice, turned = practice, air = practice;
    if (++more.touches <= 5) offer("one touch more", feeds, more);
    if (--fewer.touches >= 1) offer("one touch less", feeds, fewer);
    offer("half the measuring feed", {feeds.fast_mm_min, feeds.slow_mm_min / 2}, practice);
    offer("twice the measuring feed", {feeds.fast_mm_min, feeds.slow_mm_min * 2}, practice);
    offer("half the find feed", {feeds.fast_mm_min / 2, feeds.slow_mm_min}, practice);
    bool const release = practice.read_on == shop::Direction::Release;
    turned.read_on = release ? shop::Direction::Press : shop::Direction::Release;
    offer(release ? "read while pressing" : "read at the release", feeds, turned);
    air.air_output = practice.air_output ? std::nullopt : std::optional(0);
    offer(practice.air_output ? "no air" : "with air", feeds, air);
    return said;
}

} // namespace steady::macros
