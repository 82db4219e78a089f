// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/zeroing/Touch.h"

#include "core/shop/kinds/Machine.h"

#include <algorithm>
#include <cmath>
#include <limits>
#include <numbers>

namespace steady::zeroing {
namespace {

/// Of a million honest touches not one lies beyond this many standard deviations.
constexpr double scatter_factor = 5;

double reaction_s(shop::Machine const& machine) {
    double const poll = machine.capture == shop::Capture::Polled ? machine.poll_s : 0;
    return machine.debounce_s + poll + machine.driver_lag_s;
}

} // namespace

TouchPrediction predictTouch(shop::Machine const& machine, double feed_mm_min) {
    double const v = feed_mm_min / 60;
    TouchPrediction result;
    if (machine.capture == shop::Capture::Debounced) result.lag_mm = v * machine.debounce_s;
    if (machine.capture == shop::Capture::Polled) {
        result.lag_mm = v * (machine.debounce_s + machine.poll_s / 2);
        result.poll_spread_mm = v * machine.poll_s;
    }
    result.bound_mm = result.poll_spread_mm / 2 + scatter_factor * machine.switch_scatter_mm;
    result.overshoot_mm = v * reaction_s(machine) + v * v / (2 * machine.axes[2].accel_mm_s2);
    return result;
}

double largestFeed_mm_min(shop::Machine const& machine, double room_mm) {
    return largestFeed_mm_min(machine, reaction_s(machine), room_mm);
}

double largestFeed_mm_min(shop::Machine const& machine, double t, double room_mm) {
    double const a = machine.axes[2].accel_mm_s2;
    return 60 * a * (std::sqrt(t * t + 2 * room_mm / a) - t);
}

TouchPrediction predictTouch(shop::Machine const& machine, shop::Contact const& contact, double usual_mm_min) {
    auto prediction = predictTouch(machine, contact.feed_mm_min > 0 ? contact.feed_mm_min : usual_mm_min);
    if (contact.direction == shop::Direction::Release)
        prediction.lag_mm = -prediction.lag_mm - machine.axes[2].backlash_mm;
    return prediction;
}

std::string lagName(shop::Machine const& machine, shop::Contact const& contact) {
    bool const lost = contact.direction == shop::Direction::Release && machine.axes[2].backlash_mm > 0;
    return lost ? "input lag and backlash" : "input lag";
}

std::vector<uncertainty::Contribution> touchContributions(shop::Machine const& machine,
                                                          TouchPrediction const& prediction, std::string const& what) {
    using uncertainty::Shape;
    constexpr double inf = std::numeric_limits<double>::infinity();
    double const step_mm = machine.units == UnitSystem::Metric ? 0.001 : 0.0001 * mm_per_inch;
    std::vector<uncertainty::Contribution> parts;
    parts.push_back({what + ", one touch", machine.switch_scatter_mm, 1, inf, Shape::Normal});
    parts.push_back({what + ", readout step", step_mm / 2 / std::numbers::sqrt3, 1, inf, Shape::Rectangular});
    if (prediction.poll_spread_mm > 0)
        parts.push_back({what + ", polling of the input", prediction.poll_spread_mm / 2 / std::numbers::sqrt3, 1, inf,
                         Shape::Rectangular});
    return parts;
}

namespace {

/// Figures that a person would write, at most `most_mm_min`; slow is a tenth of fast.
ProbingFeeds roundedFeeds(shop::Machine const& machine, double most_mm_min) {
    bool const metric = machine.units == UnitSystem::Metric;
    double const unit = metric ? 1 : mm_per_inch;
    double const most = most_mm_min / unit;
    double const step = metric ? 10 : 0.5;
    double const fast = std::max(step, std::floor(most / step) * step);
    return {fast * unit, fast / 10 * unit};
}

} // namespace

ProbingFeeds feedsFor(shop::Machine const& machine, double push_in_mm) {
    return roundedFeeds(machine, std::min(usual_most_plate_mm_min, largestFeed_mm_min(machine, 0.8 * push_in_mm)));
}

namespace {

/// What the owner chose wins; a slow feed that is not chosen is a tenth of the fast one.
ProbingFeeds chosen(shop::TouchPractice const& practice, ProbingFeeds computed) {
    double const fast = practice.find_mm_min.value_or(computed.fast_mm_min);
    return {fast, practice.measure_mm_min.value_or(practice.find_mm_min ? fast / 10 : computed.slow_mm_min)};
}

} // namespace

ProbingFeeds feedsFor(shop::Machine const& machine, shop::TouchPlate const& plate) {
    return chosen(plate.practice, feedsFor(machine, plate.push_in_mm));
}

ProbingFeeds feedsFor(shop::Machine const& machine, shop::ToolSetter const& setter) {
    double most = std::min(usual_most_setter_mm_min, largestFeed_mm_min(machine, 0.5 * setter.stroke_mm()));
    if (setter.overtravel_mm && setter.chain_s)
        most = std::min(most,
                        largestFeed_mm_min(machine, *setter.chain_s, 0.5 * (*setter.overtravel_mm - setter.solid_mm)));
    return chosen(setter.practice, roundedFeeds(machine, most));
}

Result<MachineZ> machineZ(shop::Contact const& contact) {
    if (contact.frame == shop::Frame::Machine) return MachineZ{contact.value_mm};
    if (!contact.work_offset_z_mm) return fail(Code::FrameUnknown, {"plate contact"});
    return toMachine(WorkZ{contact.value_mm}, MachineZ{*contact.work_offset_z_mm});
}

} // namespace steady::zeroing
