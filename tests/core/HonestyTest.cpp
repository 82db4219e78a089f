// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "support/Test.h"

#include "core/base/Rng.h"
#include "core/statistics/Compare.h"
#include "core/statistics/ControlChart.h"
#include "core/statistics/Dependence.h"
#include "core/statistics/Drift.h"
#include "core/statistics/Normality.h"
#include "core/statistics/Outliers.h"
#include "core/statistics/Quantiles.h"
#include "core/statistics/Summary.h"
#include "core/studies/StudyJudge.h"

#include <cmath>
#include <functional>

using namespace steady;
using studies::Question;
using studies::Verdict;
using studies::Way;

namespace {

constexpr double z95 = 1.959963984540054;
constexpr int studies_each = 400; // a tenth of what scripts/honesty draws; limits of their own, three deviations wider

std::vector<double> following(Rng& rng, int n, double r) {
    std::vector<double> x(static_cast<std::size_t>(n));
    double last = rng.normal();
    for (auto& each : x) {
        each = last;
        last = r * last + std::sqrt(1 - r * r) * rng.normal();
    }
    return x;
}

struct Share {
    double proved = 0, failed = 0;
};
/// Of studies of a switch whose σ is 1, in percent.
Share shareOf(Question const& question, std::function<std::vector<double>(Rng&)> const& drawn) {
    Share share;
    for (int i = 0; i < studies_each; ++i) {
        Rng rng(4711, static_cast<std::uint64_t>(i), Purpose::Scatter);
        auto const verdict = studies::judgeStudy(drawn(rng), question).verdict;
        share.proved += 100.0 / studies_each * (verdict == Verdict::Proved);
        share.failed += 100.0 / studies_each * (verdict == Verdict::Failed);
    }
    return share;
}

} // namespace

