// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "support/Reference.h"
#include "support/Rows.h"
#include "support/Test.h"

#include "core/machine/Profile.h"
#include "core/machine/Solids.h"
#include "core/statistics/Summary.h"

using namespace steady;
using machine::World;

namespace {

/// A tool of 50 mm over a plate of 10 on work of 20; the table is met at −100, the plate at −20.
World world() {
    World made;
    made.axes = {machine::Axis{0, 600, 6000, 500}, machine::Axis{0, 400, 6000, 500}, machine::Axis{-120, 0, 3000, 400}};
    made.table_z_mm = -100;
    made.table = {0, 600, 0, 400};
    made.stock = {100, 300, 100, 300};
    made.stock_thickness_mm = 20;
    made.plate.thickness_mm = 10;
    made.plate.footprint = {180, 240, 180, 220};
    made.position_mm = {200, 200, -10};
    return made;
}

machine::RunResult probeDown(World const& made, double feed_mm_min, double by_mm = 15) {
    return test::runText(fmt::format("G91\nG38.3 Z{} F{}\n", -by_mm, feed_mm_min), made);
}

} // namespace

class MachineTest : public QObject {
    Q_OBJECT

private Q_SLOTS:
    // l-motion-thermal.json: exact fractions and R. Distance = v t + v²/(2a).
    void stoppingDistanceAgainstReference() {
        int seen = 0;
        auto const file = test::referenceJson("l-motion-thermal.json");
        for (auto const& one : file["cases"]) {
            if (one["kind"] != "stop") continue;
            ++seen;
            double const feed = one["input"]["feed_mm_per_min"], reaction_s = one["input"]["reaction_s"],
                         accel = one["input"]["decel_mm_s2"];
            machine::Profile const profile(1000, feed, accel);
            double const t = profile.duration_s() / 2; // at full speed
            QVERIFY(test::near(profile.speedAt_mm_s(t), feed / 60, 1e-9));
            double const distance = profile.speedAt_mm_s(t) * reaction_s + profile.brakingFrom_mm(t);
            QVERIFY(test::near(distance, one["expected"]["distance_mm"], 1e-12, 1e-9));
        }
        QVERIFY(seen >= 15);
    }
    void profileIsConsistent_data() {
        QTest::addColumn<double>("distance");
        QTest::addColumn<double>("feed");
        QTest::newRow("long, reaches its feed") << 100.0 << 600.0;
        QTest::newRow("short, never does") << 0.05 << 3000.0;
        QTest::newRow("nothing") << 0.0 << 600.0;
    }
    void profileIsConsistent() {
        QFETCH(double, distance);
        QFETCH(double, feed);
        machine::Profile const profile(distance, feed, 400);
        QVERIFY(test::near(profile.distanceAt_mm(0), 0, 1e-12));
        QVERIFY(test::near(profile.distanceAt_mm(profile.duration_s()), distance, 1e-9));
        double before = 0;
        for (int i = 0; i <= 200; ++i) {
            double const t = profile.duration_s() * i / 200, s = profile.distanceAt_mm(t);
            QVERIFY(s >= before - 1e-12);
            QVERIFY(profile.speedAt_mm_s(t) <= feed / 60 + 1e-9);
            if (distance > 0) QVERIFY(test::near(profile.distanceAt_mm(profile.timeAt_s(s)), s, 1e-9));
            before = s;
        }
    }

    void latchedContactIsExactAndTheStopIsLate() {
        auto made = world();
        made.input.driver_lag_s = 0.002;
        auto const result = probeDown(made, 300); // 5 mm/s
        QCOMPARE(result.contacts.size(), std::size_t(1));
        QVERIFY(test::near(result.contacts[0].reported_z_mm, -20, 1e-9));
        // l-motion-thermal: 5·0.002 + 25/800
        QVERIFY(test::near(result.position_mm[2], -20 - 0.01 - 0.03125, 1e-9));
    }
    void polledContactReadsLow() {
        auto made = world();
        made.input.capture = machine::Capture::Polled;
        made.input.debounce_s = 0.004;
        made.input.poll_s = 0.002;
        std::vector<double> late;
        for (std::uint64_t seed = 0; seed < 500; ++seed) {
            made.seed = seed;
            late.push_back(-20 - probeDown(made, 300).contacts.at(0).reported_z_mm);
        }
        auto const summary = statistics::summarise(late);
        // v (debounce + poll/2) on the average, uniform over v·poll.
        QVERIFY(test::near(summary.mean, 5 * 0.005, 5 * 0.01 / std::sqrt(12.0) / std::sqrt(500.0) * 4));
        QVERIFY(summary.low >= 0.020 - 1e-9 && summary.high <= 0.030 + 1e-9);
    }
    void switchScatters() {
        auto made = world();
        made.input.scatter_mm = 0.01;
        made.plate.push_in_mm = 0.2;
        std::vector<double> z;
        for (std::uint64_t seed = 0; seed < 1000; ++seed) {
            made.seed = seed;
            z.push_back(probeDown(made, 60).contacts.at(0).reported_z_mm);
        }
        auto const summary = statistics::summarise(z);
        QVERIFY(test::near(summary.mean, -20, 4 * 0.01 / std::sqrt(1000.0)));
        QVERIFY(test::near(summary.s, 0.01, 0.001));
    }
    void equalSeedsGiveEqualRuns() {
        auto made = world();
        made.input.scatter_mm = 0.01;
        made.seed = 77;
        QCOMPARE(probeDown(made, 60).contacts[0].reported_z_mm, probeDown(made, 60).contacts[0].reported_z_mm);
    }

