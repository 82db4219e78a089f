// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "support/OddShop.h"
#include "support/Recorder.h"
#include "support/Rows.h"

#include "core/dialects/Bundle.h"
#include "core/dialects/hash/Hash.h"
#include "core/machine/Run.h"
#include "core/safety/StudyRun.h"
#include "core/safety/TableJudgement.h"

using namespace steady;
using controller::Outcome;
using macros::Kind;
using safety::RunClass;

namespace {

test::Ran ran(std::string const& text, controller::Memory memory = {}, test::Recorder machine = {}) {
    return test::runRecorded(text, std::move(memory), std::move(machine), dialects::hashVariable());
}

test::LinkedShop hashShop(Kind kind, bool inch = false, bool closed = false) {
    auto shop = test::shopFor(kind, inch, closed);
    shop.change(shop.machine, [](shop::Machine& m) {
        m.dialect = "hash";
        m.behaviour = *dialects::usualFor("hash", m.behaviour);
    });
    return shop;
}

/// How often a stop is followed by a move of a line that stands above it.
int movesAfterAStop(std::string const& text, machine::World const& world) {
    machine::Trace trace;
    machine::run(machine::load(text, safety::dialectOf(world)), world, &trace);
    int moves = 0, stop = 0;
    for (auto const& step : trace) {
        if (step.record.kind == controller::Record::Kind::Pause) stop = step.record.line;
        moves += step.record.kind == controller::Record::Kind::Rapid && step.record.line < stop;
    }
    return moves;
}

machine::RunResult ran(std::string const& text, machine::World const& world) {
    return machine::run(machine::load(text, safety::dialectOf(world)), world);
}

} // namespace

