// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "support/Reference.h"
#include "support/Test.h"

#include "core/base/Rng.h"
#include "core/statistics/LeastSquares.h"
#include "core/statistics/Quantiles.h"
#include "core/statistics/Summary.h"
#include "core/uncertainty/Budget.h"

using namespace steady;
using uncertainty::Contribution;
using uncertainty::Shape;

namespace {

std::vector<double> valuesOf(Json const& input) {
    if (input.contains("y")) return input["y"].get<std::vector<double>>();
    if (input.contains("csv")) {
        std::vector<double> values;
        for (auto const& row : test::referenceCsv(input["csv"].get<std::string>().c_str()).rows)
            values.push_back(row[1]);
        return values;
    }
    auto const& rule = input["generate"];
    std::vector<double> values{rule["first"].get<double>()};
    for (int i = 0; i < rule["pairs"].get<int>(); ++i)
        for (auto const& v : rule["then_alternate"]) values.push_back(v.get<double>());
    return values;
}

std::vector<Contribution> contributionsOf(Json const& input) {
    std::vector<Contribution> parts;
    for (auto const& part : input["contributions"]) {
        Contribution c{part["name"], part["u"], part["c"]};
        if (!part["dof"].is_null()) c.dof = part["dof"];
        parts.push_back(c);
    }
    return parts;
}

constexpr double inf = std::numeric_limits<double>::infinity();

} // namespace

/// Statistics and uncertainty against values from outside the project; each file names its sources.
class NumbersTest : public QObject {
    Q_OBJECT

private Q_SLOTS:
    // NIST StRD univariate sets (recalled) and R, see a-univariate.json.
    void summaryAgainstStRD_data() {
        QTest::addColumn<int>("index");
        auto const cases = test::referenceJson("a-univariate.json")["cases"];
        for (int i = 0; i < static_cast<int>(cases.size()); ++i)
            QTest::newRow(cases[i]["id"].get<std::string>().c_str()) << i;
    }
    void summaryAgainstStRD() {
        QFETCH(int, index);
        auto const one = test::referenceJson("a-univariate.json")["cases"][index];
        auto const got = statistics::summarise(valuesOf(one["input"]));
        auto const& expected = one["expected"];
        double const rel = one["tolerance"]["rel"], abs = one["tolerance"]["abs"];
        QCOMPARE(got.n, expected["n"].get<int>());
        QVERIFY(test::near(got.mean, expected["mean"], abs, rel));
        QVERIFY(test::near(got.s, expected["sd"], abs, rel));
        QVERIFY(test::near(got.median, expected["median"], abs, rel));
        QVERIFY(test::near(got.low, expected["min"], abs, rel));
        QVERIFY(test::near(got.range(), expected["range"], abs, rel * 1e8));
    }
    /// By hand: 2, 7, 3, 12 has the mean 6, squares 16 + 1 + 9 + 36 = 62, the median (3 + 7)/2.
    void summaryByHand() {
        std::vector<double> const four{2, 7, 3, 12}, five{2, 7, 3, 12, 1};
        auto const got = statistics::summarise(four);
        QCOMPARE(got.n, 4);
        QCOMPARE(got.mean, 6.0);
        QVERIFY(test::near(got.s, std::sqrt(62.0 / 3), 1e-12));
        QCOMPARE(got.low, 2.0);
        QCOMPARE(got.high, 12.0);
        QCOMPARE(got.median, 5.0);
        QCOMPARE(got.range(), 10.0);
        QCOMPARE(statistics::summarise(five).median, 3.0);
        std::vector<double> const two{4, 10};
        QVERIFY(test::near(statistics::summarise(two).s, std::sqrt(18.0), 1e-12));
        // Far from zero, as machine positions are: the digits that differ count.
        std::vector<double> const far{1e9 + 0.1, 1e9 + 0.2, 1e9 + 0.3};
        QVERIFY(test::near(statistics::summarise(far).s, 0.1, 1e-6));
    }
    void summaryOfLittle() {
        QVERIFY(statistics::summarise({}) == (statistics::Summary{0, 0, 0, 0, 0, 0}));
        QVERIFY(statistics::Summary{} == (statistics::Summary{0, 0, 0, 0, 0, 0}));
        std::vector<double> const one{4.5};
        QCOMPARE(statistics::summarise(one).s, 0.0);
        QCOMPARE(statistics::summarise(one).median, 4.5);
    }

