// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "support/Reference.h"
#include "support/Test.h"

#include "core/statistics/Compare.h"
#include "core/statistics/ControlChart.h"
#include "core/statistics/Drift.h"
#include "core/statistics/Normality.h"
#include "core/statistics/Outliers.h"
#include "core/statistics/Quantiles.h"
#include "core/statistics/Surface.h"

using namespace steady;
using namespace steady::statistics;

namespace {

std::vector<double> list(Json const& json) { return json.get<std::vector<double>>(); }

void forEach(char const* file, char const* kind, auto const& check) {
    int seen = 0;
    auto const json = test::referenceJson(file);
    for (auto const& each : json["cases"]) {
        if (kind && each["kind"] != kind) continue;
        check(each["input"], each["expected"]);
        ++seen;
    }
    QVERIFY2(seen > 0, kind ? kind : file);
}

void near(double got, Json const& expected, double rel = 1e-8, double abs = 1e-11) {
    QVERIFY2(test::near(got, expected.get<double>(), abs, rel), qPrintable(QString::number(got, 'g', 15)));
}

} // namespace

/// Each against values from outside the project: R 4.2.2, scipy and NIST, named in tests/data/reference.
class StatisticsTest : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void quantilesAndTails() {
        auto const chi = test::referenceCsv("b-chi-square.csv");
        for (auto const& row : chi.rows)
            for (double const p : {0.005, 0.05, 0.5, 0.95, 0.995}) {
                auto const name = "chi2_" + QByteArray::number(p).toStdString();
                near(chiSquareQuantile(p, row[1]), row[chi.column(name)], 1e-9);
                near(chiSquareTail(row[chi.column(name)], row[1]), 1 - p, 1e-8);
            }
        auto const f = test::referenceCsv("b-f.csv");
        for (auto const& row : f.rows) near(fTail(row[f.column("F_0.95")], row[0], row[1]), 0.05, 1e-8);
    }
    void limitsOfSigma() {
        forEach("c-sigma-limits.json", nullptr, [](Json const& in, Json const& out) {
            auto const both = sigmaLimits(in["s"], in["n"], in["conf"]);
            near(both.low, out["lower_two_sided"], 1e-9);
            near(both.high, out["upper_two_sided"], 1e-9);
            near(sigmaAtMost(in["s"], in["n"], in["conf"]), out["upper_one_sided"], 1e-9);
        });
    }
    /// Every factor of the table, exact and Howe; and e-Handbook 7.2.6.3.
    void toleranceFactors() {
        auto const table = test::referenceCsv("d-tolerance-factors.csv");
        int nr = 0;
        for (auto const& row : table.rows) {
            near(toleranceFactorHowe(static_cast<int>(row[0]), row[1], row[2]), row[4], 1e-8);
            if (nr++ % 7 == 0) near(toleranceFactor(static_cast<int>(row[0]), row[1], row[2]), row[3], 1e-8);
        }
        near(toleranceFactor(43, 0.9, 0.99), 2.222825174, 1e-8);
        near(toleranceFactorHowe(43, 0.9, 0.99), 2.217315897, 1e-8);
        // With ever more readings it comes down to the normal's own half-width.
        QVERIFY(test::near(toleranceFactor(1'000'000, 0.95, 0.95), 1.9599640 * 1.0011640, 2e-4));
        // 59 in a row for one side; for both 93 (ISO 16269-6).
        QCOMPARE(readingsForRange(0.95, 0.95), 93);
        QVERIFY(confidenceOfRange(92, 0.95) < 0.95);
    }
    void outliers() {
        auto const table = test::referenceCsv("e-grubbs-critical.csv");
        for (auto const& row : table.rows) near(grubbsCritical(static_cast<int>(row[0]), 0.05), row[5], 1e-9);
        forEach("e-outliers.json", "grubbs", [](Json const& in, Json const& out) {
            auto const found = grubbs(list(in["y"]), in["alpha"]);
            near(found.g, out["G_two_sided"]);
            QCOMPARE(static_cast<int>(found.suspect), out["suspect_index0"].get<int>());
            QCOMPARE(found.outlier(), out["outlier_two_sided"].get<bool>());
        });
        // Rosner 1983: the first step alone would find none.
        forEach("e-outliers.json", "esd", [](Json const& in, Json const& out) {
            auto const found = generalizedEsd(list(in["y"]), in["max_outliers"], in["alpha"]);
            for (std::size_t i = 0; i < found.r.size(); ++i) {
                near(found.r[i], out["R"][i]);
                near(found.lambda[i], out["lambda"][i]);
                QCOMPARE(static_cast<int>(found.removed[i]), out["removed_index0"][i].get<int>());
            }
            QCOMPARE(static_cast<int>(found.outliers), out["n_outliers"].get<int>());
        });
        // One that is absurdly far must not cost the others their digits: the second step is the Grubbs of the rest.
        std::vector<double> far{0.11, 0.13, 0.12, 0.19, 0.10, 0.14, 0.12, 0.13, 0.11, 0.12, 1e8};
        auto const steps = generalizedEsd(far, 2, 0.05);
        far.pop_back();
        near(steps.r[1], grubbs(far, 0.05).g, 1e-6);
        QCOMPARE(generalizedEsd(std::vector<double>(9, 1.0), 2, 0.05).outliers, std::size_t(0));
        QVERIFY(!grubbs(std::vector<double>{1, 1, 1}, 0.05).outlier());
    }
    void drift() {
        forEach("f-drift.json", "mk", [](Json const& in, Json const& out) {
            auto const found = *mannKendall(list(in["y"]));
            near(found.s, out["S"]);
            near(found.variance, out["var_S"]);
            near(found.z, out["z"]);
            near(found.p, out["p_two_sided"], 1e-6);
        });
        forEach("f-drift.json", "theilsen",
                [](Json const& in, Json const& out) { near(*theilSen(list(in["y"])), out["slope"]); });
        forEach("f-drift.json", "linreg", [](Json const& in, Json const& out) {
            auto const found = *trend(list(in["x"]), list(in["y"]));
            near(found.slope, out["slope"]);
            near(found.intercept, out["intercept"]);
            near(found.slope_error, out["slope_se"]);
            near(found.slope_limits.low, out["slope_lo"]);
            near(found.slope_limits.high, out["slope_hi"]);
            near(found.p, out["p_slope"], 1e-6);
        });
        forEach("f-drift.json", "runs", [](Json const& in, Json const& out) {
            auto const found = *runsAboutMedian(list(in["y"]));
            QCOMPARE(found.runs, out["runs"].get<int>());
            near(found.z, out["z"]);
            near(found.p, out["p_two_sided"], 1e-6);
        });
        forEach("f-drift.json", "univariate",
                [](Json const& in, Json const& out) { near(*lag1(list(in["y"])), out["lag1"]); });
        std::vector<double> const same(20, 9.94);
        QVERIFY(!lag1(same) && mannKendall(same)->p == 1 && !runsAboutMedian(same));
        QVERIFY(!theilSen(std::vector<double>(5001, 0.0)) && !trend(same, same));
    }
    void normality() {
        forEach("p-normality.json", nullptr, [](Json const& in, Json const& out) {
            auto const found = *shapiroWilk(list(in["y"]));
            near(found.w, out["w"], 1e-5);
            near(found.p, out["p"], 1e-4, 1e-6);
        });
        QVERIFY(!shapiroWilk(std::vector<double>{1, 2}) && !shapiroWilk(std::vector<double>(30, 1.0)) &&
                !shapiroWilk(std::vector<double>(5001, 0.0)));
    }
    void comparisons() {
        forEach("g-comparison.json", "welch", [](Json const& in, Json const& out) {
            auto const found = *welch(list(in["a"]), list(in["b"]));
            near(found.difference, -out["difference"].get<double>()); // theirs is a less b
            near(found.dof, out["dof"]);
            near(found.p, out["p_two_sided"], 1e-6);
            near(found.limits.high, -out["lo"].get<double>());
        });
        forEach("g-comparison.json", "tost", [](Json const& in, Json const& out) {
            near(*tost(list(in["a"]), list(in["b"]), in["margin"]), out["p"], 1e-6);
        });
        forEach("g-comparison.json", "levene", [](Json const& in, Json const& out) {
            auto const groups = in["groups"].get<std::vector<std::vector<double>>>();
            auto const found = *brownForsythe({groups.begin(), groups.end()});
            near(found.f, out["brown_forsythe_F"]);
            near(found.p, out["brown_forsythe_p"], 1e-6);
        });
        std::vector<double> const same{1, 1, 1};
        QVERIFY(!welch(same, same) && !brownForsythe({same, same}) && !tost(same, std::vector<double>{1}, 1));
    }
    void surfaces() {
        auto points = [](Json const& rows) {
            std::vector<SurfacePoint> all;
            for (auto const& row : rows) all.push_back({row[0], row[1], row.size() > 2 ? row[2].get<double>() : 0});
            return all;
        };
        forEach("j-fits.json", "plane", [&](Json const& in, Json const& out) {
            auto const found = *fitSurface(points(in["xyz"]));
            for (std::size_t i = 0; i < 3; ++i) {
                near(found.plane[i], out["abc"][i]);
                near(found.plane_error[i], out["se"][i]);
            }
            near(found.peak_to_valley_mm, out["flatness"]);
            near(found.tilt_rad * 180 / 3.14159265358979323846, out["tilt_deg"]);
            auto const under = shims(found, points(in["bolts"]));
            for (std::size_t i = 0; i < under.size(); ++i) near(under[i], out["shims"][i]);
        });
        forEach("j-fits.json", "quad", [&](Json const& in, Json const& out) {
            auto const found = *fitSurface(points(in["xyz"]));
            for (std::size_t i = 0; i < 6; ++i) near((*found.quadratic)[i], out["coef"][i], 1e-7, 1e-12);
            near(found.quadratic_s_mm, out["residual_sd"], 1e-7);
        });
        std::vector<SurfacePoint> const line{{0, 0, 0}, {1, 1, 0}, {2, 2, 1}};
        QVERIFY(!fitSurface(line));
        // Two rings and a middle, by hand.
        std::vector<SurfacePoint> const disc{{0, 0, 0}, {3, 0, 0.01}, {-3, 0, 0.03}, {0, 6, -0.02}, {0, -6, 0.05}};
        auto const found = rings(disc);
        QCOMPARE(found.size(), std::size_t(2));
        QCOMPARE(found[0].radius_mm, 3.0);
        near(found[0].spread_mm, 0.02);
        near(found[1].spread_mm, 0.07);
    }
    /// 3/d2 with d2 = 1.128379 (o-control-chart.csv); and each rule, by hand.
    void controlCharts() {
        std::vector<double> const values{10, 12, 11, 13, 10};
        auto const chart = controlChart(values);
        near(chart.centre, 11.2);
        near(chart.moving_range, 2.0); // 2, 1, 2, 3
        near(chart.upper, 11.2 + 3 * 2.0 / 1.128379167, 1e-8);
        QVERIFY(chart.signals.empty());
        std::vector<double> shifted{0, 1, 0, 1, 0, 1, 0, 1, 0, 40};
        QCOMPARE(controlChart(shifted).signals,
                 (std::vector<ChartSignal>{{8, ChartRule::NineOnOneSide}, {9, ChartRule::BeyondLimit}}));
        std::vector<double> const climbing{0, 5, 1, 2, 3, 4, 5, 6, 0};
        QCOMPARE(controlChart(climbing).signals, (std::vector<ChartSignal>{{7, ChartRule::SixInARow}}));
        QVERIFY(controlChart(std::vector<double>{1}).signals.empty());
    }
};

STEADY_TEST(StatisticsTest);
#include "StatisticsTest.moc"
