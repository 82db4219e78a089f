// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/dialects/parametric/Parametric.h"
#include "support/Recorder.h"

using namespace steady;
using namespace steady::controller;
using test::Recorder;
using test::runRecorded;

/// How blocks get their meaning. N: NISTIR 6556 as recalled in m-rs274ngc.json; S: our definition in docs/language.md.
class ControllerTest : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void offsetsAddUp() { // N: m-rs274ngc.json, offsets
        Memory memory;
        memory.work_offsets_mm[0][0] = 100;
        memory.shift_mm[0] = 5;
        auto const ran = runRecorded("G90\nG53 G0 X10\nG0 X10\n", memory);
        QCOMPARE(ran.machine.log, (std::vector<std::string>{"rapid 10 0 0", "rapid 115 0 0"}));
    }
    void machineCoordinatesIgnoreIncrementalMode() { // N
        Memory memory;
        memory.work_offsets_mm[0][0] = 100;
        Recorder machine;
        machine.at = {40, 0, 0};
        QCOMPARE(runRecorded("G91\nG53 G0 X10\n", memory, machine).machine.at[0], 10.0);
    }
    void shiftGivesThePointItsName() { // N: present point X 4, after G92 X7 the offset is −3
        auto const ran = runRecorded("G92 X7\n#1=#5211\nG0 X7\n");
        QCOMPARE(ran.memory.parameters[1], -3.0);
        QCOMPARE(ran.machine.at[0], 4.0);
        QCOMPARE(runRecorded("G92 X7\nG92.1\n#1=#5211\n").memory.parameters[1], 0.0);
    }
    void workOffsetIsSetInMachineCoordinates() { // N
        auto const ran = runRecorded("G10 L2 P1 X3.5 Z-17.2\n#1=#5221\n#2=#5223\n#3=#5222\n");
        QCOMPARE(ran.memory.work_offsets_mm[0], (Vec3{3.5, 0, -17.2}));
        QCOMPARE(ran.memory.parameters[1], 3.5);
        QCOMPARE(ran.memory.parameters[2], -17.2);
        QCOMPARE(ran.memory.parameters[3], 0.0);
        QCOMPARE(runRecorded("G10 L2 P10 Z1").outcome, Outcome::Refused);
        QCOMPARE(runRecorded("G10 L2 Z1").outcome, Outcome::Refused);
    }
    void numberOfTheOffsetInUse() { // N
        QCOMPARE(runRecorded("G55\n#1=#5220\n").memory.parameters[1], 2.0);
        QCOMPARE(runRecorded("G59.3\n#1=#5220\n").memory.parameters[1], 9.0);
    }
    void unitsScaleWordsFeedsAndOffsets() {
        auto const ran = runRecorded("G20\nF10\nG1 X1\nG10 L2 P2 Z-2\nG21\nG1 X1\n");
        QCOMPARE(ran.machine.log, (std::vector<std::string>{"feed254 25.4 0 0", "feed254 1 0 0"}));
        QVERIFY(test::near(ran.memory.work_offsets_mm[1][2], -50.8, 1e-12));
    }
    void offsetParametersStandInTheNativeUnit() { // S
        Memory memory;
        memory.native = UnitSystem::Inch;
        memory.modes.units = UnitSystem::Inch;
        QVERIFY(test::near(runRecorded("G10 L2 P1 Z-2\n#1=#5223\n", memory).memory.parameters[1], -2, 1e-12));
    }

    void overridesAreLockedAndFreed() { // N: M48, M49; a program's end frees them
        Recorder machine;
        machine.knob = 2;
        auto const ran = runRecorded("F60\nG1 X1\nM49\nG1 X2\nG38.3 Z-1\nM48\nG1 X3\nM49\nM2\n", {}, machine);
        QCOMPARE(ran.machine.log, (std::vector<std::string>{"feed120 1 0 0", "feed60 2 0 0", "probe60 -1",
                                                            "feed120 3 0 -1", "spindle off"}));
        QVERIFY(!ran.memory.modes.override_locked);
    }
    void theOffsetAfterTheEndIsTheOwnersAnswer() { // N: back to G54; C: kept
        auto dialect = dialects::parametric();
        QCOMPARE(runRecorded("G57\nM2\n").memory.modes.work_offset, 1);
        dialect.end_resets_offset = false;
        QCOMPARE(runRecorded("G57\nM2\n", {}, {}, dialect).memory.modes.work_offset, 4);
    }
    void anAlarmIsSaidAfterItsPauseToo() { // S: message, M0, then an end before the last
        auto const ran = runRecorded("O1 IF [1]\n(MSG,Look)\nM0\nM2\nO1 ENDIF\n(MSG,Good)\nM2\n");
        QCOMPARE(ran.outcome, Outcome::Alarm);
        QCOMPARE(ran.message, std::string("Look"));
    }
    void orderOfExecution_data() { // N: m-rs274ngc.json, execution and order_of_execution
        QTest::addColumn<QStringList>("log");
        QTest::newRow("M5 G1 X1 F60") << QStringList{QStringLiteral("spindle off"), QStringLiteral("feed60 1 0 0")};
        QTest::newRow("M0 G0 X5") << QStringList{QStringLiteral("rapid 5 0 0"), QStringLiteral("pause ")};
        QTest::newRow("G1 X10 F200 M3 S1000")
            << QStringList{QStringLiteral("spindle on"), QStringLiteral("feed200 10 0 0")};
        QTest::newRow("G0 X1 G4 P2") << QStringList{QStringLiteral("dwell 2"), QStringLiteral("rapid 1 0 0")};
        QTest::newRow("(MSG,look) M0") << QStringList{QStringLiteral("pause look")};
        QTest::newRow("M2 G0 X5") << QStringList{QStringLiteral("rapid 5 0 0"), QStringLiteral("spindle off")};
    }
    void orderOfExecution() {
        QFETCH(QStringList, log);
        QStringList got;
        for (auto const& line : runRecorded(QTest::currentDataTag()).machine.log)
            got.append(QString::fromStdString(line));
        QCOMPARE(got, log);
    }
    void offsetAndDistanceModeComeBeforeTheMotion() { // N: G55, G91, then G0 X1
        Memory memory;
        memory.work_offsets_mm[1][0] = 50;
        Recorder machine;
        machine.at = {7, 0, 0};
        QCOMPARE(runRecorded("G0 X1 G91 G55\n", memory, machine).machine.at[0], 8.0);
    }

    void probeGivesTripPointInProgramCoordinates() { // N: #5061 to #5066 are those of the controlled point
        Memory memory;
        memory.work_offsets_mm[0][2] = -100;
        Recorder near_plate;
        near_plate.at = {0, 0, -60};
        near_plate.contact_at_z = -63;
        auto const found =
            runRecorded("G38.2 Z0 F60\n#1=#5063\n#2=#5070\n#3=[#5063 + #[5203 + 20*#5220]]\n", memory, near_plate);
        QCOMPARE(found.outcome, Outcome::Completed);
        QCOMPARE(found.memory.parameters[1], 37.0);
        QCOMPARE(found.memory.parameters[2], 1.0);
        QCOMPARE(found.memory.parameters[3], -63.0);
    }
    void noContact() { // N for G38.2; C for G38.3 and #5070
        auto const loud = runRecorded("G38.2 Z-5 F60\nG0 X9\n");
        QCOMPARE(loud.outcome, Outcome::Alarm);
        QCOMPARE(loud.line, 1);
        auto const quiet = runRecorded("G38.3 Z-5 F60\n#1=#5070\n#2=#5063\n");
        QCOMPARE(quiet.outcome, Outcome::Completed);
        QCOMPARE(quiet.memory.parameters[1], 0.0);
        QCOMPARE(quiet.memory.parameters[2], -5.0); // S: where the move ended
    }
    void probeRefusals_data() { // N
        QTest::addColumn<int>("code");
        QTest::newRow("G38.2 Z-0.2 F60") << static_cast<int>(Code::TooNearToProbe);
        QTest::newRow("G38.2 Z-5") << static_cast<int>(Code::NoFeed);
        QTest::newRow("G1 X5") << static_cast<int>(Code::NoFeed);
        QTest::newRow("G80\nG53 X1") << static_cast<int>(Code::FrameWithoutMotion);
        QTest::newRow("G80\nX1") << static_cast<int>(Code::UnexpectedText);
        QTest::newRow("G4 P-1") << static_cast<int>(Code::BadArgument);
        QTest::newRow("G4") << static_cast<int>(Code::MissingWord);
        QTest::newRow("#5063=1") << static_cast<int>(Code::ReadOnlyParameter);
        QTest::newRow("#5223=1") << static_cast<int>(Code::ReadOnlyParameter);
        QTest::newRow("#1=[1/#2]") << static_cast<int>(Code::DivisionByZero);
        QTest::newRow("G0 X##7") << static_cast<int>(Code::ParameterNumber);
    }
    void probeRefusals() {
        QFETCH(int, code);
        auto const ran = runRecorded(QTest::currentDataTag());
        QCOMPARE(ran.outcome, Outcome::Refused);
        QVERIFY(ran.error);
        QCOMPARE(static_cast<int>(ran.error->code), code);
        QVERIFY(ran.error->where.line > 0);
        QVERIFY(ran.machine.log.empty());
    }
    void closedAtStartAsTheDialectHasIt() {
        Recorder machine;
        machine.closed = true;
        auto const refused = runRecorded("G38.3 Z-5 F60\n", {}, machine);
        QCOMPARE(refused.outcome, Outcome::Refused);
        QVERIFY(refused.machine.log.empty());
        auto dialect = dialects::parametric();
        dialect.closed_at_start = ClosedAtStart::EndsAsContact;
        auto const counted = runRecorded("G38.3 Z-5 F60\n#1=#5070\n", {}, machine, dialect);
        QCOMPARE(counted.outcome, Outcome::Completed);
        QCOMPARE(counted.memory.parameters[1], 1.0);
        QVERIFY(counted.machine.log.empty());
    }

    void branches_data() {
        QTest::addColumn<double>("input");
        QTest::addColumn<double>("output");
        QTest::newRow("if") << 1.0 << 10.0;
        QTest::newRow("first elseif") << 2.0 << 20.0;
        QTest::newRow("second elseif") << 3.0 << 30.0;
        QTest::newRow("else") << 4.0 << 41.0;
    }
    void branches() {
        QFETCH(double, input);
        QFETCH(double, output);
        auto const ran = runRecorded(fmt::format(
            "#1={}\nO1 IF [#1 EQ 1]\n#2=10\nO1 ELSEIF [#1 EQ 2]\n#2=20\nO1 ELSEIF [#1 EQ 3]\n#2=30\nO1 ELSE\n#2=40\n"
            "O7 IF [#1 GT 3]\n#2=[#2+1]\nO7 ENDIF\nO1 ENDIF\n#3=#2\n",
            input));
        QCOMPARE(ran.outcome, Outcome::Completed);
        QCOMPARE(ran.memory.parameters[3], output);
    }

    void endResetsModesAndShift() { // N
        Memory memory;
        memory.modes.absolute = false;
        memory.modes.work_offset = 4;
        memory.shift_mm[2] = 2;
        auto const ran = runRecorded("M2\nG0 X99\n", memory);
        QCOMPARE(ran.outcome, Outcome::Completed);
        QVERIFY(ran.memory.modes.absolute);
        QCOMPARE(ran.memory.modes.work_offset, 1);
        QCOMPARE(ran.memory.shift_mm[2], 0.0);
        QCOMPARE(ran.machine.log, (std::vector<std::string>{"spindle off"}));
    }
    void anEarlyEndIsAnAlarm() { // S
        auto const ran = runRecorded("O1 IF [1 EQ 1]\n(MSG,Jog Z up)\nM2\nO1 ENDIF\nM2\n");
        QCOMPARE(ran.outcome, Outcome::Alarm);
        QCOMPARE(ran.message, std::string("Jog Z up"));
        QCOMPARE(runRecorded("O1 IF [1 EQ 0]\nM2\nO1 ENDIF\nM2\n").outcome, Outcome::Completed);
    }
    void nobodyResumes() {
        Recorder machine;
        machine.pauses_left = 0;
        QCOMPARE(runRecorded("(MSG,Lay the plate)\nM0\nG0 X1\n", {}, machine).outcome, Outcome::PausedForever);
    }
    void percentEnds() { QCOMPARE(runRecorded("%\n#1=1\n%\n#1=2\n").memory.parameters[1], 1.0); }
    void wrongTextIsRefusedBeforeAnythingMoves() {
        auto const ran = runRecorded("G0 X5\nG0 X6\nQQ\n");
        QCOMPARE(ran.outcome, Outcome::Refused);
        QCOMPARE(ran.line, 3);
        QVERIFY(ran.machine.log.empty());
    }
    void homedStateWhereTheDialectShowsIt() {
        auto dialect = dialects::parametric();
        dialect.variables.homed = 5399;
        QCOMPARE(runRecorded("#1=#5399\n", {}, {}, dialect).memory.parameters[1], 1.0);
    }
    void wordsSayWhatALineDid() {
        Memory memory;
        Recorder machine;
        auto const executable =
            makeExecutable("#101=[2*3]\nG0 Z5\nO1 IF [#101 GT 9]\nO1 ENDIF\nG4 P1.5\n", dialects::parametric());
        Controller controller(executable, memory, machine);
        std::vector<std::string> words;
        Record record;
        while (controller.step(&record)) words.push_back(wordsOf(record, UnitSystem::Metric));
        QCOMPARE(words[0], std::string("#101 = 6.0000"));
        QCOMPARE(words[1], std::string("Rapid, up 5.000 to Z 5.000; 0.0 s"));
        QCOMPARE(words[2], std::string("Not so: passes by"));
        QCOMPARE(words[3], std::string("Waits 1.5 s"));
    }
};

STEADY_TEST(ControllerTest);
#include "ControllerTest.moc"
