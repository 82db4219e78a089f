// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/studies/Tilt.h"

#include "core/base/Rng.h"

#include <algorithm>
#include <atomic>
#include <cmath>
#include <numbers>
#include <thread>
#include <vector>

namespace steady::studies {
namespace {

constexpr double degrees = 180 / std::numbers::pi;
constexpr std::int64_t in_a_block = 100'000; ///< each block draws its own stream, whichever thread takes it

double angle_deg(double ratio) { return ratio >= 1 ? 0 : std::acos(ratio) * degrees; }

/// The value below which a share of them lies; the order of the others is lost.
double quantile(std::vector<double>& values, double share) {
    auto const at = values.begin() + static_cast<std::ptrdiff_t>(share * static_cast<double>(values.size() - 1));
    std::nth_element(values.begin(), at, values.end());
    return *at;
}

} // namespace

std::optional<TiltResult> tiltFromLengths(LengthBetween along, LengthBetween read, std::int64_t draws,
                                          std::uint64_t seed, int threads, Going const& going) {
    if (draws < 1 || along.low_mm <= 0 || read.low_mm <= 0) return std::nullopt;
    std::vector<double> ratios(static_cast<std::size_t>(draws)); // the angle falls with the ratio: three are enough
    std::int64_t const blocks = (draws + in_a_block - 1) / in_a_block;
    std::atomic<std::int64_t> next = 0, done = 0;
    auto work = [&] {
        for (auto block = next++; block < blocks && !going.stopped(); block = next++) {
            Rng rng(seed, static_cast<std::uint64_t>(block), Purpose::Geometry);
            auto const end = std::min(draws, (block + 1) * in_a_block);
            for (auto i = block * in_a_block; i < end; ++i) {
                double const whole = rng.between(along.low_mm, along.high_mm);
                ratios[static_cast<std::size_t>(i)] = rng.between(read.low_mm, read.high_mm) / whole;
            }
            ++done;
        }
    };
    {
        std::vector<std::jthread> others;
        for (int i = 1; i < threads; ++i) others.emplace_back(work);
        work();
    }
    going.at(done, blocks);
    if (going.stopped()) return std::nullopt;
    TiltResult made;
    made.nominal_deg = angle_deg((read.low_mm + read.high_mm) / (along.low_mm + along.high_mm));
    auto const clipped = std::count_if(ratios.begin(), ratios.end(), [](double ratio) { return ratio > 1; });
    made.clipped = static_cast<double>(clipped) / static_cast<double>(draws);
    made.low_deg = angle_deg(quantile(ratios, 0.975));
    made.median_deg = angle_deg(quantile(ratios, 0.5));
    made.high_deg = angle_deg(quantile(ratios, 0.025));
    return made;
}

double tiltFromSlope_deg(double slope) { return std::asin(std::clamp(2 * slope, -1.0, 1.0)) * degrees; }

double sweepUnder_mm(double tilt_deg, double sweep_mm) { return std::tan(tilt_deg / degrees) * sweep_mm; }

double tiltOfSweep_deg(double difference_mm, double sweep_mm) {
    return sweep_mm > 0 ? std::atan(difference_mm / sweep_mm) * degrees : 0;
}

} // namespace steady::studies