    // R 4.2.2, see b-student-t.csv.
    void studentQuantiles() {
        auto const table = test::referenceCsv("b-student-t.csv");
        for (auto const& [name, probability] :
             {std::pair{"t_0.9", 0.9}, {"t_0.95", 0.95}, {"t_0.975", 0.975}, {"t_0.995", 0.995}}) {
            auto const column = table.column(name);
            for (auto const& row : table.rows)
                QVERIFY(test::near(statistics::studentQuantile(probability, row[1]), row[column], 0, 1e-9));
        }
        QVERIFY(test::near(statistics::studentQuantile(0.975, inf), 1.959963984540054, 1e-12));
        QVERIFY(test::near(statistics::normalQuantile(0.995), 2.5758293035489, 1e-12)); // b-normal.csv
    }

    // NIST StRD Longley, certified; see f-drift.json. And what no fit can be made of.
    void leastSquaresAgainstLongley() {
        auto const file = test::referenceJson("f-drift.json");
        auto const table = test::referenceCsv("f-longley.csv");
        std::vector<double> design, values;
        for (auto const& row : table.rows) {
            values.push_back(row[0]);
            design.push_back(1);
            design.insert(design.end(), row.begin() + 1, row.end());
        }
        auto const fit = statistics::leastSquares(design, 7, values);
        QVERIFY(fit);
        for (auto const& each : file["cases"]) {
            if (each["id"] != "longley") continue;
            auto const& expected = each["published"];
            for (std::size_t i = 0; i < 7; ++i) {
                QVERIFY(test::near(fit->coefficients[i], expected["coef"][i].get<double>(), 0, 1e-8));
                QVERIFY(test::near(fit->standardError(i), expected["se"][i].get<double>(), 0, 1e-8));
            }
            QVERIFY(test::near(fit->residual_s, expected["residual_sd"].get<double>(), 0, 1e-8));
            QCOMPARE(fit->dof, 9);
        }
        QVERIFY(!statistics::leastSquares(std::vector<double>{1, 2, 1, 2, 1, 2}, 2, std::vector<double>{1, 2, 3}));
        QVERIFY(!statistics::leastSquares(std::vector<double>{1, 2}, 2, std::vector<double>{1}));
        QVERIFY(!statistics::leastSquares(std::vector<double>{1, 0, 1, 0}, 2, std::vector<double>{1, 2}));
    }

    // JCGM 100:2008 H.1, G.4.1 (recalled) and R, see h-uncertainty.json.
    void welchSatterthwaiteAgainstTheGuide() {
        int seen = 0;
        auto const file = test::referenceJson("h-uncertainty.json");
        for (auto const& one : file["cases"]) {
            if (one["kind"] != "budget") continue;
            ++seen;
            auto const budget = uncertainty::combine(contributionsOf(one["input"]));
            auto const& expected = one["expected"];
            QVERIFY(test::near(budget.combined_u, expected["combined_u"], 0, 1e-9));
            double const probability = one["input"]["conf"];
            if (!expected.contains("effective_dof")) {
                QVERIFY(std::isinf(budget.effective_dof));
                QVERIFY(
                    test::near(uncertainty::expandedByWelch(budget, probability), expected["U_infinite_dof"], 0, 1e-9));
                continue;
            }
            QVERIFY(test::near(budget.effective_dof, expected["effective_dof"], 0, 1e-9));
            // Within 0.01 of a whole number counts as whole: G.4.1 uses 19 for 18.9987.
            auto const* key = expected.contains("U_at_19_dof") ? "U_at_19_dof" : "U_truncated_dof";
            QVERIFY(test::near(uncertainty::expandedByWelch(budget, probability), expected[key], 0, 1e-9));
        }
        QCOMPARE(seen, 5);
    }