    void collisions_data() {
        QTest::addColumn<QString>("program");
        QTest::addColumn<QString>("words");
        QTest::newRow("rapid into the plate")
            << QStringLiteral("G53 G0 Z-25") << QStringLiteral("the plate at machine Z −20.050");
        QTest::newRow("rapid into the work beside the plate")
            << QStringLiteral("G53 G0 X120 Y120\nG53 G0 Z-40") << QStringLiteral("the work at machine Z −30.000");
        QTest::newRow("into the table beside the work")
            << QStringLiteral("G53 G0 X500\nG53 G0 Z-60") << QStringLiteral("the table at machine Z −50.000");
        QTest::newRow("sideways into the plate") << QStringLiteral("G53 G0 X400\nG53 G0 Z-25\nG53 G0 X200")
                                                 << QStringLiteral("the plate at machine Z −25.000");
        QTest::newRow("too fast a touch") << QStringLiteral("G91\nG38.3 Z-15 F2000") << QStringLiteral("the plate");
    }
    void collisions() {
        QFETCH(QString, program);
        QFETCH(QString, words);
        auto const result = test::runText(program.toStdString(), world());
        QCOMPARE(result.outcome, controller::Outcome::Collision);
        QVERIFY2(QString::fromStdString(result.message).contains(words), result.message.c_str());
    }
    void freeMovesAreFree() {
        auto const result = test::runText("G53 G0 Z-19\nG53 G0 X400\nG53 G0 Z-49.9\nG53 G0 Z0\nG53 G0 X0 Y0", world());
        QCOMPARE(result.outcome, controller::Outcome::Completed);
    }
    void softLimitsRefuseTheMove() {
        auto const result = test::runText("G53 G0 Z1", world());
        QCOMPARE(result.outcome, controller::Outcome::Limit);
        QVERIFY(!result.moved);
    }
    void homeErrorMovesWhatIsReported() {
        auto made = world();
        made.home_error_mm = {0, 0, 0.3};
        // The tip meets the plate at true −20, which this machine calls −19.7.
        QVERIFY(test::near(probeDown(made, 60).contacts.at(0).reported_z_mm, -19.7, 1e-9));
        QVERIFY(test::near(made.zeroOnStock_mm(), -29.7, 1e-12));
    }

