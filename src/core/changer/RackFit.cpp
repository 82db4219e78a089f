// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/changer/RackFit.h"

#include "core/base/Decimal.h"
#include "core/statistics/LeastSquares.h"
#include "core/statistics/Quantiles.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <numbers>
#include <set>

namespace steady::changer {
namespace {

/// Of honest racks no more are spoken to, all their figures together.
constexpr double false_alarm = 0.004;
/// As far as a figure may lie from what a slip would have made of it, in standard deviations.
constexpr double explains = 4;
/// A fork gives way by no more; what is farther off was never at that pocket.
constexpr double most_bent_mm = 6;

/// Through the pockets that are `in` and taught on that axis. None: fewer than two.
std::optional<AxisLine> lineThrough(std::span<TaughtPocket const> pockets, std::vector<bool> const& in,
                                    std::size_t axis, int first_number) {
    std::vector<double> design, values;
    double sum = 0;
    for (std::size_t i = 0; i < pockets.size(); ++i)
        if (in[i] && pockets[i].mm[axis]) {
            double const steps = pockets[i].number - first_number;
            design.insert(design.end(), {1.0, steps});
            values.push_back(*pockets[i].mm[axis]);
            sum += steps;
        }
    auto const fit = statistics::leastSquares(design, 2, values);
    if (!fit) return std::nullopt;
    AxisLine made{fit->coefficients[0], fit->coefficients[1], static_cast<int>(values.size())};
    made.middle = sum / made.pockets;
    for (std::size_t i = 1; i < design.size(); i += 2)
        made.square += (design[i] - made.middle) * (design[i] - made.middle);
    return made;
}

std::string digits(double mm) { return fmt::format("{:.3f}", mm); }

bool swapsTo(double typed_mm, double expected_mm, double off_mm) {
    auto text = digits(typed_mm);
    text.insert(text[0] == '-' ? 1 : 0, "0"); // 09.5 was typed for 90.5
    for (std::size_t i = 0; i + 1 < text.size(); ++i) {
        auto const next = text[i + 1] == '.' ? i + 2 : i + 1; // across the decimal mark as well
        if (next >= text.size() || text[i] == '-' || text[i] == '.' || text[i] == text[next]) continue;
        auto other = text;
        std::swap(other[i], other[next]);
        if (std::abs(*decimal(other) - expected_mm) <= off_mm) return true;
    }
    return false;
}

/// Cut off or rounded where the last digits that it has end.
bool decimalsLost(double typed_mm, double expected_mm, double off_mm) {
    for (double const step : {1.0, 0.1}) {
        double const n = typed_mm / step;
        if (std::abs(n - std::round(n)) > 1e-9) continue;
        double const lost = std::abs(expected_mm) - std::abs(typed_mm);
        if (lost > -step / 2 - off_mm && lost < step + off_mm) return true;
    }
    return false;
}

} // namespace

std::vector<Cause> slipsOf(double typed_mm, double expected_mm, double off_mm) {
    auto const near = [&](double mm) { return std::abs(mm - expected_mm) <= off_mm; };
    std::vector<Cause> found;
    if (near(typed_mm * 25.4) || near(typed_mm / 25.4)) found.push_back(Cause::InchForMm);
    if (near(-typed_mm)) found.push_back(Cause::Sign);
    for (double const by : {0.001, 0.01, 0.1, 10.0, 100.0, 1000.0})
        if (near(typed_mm * by)) {
            found.push_back(Cause::PointMoved);
            break;
        }
    if (decimalsLost(typed_mm, expected_mm, off_mm)) found.push_back(Cause::DecimalsLost);
    if (swapsTo(typed_mm, expected_mm, off_mm)) found.push_back(Cause::DigitsSwapped);
    return found;
}

namespace {

/// What may lie behind it; `sure_mm`: how well each expected figure is known, standard deviation.
std::vector<Cause> causesOf(Suspect const& suspect, TaughtPocket const& pocket, std::array<double, 3> const& sure_mm,
                            RackLimits const& limits) {
    std::vector<std::size_t> off;
    for (std::size_t axis = 0; axis < 3; ++axis)
        if (suspect.off_mm[axis] != 0) off.push_back(axis);
    // A slip of the hand explains every figure that is off, each by the same slip.
    std::vector<Cause> causes;
    for (std::size_t i = 0; i < off.size(); ++i) {
        auto const axis = off[i];
        auto const of_axis = slipsOf(*pocket.mm[axis], suspect.expected_mm[axis], explains * sure_mm[axis]);
        if (i == 0)
            causes = of_axis;
        else
            std::erase_if(causes,
                          [&](Cause each) { return std::find(of_axis.begin(), of_axis.end(), each) == of_axis.end(); });
    }
    // In work coordinates every axis lies off by its zero, even where that is little.
    bool work = !off.empty();
    int known = 0;
    for (std::size_t axis = 0; axis < 3; ++axis) {
        if (!pocket.mm[axis] || !limits.work_zero_mm[axis]) continue;
        ++known;
        work = work && std::abs(*pocket.mm[axis] + *limits.work_zero_mm[axis] - suspect.expected_mm[axis]) <=
                           explains * sure_mm[axis];
    }
    if (work && known > 0) causes.insert(causes.begin(), Cause::WorkForMachine);
    double farthest = 0;
    for (auto const each : suspect.off_mm) farthest = std::max(farthest, std::abs(each));
    bool const z_alone = off.size() == 1 && off.front() == 2;
    if (off.size() == 3 && causes.empty()) {
        causes.push_back(Cause::BeforeHoming);
        if (known == 0) causes.push_back(Cause::WorkForMachine);
    }
    // A fork that is off explains any small figure; where a slip does too, both are named.
    if (farthest <= most_bent_mm && off.size() < 3)
        causes.push_back(z_alone && suspect.off_mm[2] > 0 ? Cause::UnderTower : Cause::BentFork);
    if (off.size() == 2) causes.push_back(Cause::BeforeHoming);
    if (causes.empty()) causes.push_back(Cause::BeforeHoming);
    if (causes.size() > 2) causes.resize(2);
    return causes;
}

} // namespace

Result<RackFit> fitRack(std::span<TaughtPocket const> pockets, RackLimits const& limits) {
    RackFit fit;
    std::set<int> numbers;
    for (auto const& each : pockets)
        if (!numbers.insert(each.number).second)
            return fail(Code::TwoAlike, {"pocket"}, fmt::format("Pocket {}", each.number), "once");
    if (!pockets.empty()) fit.first_number = *numbers.begin();
    auto const taught = [&](std::size_t axis) {
        return std::count_if(pockets.begin(), pockets.end(), [&](auto const& each) { return each.mm[axis]; });
    };
    if (taught(0) < 2 || taught(1) < 2)
        return fail(Code::FewReadings, {"pockets"}, std::to_string(std::min(taught(0), taught(1))), "2");
    int tests = 0;
    for (std::size_t axis = 0; axis < 3; ++axis)
        if (taught(axis) > 2) tests += static_cast<int>(taught(axis));
    double const speaks = statistics::normalQuantile(1 - false_alarm / 2 / std::max(1, tests));

    // The one that fits worst is taken out, and the others are looked at again.
    std::vector<bool> in(pockets.size(), true);
    auto& lines = fit.lines;
    auto const lay = [&] {
        for (std::size_t axis = 0; axis < 3; ++axis) lines[axis] = lineThrough(pockets, in, axis, fit.first_number);
    };
    for (lay();; lay()) {
        std::size_t worst = 0;
        double worst_square = 0, loudest = 0, of_three = 0;
        for (std::size_t i = 0; i < pockets.size(); ++i) {
            if (!in[i]) continue;
            double square = 0, loud = 0;
            for (std::size_t axis = 0; axis < 3; ++axis) {
                auto const& line = lines[axis];
                if (!line || !pockets[i].mm[axis] || line->pockets < 3) continue;
                int const steps = pockets[i].number - fit.first_number;
                double const left = 1 - line->leverage(steps);
                double const off = *pockets[i].mm[axis] - line->at(steps);
                double const z = std::abs(off) / (limits.scatter_mm * std::sqrt(left));
                // Where the others say is farther away than the line, which this one has pulled.
                bool const matters = std::abs(off) / left > limits.forgives_mm;
                // Of three each lies off by the same share: nothing tells which one it is.
                if (line->pockets == 3) {
                    if (matters) of_three = std::max(of_three, z);
                    continue;
                }
                if (matters) loud = std::max(loud, z);
                square += z * z;
            }
            if (square > worst_square) worst_square = square, worst = i, loudest = loud;
        }
        if (loudest < speaks) {
            fit.torn = of_three >= speaks;
            break;
        }
        in[worst] = false;
    }

    auto const& x = *lines[0];
    auto const& y = *lines[1];
    fit.pitch_mm = std::hypot(x.step_mm, y.step_mm);
    double const angle = std::atan2(y.step_mm, x.step_mm);
    fit.skew_rad = angle - std::round(angle / (std::numbers::pi / 2)) * (std::numbers::pi / 2);
    if (lines[2] && fit.pitch_mm > 0) fit.z_slope = lines[2]->step_mm / fit.pitch_mm;
    fit.xy_checked = std::min(x.pockets, y.pockets) > 2;
    fit.z_checked = lines[2] && lines[2]->pockets > 2;
    double squares = 0;
    int belong = 0;
    for (std::size_t i = 0; i < pockets.size(); ++i) {
        auto const& pocket = pockets[i];
        Axes residual;
        for (std::size_t axis = 0; axis < 3; ++axis)
            if (auto const at = fit.fitted(pocket.number, static_cast<int>(axis)); at && pocket.mm[axis])
                residual[axis] = *pocket.mm[axis] - *at;
        fit.residuals_mm.push_back(residual);
        if (in[i]) {
            if (residual[0] && residual[1]) {
                squares += *residual[0] * *residual[0] + *residual[1] * *residual[1];
                ++belong;
            }
            continue;
        }
        Suspect suspect;
        suspect.number = pocket.number;
        std::array<double, 3> sure_mm{};
        for (std::size_t axis = 0; axis < 3; ++axis) {
            if (!residual[axis]) continue;
            suspect.expected_mm[axis] = *fit.fitted(pocket.number, static_cast<int>(axis));
            sure_mm[axis] = limits.scatter_mm * std::sqrt(1 + lines[axis]->leverage(pocket.number - fit.first_number));
            if (std::abs(*residual[axis]) > std::max(limits.forgives_mm, 3 * sure_mm[axis]))
                suspect.off_mm[axis] = *residual[axis];
        }
        suspect.causes = causesOf(suspect, pocket, sure_mm, limits);
        fit.suspects.push_back(std::move(suspect));
    }
    fit.rms_mm = belong > 0 ? std::sqrt(squares / belong) : 0;
    std::sort(fit.suspects.begin(), fit.suspects.end(),
              [](Suspect const& a, Suspect const& b) { return a.number < b.number; });
    return fit;
}

} // namespace steady::changer
