// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "support/Approved.h"
#include "support/OddShop.h"
#include "support/Test.h"

#include "core/safety/TableJudgement.h"
#include "core/safety/TableSteps.h"

#include <numbers>

using namespace steady;
using macros::Kind;
using safety::RunClass;

namespace {

/// As such texts stand on the net: one touch without bound or check, and the stop taken for the trip.
constexpr char const* naive = "G21 G91\n"
                              "G38.2 Z-60 F100\n"
                              "G90 G10 L20 P1 Z9.94\n"
                              "G91 G0 Z10\n"
                              "G90\n"
                              "M2\n";

safety::Attack naiveAttack() {
    test::SmallShop shop;
    auto attack = safety::attackOn(shop.rehearse());
    attack.text = naive;
    attack.spreads = {};
    return attack;
}

safety::FaultTable tableOf(safety::Attack const& attack, safety::CampaignSize size, Going const& going = {}) {
    auto table = safety::runCampaign(attack, size, going);
    if (!table) qFatal("%s", table.error().value.c_str());
    return *table;
}

safety::FaultRow const& rowOf(safety::FaultTable const& table, std::string_view id) {
    for (auto const& row : table.rows)
        if (row.fault->id == id) return row;
    qFatal("no row");
}

/// Everything in a table, as text.
std::string written(safety::FaultTable const& table) {
    std::string text = fmt::format("{} {} {} {}", table.seed, table.worlds, table.runs, table.text_hash);
    auto const row = [&](safety::FaultRow const& each) {
        text += fmt::format("\n{} {}", each.fault ? each.fault->id : "", each.worst_zero_error_mm.value_or(0));
        for (auto const& end : each.endings)
            text += fmt::format(" {}/{}/{}/{}", end.line, static_cast<int>(end.kind), end.runs, end.first_world);
    };
    row(table.nothing);
    for (auto const& each : table.rows) row(each);
    return text;
}

safety::Aim within(double tolerance_mm) {
    safety::Aim aim;
    aim.tolerance_mm = tolerance_mm;
    return aim;
}

} // namespace

