// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/studies/StudyJudge.h"

#include "core/quantity/Units.h"
#include "core/statistics/Dependence.h"
#include "core/statistics/Drift.h"
#include "core/statistics/Normality.h"
#include "core/statistics/Outliers.h"
#include "core/statistics/Quantiles.h"
#include "core/statistics/Success.h"
#include "core/statistics/Summary.h"
#include "core/studies/Suspicion.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <numeric>

namespace steady::studies {
namespace {

constexpr double alpha = 0.05;
/// Of each test that speaks in the verdict: all three together fire on one of a hundred normal studies at most
/// (docs/testing.md).
constexpr double blocking_alpha = 0.002;
constexpr std::size_t most_odd = 20;   ///< that are looked for: more are no odd ones
constexpr double usual_share = 0.95;   ///< of odd ones that are asked about: 5 in 100
constexpr double worth_saying = 0.8;   ///< of the readings, that they are worth: above it nobody needs to know
constexpr int steps_for_normality = 5; ///< below that the step shapes the distribution, not the switch
constexpr int most_readings = 1'000'000;

class Judge {
public:
    Judge(std::span<double const> values, Question const& question) : m_values(values), m_question(question) {}

    StudyResult judged() {
        summary();
        drift();
        normality();
        outliers();
        if (m_result.n > 0) oddShare();
        if (m_question.requirement_mm) verdict();
        for (auto& each : suspicions(m_values, m_question.resolution_mm)) m_result.findings.push_back(std::move(each));
        return std::move(m_result);
    }

private:
    void find(char const* code, Severity severity, std::string text) {
        m_result.findings.push_back({code, severity, std::move(text)});
    }
    /// With two digits that count: a slope can be far below what a readout shows.
    std::string length(double mm) const {
        bool const metric = m_question.units == UnitSystem::Metric;
        return fmt::format("{:.2g} {}", metric ? mm : mm / mm_per_inch, unitName(m_question.units));
    }
    bool allAlike() const { return m_result.range_mm == 0; }
    double step() const { return m_question.resolution_mm; }

