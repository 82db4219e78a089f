// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// How often “proved” is said and wrong, and how often it is said of what is good: studies drawn from switches whose
// truth is known, by regime. honesty [STUDIES] prints a table in Markdown; scripts/honesty puts it into
// docs/testing.md.

#include "core/base/Rng.h"
#include "core/studies/StudyJudge.h"

#include <cmath>
#include <cstdio>
#include <cstdlib>
#include <functional>
#include <vector>

using namespace steady;

namespace {

constexpr double z95 = 1.959963984540054; // half-width of the middle 95 % of a normal distribution, in σ

/// Draws n readings of a switch whose σ is 1.
using Switch = std::function<void(Rng&, std::vector<double>&)>;

Switch following(double r) {
    return [r](Rng& rng, std::vector<double>& x) {
        double last = rng.normal();
        for (auto& each : x) {
            each = last;
            last = r * last + std::sqrt(1 - r * r) * rng.normal();
        }
    };
}
Switch odd(double share, double by) {
    return [share, by](Rng& rng, std::vector<double>& x) {
        for (auto& each : x) each = rng.normal() + (rng.between(0, 1) < share ? by : 0);
    };
}
Switch heavyTails() { // Student's t with 3 degrees of freedom
    return [](Rng& rng, std::vector<double>& x) {
        for (auto& each : x) {
            double sum = 0;
            for (int i = 0; i < 3; ++i) {
                double const g = rng.normal();
                sum += g * g;
            }
            each = rng.normal() / std::sqrt(sum / 3);
        }
    };
}
Switch drifting(double per_reading) {
    return [per_reading](Rng& rng, std::vector<double>& x) {
        for (std::size_t i = 0; i < x.size(); ++i) x[i] = rng.normal() + per_reading * static_cast<double>(i);
    };
}

struct Row {
    char const* what;
    Switch drawn;
    double requirement; ///< in σ of the scatter: at the edge 1.96, twice as good as asked 3.92
    double step = 0;
};

void tell(Row const& row, int n, int studies) {
    int proved = 0, failed = 0, plain = 0;
    for (int i = 0; i < studies; ++i) {
        Rng rng(20261202, static_cast<std::uint64_t>(i) * 1000 + static_cast<std::uint64_t>(n), Purpose::World);
        std::vector<double> x(static_cast<std::size_t>(n));
        row.drawn(rng, x);
        if (row.step > 0)
            for (auto& each : x) each = std::round(each / row.step) * row.step;
        studies::Question question;
        question.requirement_mm = row.requirement;
        question.resolution_mm = row.step;
        auto const result = studies::judgeStudy(x, question);
        proved += result.verdict == studies::Verdict::Proved;
        failed += result.verdict == studies::Verdict::Failed;
        plain += result.way != studies::Way::Counted && result.drift_mm == 0;
    }
    std::printf("| %s | %d | %.2f | %.1f | %.1f | %.1f |\n", row.what, n, row.requirement / z95,
                100.0 * proved / studies, 100.0 * failed / studies, 100.0 * (studies - plain) / studies);
}

} // namespace

int main(int argc, char** argv) {
    int const studies = argc > 1 ? std::atoi(argv[1]) : 4000;
    std::puts("| switch | n | requirement / its true half-width | proved % | failed % | a test spoke % |");
    std::puts("| --- | --- | --- | --- | --- | --- |");
    for (int const n : {10, 20, 50}) {
        for (double const good : {1.0, 2.0}) {
            double const edge = z95 * good;
            tell({"normal", following(0), edge}, n, studies);
            tell({"each depends on the one before, r 0.5", following(0.5), edge}, n, studies);
            tell({"the same, r 0.8", following(0.8), edge}, n, studies);
        }
        tell({"one touch in twelve 5 s off", odd(1 / 12.0, 5), 2 * z95}, n, studies);
        tell({"one touch in twelve 20 s off", odd(1 / 12.0, 20), 2 * z95}, n, studies);
        tell({"6 % on a second seat 8 s away", odd(0.06, 8), 2 * z95}, n, studies);
        tell({"heavy tails, t with 3 degrees, at its own edge", heavyTails(), 3.182446305284263}, n, studies);
        tell({"drift of 0.1 s a reading, twice as good", drifting(0.1), 2 * z95}, n, studies);
        tell({"drift of 0.3 s a reading, twice as good", drifting(0.3), 2 * z95}, n, studies);
        tell({"step of 3.3 s, twice as good", following(0), 2 * z95, 3.3}, n, studies);
    }
    return 0;
}
