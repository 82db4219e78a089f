// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// What a series of readings proves, for a stated requirement, share and confidence.

#include "core/base/Finding.h"
#include "core/quantity/Units.h"
#include "core/statistics/Intervals.h"

#include <optional>
#include <span>
#include <string>
#include <vector>

namespace steady::studies {

/// A half-width that has to hold a share of all touches, with a confidence.
struct Question {
    double resolution_mm = 0;             ///< step of the readout; 0: nobody has said
    std::optional<double> requirement_mm; ///< half-width; none: nothing is to be proved
    double coverage = 0.95, confidence = 0.95;
    UnitSystem units = UnitSystem::Metric; ///< of the sentences
    /// Readings until the next check, over which a drift goes on; 0: as many as there are.
    int use_readings = 0;
    /// Known before the first reading: where the middle should be. None: it comes from the readings themselves.
    std::optional<double> centre_mm = {};
};

enum class Verdict { Proved, Open, Failed };
constexpr char const* word(Verdict verdict) {
    switch (verdict) {
    case Verdict::Proved: return "proved";
    case Verdict::Open: return "open";
    case Verdict::Failed: return "failed";
    }
    return nullptr;
}

/// How a verdict was reached. Dependent: with the numbers that readings which follow each other are worth. Counted:
/// without a distribution, where outliers or a broken shape say that there is no normal one.
enum class Way { Normal, Dependent, Counted };
constexpr char const* word(Way way) {
    switch (way) {
    case Way::Normal: return "normal";
    case Way::Dependent: return "dependent";
    case Way::Counted: return "counted";
    }
    return nullptr;
}

struct StudyFinding {
    std::string code; ///< stable, for scripts
    Severity severity = Severity::Note;
    std::string text;
};

/// What is empty does not apply, and a finding says why where that could surprise.
struct StudyResult {
    int n = 0;
    double mean_mm = 0, s_mm = 0, range_mm = 0, median_mm = 0;
    double s_eff_mm = 0;                        ///< √(s² + step²/12) (JCGM 100:2008, F.2.2.1)
    std::optional<statistics::Limits> sigma_mm; ///< 95 %, two-sided
    std::optional<double> k, k_howe;
    std::optional<statistics::Limits> interval_mm; ///< mean ∓ k·s_eff
    std::optional<double> normality_p;             ///< only where the step allows: s of five steps or more
    std::optional<double> lag1;
    std::optional<double> slope_mm_per_reading;
    std::optional<statistics::Limits> slope_limits_mm;
    std::optional<double> theil_sen_mm, mann_kendall_p;
    std::optional<double> runs_p;                    ///< runs about the median
    std::optional<double> grubbs_g, grubbs_critical; ///< of the most distant one, 5 %
    std::vector<std::size_t> outliers;               ///< indices, in their order
    bool resolution_limited = false;                 ///< s below half a step, or all alike
    std::optional<Verdict> verdict;
    std::optional<double> margin_percent; ///< 100·k·s_eff / requirement
    std::optional<int> readings_needed;   ///< further ones, if the spread stays; 0 when proved; none: no number will do
    std::optional<double> lag1_unbiased;  ///< 0 to 0.95
    std::optional<double> n_effective;    ///< independent readings that tell the mean as well
    /// At most that share of all may be odd ones that these readings did not show, at the confidence asked (exact
    /// binomial limit; with none odd 1 − (1 − c)^(1/n)).
    std::optional<double> odd_share_upper;
    Way way = Way::Normal;
    std::vector<std::string> why; ///< codes of the findings for which it is not the plain one
    double drift_mm = 0;          ///< what a drift may add until the next check; 0: none was found
    std::vector<StudyFinding> findings;
};

/// n ≥ 1. Normal and Dependent: proved when factor·s_eff and what a drift adds lie within R; failed when even the least
/// σ that fits breaks it, and no finer readout could mend that; else open. Counted: proved when so many readings all
/// lie within R of the middle that no distribution is needed.
StudyResult judgeStudy(std::span<double const> values_mm, Question const& question);

/// How many readings prove a requirement in all if the spread is s_eff; none: no number will do.
std::optional<int> readingsToProve(double s_eff_mm, double requirement_mm, double coverage, double confidence,
                                   int at_least = 2);

} // namespace steady::studies