/// “Proved” says what it can: how often it is wrong of switches whose truth is known, and how often it is said of good
/// ones.
class HonestyTest : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void provedIsSeldomWrong_data() {
        QTest::addColumn<int>("n");
        QTest::addColumn<double>("r");
        QTest::addColumn<double>("good");
        QTest::addColumn<double>("least");
        QTest::addColumn<double>("most");
        QTest::newRow("edge, normal") << 20 << 0.0 << 1.0 << 0.0 << 7.0;
        QTest::newRow("edge, r 0.5") << 20 << 0.5 << 1.0 << 0.0 << 10.5;
        QTest::newRow("edge, r 0.8") << 20 << 0.8 << 1.0 << 0.0 << 20.0;
        QTest::newRow("edge, normal, 50") << 50 << 0.0 << 1.0 << 0.0 << 7.0;
        QTest::newRow("edge, r 0.5, 50") << 50 << 0.5 << 1.0 << 0.0 << 10.0;
        QTest::newRow("twice as good") << 20 << 0.0 << 2.0 << 94.0 << 100.0;
        QTest::newRow("twice as good, r 0.5") << 20 << 0.5 << 2.0 << 65.0 << 100.0;
        QTest::newRow("twice as good, r 0.8") << 20 << 0.8 << 2.0 << 40.0 << 100.0;
        QTest::newRow("twice as good, 50") << 50 << 0.0 << 2.0 << 97.0 << 100.0;
    }
    void provedIsSeldomWrong() {
        QFETCH(int, n);
        QFETCH(double, r);
        QFETCH(double, good);
        QFETCH(double, least);
        QFETCH(double, most);
        Question question;
        question.requirement_mm = z95 * good;
        auto const share = shareOf(question, [&](Rng& rng) { return following(rng, n, r); });
        QVERIFY2(share.proved >= least && share.proved <= most, qPrintable(QString::number(share.proved)));
    }
    /// A chip under one touch in twelve: unseen in (11/12)^n of all studies, and no verdict mends that; no more than
    /// three points above it are proved.
    void oddTouchesThatWereSeenSpeak() {
        Question question;
        question.requirement_mm = 2 * z95;
        for (int const n : {10, 20}) {
            auto const share = shareOf(question, [&](Rng& rng) {
                auto x = following(rng, n, 0);
                for (auto& each : x) each += rng.uniform() < 1 / 12.0 ? 20 : 0;
                return x;
            });
            QVERIFY2(share.proved <= 100 * std::pow(11 / 12.0, n) + 3, qPrintable(QString::number(share.proved)));
        }
    }
    /// Steps of 0.01 mm, σ 0.003, twice as good as asked: finer steps would prove it, so it never failed.
    void aCoarseReadoutIsNoBadSwitch() {
        Question question;
        question.requirement_mm = 2 * z95 * 0.003;
        question.resolution_mm = 0.01;
        auto const share = shareOf(question, [&](Rng& rng) {
            auto x = following(rng, 20, 0);
            for (auto& each : x) each = std::round((0.004 + 0.003 * each) / 0.01) * 0.01;
            return x;
        });
        QCOMPARE(share.failed, 0.0);
        std::vector<double> two_steps(20, 0.0);
        for (std::size_t i = 0; i < 20; i += 2) two_steps[i] = 0.01;
        question.requirement_mm = 0.005;
        auto const result = studies::judgeStudy(two_steps, question);
        QCOMPARE(static_cast<int>(*result.verdict), static_cast<int>(Verdict::Open));
        QVERIFY(std::any_of(result.findings.begin(), result.findings.end(),
                            [](auto const& each) { return each.code == "readout_too_coarse"; }));
    }
    /// By hand: 30 readings that climb 0.3 s each are not proved for what they would climb until the next check.
    void aDriftIsAddedForTheUseThatIsMeant() {
        Rng rng(7, 1, Purpose::Reading);
        std::vector<double> x(30);
        for (std::size_t i = 0; i < x.size(); ++i) x[i] = 0.01 * rng.normal() + 0.003 * static_cast<double>(i);
        Question question;
        question.requirement_mm = 0.3;
        question.use_readings = 30;
        auto const soon = studies::judgeStudy(x, question);
        QVERIFY(soon.drift_mm > 0.08 && soon.drift_mm < 0.13); // 0.09 by its slope, and what that is not known better
        QCOMPARE(static_cast<int>(*soon.verdict), static_cast<int>(Verdict::Proved));
        question.use_readings = 200; // 0.6
        auto const late = studies::judgeStudy(x, question);
        QVERIFY(late.verdict != Verdict::Proved);
        QVERIFY(std::find(soon.why.begin(), soon.why.end(), "drift") != soon.why.end());
    }
    /// Without a distribution: 93 of their own middle for 95 of 100 with 95 %, 59 of one that was known before
    /// (ISO 16269-6; success run).
    void oddOnesAreCounted() {
        auto const judged = [](int n, std::optional<double> centre) {
            std::vector<double> x(static_cast<std::size_t>(n));
            for (std::size_t i = 0; i < x.size(); ++i) x[i] = 0.001 * static_cast<double>((i * 7) % 5) - 0.002;
            x[3] = 0.02; // nobody would call that normal
            Question question;
            question.requirement_mm = 0.03;
            question.centre_mm = centre;
            return studies::judgeStudy(x, question);
        };
        for (int const n : {92, 93}) {
            auto const result = judged(n, {});
            QCOMPARE(static_cast<int>(result.way), static_cast<int>(Way::Counted));
            QCOMPARE(result.verdict == Verdict::Proved, n == 93);
            QCOMPARE(*result.readings_needed, 93 - n);
        }
        QVERIFY(judged(58, 0.0).verdict != Verdict::Proved);
        QVERIFY(judged(59, 0.0).verdict == Verdict::Proved);
    }
    /// Success run, ../reference i: with none odd 1 − 0.05^(1/n).
    void whatReadingsCannotSee() {
        for (auto const& [n, share] : {std::pair(10, 0.2589), {20, 0.1391}, {59, 0.0495}}) {
            std::vector<double> x;
            for (int i = 0; i < n; ++i) x.push_back(0.001 * ((i * 7) % 5));
            auto const result = studies::judgeStudy(x, {});
            QVERIFY(test::near(*result.odd_share_upper, share, 0.0001));
        }
        auto const said = studies::judgeStudy(std::vector<double>{1, 2, 3, 2, 1, 3, 2, 1, 2, 3}, {}).findings;
        QVERIFY(std::any_of(said.begin(), said.end(), [](auto const& each) {
            return each.text ==
                   "10 readings without an odd one: up to 26 in 100 may still be odd (95 % confidence); 59 "
                   "make that 5.";
        }));
    }
    /// By hand, n = 4 and rho 0.5: Σ (1 − k/4) 0.5^k = 0.375 + 0.125 + 0.03125 = 0.53125, so 4 / 2.0625 for the mean.
    void whatDependentReadingsAreWorth() {
        auto const worth = statistics::effectiveNumbers(4, 0.5);
        QVERIFY(test::near(worth.of_mean, 4 / 2.0625, 1e-12));
        QVERIFY(test::near(worth.s2_too_small, (4 - 2.0625) / 3, 1e-12));
        QVERIFY(test::near(statistics::effectiveNumbers(20, 0).of_mean, 20, 1e-12));
        QVERIFY(test::near(statistics::unbiasedLag1(0.3, 20), 0.3 + 1.9 / 20, 1e-12));
        QCOMPARE(statistics::unbiasedLag1(-0.5, 20), 0.0);
    }
    /// Statistics of any finite readings give a result or none, and never an exception.
    void nothingThrows() {
        std::vector<std::vector<double>> const sets{{},
                                                    {1},
                                                    {1, 2},
                                                    {1e160, 1, 2},
                                                    {1e300, -1e300, 1e300},
                                                    {5e-324, 1e-320, 0},
                                                    {3, 3, 3},
                                                    {0, 0, 0, 1e160},
                                                    {1e160, 1e160, 1},
                                                    {1e-9, 2e-9, 1e9},
                                                    {-1, 1}};
        Question question;
        question.requirement_mm = 0.01;
        for (auto const& a : sets) {
            if (!a.empty()) (void)studies::judgeStudy(a, question);
            (void)statistics::lag1(a);
            (void)statistics::mannKendall(a);
            (void)statistics::runsAboutMedian(a);
            (void)statistics::shapiroWilk(a);
            if (a.size() >= 3) (void)statistics::grubbs(a, 0.05);
            if (a.size() >= 3) (void)statistics::generalizedEsd(a, 1, 0.05);
            for (auto const& b : sets) {
                (void)statistics::welch(a, b);
                (void)statistics::tost(a, b, 0.01);
                (void)statistics::brownForsythe({a, b});
                if (a.size() == b.size()) (void)statistics::trend(a, b);
            }
        }
        for (double const odd : {0.0, -1.0, 1e-300, 1e300, HUGE_VAL, -HUGE_VAL}) {
            (void)statistics::studentQuantile(0.975, odd);
            (void)statistics::studentTail(odd, 3);
            (void)statistics::studentTail(1, odd);
            (void)statistics::fTail(odd, 1, 2);
            (void)statistics::fTail(1, odd, odd);
            (void)statistics::chiSquareQuantile(0.5, odd);
            (void)statistics::chiSquareTail(odd, 3);
        }
    }
};

STEADY_TEST(HonestyTest);
#include "HonestyTest.moc"