/// The control with hash variables: its language (C, common practice, as in docs/language.md), and the macros for it.
class HashTest : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void values_data() {
        QTest::addColumn<QString>("text");
        QTest::addColumn<double>("is");
        auto row = [](char const* text, double is) { QTest::newRow(text) << QString::fromLatin1(text) << is; };
        row("#101=2+3*4", 14);
        row("#101=-[2+3]*2", -10);
        row("#102=5\n#101=-#102+1", -4);
        row("#101=FIX[-1.7]", -1); // to zero
        row("#101=FUP[-1.2]", -2); // away from it
        row("#101=-7 MOD 3", -1);  // the sign of what is divided
        row("#101=12 AND 10", 8);
        row("#101=12 OR 3", 15);
        row("#101=12 XOR 10", 6);
        row("#101=1+6 AND 3", 3); // AND binds like *
        row("#101=ATAN[1]/[1]", 45);
        row("#102=3\n#103=102\n#101=#[#103]", 3);
        row("IF [1 EQ 1] THEN #101=7", 7);
        row("#101=1\nIF [2 GT 3] THEN #101=7", 1);
        row("#101=1\nIF [#101 EQ 1] GOTO 20\n#101=5\nN20", 1);
        row("#101=20\nGOTO #101\n#101=5\nN20", 20);
        row("#101=0\nWHILE [#101 LT 4] DO 1\n#101=#101+1\nEND 1", 4);
        row("#101=0\nWHILE [#101 LT 9] DO 1\n#101=#101+1\nIF [#101 EQ 3] GOTO 5\nEND 1\nN5", 3); // out of a loop
        // Without a value: nothing to a comparison for equality, 0 to everything else.
        row("IF [#120 EQ #0] THEN #101=1", 1);
        row("#101=3\nIF [#120 EQ 0] THEN #101=1", 3);
        row("#101=3\nIF [#120 LE 0] THEN #101=1", 1);
        row("#101=#120+2", 2);
        // Calls: letters fill the locals of a macro, and the caller finds its own again; M98 shares them.
        row("O1\n#1=9\nG65 P20 A3. B4. Z7.\n#101=#101+100*#1\nM30\nO20\n#101=#1+10*#2+#26*1000\n#1=0\nM99", 7943);
        row("O1\n#1=9\nM98 P20 L3\n#101=#1\nM30\nO20\n#1=#1+1\nM99", 12);
        row("O1\nG65 P20\nM30\nO20\nIF [#3 EQ #0] THEN #101=5\nM99", 5);
        // What shows: machine and work position, skip position with the external offset, modes, tool and feed.
        row("G10 L2 P1 Z-30\nG10 L2 P0 Z-2\nG90 G53 G0 Z-10\nG4 P1\n#101=#5023*1000+#5043", -9978);
        row("G10 L2 P2 Z-30\nG55\nG4 P1\n#101=#4014", 55);
        row("G20 G91\nG4 P1\n#101=#4006+#4003/1000", 20.091);
        row("T7\nG1 F250 X1\nG4 P1\n#101=#4120*1000+#4109", 7250);
        row("#5223=-12.5\nG10 L2 P0 Z-1\nG4 P1\n#101=#5223+#5203", -13.5);
        row("G10 L10 P3 R50\nG10 L11 P3 R-.2\nG4 P1\n#101=#2203+#2003", 49.8);
        row("#2203=40\nT3\nG43 H3\nG53 G0 Z0\nG4 P1\n#101=#5043", -40);
        row("G52 Z3\nG4 P1\n#101=#5043", -3);
        row("X#120\nG4 P1\n#101=#5021", 4); // a word without a value is not there
    }
    void values() {
        QFETCH(QString, text);
        QFETCH(double, is);
        controller::Memory memory;
        memory.forget(dialects::hashVariable().grammar);
        auto const whole = text.startsWith(u'O') ? text.toStdString() : "G21 G90 G0\n" + text.toStdString() + "\nM30";
        for (bool const ahead : {true, false}) { // each that reads what a move did has waited for it
            auto dialect = dialects::hashVariable();
            dialect.reads_ahead = ahead;
            auto const got = test::runRecorded(whole, memory, {}, dialect);
            QVERIFY2(got.outcome == Outcome::Completed, got.message.c_str());
            QVERIFY2(std::abs(got.memory.parameters[101] - is) < 1e-9,
                     std::to_string(got.memory.parameters[101]).c_str());
        }
    }
    void refusals_data() {
        QTest::addColumn<QString>("text");
        QTest::addColumn<int>("line");
        QTest::addColumn<QString>("words");
        auto row = [](char const* text, int line, char const* words) {
            QTest::newRow(text) << QString::fromLatin1(text) << line << QString::fromUtf8(words);
        };
        row("#101=[2 EQ 2]", 1, "EQ");         // comparisons belong to conditions
        row("IF [#101 EQ 1]", 1, "flow word"); // nothing follows
        row("GOTO 30", 1, "no line N30");
        row("N5\nN5", 2, "Two lines are called N5");
        row("GOTO 5\nWHILE [1 EQ 1] DO 1\nN5\nEND 1", 1, "inside a loop");
        row("WHILE [1 EQ 1] DO 1", 1, "no partner");
        row("END 2", 1, "no partner");
        row("WHILE [1 EQ 1] DO 4", 1, "1, 2 or 3");
        row("#101=1 #102=2", 1, "cannot stand here");
        row("G0 #101=1", 1, "cannot stand here");
        row("G0 X1 ; across", 1, "A comment after ;");
        row("#<depth>=1", 1, "A variable with a name");
        row("G38.2 Z-5 F60", 1, "G38.2");
        row("O100 IF [1]", 1, "cannot stand here");
        row("G31 Z-5", 1, "no feed");
        row("#5063=1", 1, "belongs to the controller");
        row("#101=2**3", 1, "*");
        row("G65 P99", 1, "no subroutine O99");
        row("G54.1 P3", 1, "G54.1");
        row("G10 L2 P7 Z0", 1, "P1 to P6");
        row("G10 L1 P1 Z0", 1, "L2, L20, L10 or L11");
        row("#101=1/0", 1, "divides by zero");
        row("O1\nG4 P1\nO2\nM99", 3, "runs into O2");
    }
    void refusals() {
        QFETCH(QString, text);
        QFETCH(int, line);
        QFETCH(QString, words);
        auto const got = ran(text.toStdString());
        QCOMPARE(got.outcome, Outcome::Refused);
        QVERIFY2(QString::fromStdString(got.message).contains(words), got.message.c_str());
        QCOMPARE(got.line, line);
    }
    void alarmsStopsAndWaits() {
        auto const alarm = ran("G0 X9\n#3000=12(LOOK HERE)\nM30");
        QCOMPARE(alarm.outcome, Outcome::Alarm);
        QCOMPARE(alarm.message, std::string("LOOK HERE"));
        for (bool const ahead : {true, false}) {
            auto dialect = dialects::hashVariable();
            dialect.reads_ahead = ahead;
            auto const stop = test::runRecorded("#3006=1(CLIP OFF)\nM0 (AND PLATE)\nM30", {}, {}, dialect);
            QCOMPARE(stop.machine.log[0], std::string("pause CLIP OFF"));
            QCOMPARE(stop.machine.log[1], std::string("pause AND PLATE"));
        }
        // P in thousandths of a second, X in seconds; the spindle has its own mind.
        QCOMPARE(ran("G4 P500\nG4 X1.5\nM30").machine.log,
                 (std::vector<std::string>{"dwell 0.5", "dwell 1.5", "spindle off"}));
        // The second bit of #3004 locks the override.
        test::Recorder fast;
        fast.knob = 2;
        auto const locked = ran("G1 X1 F100\nG4 P1\n#3004=2\nX2\nG4 P1\n#3004=0\nX3\nM30", {}, fast);
        QVERIFY(locked.machine.log[0].starts_with("feed200") && locked.machine.log[2].starts_with("feed100") &&
                locked.machine.log[4].starts_with("feed200"));
        // M99 in the main program begins anew, for ever.
        QCOMPARE(ran("G4 P1\nM99").outcome, Outcome::Runaway);
    }
    void withoutAPoint() {
        auto dialect = dialects::hashVariable();
        dialect.least_increments = true;
        auto const at = [&](char const* text) {
            return test::runRecorded(std::string(text) + "\nM30", {}, {}, dialect).machine.at[0];
        };
        QCOMPARE(at("G21 G90 G0 X10"), 0.01);
        QCOMPARE(at("G21 G90 G0 X10."), 10.0);
        QVERIFY(test::near(at("G20 G90 G0 X10"), 0.001 * 25.4, 1e-12));
        QCOMPARE(at("#101=10\nG21 G90 G0 X#101"), 10.0); // only what is written
        QCOMPARE(test::runRecorded("G4 X500\nM30", {}, {}, dialect).machine.log.front(), std::string("dwell 0.5"));
        dialect.least_increments = false;
        QCOMPARE(at("G21 G90 G0 X10"), 10.0);
    }
    /// What is read behind a move, before anything waited, is what it was before the move.
    void itReadsAhead() {
        test::Recorder machine;
        machine.contact_at_z = -3;
        auto const text = [](char const* wait) {
            return fmt::format("G21 G90\nG31 Z-10 F60\n{}#101=#5063\nIF [#5063 EQ 0] THEN #102=1\nM30", wait);
        };
        QCOMPARE(ran(text("G4 P1\n"), {}, machine).memory.parameters[101], -3.0);
        auto const early = ran(text(""), {}, machine);
        QCOMPARE(early.memory.parameters[101], 0.0);
        QCOMPARE(early.memory.parameters[102], 1.0);
        // An alarm comes before the move that stands above it; a pause does too, unless it is one that waits.
        auto const alarm = ran("G0 X9\n#3000=1(STOP)\nM30");
        QVERIFY(alarm.machine.log.empty());
        QCOMPARE(ran("G0 X9\n#3006=1(LOOK)\nM30").machine.log[0], std::string("pause LOOK"));
        QCOMPARE(ran("G0 X9\nM0 (LOOK)\nM30").machine.log[1], std::string("pause LOOK"));
        // As the owner found it: it waits for a skip as well, or for every line.
        shop::Behaviour known = *dialects::usualFor("hash", {});
        for (auto const waits : {shop::WaitsFor::DwellAndSkip, shop::WaitsFor::EveryLine}) {
            known.waits_for = waits;
            auto const dialect = dialects::languageOf("hash", known, shop::LengthSign::Positive);
            QCOMPARE(test::runRecorded(text(""), {}, machine, *dialect).memory.parameters[101], -3.0);
            auto const where = test::runRecorded("G21 G90 G0 X9\nG4 P1\n#101=#5021\nM30", {}, machine, *dialect);
            QCOMPARE(where.memory.parameters[101], 9.0);
        }
    }
    /// A skip move that meets nothing ends without a word; one that begins closed counts as a contact at once.
    void aSkipMaySayNothing() {
        auto const nothing = ran("G21 G90\nG31 Z-10 F60\nG4 P1\n#101=#5063\nM30");
        QCOMPARE(nothing.outcome, Outcome::Completed);
        QCOMPARE(nothing.memory.parameters[101], -10.0);
        test::Recorder closed;
        closed.closed = true;
        auto const at_once = ran("G21 G90\nG31 Z-10 F60\nG4 P1\n#101=#5063\nM30", {}, closed);
        QCOMPARE(at_once.outcome, Outcome::Completed);
        QCOMPARE(at_once.memory.parameters[101], 0.0);
    }

    /// Every macro, in both units, on both circuits, whatever the control waits for: right with nothing wrong.
    void everyMacroIsRight() {
        for (auto const kind : macros::every_kind)
            for (bool const inch : {false, true})
                for (bool const closed : {false, true}) {
                    auto const made = hashShop(kind, inch, closed).rehearse(kind);
                    auto const name = fmt::format("{}, {}, {}", macros::name(kind), inch, closed);
                    for (auto const waits :
                         {shop::WaitsFor::Dwell, shop::WaitsFor::DwellAndSkip, shop::WaitsFor::EveryLine}) {
                        auto world = made.world();
                        world.behaviour.waits_for = waits;
                        auto const result = ran(made.macro.text, world);
                        QVERIFY2(
                            safety::classify(result, made) == RunClass::Right,
                            fmt::format("{}: {} at line {}: {}", name, result.message, result.where.line, result.text)
                                .c_str());
                    }
                    QCOMPARE(movesAfterAStop(made.macro.text, made.world()), 0);
                    // All in capitals, each line of what it reads, and nothing that only another control knows.
                    for (char const c : made.macro.text) QVERIFY(c < 'a' || c > 'z');
                }
    }
    /// Shops in which nothing stands at its default: other heights, offsets, lengths with the other sign, tool 57.
    void oddShopsToo() {
        for (auto const odd : {test::Odd::Metric, test::Odd::Inch})
            for (auto const kind : macros::every_kind) {
                auto shop = test::oddShop(kind, odd);
                shop.change(shop.machine, [](shop::Machine& m) {
                    auto const homed = m.behaviour.homed_parameter;
                    auto const at_end = m.behaviour.offset_at_end;
                    m.dialect = "hash";
                    m.behaviour = *dialects::usualFor("hash", m.behaviour);
                    m.behaviour.homed_parameter = homed;
                    m.behaviour.offset_at_end = at_end;
                });
                shop.change(shop.setter, [](shop::ToolSetter& s) { s.practice.read_on = shop::Direction::Press; });
                shop.change(shop.plate, [](shop::TouchPlate& p) { p.practice.read_on = shop::Direction::Press; });
                shop.changeSetup(
                    [](shop::ZeroSetup& s) { std::erase_if(s.plan.also_offsets, [](int n) { return n > 6; }); });
                auto const made = shop.rehearse(kind);
                auto const name = fmt::format("{}, {}", macros::name(kind), odd == test::Odd::Metric ? "mm" : "inch");
                auto const result = ran(made.macro.text, made.world());
                QVERIFY2(
                    safety::classify(result, made) == RunClass::Right,
                    fmt::format("{}: {} at line {}: {}", name, result.message, result.where.line, result.text).c_str());
                for (auto const* twice : {"--", "+-", "-+", "++"})
                    for (auto const& line : QString::fromStdString(made.macro.text).split(u'\n'))
                        QVERIFY2(line.startsWith(u'(') || !line.contains(QLatin1String(twice)), qPrintable(line));
            }
    }
    /// An offset that is added to all, and a tool chosen for the next change.
    void whatSuchAControlHasBesides() {
        auto const made = hashShop(Kind::PlateZero).rehearse(Kind::PlateZero);
        auto world = made.world();
        world.memory.external_mm[2] = -3;
        auto const result = ran(made.macro.text, world);
        QVERIFY2(safety::classify(result, made) == RunClass::Right, result.message.c_str());
        QVERIFY(test::near(result.memory.work_offsets_mm[0][2] - 3, result.z_zero->true_mm, 0.02));
    }
    /// Each wait is there for a reason: without it some run with a fault ends otherwise.
    void everyWaitIsNeeded() {
        for (auto const kind :
             {Kind::PlateZero, Kind::PlateZeroLink, Kind::Retouch, Kind::ToolLength, Kind::TableZero}) {
            auto const made = hashShop(kind).rehearse(kind);
            auto const lines = QString::fromStdString(made.macro.text).split(u'\n');
            auto const ends = [](std::string const& text, machine::World const& world) {
                auto const result = ran(text, world);
                std::vector<long>
                    figures; // what it worked out, in twentieths: a moment more or less is no other figure
                for (int const n : machine::changedParameters(world.memory, result))
                    figures.push_back(std::lround(20 * result.memory.parameters[static_cast<std::size_t>(n)]));
                return std::tuple(result.outcome, result.message, figures);
            };
            std::vector<std::pair<machine::World, decltype(ends({}, {}))>> worlds;
            for (auto const& fault : safety::faults()) {
                if (!fault.touches(kind, made.world())) continue;
                auto world = made.world();
                fault.apply(world);
                worlds.emplace_back(world, ends(made.macro.text, world));
            }
            int waits = 0;
            for (qsizetype i = 0; i < lines.size(); ++i) {
                if (lines[i] != QStringLiteral("G4 X0.05")) continue;
                ++waits;
                auto without = lines;
                without.removeAt(i);
                auto const text = without.join(u'\n').toStdString();
                auto next = i;
                while (without[next].startsWith(u'(')) ++next;
                // Before a stop: otherwise the person would be asked while the machine still moves.
                bool matters = without[next].startsWith(QStringLiteral("#3006")) &&
                               movesAfterAStop(text, made.world()) > movesAfterAStop(made.macro.text, made.world());
                for (auto const& [world, before] : worlds) matters = matters || ends(text, world) != before;
                QVERIFY2(matters,
                         fmt::format("{}, line {}: {}", macros::name(kind), i + 1, lines[i - 1].toStdString()).c_str());
            }
            QVERIFY2(waits >= 3, macros::name(kind));
        }
    }
    /// From outside: one unbounded touch, X and Y first, nothing checked. Red for the right reasons.
    void aNaiveMacroIsRed() {
        auto const made = hashShop(Kind::PlateZero).rehearse(Kind::PlateZero);
        std::string const naive = "O900\nG21 G90 G54\nG91 G31 Z-20. F200\nG4 X0.1\n"
                                  "G90 G10 L2 P1 Z[#5063+#5223-12.]\nM30\n";
        auto world = made.world();
        world.person.pauses.clear();
        world.plate.place = machine::PlatePlace::OnStock;
        auto attack = safety::attackOn(made);
        attack.text = naive;
        attack.believed = world;
        auto const table = safety::runCampaign(attack, {4, 1, 2});
        QVERIFY(table && !table->good());
        std::set<std::string> bad;
        for (auto const& row : table->rows)
            if (row.bad() && !row.listed()) bad.insert(row.fault->id);
        for (auto const* id : {"lead_off", "shorted", "spindle_on"}) QVERIFY2(bad.contains(id), id);
    }
    /// The test of such a control tells how it behaves, whatever that is, by less than 1 mm in free air, and ends where
    /// it began. What a control answers is set here, not by the text.
    void theBenchTextTellsTheAnswers() {
        auto const made = hashShop(Kind::PlateZero).rehearse(Kind::PlateZero);
        using namespace shop;
        int told = 0;
        for (auto const waits : {WaitsFor::Dwell, WaitsFor::DwellAndSkip, WaitsFor::EveryLine})
            for (auto const point : {WithoutPoint::AsWritten, WithoutPoint::LeastIncrements})
                for (auto const closed : {ClosedAtStart::EndsAsContact, ClosedAtStart::Refused}) {
                    auto world = made.world();
                    world.behaviour.waits_for = waits;
                    world.behaviour.without_point = point;
                    world.behaviour.closed_at_start = closed;
                    world.person.pauses = {{{{Act::BridgePlate, -1}}, "4: HOLD PLATE TO CLIP, RESUME", {}}};
                    machine::Trace trace;
                    auto const loaded = machine::load(dialects::hashBenchText(), safety::dialectOf(world));
                    QVERIFY2(loaded.findings.empty(), loaded.findings.empty() ? "" : loaded.findings[0].text.c_str());
                    auto const result = machine::run(loaded, world, &trace);
                    std::set<std::string> said;
                    for (auto const& step : trace) {
                        if (step.record.kind == controller::Record::Kind::Pause) said.insert(step.record.message);
                        for (int axis = 0; axis < 3; ++axis) {
                            double const off = step.record.to_mm[axis] - world.position_mm[axis];
                            QVERIFY2(off > -1e-6 && off <= 1.0001 && (axis != 1 || off == 0),
                                     fmt::format("{} {} line {}", axis, off, step.record.line).c_str());
                        }
                    }
                    QVERIFY(
                        said.contains(point == WithoutPoint::AsWritten ? "2: X1 IS 1 MM" : "2: X1 IS A THOUSANDTH"));
                    QVERIFY(said.contains(waits == WaitsFor::Dwell          ? "3: IT WAITS FOR A DWELL"
                                          : waits == WaitsFor::DwellAndSkip ? "3: FOR A DWELL OR A SKIP"
                                                                            : "3: IT WAITS FOR EVERY LINE"));
                    QCOMPARE(said.contains("6: IT COUNTS AS A CONTACT"), closed == ClosedAtStart::EndsAsContact);
                    QCOMPARE(result.outcome == Outcome::Completed, closed == ClosedAtStart::EndsAsContact);
                    if (result.outcome == Outcome::Completed)
                        for (int axis = 0; axis < 3; ++axis)
                            QVERIFY(test::near(result.position_mm[axis], world.position_mm[axis], 1e-6));
                    ++told;
                }
        QCOMPARE(told, 12);
        // A plate that is not seen, and a dwell that it reads past: no macros for such a one.
        auto world = made.world();
        world.person.pauses.clear();
        auto dialect = safety::dialectOf(world);
        machine::Trace trace;
        machine::run(machine::load(dialects::hashBenchText(), dialect), world, &trace);
        auto const says = [&](std::string_view words) {
            return std::any_of(trace.begin(), trace.end(),
                               [&](auto const& step) { return step.record.message == words; });
        };
        QVERIFY(says("6: CONTACT NOT SEEN: NO MACROS"));
        std::vector<controller::CodeWord> words(dialect.words.begin(), dialect.words.end());
        for (auto& word : words)
            if (word.does == controller::Does::Dwell) word.waits = false;
        dialect.words = words;
        dialect.finish();
        trace.clear();
        machine::run(machine::load(dialects::hashBenchText(), dialect), world, &trace);
        QVERIFY(says("3: NOT EVEN A DWELL: NO MACROS"));
    }
    /// A touch that is read as it lets go needs a move that such a control does not have.
    void whatItCannotCarryIsSaid() {
        auto shop = hashShop(Kind::Retouch);
        shop.change(shop.setter, [](shop::ToolSetter& s) { s.practice.read_on = shop::Direction::Release; });
        auto const made = safety::rehearse(shop.reader(), shop.setup(), Kind::Retouch);
        QVERIFY(!made);
        QCOMPARE(made.error().code, Code::NotCarried);
        shop = hashShop(Kind::PlateZero);
        shop.change(shop.machine, [](shop::Machine& m) { m.behaviour.link_parameter = 3010; });
        QCOMPARE(safety::rehearse(shop.reader(), shop.setup(), Kind::PlateZero).error().code, Code::OutOfRange);
    }
    void readingsForAStudy() {
        auto const shop = hashShop(Kind::Retouch);
        auto const study = safety::studyMacro(shop.reader(), shop.setup(), {macros::Between::MoveAway, 5});
        QVERIFY2(study, study ? "" : study.error().value.c_str());
        auto const readings = safety::runStudy(*study, *study->world, 0);
        QVERIFY2(readings, readings ? "" : readings.error().value.c_str());
        auto const& tool = *shop.book.find(shop.setup().place.assembly);
        for (auto const& reading : *readings)
            QVERIFY(test::near(reading.value_mm, shop.nose_trip_mm + *tool.length_mm, 0.03));
    }
};

STEADY_TEST(HashTest);
#include "HashTest.moc"
