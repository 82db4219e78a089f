// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/studies/StudyJudge.h"

#include "core/quantity/Units.h"
#include "core/statistics/Drift.h"
#include "core/statistics/Normality.h"
#include "core/statistics/Outliers.h"
#include "core/statistics/Quantiles.h"
#include "core/statistics/Summary.h"
#include "core/studies/Suspicion.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <numeric>

namespace steady::studies {
namespace {

constexpr double alpha = 0.05;
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
        if (auto const trend = statistics::trend(order, m_values)) {
            r.slope_mm_per_reading = trend->slope;
            r.slope_limits_mm = trend->slope_limits;
        }
        r.theil_sen_mm = statistics::theilSen(m_values);
        if (auto const found = statistics::mannKendall(m_values)) r.mann_kendall_p = found->p;
        if (auto const found = statistics::runsAboutMedian(m_values)) r.runs_p = found->p;
        if (r.n > 5000)
            find("too_many_for_theil_sen", Severity::Note, "Theil and Sen's slope takes up to 5000 readings.");
        bool const slopes = r.slope_limits_mm && (r.slope_limits_mm->low > 0 || r.slope_limits_mm->high < 0);
        if (slopes && r.mann_kendall_p.value_or(1) < alpha)
            find("drift", Severity::Attention,
                 fmt::format(
                     "They move with their order, {} a reading: warm-up, or something that gives. The spread holds "
                     "that too.",
                     length(*r.slope_mm_per_reading)));
    }
    void normality() {
        auto& r = m_result;
        if (r.n > 5000)
            return find("too_many_for_normality", Severity::Note, "Shapiro and Wilk's test takes up to 5000 readings.");
        if (r.n < 3 || allAlike() || r.s_mm < steps_for_normality * step()) return;
        auto const found = statistics::shapiroWilk(m_values);
        if (!found) return;
        r.normality_p = found->p;
        if (found->p >= alpha) return;
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
        if (r.outliers.empty()) return;
        find("outliers", Severity::Attention,
             fmt::format("{} of them {} far from the others. Look for a cause, and mark it: none is dropped for being "
                         "far.",
                         r.outliers.size(), r.outliers.size() == 1 ? "lies" : "lie"));
    }
    void verdict() {
        auto& r = m_result;
        double const wanted = *m_question.requirement_mm;
        r.verdict = Verdict::Open;
        if (!r.k || r.s_eff_mm <= 0) return; // one reading, or equal ones of an unknown step: nothing is known yet
        r.margin_percent = 100 * *r.k * r.s_eff_mm / wanted;
        double const z = statistics::normalQuantile((1 + m_question.coverage) / 2);
        if (*r.k * r.s_eff_mm <= wanted) {
            r.verdict = Verdict::Proved;
            r.readings_needed = 0;
            return;
        }
        if (z * statistics::sigmaAtLeast(r.s_eff_mm, r.n, m_question.confidence) > wanted) r.verdict = Verdict::Failed;
        if (auto const all = readingsToProve(r.s_eff_mm, wanted, m_question.coverage, m_question.confidence, r.n + 1))
            r.readings_needed = *all - r.n;
    }

    std::span<double const> m_values;
    Question const& m_question;
    StudyResult m_result;
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
