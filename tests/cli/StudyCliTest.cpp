// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "support/Reference.h"
#include "support/Test.h"

#include "cli/Command.h"

#include <sstream>

using namespace steady;

/// The commands for studies: keys, units and exit codes that scripts rely on.
class StudyCliTest : public QObject {
    Q_OBJECT

    QTemporaryDir m_folder;

    std::string file(char const* name, std::string const& bytes) {
        auto const path = m_folder.filePath(QLatin1String(name));
        QFile out(path);
        if (!out.open(QIODevice::WriteOnly) || out.write(QByteArray::fromStdString(bytes)) < 0) qFatal("no file");
        return path.toStdString();
    }
    struct Said {
        int code;
        std::string out, err;
    };
    static Said run(std::vector<std::string> const& arguments) {
        std::ostringstream out, err;
        int const code = cli::runCli(arguments, {out, err});
        return {code, out.str(), err.str()};
    }
    static Json json(std::vector<std::string> arguments, int code = 0) {
        arguments.push_back("--json");
        auto const said = run(arguments);
        if (said.code != code) qFatal("exit %d: %s", said.code, said.err.c_str());
        return parseJson(said.out, "said").value();
    }
    static std::string keys(Json const& json) {
        std::string all;
        for (auto const& [key, value] : json.items()) all += (all.empty() ? "" : " ") + key;
        return all;
    }

private Q_SLOTS:
    /// NIST StRD Michelson, certified: mean 299.8524, s 0.0790105478190518, lag-1 0.535199668621283.
    void aStudyOfMichelson() {
        auto const path = test::sourcePath("tests/data/reference/a-michelson.csv").toStdString();
        auto const result = json({"study", path, "--column", "2"});
        QCOMPARE(keys(result), std::string("findings interval_high_mm interval_low_mm judged_percent k k_howe lag1 "
                                           "lag1_unbiased mann_kendall_p margin_percent mean_mm median_mm n "
                                           "n_effective normality_p odd_share_upper outliers range_mm readings_needed "
                                           "resolution_limited s_eff_mm s_mm sigma_lower_mm sigma_upper_mm slope_high "
                                           "slope_low slope_mm_per_reading theil_sen_mm verdict way why"));
        QVERIFY(test::near(result["s_mm"].get<double>(), 0.0790105478190518, 0, 1e-12));
        QVERIFY(test::near(result["lag1"].get<double>(), 0.535199668621283, 0, 1e-12));
        QVERIFY(result["verdict"].is_null() && result["margin_percent"].is_null());
    }
    /// By hand: one odd reading of 60, then only counting proves it: 59 from a middle known before, 93 from their own.
    /// And a climb of 3 µm a reading is proved for 30 more within 0.3 mm, not for 200.
    void theMiddleAndTheUseAreTold() {
        std::string odd = "z\n", climbing = "z\n";
        for (int i = 0; i < 60; ++i) odd += i == 3 ? "0.02\n" : fmt::format("{:.3f}\n", 0.001 * ((i * 7) % 5) - 0.002);
        for (int i = 0; i < 30; ++i) climbing += fmt::format("{:.4f}\n", 0.003 * i + 0.004 * ((i * 7) % 5));
        auto const verdict = [&](std::string const& path, std::vector<std::string> const& more) {
            std::vector<std::string> words{"study", path, "--requirement", more[0], "--json"};
            words.insert(words.end(), more.begin() + 1, more.end());
            std::ostringstream out, err;
            (void)cli::runCli(words, {out, err});
            return Json::parse(out.str())["verdict"].get<std::string>();
        };
        auto const one = file("odd.csv", odd), other = file("climbing.csv", climbing);
        QCOMPARE(verdict(one, {"0.03"}), std::string("open"));
        QCOMPARE(verdict(one, {"0.03", "--centre", "0"}), std::string("proved"));
        QCOMPARE(verdict(other, {"0.3", "--use", "30"}), std::string("proved"));
        QVERIFY(verdict(other, {"0.3", "--use", "200"}) != "proved");
    }
    void unitsColumnsAndExitCodes() {
        auto const path = file("a.csv", "nr;z\n1;391,2\n2;391,6\n3;391,3\n4;391,5\n");
        auto const thou = json({"study", path, "--column", "Z", "--unit", "thou", "--requirement", "5"});
        QVERIFY(test::near(thou["mean_mm"].get<double>(), 391.4 * 0.0254, 1e-9));
        QCOMPARE(thou["n"].get<int>(), 4);
        QCOMPARE(thou["verdict"].get<std::string>(), std::string("proved"));
        QCOMPARE(json({"study", path, "--column", "2", "--unit", "thou", "--requirement", "0.5"}, 1)["verdict"]
                     .get<std::string>(),
                 std::string("open"));
        QCOMPARE(json({"study", path})["mean_mm"].get<double>(), 2.5); // the first column of figures is nr
        for (auto const& wrong : {std::vector<std::string>{"study", path, "--column", "t"},
                                  {"study", path, "--unit", "yard"},
                                  {"study", path, "--requirement", "-1"},
                                  {"study", m_folder.filePath(QStringLiteral("none.csv")).toStdString()},
                                  {"study", file("empty.csv", "")},
                                  {"study", file("words.csv", "a\nb\n")}})
            QCOMPARE(run(wrong).code, 2);
        auto const bad = run({"study", file("bad.csv", "z\n9,94\nx\n9.95\n-\n"), "--column", "z"});
        QCOMPARE(bad.code, 2);
        QVERIFY2(bad.err.find("line 3, 5: “x”, “-” is not a number") != std::string::npos, bad.err.c_str());
    }
    void twoSeriesAreCompared() {
        auto const file_json = test::referenceJson("g-comparison.json");
        for (auto const& each : file_json["cases"]) {
            if (each["kind"] != "tost") continue;
            auto column = [](Json const& values) {
                std::string text = "z\n";
                for (auto const& value : values) text += value.dump() + "\n";
                return text;
            };
            auto const margin = each["input"]["margin"].dump();
            bool const agree = each["expected"]["equivalent"];
            auto const result = json({"compare", file("a.csv", column(each["input"]["a"])),
                                      file("b.csv", column(each["input"]["b"])), "--margin", margin},
                                     agree ? 0 : 1);
            QCOMPARE(keys(result), std::string("agree brown_forsythe_p mean_difference_mm tost_p welch_p"));
            QVERIFY(test::near(result["mean_difference_mm"].get<double>(),
                               -each["expected"]["difference"].get<double>(), 1e-12));
            QVERIFY(test::near(result["tost_p"].get<double>(), each["expected"]["p"].get<double>(), 1e-12, 1e-6));
            QCOMPARE(result["agree"].get<bool>(), agree);
        }
    }
    void surfacesPairsAndCharts() {
        auto const surface = json({"surface", file("s.csv", "x_mm,y_mm,z_mm\n0,0,1\n10,0,1.1\n0,10,1.2\n10,10,1.3\n")});
        QCOMPARE(keys(surface), std::string("peak_to_valley_mm plane quadratic rings tilt_rad"));
        QVERIFY(test::near(surface["plane"]["b"].get<double>(), 0.01, 1e-12) && surface["quadratic"].is_null());
        QVERIFY(test::near(surface["rings"][0]["spread_mm"].get<double>(), 0.1, 1e-12)); // at radius 10: 1.1 and 1.2
        QCOMPARE(run({"surface", file("line.csv", "x_mm,y_mm,z_mm\n0,0,1\n1,1,1\n2,2,1\n")}).code, 2);

        std::string const header = "setter_mm,gauge_mm,diameter_mm,contact\n";
        auto const pairs = json(
            {"pairs", file("p.csv", header + "50.01,50,6,rim\n60.03,60,8,point\n70.02,70,12,rim\n80.06,80,3,rim\n")});
        QCOMPARE(keys(pairs), std::string("bias_mm limits_high_mm limits_low_mm models"));
        QVERIFY(test::near(pairs["bias_mm"].get<double>(), 0.03, 1e-9));
        QCOMPARE(pairs["models"][1]["name"].get<std::string>(), std::string("length"));
        QCOMPARE(run({"pairs", file("p2.csv", header + "50,50,6,edge\n60,60,6,rim\n")}).code, 2);

        auto const chart = json({"chart", file("c.csv", "z\n10\n12\n11\n13\n10\n")});
        QCOMPARE(keys(chart), std::string("centre_mm lower_mm moving_range_mm signals upper_mm"));
        QCOMPARE(json({"chart", file("c2.csv", "z\n0\n1\n0\n1\n0\n1\n0\n1\n0\n40\n")}, 1)["signals"][1]["rule"]
                     .get<std::string>(),
                 std::string("beyond_limit"));
    }
    /// JCGM 100:2008 (recalled), as h-uncertainty.json has it.
    void budgetsOfTheGuide() {
        int seen = 0;
        auto const file_json = test::referenceJson("h-uncertainty.json");
        for (auto const& each : file_json["cases"]) {
            if (each["kind"] != "budget") continue;
            Json list = Json::array();
            for (auto const& part : each["input"]["contributions"])
                list.push_back(
                    {{"name", part["name"]}, {"u", part["u"]}, {"sensitivity", part["c"]}, {"dof", part["dof"]}});
            auto const result = json({"budget", file("b.json", list.dump())});
            QCOMPARE(
                keys(result),
                std::string(
                    "combined_u dominant effective_dof expanded_95 high_95 low_95 worst_case_high worst_case_low"));
            auto const& expected = each["expected"];
            QVERIFY(test::near(result["combined_u"].get<double>(), expected["combined_u"].get<double>(), 0, 1e-8));
            if (expected.contains("effective_dof"))
                QVERIFY(test::near(result["effective_dof"].get<double>(), expected["effective_dof"].get<double>(), 0,
                                   1e-8));
            // 18.9987 counts as 19, as the guide itself takes it.
            for (auto const* key : {"U_infinite_dof", "U_at_19_dof", "U_truncated_dof"})
                if (each["input"]["conf"] == 0.95 && expected.contains(key)) {
                    QVERIFY(test::near(result["expanded_95"].get<double>(), expected[key].get<double>(), 0, 1e-8));
                    break;
                }
            ++seen;
        }
        QCOMPARE(seen, 5);
        // −0/+25 µm stays on its side.
        auto const one = json(
            {"budget", file("o.json", R"([{"name":"chip","u":0.0072,"shape":"one_sided","low":0,"high":0.025}])")});
        QCOMPARE(one["worst_case_low"].get<double>(), 0.0);
        QCOMPARE(one["worst_case_high"].get<double>(), 0.025);
        QVERIFY(one["effective_dof"].is_null());
        for (auto const* wrong : {"{}", "[]", "[{\"name\":\"a\"}]", "[{\"u\":-1}]", "[{\"u\":1,\"dof\":0}]",
                                  "[{\"u\":1,\"shape\":\"round\"}]", "[{\"u\":1,\"shape\":\"one_sided\"}]",
                                  "[{\"u\":1,\"low\":2,\"high\":1}]", "[{\"u\":1,\"colour\":2}]", "nonsense"})
            QCOMPARE(run({"budget", file("w.json", wrong)}).code, 2);
    }
};

STEADY_TEST(StudyCliTest);
#include "StudyCliTest.moc"
