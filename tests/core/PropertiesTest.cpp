// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "support/Test.h"

#include "core/studies/StudyJudge.h"

#include <algorithm>
#include <rapidcheck.h>

using namespace steady;
using namespace steady::studies;

namespace {

/// Readings as a readout with a step of 0.001 shows them, somewhere in a machine's travel.
rc::Gen<std::vector<double>> readings() {
    return rc::gen::exec([] {
        int const at = *rc::gen::inRange(-200'000, 200'000);
        auto const off = *rc::gen::suchThat(rc::gen::container<std::vector<int>>(rc::gen::inRange(-60, 61)),
                                            [](auto const& all) { return all.size() >= 3 && all.size() <= 40; });
        std::vector<double> values;
        for (int const each : off) values.push_back((at + each) / 1000.0);
        return values;
    });
}

StudyResult judged(std::vector<double> const& values, double requirement, double step = 0.001) {
    Question question;
    question.requirement_mm = requirement;
    question.resolution_mm = step;
    return judgeStudy(values, question);
}

bool alike(double a, double b) { return std::abs(a - b) <= 1e-6 * std::max({1.0, std::abs(a), std::abs(b)}); }

/// Near the edge a rounded sum may fall on either side.
bool atTheEdge(StudyResult const& result) {
    return result.margin_percent && std::abs(*result.margin_percent - 100) < 1e-6;
}

} // namespace

/// What holds for any readings (RapidCheck draws them and shrinks what breaks it).
class PropertiesTest : public QObject {
    Q_OBJECT

private Q_SLOTS:
    /// The same draws each time, so that a failure can be seen again.
    void initTestCase() { qputenv("RC_PARAMS", "seed=2026 max_success=100"); }
    void orderDoesNotMatter() {
        QVERIFY(rc::check("a study turned round has the same verdict", [] {
            auto const values = *readings();
            double const wanted = *rc::gen::inRange(5, 200) / 1000.0;
            auto turned = values;
            std::reverse(turned.begin(), turned.end());
            auto const here = judged(values, wanted), there = judged(turned, wanted);
            RC_PRE(!atTheEdge(here));
            RC_ASSERT(here.verdict == there.verdict);
            RC_ASSERT(here.readings_needed == there.readings_needed);
            RC_ASSERT(alike(here.s_mm, there.s_mm) && alike(here.range_mm, there.range_mm));
        }));
    }
    void theUnitDoesNotMatter() {
        QVERIFY(rc::check("read in inches it is the same", [] {
            auto const values = *readings();
            double const wanted = *rc::gen::inRange(5, 200) / 1000.0;
            auto inches = values;
            for (double& each : inches) each /= 25.4;
            auto const here = judged(values, wanted), there = judged(inches, wanted / 25.4, 0.001 / 25.4);
            RC_PRE(!atTheEdge(here));
            RC_ASSERT(here.verdict == there.verdict && here.outliers == there.outliers);
            RC_ASSERT(alike(here.margin_percent.value_or(0), there.margin_percent.value_or(0)));
        }));
    }
    void thePlaceDoesNotMatterAndTheScaleScales() {
        QVERIFY(rc::check("moved by a whole step, and doubled", [] {
            auto const values = *readings();
            int const by = *rc::gen::inRange(-50'000, 50'000);
            auto moved = values;
            for (double& each : moved) each = 2 * (each + by / 1000.0);
            auto const here = judged(values, 0.05), there = judged(moved, 0.1, 0.002);
            RC_ASSERT(alike(there.s_mm, 2 * here.s_mm) && alike(there.range_mm, 2 * here.range_mm));
            RC_ASSERT(alike(there.mean_mm, 2 * (here.mean_mm + by / 1000.0)));
            RC_PRE(!atTheEdge(here));
            RC_ASSERT(here.verdict == there.verdict);
        }));
    }
    void whoAsksLessGetsNoWorseAVerdict() {
        QVERIFY(rc::check("the verdict falls with the requirement", [] {
            auto const values = *readings();
            int const less = *rc::gen::inRange(2, 300);
            int const more = *rc::gen::inRange(less, 600);
            auto const strict = judged(values, less / 1000.0), mild = judged(values, more / 1000.0);
            RC_ASSERT(static_cast<int>(*mild.verdict) <= static_cast<int>(*strict.verdict));
            if (strict.readings_needed)
                RC_ASSERT(mild.readings_needed && *mild.readings_needed <= *strict.readings_needed);
        }));
    }
};

STEADY_TEST(PropertiesTest);
#include "PropertiesTest.moc"
