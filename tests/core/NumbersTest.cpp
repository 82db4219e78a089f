// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "support/Reference.h"
#include "support/Test.h"

#include "core/base/Rng.h"
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
    void summaryOfLittle() {
        QCOMPARE(statistics::summarise({}).n, 0);
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