/// All faults at once, in many worlds.
class CampaignTest : public QObject {
    Q_OBJECT

private Q_SLOTS:
    /// What a plain macro from outside does, reasoned from its six lines: nobody proves, nothing bounds it.
    void aNaiveMacroIsRedForTheRightReasons() {
        auto const table = tableOf(naiveAttack(), {20, 1, 2});
        QCOMPARE(table.nothing.count(RunClass::Right), 20); // it works while nothing is wrong
        QVERIFY(!table.good());
        auto const all = [&](char const* id, RunClass kind, int line) {
            auto const& row = rowOf(table, id);
            auto const words = fmt::format("{}: {}", id, safety::countsOf(row));
            QVERIFY2(row.count(kind) == 20 && row.endings.size() == 1, words.c_str());
            QCOMPARE(row.endings.front().line, line);
        };
        all("plate_missing", RunClass::Collision, 2);      // on into the work
        all("lead_off", RunClass::Collision, 2);           // an open circuit: presses onto the plate
        all("spindle_on", RunClass::Collision, 2);         // a turning cutter meets the plate
        all("plate_on_something", RunClass::WrongZero, 6); // up to 3 mm too high, and to its end
        all("shorted", RunClass::StoppedSafely, 2);        // closed at the start: refused by the control
        all("metric_left", RunClass::Right, 6);            // its first line sets the unit
        QVERIFY(test::near(*rowOf(table, "plate_on_something").worst_zero_error_mm, 3, 0.06));
        QVERIFY(!rowOf(table, "plate_missing").listed() && rowOf(table, "plate_on_something").listed());
        auto const said = safety::judgeTable(table, within(0.05), UnitSystem::Metric);
        QCOMPARE(said.front().severity, Severity::Bad);
        bool names_it = false;
        for (auto const& line : said.front().why)
            names_it = names_it || line.find("The plate was never laid down: 20 collision") == 0;
        QVERIFY(names_it);
    }
    void theSameOnAnyNumberOfThreads() {
        auto const attack = naiveAttack();
        auto const one = written(tableOf(attack, {12, 5, 1}));
        QCOMPARE(written(tableOf(attack, {12, 5, 2})), one);
        QCOMPARE(written(tableOf(attack, {12, 5, 8})), one);
        QVERIFY(written(tableOf(attack, {12, 6, 2})) != one); // other worlds
    }
    /// Against the moments of the distributions themselves: u of a rectangle is its half-width over √3 (JCGM
    /// 100, 4.3.7).
    void worldsAreDrawnAsStated() {
        using uncertainty::Shape;
        auto const believed = naiveAttack().believed;
        safety::Spreads spreads;
        spreads.plate = {{"caliper", 0.02 / std::numbers::sqrt3, 1, 9, Shape::Rectangular, 0, 0},
                         {"scatter", 0.01, 1, 9, Shape::Normal, 0, 0}};
        spreads.kept = {{"link", 0.03, -1, 9, Shape::Normal, 0, 0}};
        spreads.length_mm = 1.5;
        spreads.stock_mm = 0.25;
        spreads.home_mm = 0.005;
        spreads.scatter_mm = 0.004;
        int const n = 20'000;
        double plate = 0, plate2 = 0, kept2 = 0, home2 = 0, least = 0, most = 0;
        for (int i = 0; i < n; ++i) {
            auto const world = safety::drawn(believed, spreads, 3, static_cast<std::uint64_t>(i));
            double const off = world.plate.thickness_mm - believed.plate.thickness_mm;
            plate += off / n;
            plate2 += off * off / n;
            kept2 += std::pow(world.table_z_mm - believed.table_z_mm, 2) / n;
            home2 += std::pow(world.home_error_mm[2], 2) / n;
            double const length = world.tool.length_mm - believed.tool.length_mm;
            double const stock = world.stock_thickness_mm - believed.stock_thickness_mm;
            least = std::min(least, length);
            most = std::max(most, length);
            // Jogged by eye to the same gap above the plate.
            QVERIFY(test::near(world.position_mm[2] - believed.position_mm[2], length + stock, 1e-9));
            QVERIFY(std::abs(stock) <= 0.25);
            QCOMPARE(world.input.scatter_mm, 0.004);
        }
        QVERIFY(test::near(plate, 0, 0.0006)); // four times 0.0153 / √20,000
        QVERIFY(test::near(std::sqrt(plate2), std::hypot(0.02 / std::sqrt(3.0), 0.01), 0.0004));
        QVERIFY(test::near(std::sqrt(kept2), 0.03, 0.0007));
        QVERIFY(test::near(std::sqrt(home2), 0.005, 0.00012));
        QVERIFY(least < -1.49 && least >= -1.5 && most > 1.49 && most <= 1.5);
        QVERIFY(safety::drawn(believed, spreads, 3, 7) == safety::drawn(believed, spreads, 3, 7));
        QVERIFY(!(safety::drawn(believed, spreads, 3, 7) == safety::drawn(believed, spreads, 3, 8)));
    }
    /// Proofs that are kept name the virtual machine: when runs come out otherwise, `engine_version` has to go up with
    /// the text below.
    void anotherEngineHasAnotherName() {
        auto const all = written(tableOf(naiveAttack(), {6, 1, 2}));
        QVERIFY2(test::approved("engine.txt", fmt::format("{}\n{}\n", machine::engine_version, all)),
                 "raise machine::engine_version, then approve");
    }
    /// Where the world alone lies outside the ±, a fault that does nothing is not blamed, and one that does is.
    void aFaultIsNotBlamedForTheWorld() {
        auto attack = naiveAttack();
        attack.aim.tolerance_mm = 0.1;
        attack.aim.repeat_mm = 0.02;
        attack.spreads.plate = {{"unknown", 0.5, 1, 9, uncertainty::Shape::Normal, 0, 0}};
        auto const table = tableOf(attack, {60, 1, 2});
        QVERIFY(table.nothing.count(RunClass::WrongZero) > 30 && !table.nothingIsGood());
        QCOMPARE(rowOf(table, "metric_left").count(RunClass::WrongZero), 0);
        QVERIFY(rowOf(table, "plate_thin").count(RunClass::WrongZero) > 30);
        // 0.5 mm against ± 0.1: P(|x| ≤ 0.2 u) = 0.1585 of a normal.
        QVERIFY(table.coverage && table.coverage->runs == 60);
        QVERIFY(table.coverage->share() > 0.02 && table.coverage->share() < 0.35);
    }
    /// What a plate bears counts from the trip, as the feeds are computed: a late trip is no blow, a fast tip is.
    void aLateTripIsNoBlow() {
        test::SmallShop shop;
        auto const made = shop.rehearse();
        auto attack = safety::attackOn(made);
        attack.spreads = {};
        attack.spreads.scatter_mm = 0.004;
        double const goes_on = zeroing::predictTouch(made.zero.machine, made.zero.feeds.fast_mm_min).overshoot_mm;
        auto& bears_mm = attack.believed.plate.push_in_mm;
        bears_mm = goes_on + 0.001;
        QCOMPARE(tableOf(attack, {40, 1, 2}).nothing.count(RunClass::Collision), 0);
        bears_mm = goes_on / 2; // whenever the input is looked at
        QVERIFY(tableOf(attack, {40, 1, 2}).nothing.count(RunClass::Collision) > 10);
    }
    void stoppedItSaysNothing() {
        auto const stop = std::make_unique<std::stop_source>();
        std::vector<double> told;
        Going going;
        going.stop = stop->get_token();
        going.tell = [&](double share) {
            told.push_back(share);
            if (share > 0.5) stop->request_stop();
        };
        auto const table = tableOf(naiveAttack(), {40, 1, 1}, going);
        QVERIFY(table.stopped && !table.good());
        QVERIFY(table.runs > 0 && table.runs < 40 * static_cast<int>(table.rows.size()));
        QVERIFY(std::is_sorted(told.begin(), told.end()) && told.back() < 0.6);
        QVERIFY(safety::judgeTable(table, within(0.05), UnitSystem::Metric).front().headline == "Stopped half-way.");
    }
    void badSizesAndTextsAreNamed() {
        auto attack = naiveAttack();
        QCOMPARE(safety::runCampaign(attack, {0}).error().code, Code::OutOfRange);
        QCOMPARE(safety::runCampaign(attack, {safety::most_worlds + 1}).error().code, Code::OutOfRange);
        attack.text = "G21\nG38.2 Z-5 F\n";
        auto const refused = safety::runCampaign(attack, {1});
        QVERIFY(!refused && refused.error().code == Code::TextUnread && refused.error().where.line == 2);
    }
    /// Every macro of the program, in shops where nothing stands at its default: nothing bad that is not listed.
    void whatTheProgramWritesStands_data() {
        QTest::addColumn<int>("kind");
        for (auto const kind : macros::every_kind) QTest::newRow(macros::name(kind)) << static_cast<int>(kind);
    }
    void whatTheProgramWritesStands() {
        QFETCH(int, kind);
        for (auto const odd : {test::Odd::Metric, test::Odd::Inch}) {
            auto const made = test::oddShop(static_cast<Kind>(kind), odd).rehearse(static_cast<Kind>(kind));
            auto const table = tableOf(safety::attackOn(made), {5, 1, 2});
            std::string bad = safety::countsOf(table.nothing);
            for (auto const& row : table.rows)
                if (row.bad() && !row.listed())
                    bad += fmt::format("\n{}: {} at line {} in world {}", row.fault->id, safety::countsOf(row),
                                       row.firstBad()->line, row.firstBad()->first_world);
            QVERIFY2(table.good(), bad.c_str());
            QCOMPARE(table.nothing.count(RunClass::StoppedSafely), 0); // nor does it give up without need
            // Where its runs ended are steps of its own.
            auto const steps = safety::tableSteps(table, made.macro, made.macro.text);
            QVERIFY(steps.size() > 3 && steps.back().title == "to the end");
            for (auto const& row : table.rows)
                for (auto const& end : row.endings)
                    QVERIFY2(end.line == 0 || safety::stepAt(steps, end.line) >= 0, row.fault->id);
        }
    }
    void stepsAreThoseOfTheTextAsWritten() {
        test::SmallShop shop;
        auto const made = shop.rehearse();
        auto const table = tableOf(safety::attackOn(made), {1});
        auto const steps = safety::tableSteps(table, made.macro, made.macro.text);
        // The search is where the longest probing move down stands.
        auto const lines = QString::fromStdString(made.macro.text).split(QLatin1Char(10));
        int const search = [&] {
            for (auto const& step : steps)
                if (step.title == "search") return step.first_line;
            return 0;
        }();
        bool found = false;
        for (int i = search - 1; i < search + 8; ++i)
            found = found || lines.value(i).startsWith(QStringLiteral("G38.3 Z-"));
        QVERIFY2(search > 0 && found, qPrintable(lines.value(search)));
        // Changed by hand nobody knows the steps: the lines stand instead.
        auto const by_line = safety::tableSteps(table, made.macro, made.macro.text + "(mine)\n");
        QVERIFY(!by_line.empty() && by_line.front().title.starts_with("line "));
    }
    /// Recalled: FNV-1a of nothing is its offset, of “a” af63dc4c8601ec8c (Fowler, Noll, Vo).
    void textsAreToldApart() {
        QCOMPARE(safety::textHash(""), std::string("cbf29ce484222325"));
        QCOMPARE(safety::textHash("a"), std::string("af63dc4c8601ec8c"));
    }
};

STEADY_TEST(CampaignTest);
#include "CampaignTest.moc"