    void inputTruth_data() {
        QTest::addColumn<bool>("closed_at_rest");
        QTest::addColumn<QString>("fault");
        QTest::addColumn<bool>("reads_at_rest");
        QTest::addColumn<bool>("sees_the_touch");
        for (bool closed : {false, true}) {
            auto const kind = closed ? "closed at rest" : "open at rest";
            QTest::addRow("%s, healthy", kind) << closed << QString() << false << true;
            QTest::addRow("%s, lead off", kind) << closed << QStringLiteral("lead") << closed << false;
            QTest::addRow("%s, wires touch", kind) << closed << QStringLiteral("short") << !closed << false;
            QTest::addRow("%s, polarity", kind) << closed << QStringLiteral("polarity") << true << false;
        }
    }
    void inputTruth() {
        QFETCH(bool, closed_at_rest);
        QFETCH(QString, fault);
        QFETCH(bool, reads_at_rest);
        QFETCH(bool, sees_the_touch);
        auto made = world();
        made.input.circuit = closed_at_rest ? machine::Circuit::ClosedAtRest : machine::Circuit::OpenAtRest;
        made.input.lead_off = fault == QStringLiteral("lead");
        made.input.shorted = fault == QStringLiteral("short");
        made.input.inverted = fault == QStringLiteral("polarity");
        QCOMPARE(machine::VirtualMachine(made).inputReadsContact(), reads_at_rest);
        auto const result = probeDown(made, 60);
        QCOMPARE(result.outcome == controller::Outcome::Completed, sees_the_touch);
        if (reads_at_rest)
            QVERIFY(!result.moved);
        else if (!sees_the_touch)
            QCOMPARE(result.outcome, controller::Outcome::Collision);
    }
    void clipAwayOrToolThatDoesNotConduct() {
        auto made = world();
        made.input.clip = machine::ClipPlace::Away;
        QCOMPARE(probeDown(made, 60).outcome, controller::Outcome::Collision);
        made.input.clip = machine::ClipPlace::OnTool;
        made.tool.conducts = false;
        QCOMPARE(probeDown(made, 60).outcome, controller::Outcome::Collision);
    }
    void debounceSwallowsASpark() {
        auto made = world();
        made.false_contacts = {{-15, 0.003}};
        QVERIFY(probeDown(made, 60).contacts.at(0).false_contact);
        made.input.debounce_s = 0.005;
        QVERIFY(!probeDown(made, 60).contacts.at(0).false_contact);
    }
    void spindleCoasts() {
        auto made = world();
        made.spindle = {machine::SpindleSwitch::Controller, true, 5};
        QCOMPARE(test::runText("M5\nG4 P4\nG91\nG38.3 Z-10.5 F600\n", made).outcome, controller::Outcome::Collision);
        QCOMPARE(test::runText("M5\nG4 P5\nG91\nG38.3 Z-10.5 F60\n", made).outcome, controller::Outcome::Completed);
        made.spindle.switched = machine::SpindleSwitch::Hand; // M5 has no wire to it
        QCOMPARE(test::runText("M5\nG4 P60\nG91\nG38.3 Z-10.5 F60\n", made).outcome, controller::Outcome::Collision);
        made.person.pauses = {{{shop::Act::StopSpindle}, {}, {}}};
        QCOMPARE(test::runText("M0\nG4 P5\nG91\nG38.3 Z-10.5 F60\n", made).outcome, controller::Outcome::Completed);
    }
    void plateHeldToATurningCutterIsACollisionEvenUnseen() {
        for (bool lead_off : {false, true}) {
            auto made = world();
            made.input.lead_off = lead_off;
            made.spindle.on = true;
            made.person.pauses = {{{shop::Act::TouchFlank}, {}, {}}};
            auto const result = test::runText("M0\nG91\nG38.3 Z2 F30\n", made);
            QCOMPARE(result.outcome, controller::Outcome::Collision);
            QVERIFY2(result.message.find("still turns") != std::string::npos, result.message.c_str());
        }
    }
    void aFingerUnderTheToolIsACollisionAboveItOnlyASignal() {
        for (bool low : {false, true}) {
            auto made = world();
            machine::Setter setter;
            setter.x_mm = 200;
            setter.y_mm = 200;
            setter.base_z_mm = -100;
            made.setter = setter;
            made.plate.place = machine::PlatePlace::Away;
            made.stock_thickness_mm = 0;
            // The tool of 50 trips it at 9.5; a finger is 15 thick.
            made.axes[2].high_mm = 60;
            made.position_mm[2] = low ? 9.5 + 14 : 9.5 + 40;
            made.person.pauses = {{{{shop::Act::PressSetter, 0.5}}, {}, {}}};
            auto const result = test::runText("M0\nG91\nG38.3 Z-12 F60\n", made);
            QCOMPARE(result.outcome, low ? controller::Outcome::Collision : controller::Outcome::Completed);
            if (low) QCOMPARE(result.cause, controller::Cause::Hand);
        }
    }
    void handsMakeTheSignalOnlyWithWhatTheyHold_data() {
        QTest::addColumn<bool>("plate");
        QTest::addColumn<bool>("clip");
        QTest::addColumn<bool>("signal");
        QTest::newRow("both in the hand") << true << true << true;
        QTest::newRow("plate left on the work") << false << true << false;
        QTest::newRow("clip left on the tool") << true << false << false;
    }
    void handsMakeTheSignalOnlyWithWhatTheyHold() {
        QFETCH(bool, plate);
        QFETCH(bool, clip);
        QFETCH(bool, signal);
        auto made = world();
        std::vector<shop::TimedAct> acts;
        if (plate) acts.push_back(shop::Act::TakePlate);
        if (clip) acts.push_back(shop::Act::TakeClip);
        acts.push_back(shop::Act::BringTogether);
        made.person.pauses = {{acts, {}, {}}};
        auto const result = test::runText("M0\nG91\nG38.3 Z2 F30\n#1=#5070\nG4 P3\nG38.3 Z0.5\n#2=#5070\n", made);
        QCOMPARE(result.outcome, controller::Outcome::Completed);
        QCOMPARE(result.memory.parameters[1], signal ? 1.0 : 0.0);
        QCOMPARE(result.memory.parameters[2], 0.0); // parted again
    }
    void traceTellsTheSameStory() {
        machine::Trace trace;
        auto const text = std::string("G91\nG38.3 Z-15 F60\nG1 Z1\nM0\n");
        auto made = world();
        made.person.pauses = {{{shop::Act::TakePlate}, {}, {}}};
        auto const recorded = test::runText(text, made, &trace), plain = test::runText(text, made);
        QCOMPARE(trace.size(), std::size_t(5));
        QVERIFY(trace[1].record.contact && trace[1].input_reads_contact);
        QVERIFY(!trace[2].input_reads_contact);
        QCOMPARE(trace[3].plate, machine::PlatePlace::InHand);
        QCOMPARE(recorded.elapsed_s, plain.elapsed_s);
        QCOMPARE(recorded.paused_s, 5.0);
        for (std::size_t i = 1; i < trace.size(); ++i)
            QVERIFY(trace[i].record.begin_s >= trace[i - 1].record.end_s - 1e-12);
    }
};

STEADY_TEST(MachineTest);
#include "MachineTest.moc"