    // JCGM 101:2008 9.2.2 to 9.2.4 (recalled), exact half-widths in h-uncertainty.json.
    void coverageOfSumsOfRectanglesAndNormals() {
        int seen = 0;
        auto const file = test::referenceJson("h-uncertainty.json");
        for (auto const& one : file["cases"]) {
            if (one["kind"] != "mc" || one["input"]["inputs"].size() != 4) continue;
            std::vector<Contribution> parts;
            bool known = true;
            for (auto const& part : one["input"]["inputs"]) {
                if (part["dist"] == "normal")
                    parts.push_back({"", part["u"]});
                else if (part["dist"] == "rectangular")
                    parts.push_back(
                        {"", part["half_width"].get<double>() / std::sqrt(3.0), 1, inf, Shape::Rectangular});
                else
                    known = false;
            }
            if (!known) continue;
            ++seen;
            QVERIFY(test::near(uncertainty::coverageHalfWidth(parts, 0.95), one["expected"]["hi"], 0, 1e-5));
        }
        QCOMPARE(seen, 3);
    }
    void coverageOfPlainCases() {
        QCOMPARE(uncertainty::coverageHalfWidth({}, 0.95), 0.0);
        // A lone rectangle of half-width 0.02 holds 95 % within 0.019.
        QVERIFY(
            test::near(uncertainty::coverageHalfWidth({{"", 0.02 / std::sqrt(3.0), 1, inf, Shape::Rectangular}}, 0.95),
                       0.019, 1e-12));
        QVERIFY(test::near(uncertainty::coverageHalfWidth({{"", 1.0}}, 0.95), 1.959963984540054, 1e-9));
        // Student's t with 4 degrees of freedom, two-sided 95 %: 2.776445 (b-student-t.csv).
        QVERIFY(test::near(uncertainty::coverageHalfWidth({{"", 1.0, 1, 4}}, 0.95), 2.7764451052, 1e-8));
        // Two equal rectangles make a triangle: P(|x| ≤ h) = 1 − (1 − h/2)², so h = 2(1 − √0.05).
        Contribution const half{"", 1 / std::sqrt(3.0), 1, inf, Shape::Rectangular};
        QVERIFY(test::near(uncertainty::coverageHalfWidth({half, half}, 0.95), 2 * (1 - std::sqrt(0.05)), 1e-5));
    }
    /// What lies on one side stays there. 0 to 25, evenly: 95 % lie below 23.75. With a normal of 5 beside it, and
    /// other bounds: F(h) − F(−h) = 0.95 of the closed form of their sum, solved outside of the program.
    void coverageOfWhatLiesOnOneSide() {
        auto const held = [](double low, double high, double sigma, double sensitivity) {
            Contribution side{"", (high - low) / 2 / std::sqrt(3.0), sensitivity, inf, Shape::OneSided, low, high};
            return uncertainty::combine({side, {"", sigma}}).expanded_95;
        };
        QVERIFY(test::near(held(0, 25, 0, 1), 23.75, 1e-9));
        for (double const sign : {1.0, -1.0}) {
            QVERIFY(test::near(held(0, 25, 5, sign), 26.724337319995, 1e-5));
            QVERIFY(test::near(held(-5, 25, 2, sign), 23.851767165826, 1e-5));
            QVERIFY(test::near(held(10, 25, 3, sign), 26.034602326629, 1e-5));
        }
    }
    /// Any share, not only 95 %: exact for a triangle (two equal rectangles) and for normals.
    void coverageOfAnyShare() {
        Contribution const half{"", 1 / std::sqrt(3.0), 1, inf, Shape::Rectangular};
        Contribution const doubled{"", 0.5 / std::sqrt(3.0), -2, inf, Shape::Rectangular};
        for (double p : {0.05, 0.3, 0.5, 0.68, 0.9, 0.99, 0.999})
            QVERIFY(test::near(uncertainty::coverageHalfWidth({half, doubled}, p), 2 * (1 - std::sqrt(1 - p)), 2e-5));
        // Two rectangles of half-widths 3 and 1 make a trapezium: within 2 it is level, P = h/3.
        Contribution const wide{"", std::sqrt(3.0), 1, inf, Shape::Rectangular};
        QVERIFY(test::near(uncertainty::coverageHalfWidth({wide, half}, 0.5), 1.5, 2e-5));
        // Beyond, P = 1 − (4 − h)²/12.
        QVERIFY(test::near(uncertainty::coverageHalfWidth({wide, half}, 0.95), 4 - std::sqrt(0.6), 2e-5));
        QVERIFY(test::near(uncertainty::coverageHalfWidth({{"", 3}, {"", 2, -2}}, 0.99), 5 * 2.5758293035489, 1e-8));
        // Many rectangles tend to the normal (central limit): 48 of variance 1/3 have a spread of 4.
        QVERIFY(
            test::near(uncertainty::coverageHalfWidth(std::vector<Contribution>(48, half), 0.95), 1.95996 * 4, 0.02));
    }
    void expandedByWelchAtWholeNumbers() { // JCGM 100:2008, G.4.1: cut to a whole number unless within 0.01 of one
        auto at = [](double dof) {
            uncertainty::Budget budget;
            budget.combined_u = 2;
            budget.effective_dof = dof;
            return uncertainty::expandedByWelch(budget, 0.95) / 2;
        };
        // b-student-t.csv: t(0.975) with 4, 5 and 1 degrees of freedom.
        for (double dof : {4.0, 4.009, 4.011, 4.5, 4.989}) QVERIFY(test::near(at(dof), 2.7764451052, 1e-8));
        for (double dof : {4.991, 5.0}) QVERIFY(test::near(at(dof), 2.5705818366, 1e-8));
        QVERIFY(test::near(at(0.4), 12.7062047364, 1e-7));
    }
    void combinedByHand() { // JCGM 100:2008, 5.1.2 and G.4.1
        auto const budget = uncertainty::combine({{"", 0.3, 2, 5}, {"", 0.8}, {"", 0.1, -1, 3}, {"none", 0, 1, 2}});
        QVERIFY(test::near(budget.combined_u, std::sqrt(0.36 + 0.64 + 0.01), 1e-12));
        QVERIFY(test::near(budget.effective_dof, 1.01 * 1.01 / (0.36 * 0.36 / 5 + 0.01 * 0.01 / 3), 1e-9));
        QCOMPARE(budget.contributions.size(), std::size_t(4));
        // Few degrees of freedom widen a normal: t(0.975, 5) = 2.5705818366 instead of 1.9599639845.
        double const wide = 0.6 * 2.5705818366 / 1.9599639845, other = 0.1 * 3.1824463053 / 1.9599639845;
        QVERIFY(test::near(budget.expanded_95, 1.9599639845 * std::sqrt(wide * wide + 0.64 + other * other), 1e-8));
        QCOMPARE(uncertainty::combine({}).dominant, -1);
        QCOMPARE(uncertainty::Contribution{}.u, 0.0);
        QCOMPARE(uncertainty::Contribution{}.sensitivity, 1.0);
    }
    void dominantContribution() {
        auto const budget = uncertainty::combine({{"small", 1}, {"large", 2, -3}, {"middle", 4}});
        QCOMPARE(budget.dominant, 1);
        QVERIFY(test::near(budget.combined_u, std::sqrt(1 + 36 + 16.0), 1e-12));
    }

