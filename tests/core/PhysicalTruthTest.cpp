// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "support/Rows.h"
#include "support/Test.h"

#include "core/safety/Faults.h"
#include "core/safety/Verdict.h"

using namespace steady;
using controller::Outcome;

/// One row for each thing that goes wrong in a shop: what the written macro makes of it.
class PhysicalTruthTest : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void whatTheMacroMakesOfIt_data() {
        QTest::addColumn<bool>("closed_at_rest");
        QTest::addColumn<QString>("left_out");
        QTest::addColumn<QString>("fault");
        QTest::addColumn<int>("outcome");
        QTest::addColumn<bool>("moved");
        QTest::addColumn<bool>("zero_set");
        QTest::addColumn<QString>("words");
        auto row = [](char const* name, bool closed, char const* left_out, char const* fault, Outcome outcome,
                      bool moved, bool zero_set, char const* words) {
            QTest::newRow(name) << closed << QString::fromLatin1(left_out) << QString::fromLatin1(fault)
                                << static_cast<int>(outcome) << moved << zero_set << QString::fromUtf8(words);
        };
        bool const open = false, closed = true, still = false, moves = true, untouched = false, set = true;
        row("nothing wrong", open, "", "", Outcome::Completed, moves, set, "Set: G54 Z zero");
        row("nothing wrong, own switch", closed, "", "", Outcome::Completed, moves, set, "Set: G54 Z zero");
        row("stuck closed", open, "", "shorted", Outcome::Refused, still, untouched, "already reads contact");
        row("wrong polarity", open, "", "polarity", Outcome::Refused, still, untouched, "already reads contact");
        row("wrong polarity, own switch", closed, "", "polarity", Outcome::Refused, still, untouched,
            "already reads contact");
        row("already touching", open, "", "touching", Outcome::Refused, still, untouched, "already reads contact");
        row("already touching, own switch", closed, "", "touching", Outcome::Refused, still, untouched,
            "already reads contact");
        row("plate missing", open, "", "plate_missing", Outcome::Alarm, moves, untouched, "signal was not seen");
        row("plate missing, proof left out", open, "prove-contact", "plate_missing", Outcome::Alarm, moves, untouched,
            "No plate within the search");
        row("lead off, closed at rest", closed, "", "lead_off", Outcome::Refused, still, untouched,
            "already reads contact");
        row("lead off, open at rest", open, "", "lead_off", Outcome::Alarm, moves, untouched, "signal was not seen");
        row("lead off, proof left out", open, "prove-contact", "lead_off", Outcome::Collision, moves, untouched,
            "ran into the plate");
        row("spindle turning", open, "", "spindle_on", Outcome::Completed, moves, set, "Set: G54 Z zero");
        row("spindle turning, stop left out", open, "spindle-stop", "spindle_on", Outcome::Collision, moves, untouched,
            "still turns");
        row("spindle turning, stop left out, own switch", closed, "spindle-stop", "spindle_on", Outcome::Collision,
            moves, untouched, "still turns");
        row("inch mode left on", open, "", "inch_left", Outcome::Completed, moves, set, "Set: G54 Z zero");
        row("incremental mode left on", open, "", "incremental_left", Outcome::Completed, moves, set,
            "Set: G54 Z zero");
        row("G92 left on", open, "", "shift_left", Outcome::Alarm, still, untouched, "G92 shift is in force");
        row("false contact on the way", open, "", "false_contact", Outcome::Alarm, moves, untouched, "false contact");
        row("false contact on the way, own switch", closed, "", "false_contact", Outcome::Alarm, moves, untouched,
            "false contact");
        row("plate forgotten", open, "", "plate_left", Outcome::Alarm, moves, set, "may still be on the machine");
        row("clip forgotten", open, "", "clip_left", Outcome::Alarm, moves, set, "may still be on the machine");
        row("plate forgotten, own switch", closed, "", "plate_left", Outcome::Alarm, moves, set,
            "may still be on the machine");
        row("clip lost while the plate is laid", open, "", "clip_lost", Outcome::Alarm, moves, untouched,
            "signal was not seen");
        row("clip lost after the proof: what it cannot know", open, "", "clip_lost_later", Outcome::Collision, moves,
            untouched, "ran into the plate");
        row("bridged before resuming", open, "", "hand_early", Outcome::Refused, moves, untouched,
            "already reads contact");
        row("bridged too late", open, "", "hand_late", Outcome::Refused, moves, untouched, "already reads contact");
        row("never bridged", open, "", "hand_never", Outcome::Alarm, moves, untouched, "signal was not seen");
        row("own switch pressed before resuming", closed, "", "hand_early", Outcome::Refused, moves, untouched,
            "already reads contact");
        row("own switch never pressed", closed, "", "hand_never", Outcome::Alarm, moves, untouched,
            "signal was not seen");
        row("shorted, own switch: looks healthy at rest", closed, "", "shorted", Outcome::Alarm, moves, untouched,
            "signal was not seen");
        row("shorted, own switch, proof left out", closed, "prove-contact", "shorted", Outcome::Collision, moves,
            untouched, "ran into the plate");
        row("offsets kept in the other unit", open, "", "native_unit", Outcome::Alarm, moves, set,
            "Z zero is wrong now");
        row("override at 200 %", open, "", "override_200", Outcome::Completed, moves, set, "Set: G54 Z zero");
        row("broken off and started again", open, "", "broken_off", Outcome::Completed, moves, set, "Set: G54");
        row("plate forgotten, last check left out", open, "last-check", "plate_left", Outcome::Completed, moves, set,
            "Set: G54 Z zero");
    }
    void whatTheMacroMakesOfIt() {
        QFETCH(bool, closed_at_rest);
        QFETCH(QString, left_out);
        QFETCH(QString, fault);
        QFETCH(int, outcome);
        QFETCH(bool, moved);
        QFETCH(bool, zero_set);
        QFETCH(QString, words);
        for (bool inch : {false, true}) {
            auto shop = inch ? test::inchShop() : test::SmallShop();
            // The same spindle in both shops, so that one row speaks for both.
            shop.change(shop.machine, [](shop::Machine& m) { m.spindle = shop::SpindleSwitch::Controller; });
            if (closed_at_rest)
                shop.change(shop.plate, [](shop::TouchPlate& p) {
                    p.circuit = shop::Circuit::ClosedAtRest;
                    p.path = shop::Path::OwnSwitch;
                });
            auto rehearsal =
                shop.rehearse(left_out.isEmpty() ? std::set<std::string>{} : std::set{left_out.toStdString()});
            auto const* known =
                safety::faultNamed(inch && fault == QStringLiteral("inch_left") ? "metric_left" : fault.toStdString());
            QCOMPARE(known == nullptr, fault.isEmpty());
            if (known) known->apply(rehearsal.world());
            auto const result = test::runText(rehearsal.macro.text, rehearsal.world());
            QVERIFY2(static_cast<int>(result.outcome) == outcome, result.message.c_str());
            QCOMPARE(result.moved, moved);
            QCOMPARE(result.z_zero.has_value(), zero_set);
            QVERIFY2(QString::fromStdString(result.message).contains(words), result.message.c_str());
            if (result.outcome != Outcome::Collision)
                QVERIFY(result.position_mm[2] > rehearsal.world().zeroOnStock_mm());
            bool const wrong_and_said = fault == QStringLiteral("native_unit");
            if (zero_set && !wrong_and_said) QVERIFY(test::near(result.z_zero->error_mm(), 0, 0.002));
        }
    }

    void whatLiesUnderThePlateIsSilent_data() {
        QTest::addColumn<QString>("fault");
        QTest::addColumn<int>("seed");
        QTest::addColumn<double>("error_mm");
        QTest::newRow("chip: higher by it") << QStringLiteral("plate_on_something") << 3 << 0.3;
        QTest::newRow("chip: tilted by twice of it") << QStringLiteral("plate_on_something") << 4 << 0.3;
        QTest::newRow("clamp") << QStringLiteral("plate_on_something") << 5 << 3.0;
        QTest::newRow("steps lost on the way up: lower by as much") << QStringLiteral("steps_lost") << 2 << -1.5;
    }
    void whatLiesUnderThePlateIsSilent() {
        QFETCH(QString, fault);
        QFETCH(int, seed);
        QFETCH(double, error_mm);
        auto rehearsal = test::SmallShop().rehearse();
        rehearsal.world().seed = static_cast<std::uint64_t>(seed);
        safety::faultNamed(fault.toStdString())->apply(rehearsal.world());
        auto const result = test::runText(rehearsal.macro.text, rehearsal.world());
        QVERIFY2(result.outcome == Outcome::Completed, result.message.c_str());
        QVERIFY2(test::near(result.z_zero->error_mm(), error_mm, 0.002), result.message.c_str());
        QVERIFY(safety::faultNamed(fault.toStdString())->unseen);
    }
    void enteredTooThickIsSilentAndSigned() {
        test::SmallShop shop;
        auto rehearsal = shop.rehearse();
        rehearsal.world().plate.thickness_mm -= 0.4; // the book says 0.40 mm too much
        auto const result = test::runText(rehearsal.macro.text, rehearsal.world());
        QCOMPARE(result.outcome, Outcome::Completed);
        QVERIFY(test::near(result.z_zero->error_mm(), -0.4, 0.0005));
        QCOMPARE(safety::classify(result, rehearsal), safety::RunClass::WrongZero);
        auto const words = machine::verdictText(result, UnitSystem::Metric);
        QVERIFY2(words.find("off by −400 µm: too low: it cuts too deep") != std::string::npos, words.c_str());
    }
    void handSwitchedSpindleIsAskedFor() {
        auto shop = test::inchShop();
        auto rehearsal = shop.rehearse();
        rehearsal.world().spindle.on = true;
        QCOMPARE(test::runText(rehearsal.macro.text, rehearsal.world()).outcome, Outcome::Completed);
        for (auto& pause : rehearsal.world().person.pauses)
            std::erase(pause.acts, shop::Act::StopSpindle); // the person only nods
        QCOMPARE(test::runText(rehearsal.macro.text, rehearsal.world()).outcome, Outcome::Collision);
    }
    void notHomedIsRefusedWhereItCanBeRead() {
        test::SmallShop shop;
        shop.change(shop.machine, [](shop::Machine& m) { m.behaviour.homed_parameter = 5399; });
        auto rehearsal = shop.rehearse();
        rehearsal.world().homed = false;
        auto const result = test::runText(rehearsal.macro.text, rehearsal.world());
        QCOMPARE(result.outcome, Outcome::Alarm);
        QVERIFY(!result.moved);
        // Where it cannot be read the macro asks, and a person who knows better does not resume.
        auto asking = test::SmallShop().rehearse();
        asking.world().person.pauses[0].acts = {shop::Act::Leave};
        QCOMPARE(test::runText(asking.macro.text, asking.world()).outcome, Outcome::PausedForever);
    }
    void everyOutcomeIsCounted_data() {
        QTest::addColumn<int>("outcome");
        QTest::addColumn<int>("kind");
        auto row = [](Outcome outcome, safety::RunClass kind) {
            QTest::newRow(machine::name(outcome)) << static_cast<int>(outcome) << static_cast<int>(kind);
        };
        row(Outcome::Completed, safety::RunClass::WrongZero); // completed without a zero is no zero
        row(Outcome::Alarm, safety::RunClass::StoppedSafely);
        row(Outcome::Refused, safety::RunClass::StoppedSafely);
        row(Outcome::Limit, safety::RunClass::StoppedSafely);
        row(Outcome::Collision, safety::RunClass::Collision);
        row(Outcome::Overtravel, safety::RunClass::SetterHurt);
        row(Outcome::Runaway, safety::RunClass::DidNotEnd);
        row(Outcome::PausedForever, safety::RunClass::StoppedSafely); // the person would not go on
    }
    void everyOutcomeIsCounted() {
        QFETCH(int, outcome);
        QFETCH(int, kind);
        machine::RunResult result;
        result.outcome = static_cast<Outcome>(outcome);
        auto const rehearsal = test::SmallShop().rehearse();
        QCOMPARE(static_cast<int>(safety::classify(result, rehearsal)), kind);
        QVERIFY(!safety::verdictOf(result, rehearsal, UnitSystem::Metric).front().headline.empty());
    }
};

STEADY_TEST(PhysicalTruthTest);
#include "PhysicalTruthTest.moc"