    void summary() {
        auto const found = statistics::summarise(m_values);
        auto& r = m_result;
        r.n = found.n;
        r.mean_mm = found.mean;
        r.s_mm = found.s;
        r.range_mm = found.range();
        r.median_mm = found.median;
        r.s_eff_mm = std::sqrt(r.s_mm * r.s_mm + step() * step() / 12);
        r.resolution_limited = r.n > 0 && (allAlike() || r.s_mm < step() / 2);
        if (r.n < 2) return find("one_reading", Severity::Attention, "One reading tells no spread.");
        if (r.s_mm > 0) r.sigma_mm = statistics::sigmaLimits(r.s_mm, r.n, 0.95);
        r.k = statistics::toleranceFactor(r.n, m_question.coverage, m_question.confidence);
        r.k_howe = statistics::toleranceFactorHowe(r.n, m_question.coverage, m_question.confidence);
        r.interval_mm = {r.mean_mm - *r.k * r.s_eff_mm, r.mean_mm + *r.k * r.s_eff_mm};
        if (allAlike())
            step() > 0 ? find("all_equal", Severity::Attention,
                              fmt::format("{} equal readings: no worse than one step of {}, and no better known.", r.n,
                                          length(step())))
                       : find("all_equal", Severity::Attention,
                              fmt::format("{} equal readings prove no more than the step of the readout, and that was "
                                          "not told.",
                                          r.n));
        else if (r.resolution_limited)
            find("step_dominates", Severity::Attention,
                 fmt::format("The spread is less than half a step of {}: the step dominates.", length(step())));
        else if (step() <= 0)
            find("step_not_told", Severity::Note,
                 "The step of the readout was not told: what lies below it is not counted.");
    }
    void drift() {
        auto& r = m_result;
        std::vector<double> order(m_values.size());
        std::iota(order.begin(), order.end(), 0.0);
        r.lag1 = statistics::lag1(m_values);
        auto const trend = statistics::trend(order, m_values);
        if (trend) {
            r.slope_mm_per_reading = trend->slope;
            r.slope_limits_mm = trend->slope_limits;
        }
        r.theil_sen_mm = statistics::theilSen(m_values);
        if (auto const found = statistics::mannKendall(m_values)) r.mann_kendall_p = found->p;
        if (auto const found = statistics::runsAboutMedian(m_values)) r.runs_p = found->p;
        if (r.n > 5000)
            find("too_many_for_theil_sen", Severity::Note, "Theil and Sen's slope takes up to 5000 readings.");
        m_left.assign(m_values.begin(), m_values.end());
        if (trend && r.mann_kendall_p.value_or(1) < blocking_alpha) lookForDrift(*trend);
        if (auto const left = statistics::lag1(m_left)) {
            r.lag1_unbiased = statistics::unbiasedLag1(*left, r.n);
            r.n_effective = statistics::effectiveNumbers(r.n, *r.lag1_unbiased).of_mean;
        }
    }
    /// With the number that the readings are worth once the trend is out of them: what wanders is no drift.
    void lookForDrift(statistics::Trend const& trend) {
        auto& r = m_result;
        std::vector<double> rest(m_values.begin(), m_values.end());
        for (std::size_t i = 0; i < rest.size(); ++i) rest[i] -= trend.slope * static_cast<double>(i);
        auto const lag = statistics::lag1(rest);
        double const worth = statistics::effectiveNumbers(r.n, lag ? statistics::unbiasedLag1(*lag, r.n) : 0).of_mean;
        double const error = trend.slope_error * std::sqrt(r.n / worth), dof = std::max(1.0, worth - 2);
        if (error > 0 && 2 * statistics::studentTail(std::abs(trend.slope) / error, dof) >= blocking_alpha) return;
        double const upper = std::abs(trend.slope) + statistics::studentQuantile(0.95, dof) * error;
        int const use = m_question.use_readings > 0 ? m_question.use_readings : r.n;
        r.drift_mm = upper * use;
        double const level = r.mean_mm - statistics::summarise(rest).mean;
        for (auto& each : rest) each += level;
        m_left = std::move(rest);
        find("drift", Severity::Attention,
             fmt::format("They move with their order, {} a reading: warm-up, or something that gives. Over the next {} "
                         "readings that adds up to {}.",
                         length(trend.slope), use, length(r.drift_mm)));
    }
    void normality() {
        auto& r = m_result;
        if (r.n > 5000)
            return find("too_many_for_normality", Severity::Note, "Shapiro and Wilk's test takes up to 5000 readings.");
        if (r.n < 3 || allAlike() || r.s_mm < steps_for_normality * step()) return;
        auto const found = statistics::shapiroWilk(m_values);
        if (!found) return;
        r.normality_p = found->p;
        if (found->p >= blocking_alpha) return;
        r.why.push_back("not_normal");
        int const needed = statistics::readingsForRange(m_question.coverage, m_question.confidence);
        find("not_normal", Severity::Attention,
             fmt::format("They do not look normal. Without that, the lowest and the highest of {} readings hold {:g} % "
                         "with {:g} % confidence; {} hold it with {:.0f} %.",
                         needed, 100 * m_question.coverage, 100 * m_question.confidence, r.n,
                         100 * statistics::confidenceOfRange(r.n, m_question.coverage)));
    }
    void outliers() {
        auto& r = m_result;
        if (r.n < 3 || allAlike()) return;
        auto const farthest = statistics::grubbs(m_values, alpha);
        r.grubbs_g = farthest.g;
        r.grubbs_critical = farthest.critical;
        auto const most = std::max<std::size_t>(1, m_values.size() / 10);
        auto const found = statistics::generalizedEsd(m_values, most, alpha);
        r.outliers.assign(found.removed.begin(), found.removed.begin() + static_cast<std::ptrdiff_t>(found.outliers));
        std::sort(r.outliers.begin(), r.outliers.end());
        // Whether they speak in the verdict is asked more sharply, and for several that hide each other.
        auto const many = std::clamp<std::size_t>(m_values.size() / 4, 3, most_odd);
        if (r.n > 5) {
            auto const sharp =
                statistics::generalizedEsd(m_values, std::min(many, m_values.size() - 3), blocking_alpha);
            for (std::size_t i = 0; i < sharp.outliers; ++i) // the next step of a coarse readout is no odd one
                m_odd += std::abs(m_values[sharp.removed[i]] - r.median_mm) > 1.5 * step();
        }
        if (m_odd > 0) r.why.push_back("outliers");
        if (r.outliers.empty() && m_odd == 0) return;
        find("outliers", Severity::Attention,
             fmt::format("{} of them {} far from the others. Look for a cause, and mark it: none is dropped for being "
                         "far.",
                         std::max(m_odd, r.outliers.size()), std::max(m_odd, r.outliers.size()) == 1 ? "lies" : "lie"));
    }
    /// What so many readings cannot show, however good they look.
    void oddShare() {
        auto& r = m_result;
        double const c = m_question.confidence;
        int const odd = static_cast<int>(m_odd);
        r.odd_share_upper = 1 - statistics::successAtLeast(r.n, odd, c);
        int const enough = statistics::trialsNeeded(usual_share, c, odd);
        find("odd_share", Severity::Note,
             fmt::format("{} reading{} {}: up to {:.0f} in 100 may still be odd ({:g} % confidence){}", r.n,
                         r.n == 1 ? "" : "s",
                         odd == 0 ? std::string("without an odd one") : fmt::format("with {} odd", odd),
                         100 * *r.odd_share_upper, 100 * c,
                         r.n >= enough ? std::string(".") : fmt::format("; {} make that 5.", enough)));
    }
    void verdict() {
        auto& r = m_result;
        r.verdict = Verdict::Open;
        if (!r.k || r.s_eff_mm <= 0) return; // one reading, or equal ones of an unknown step: nothing is known yet
        if (!r.why.empty()) return counted();
        double const wanted = *m_question.requirement_mm - r.drift_mm;
        double const rho = r.lag1_unbiased.value_or(0);
        auto const rest = statistics::summarise(m_left);
        double const s = r.drift_mm > 0 ? std::sqrt(rest.s * rest.s + step() * step() / 12) : r.s_eff_mm;
        double factor = *r.k;
        if (rho > 0) {
            r.way = Way::Dependent;
            r.why.push_back("dependent");
            factor =
                std::max(factor, statistics::dependentFactor(r.n, rho, m_question.coverage, m_question.confidence));
            if (r.n_effective && *r.n_effective < r.n * worth_saying)
                find("dependent", Severity::Attention,
                     fmt::format("Each reading depends on the one before (r {:.2f}): {} of them tell as much as {:.0f} "
                                 "independent ones. Move away, or seat anew, between touches.",
                                 rho, r.n, std::max(1.0, *r.n_effective)));
        }
        r.margin_percent = 100 * (factor * s + r.drift_mm) / *m_question.requirement_mm;
        if (r.drift_mm > 0) r.why.push_back("drift");
        if (factor * s <= wanted) {
            r.verdict = Verdict::Proved;
            r.readings_needed = 0;
            return;
        }
        fail(s, rho, wanted);
    }
    /// Not proved: is it hopeless, or are there too few readings, or is the readout too coarse to tell?
    void fail(double s, double rho, double wanted) {
        auto& r = m_result;
        double const z = statistics::normalQuantile((1 + m_question.coverage) / 2);
        bool const in_two_steps = step() > 0 && r.range_mm <= 1.5 * step();
        auto const worth = statistics::effectiveNumbers(r.n, rho);
        double const least = s * std::sqrt(worth.dof / statistics::chiSquareQuantile(m_question.confidence, worth.dof));
        if (z * least > wanted && in_two_steps)
            find("readout_too_coarse", Severity::Attention,
                 fmt::format("The readout is too coarse: all readings lie within two steps of {}, and finer ones could "
                             "be good enough. Read something finer: an indicator, the control's own variable, or more "
                             "decimals.",
                             length(step())));
        else if (z * least > wanted)
            r.verdict = Verdict::Failed;
        if (wanted <= 0) return;
        if (rho > 0) {
            auto const enough = [&](int n) {
                return s * statistics::dependentFactor(n, rho, m_question.coverage, m_question.confidence) <= wanted;
            };
            int low = r.n, high = r.n + 1;
            while (high < most_readings && !enough(high)) {
                low = high;
                high = std::min(most_readings, 2 * high);
            }
            if (high >= most_readings) return;
            while (high - low > 1) {
                int const middle = low + (high - low) / 2;
                (enough(middle) ? high : low) = middle;
            }
            r.readings_needed = high - r.n;
            return;
        }
        if (auto const all = readingsToProve(s, wanted, m_question.coverage, m_question.confidence, r.n + 1))
            r.readings_needed = *all - r.n;
    }
    /// Something says that they are not normal: then only how many lie within counts. From a middle that was known
    /// before each is one trial; a middle of their own takes its share of them.
    void counted() {
        auto& r = m_result;
        r.way = Way::Counted;
        double const wanted = *m_question.requirement_mm - r.drift_mm, p = m_question.coverage,
                     c = m_question.confidence;
        double const middle = m_question.centre_mm.value_or(r.median_mm);
        int outside = 0;
        double farthest = 0;
        for (double const each : m_values) {
            double const off = std::abs(each - middle) + step() / 2;
            farthest = std::max(farthest, off);
            outside += off > wanted;
        }
        if (*m_question.requirement_mm > 0)
            r.margin_percent = 100 * (farthest + r.drift_mm) / *m_question.requirement_mm;
        bool const few = outside <= std::min<double>(most_odd, r.n * (1 - p));
        int const needed = m_question.centre_mm ? (few ? statistics::trialsNeeded(p, c, outside) : most_readings)
                           : outside == 0       ? statistics::readingsForRange(p, c)
                                                : most_readings;
        if (r.n >= needed) {
            r.verdict = Verdict::Proved;
            r.readings_needed = 0;
        } else if (needed < most_readings) {
            r.readings_needed = needed - r.n;
        }
        // As many outside as no good switch shows.
        if (statistics::successAtLeast(r.n, r.n - outside, c) > 1 - p) r.verdict = Verdict::Failed;
        find("counted", Severity::Attention,
             fmt::format("They are not judged as normal ones; proved only by counting: {} of them without one outside, "
                         "each moved away or seated anew. Or find the cause of what is odd, and mark it.",
                         statistics::readingsForRange(p, c)));
    }