    void randomStreamsAreFunctionsOfTheirKey() {
        Rng a(7, 3, Purpose::Scatter), b(7, 3, Purpose::Scatter), other_case(7, 4, Purpose::Scatter),
            other_purpose(7, 3, Purpose::Poll);
        bool differs_case = false, differs_purpose = false;
        for (int i = 0; i < 100; ++i) {
            auto const bits = a.bits();
            QCOMPARE(bits, b.bits());
            differs_case = differs_case || bits != other_case.bits();
            differs_purpose = differs_purpose || bits != other_purpose.bits();
        }
        QVERIFY(differs_case && differs_purpose);
    }
    /// What a seed gives is the same for ever: the streams of SplitMix64's finalizer (Steele, Lea, Flood 2014),
    /// computed in Python.
    void aSeedGivesTheSameForEver() {
        Rng rng(2026, 5, Purpose::Reading);
        QCOMPARE(QString::number(rng.bits(), 16), QStringLiteral("2360b7137c7902b0"));
        QCOMPARE(QString::number(rng.bits(), 16), QStringLiteral("7bfe33c2c68ff63c"));
        Rng number(2026, 5, Purpose::Poll);
        QVERIFY(test::near(number.uniform(), 0.4068090639396179, 1e-12));
        QVERIFY(test::near(number.between(-3, 8), -2.536437059077592, 1e-12));
        QVERIFY(test::near(number.normal(), -1.2596590798896807, 1e-12));
    }
    void randomMoments() {
        int const n = 200'000;
        Rng rng(1, 0, Purpose::Chain);
        std::vector<double> uniform, normal;
        for (int i = 0; i < n; ++i) {
            uniform.push_back(rng.uniform());
            normal.push_back(rng.normal());
        }
        auto const u = statistics::summarise(uniform), z = statistics::summarise(normal);
        // Five standard errors around the exact moments.
        QVERIFY(test::near(u.mean, 0.5, 5 * std::sqrt(1.0 / 12 / n)));
        QVERIFY(test::near(u.s, std::sqrt(1.0 / 12), 0.002));
        QVERIFY(u.low >= 0 && u.high < 1);
        QVERIFY(test::near(z.mean, 0, 5 / std::sqrt(n)));
        QVERIFY(test::near(z.s, 1, 5 / std::sqrt(2.0 * n)));
    }
};

STEADY_TEST(NumbersTest);
#include "NumbersTest.moc"
