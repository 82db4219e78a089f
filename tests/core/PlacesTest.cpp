// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/safety/Faults.h"
#include "core/safety/Verdict.h"
#include "support/OddShop.h"
#include "support/Rows.h"
#include "support/Test.h"

using namespace steady;
using macros::Kind;
using safety::RunClass;
using test::Odd;

namespace {

machine::RunResult ran(safety::Rehearsal const& rehearsal, machine::World const& world) {
    return machine::run(machine::load(rehearsal.macro.text, safety::dialectOf(world)), world);
}

safety::Rehearsal written(Kind kind, char const* dialect) {
    auto shop = test::oddShop(kind, Odd::Metric);
    shop.change(shop.machine, [&](shop::Machine& m) {
        m.dialect = dialect;
        if (std::string(dialect) == "hash") m.behaviour.scratch_parameter = 160, m.behaviour.link_parameter = 700;
        if (std::string(dialect) == "streaming") m.behaviour.closed_at_start = shop::ClosedAtStart::Refused;
    });
    return shop.rehearse(kind);
}

} // namespace

/// A place that a control keeps, lengths by feel on the bare board, and readings as macros of their own. Figures of the
/// odd shop in metric, as its header tells them.
class PlacesTest : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void aPlaceIsKeptAndGoneTo_data() {
        QTest::addColumn<QString>("dialect");
        QTest::addColumn<int>("first");
        QTest::newRow("parametric") << "parametric" << 2101; // 2007, ten for each of nine, one for a change, place 2
        QTest::newRow("hash") << "hash" << 794;
    }
    void aPlaceIsKeptAndGoneTo() {
        QFETCH(QString, dialect);
        QFETCH(int, first);
        auto const id = dialect.toStdString();
        auto keep = written(Kind::StorePlace, id.c_str());
        keep.world().position_mm = {-200.5, 300.25, -60};
        keep.place->at_mm = {-200.5, 300.25};
        auto const kept = ran(keep, keep.world());
        QVERIFY2(safety::classify(kept, keep) == RunClass::Right, kept.message.c_str());
        auto const& p = kept.memory.parameters;
        QVERIFY(test::near(p[first], -200.5, 1e-3) && test::near(p[first + 1], 300.25, 1e-3));
        QVERIFY(test::near(p[first + 2], -200.5 + 300.25 + 1212, 1e-3));

        auto go = written(Kind::GoToPlace, id.c_str());
        go.world().memory.parameters = p;
        auto const gone = ran(go, go.world());
        QCOMPARE(gone.outcome, controller::Outcome::Completed);
        QVERIFY(test::near(gone.position_mm[0], -200.5, 0.08) && test::near(gone.position_mm[1], 300.25, 0.08));
        QVERIFY(test::near(gone.position_mm[2], go.zero.machine.safeZ_mm(), 0.04));
        QVERIFY(!test::near(go.world().position_mm[0], -200.5, 10)); // it did not begin there

        for (int const changed : {first, first + 1, first + 2}) { // by another macro: nothing goes across
            auto other = go.world();
            other.memory.parameters[changed] += 1;
            auto const stopped = ran(go, other);
            QCOMPARE(stopped.outcome, controller::Outcome::Alarm);
            QVERIFY(test::near(stopped.position_mm[0], other.position_mm[0], 1e-6));
        }
    }
    /// A control that keeps no numbers goes where the book's note says; without one it is refused.
    void whatIsNotedIsWrittenOut() {
        auto const go = written(Kind::GoToPlace, "streaming");
        auto const gone = ran(go, go.world());
        QVERIFY2(safety::classify(gone, go) == RunClass::Right, gone.message.c_str());
        QVERIFY(test::near(gone.position_mm[0], -310 + 88.25, 0.08) &&
                test::near(gone.position_mm[1], -20 + 51.5, 0.06));
        auto shop = test::oddShop(Kind::GoToPlace, Odd::Inch);
        shop.change(shop.machine, [](shop::Machine& m) { m.dialect = "streaming"; });
        shop.changeSetup([](shop::ZeroSetup& s) { s.stored.y_mm.reset(); });
        QCOMPARE(safety::rehearse(shop.reader(), shop.setup(), Kind::GoToPlace).error().code, Code::NotCarried);
        shop.changeSetup([](shop::ZeroSetup& s) { s.stored = {1, 5000, 10}; });
        QCOMPARE(safety::rehearse(shop.reader(), shop.setup(), Kind::GoToPlace).error().code, Code::NotInTravel);
    }
    /// The board: touched by tool 57, 41.7 long, at −96.87 through paper of 0.07; 0.4 was cut off since. So a tool of
    /// no length stands on it at −96.87 − 0.07 − 0.4 − 41.7 = −139.04. The table keeps negative lengths.
    void aLengthIsFeltOnTheBareBoard_data() {
        QTest::addColumn<int>("kind");
        QTest::addColumn<double>("under_mm");
        QTest::newRow("paper") << static_cast<int>(Kind::LengthByPaper) << 0.08;
        QTest::newRow("a wing on a square") << static_cast<int>(Kind::LengthBySquare) << 24.93;
    }
    void aLengthIsFeltOnTheBareBoard() {
        QFETCH(int, kind);
        QFETCH(double, under_mm);
        for (auto const* dialect : {"parametric", "hash"}) {
            auto made = written(static_cast<Kind>(kind), dialect);
            auto world = made.world();
            world.table_z_mm = -139.04 + world.axes[2].backlash_mm; // as read coming down
            world.person.under_mm = under_mm;
            for (double const longer_mm : {0.0, 0.21}) {
                world.tool.length_mm = 41.7 + longer_mm;
                auto const result = ran(made, world);
                QVERIFY2(result.outcome == controller::Outcome::Completed, result.message.c_str());
                QVERIFY(test::near(result.memory.tool_table_mm[57], -(41.7 + longer_mm), 0.003));
            }
            world.tool.length_mm = 41.7 + 1.2; // another tool: not within 0.36 and the feel
            QCOMPARE(ran(made, world).outcome, controller::Outcome::Alarm);
            world.tool.length_mm = 41.7;
            world.person.under_mm += 0.1; // other paper: nothing shows it, and it is listed
            QVERIFY(test::near(ran(made, world).memory.tool_table_mm[57], -41.8, 0.003));
        }
        QVERIFY(safety::faultNamed("paper_other")->unseen);
        auto const shop = test::oddShop(static_cast<Kind>(kind), Odd::Metric);
        auto thin = shop.setup();
        thin.prefer.square_mm.reset();
        QCOMPARE(safety::rehearse(shop.reader(), thin, Kind::LengthBySquare).error().code, Code::Missing);
    }
    /// Readings tell as many figures as they touch, on the machine as it is; a grid goes to nine places.
    void readingsAreMacrosToo() {
        struct Told {
            Kind kind;
            int touches;
        };
        for (auto const& each :
             {Told{Kind::Readings, 10}, Told{Kind::DiscReadings, 10}, Told{Kind::HomingReadings, 6}}) {
            auto const made = written(each.kind, "parametric");
            machine::Trace trace;
            auto const result = test::runText(made.macro.text, made.world(), &trace);
            QVERIFY2(safety::classify(result, made) == RunClass::Right, result.message.c_str());
            QVERIFY(!result.z_zero && !result.length);
            auto const told = QString::fromStdString(made.macro.text).count(QStringLiteral("(DEBUG,Reading "));
            QCOMPARE(told, each.touches);
            std::set<std::pair<int, int>> places; // tenths of a mm
            for (auto const& step : trace)
                if (auto const& r = step.record;
                    r.kind == controller::Record::Kind::Probe && r.to_mm[2] < r.from_mm[2] - 1)
                    places.emplace(std::lround(r.to_mm[0] * 10), std::lround(r.to_mm[1] * 10));
            QCOMPARE(static_cast<int>(places.size()), each.kind == Kind::DiscReadings ? 9 : 1);
        }
    }
};

STEADY_TEST(PlacesTest);
#include "PlacesTest.moc"