    std::span<double const> m_values;
    Question const& m_question;
    StudyResult m_result;
    std::vector<double> m_left; ///< the readings, without a drift that was found
    std::size_t m_odd = 0;      ///< that lie too far from the others
};

} // namespace

std::optional<int> readingsToProve(double s_eff_mm, double requirement_mm, double coverage, double confidence,
                                   int at_least) {
    // The factor falls with n, towards the half-width of the normal itself, and never reaches it.
    if (statistics::normalQuantile((1 + coverage) / 2) * s_eff_mm >= requirement_mm) return std::nullopt;
    // Howe's factor is within a few parts of a thousand and costs nothing: it says where to look.
    auto const nearly = [&](int n) {
        return statistics::toleranceFactorHowe(n, coverage, confidence) * s_eff_mm <= requirement_mm;
    };
    auto const enough = [&](int n) {
        return statistics::toleranceFactor(n, coverage, confidence) * s_eff_mm <= requirement_mm;
    };
    int const least = std::max(2, at_least);
    int low = least, high = least;
    while (high < most_readings && !nearly(high)) {
        low = high;
        high = std::min(most_readings, 2 * high);
    }
    while (high - low > 1) {
        int const middle = low + (high - low) / 2;
        (nearly(middle) ? high : low) = middle;
    }
    // And the exact one settles it, in steps that grow while they fail.
    for (int step = 1; high > least && enough(high - 1); step *= 2) high = std::max(least, high - step);
    low = high;
    for (int step = 1; !enough(high); step *= 2) {
        if (high >= most_readings) return std::nullopt;
        low = high + 1;
        high = std::min(most_readings, high + step);
    }
    while (low < high) {
        int const middle = low + (high - low) / 2;
        enough(middle) ? void(high = middle) : void(low = middle + 1);
    }
    return high;
}

StudyResult judgeStudy(std::span<double const> values_mm, Question const& question) {
    return Judge(values_mm, question).judged();
}

} // namespace steady::studies
