// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/dialects/parametric/Parametric.h"
#include "core/gcode/SubFiles.h"
#include "support/Recorder.h"
#include "support/Reference.h"

#include <nlohmann/json.hpp>

using namespace steady;
using namespace steady::controller;
using test::Recorder;
using test::runRecorded;

/// Loops, calls, names and the words of a shop with a tool table. Letters as in docs/language.md.
class LanguageTest : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void flow_data() { // C: O words
        QTest::addColumn<QString>("text");
        QTest::addColumn<double>("one");
        auto row = [](char const* name, char const* text, double one) {
            QTest::newRow(name) << QString::fromLatin1(text) << one;
        };
        row("while", "#31=0\nO1 WHILE [#31 LT 4]\n#31=[#31+1]\nO1 ENDWHILE\n", 4);
        row("while, never", "#31=9\nO1 WHILE [#31 LT 4]\n#31=0\nO1 ENDWHILE\n", 9);
        row("do, at least once", "#31=9\nO1 DO\n#31=[#31+1]\nO1 WHILE [#31 LT 4]\n", 10);
        row("repeat", "O1 REPEAT [3]\nO2 REPEAT [2]\n#31=[#31+1]\nO2 ENDREPEAT\nO1 ENDREPEAT\n", 6);
        row("repeat, not once", "O1 REPEAT [0]\n#31=1\nO1 ENDREPEAT\n", 0);
        row("break", "O1 REPEAT [9]\n#31=[#31+1]\nO2 IF [#31 EQ 3]\nO1 BREAK\nO2 ENDIF\nO1 ENDREPEAT\n", 3);
        row("break out of two",
            "O1 WHILE [1]\nO2 REPEAT [9]\n#31=[#31+1]\nO1 BREAK\nO2 ENDREPEAT\nO1 ENDWHILE\n"
            "O3 REPEAT [2]\n#31=[#31+10]\nO3 ENDREPEAT\n",
            21);
        row("continue",
            "O1 REPEAT [5]\n#32=[#32+1]\nO2 IF [#32 MOD 2 EQ 0]\nO1 CONTINUE\nO2 ENDIF\n#31=[#31+1]\n"
            "O1 ENDREPEAT\n",
            3);
        row("call with arguments", "O100 SUB\n#31=[#1 + 10*#2]\nO100 ENDSUB\nO100 CALL [3] [4]\n", 43);
        row("arguments are the call's own", "#1=7\nO100 SUB\n#1=99\nO100 ENDSUB\nO100 CALL [3]\n#31=#1\n", 7);
        row("a sub is passed by", "O100 SUB\n#31=5\nO100 ENDSUB\n", 0);
        row("named sub, early return, its value",
            "O<half> SUB\nO1 IF [#1 GT 0]\nO<half> RETURN [#1/2]\nO1 ENDIF\nO<half> ENDSUB [7]\n"
            "O<half> CALL [8]\n#31=#<_value>\nO<half> CALL [0]\n#31=[#31 + 100*#<_value>]\n",
            704);
        row("local and global names",
            "#<a>=1\n#<_b>=2\nO1 SUB\n#<a>=50\n#<_b>=[#<_b>+1]\nO1 ENDSUB\nO1 CALL\n#31=[#<a> + 10*#<_b>]\n", 31);
        row("exists", "#<a>=1\n#31=[EXISTS[#<a>] + 10*EXISTS[#<b>]]\n", 1);
        row("recursion", "O1 SUB\n#31=[#31+1]\nO2 IF [#1 GT 1]\nO1 CALL [#1 - 1]\nO2 ENDIF\nO1 ENDSUB\nO1 CALL [4]\n",
            4);
    }
    void flow() {
        QFETCH(QString, text);
        QFETCH(double, one);
        auto const ran = runRecorded(text.toStdString());
        QVERIFY2(ran.outcome == Outcome::Completed, ran.message.c_str());
        QCOMPARE(ran.memory.parameters[31], one);
    }

    void refusals_data() {
        QTest::addColumn<QString>("text");
        QTest::addColumn<int>("outcome");
        QTest::addColumn<int>("line");
        QTest::addColumn<QString>("words");
        auto row = [](char const* name, char const* text, Outcome outcome, int line, char const* words) {
            QTest::newRow(name) << QString::fromLatin1(text) << static_cast<int>(outcome) << line
                                << QString::fromUtf8(words);
        };
        row("endless loop", "O1 WHILE [1]\nO1 ENDWHILE\n", Outcome::Runaway, 2, "went round more than 20000");
        row("too many passes asked", "O1 REPEAT [30000]\nO1 ENDREPEAT\n", Outcome::Runaway, 1, "went round");
        row("calls itself", "O1 SUB\nO1 CALL\nO1 ENDSUB\nO1 CALL\n", Outcome::Runaway, 2, "nested deeper than 10");
        row("loop left open", "O1 WHILE [1]\n", Outcome::Refused, 1, "has no partner");
        row("crossed", "O1 WHILE [1]\nO2 REPEAT [1]\nO1 ENDWHILE\nO2 ENDREPEAT\n", Outcome::Refused, 1, "no partner");
        row("break outside", "O1 BREAK\n", Outcome::Refused, 1, "outside the loop");
        row("return outside", "O1 RETURN\n", Outcome::Refused, 1, "outside a subroutine");
        row("unknown sub", "G0 X1\nO7 CALL\n", Outcome::Refused, 2, "no subroutine O7");
        row("sub twice", "O1 SUB\nO1 ENDSUB\nO1 SUB\nO1 ENDSUB\n", Outcome::Refused, 3, "two subroutines");
        row("name without a value", "G0 X1\n#1=#<depth>\n", Outcome::Refused, 2, "#<depth> has no value");
        row("tool number", "G43 H300\n", Outcome::Refused, 1, "no tool 300");
        row("G10 L3", "G10 L3 P1 Z1\n", Outcome::Refused, 1, "L1, L2 or L20");
        row("port", "M64 P16\n", Outcome::Refused, 1, "P0 to P15");
        row("lift off what is open", "F60\nG38.4 Z5\n", Outcome::Refused, 2, "already reads open");
        row("G43.1 without Z", "G43.1\n", Outcome::Refused, 1, "needs the word Z");
        row("own parameter", "#5400=3\n", Outcome::Refused, 1, "belongs to the controller");
        // N: words that nothing on the line reads, and what contradicts itself.
        row("P that no code reads", "G0 X1 P2\n", Outcome::Refused, 1, "reads the word P");
        row("L that no code reads", "G1 X1 F60 L2\n", Outcome::Refused, 1, "reads the word L");
        row("H without G43", "G49 H3\n", Outcome::Refused, 1, "reads the word H");
        row("Q without M61", "M6 Q3\n", Outcome::Refused, 1, "reads the word Q");
        row("R of no arc", "G1 X1 R2 F60\n", Outcome::Refused, 1, "reads the word R");
        row("I and J of no arc", "G0 X1 I2 J0\n", Outcome::Refused, 1, "reads the word I");
        row("an axis that is not there", "G0 A90\n", Outcome::Refused, 1, "no axis A");
        row("negative feed", "G1 X1 F-60\n", Outcome::Refused, 1, "negative F");
        row("negative speed", "S-500 M3\n", Outcome::Refused, 1, "negative S");
        row("a computed negative feed", "#31=5\nG1 X1 F[0-#31]\n", Outcome::Refused, 2, "negative F");
        row("two of group 0", "G4 P1 G10 L2 P1 Z0\n", Outcome::Refused, 1, "G4 and G10 contradict");
        row("G53 and G92", "G53 G92 X0\n", Outcome::Refused, 1, "G53 and G92 contradict");
        row("nested in itself", "O1 WHILE [0]\nO1 IF [1]\nO1 ENDIF\nO1 ENDWHILE\n", Outcome::Refused, 2,
            "opens inside another");
        row("the same number in two subs",
            "O1 SUB\nO5 IF [1]\nO5 ENDIF\nO1 ENDSUB\nO2 SUB\nO5 IF [1]\nO5 ENDIF\n"
            "O2 ENDSUB\nO1 CALL\nO2 CALL\nM2\n",
            Outcome::Completed, 11, "");
        row("a name that no sub has", "O<half> CALL [2]\n", Outcome::Refused, 1, "no subroutine O<HALF>");
    }
    void refusals() {
        QFETCH(QString, text);
        QFETCH(int, outcome);
        QFETCH(int, line);
        QFETCH(QString, words);
        auto const ran = runRecorded(text.toStdString());
        QVERIFY2(static_cast<int>(ran.outcome) == outcome, ran.message.c_str());
        QCOMPARE(ran.line, line);
        QVERIFY2(QString::fromStdString(ran.message).contains(words), ran.message.c_str());
    }

    void globalNamesLiveOn() { // C
        auto const first = runRecorded("#<_link>=5\n#<own>=1\n");
        auto const second = runRecorded("#31=[#<_link> + EXISTS[#<own>]]\n", first.memory);
        QCOMPARE(second.memory.parameters[31], 5.0);
    }

    void homeGoesThroughThePointInWorkCoordinates() { // N, all axes; C, those named: the trap of “G28 Z0”
        Memory memory;
        memory.work_offsets_mm[0][2] = -60; // work zero
        Recorder machine;
        machine.at = {10, 20, -5};
        auto const all = runRecorded("G90\nG28 Z0\n", memory, machine);
        QCOMPARE(all.machine.log, (std::vector<std::string>{"rapid 10 20 -60", "rapid 0 0 0"}));
        auto dialect = dialects::parametric();
        dialect.home_moves_all_axes = false;
        auto const named = runRecorded("G90\nG28 Z0\n", memory, machine, dialect);
        QCOMPARE(named.machine.log, (std::vector<std::string>{"rapid 10 20 -60", "rapid 10 20 0"}));
        auto const up = runRecorded("G91\nG28 Z0\nG30.1\nG0 X5\nG30\n", memory, machine, dialect);
        QCOMPARE(up.machine.log.back(), std::string("rapid 10 20 0"));
    }
    void lengthOffsets() { // N: G43 H, G49; C: G43.1, H left out, #5400 and #5403
        Memory memory;
        memory.work_offsets_mm[0][2] = -100;
        auto const ran = runRecorded("G10 L1 P3 Z52.5\nT3 M6\nG43\nG0 Z0\n#31=#5403\n#32=#5400\nG49\nG0 Z0\nG43.1 Z10\n"
                                     "G0 Z0\nG43 H3\nG0 Z0\nM61 Q4\n#33=#5400\n",
                                     memory);
        QCOMPARE(ran.machine.log, (std::vector<std::string>{"spindle off", "tool 3", "rapid 4 0 -47.5",
                                                            "rapid 4 0 -100", "rapid 4 0 -90", "rapid 4 0 -47.5"}));
        QCOMPARE(ran.memory.parameters[31], 52.5);
        QCOMPARE(ran.memory.parameters[32], 3.0);
        QCOMPARE(ran.memory.parameters[33], 4.0);
        auto dialect = dialects::parametric();
        dialect.length_sign = -1;
        QCOMPARE(runRecorded("G10 L1 P3 Z-52.5\nG43 H3\nG0 Z0\n", memory, {}, dialect).machine.at[2], -47.5);
    }
    void presentPointGetsAName() { // C: G10 L20, P0 the offset in use; with a G92 shift and a length in force
        Memory memory;
        memory.shift_mm = memory.kept_shift_mm = {0, 0, 2};
        memory.tool_offset_mm = 50;
        Recorder machine;
        machine.at = {0, 0, -30};
        auto const ran = runRecorded("G55\nG10 L20 P0 Z7\nG0 Z7\n", memory, machine);
        QCOMPARE(ran.memory.work_offsets_mm[1][2], -30.0 - 2 - 50 - 7);
        QCOMPARE(ran.machine.at[2], -30.0);
        QCOMPARE(runRecorded("G10 L2 P0 Z5\n").memory.work_offsets_mm[0][2], 5.0);
    }
    void shiftSetAsideAndTakenUp() { // N: G92.2 keeps the parameters, G92.3 reads them
        auto const ran = runRecorded("G92 X7\nG92.2\n#31=#5211\nG0 X1\nG92.3\nG0 X7\n");
        QCOMPARE(ran.memory.parameters[31], -3.0);
        QCOMPARE(ran.machine.log[0], std::string("rapid 1 0 0"));
        QCOMPARE(ran.machine.log[1], std::string("rapid 4 0 0"));
    }
    void liftUntilOpen() { // C: G38.4, G38.5
        Recorder machine;
        machine.closed = true;
        auto const ran = runRecorded("F60\nG38.5 Z5\n", {}, machine);
        QCOMPARE(ran.machine.log, (std::vector<std::string>{"lift60 5"}));
        QCOMPARE(ran.memory.parameters[5070], 1.0);
    }
    void portsAndMessages() { // C: M64–M66, (DEBUG, …)
        Recorder machine;
        machine.closed = true;
        auto const ran = runRecorded("M64 P2\nM66 P0 L0\n#31=#5399\n#<_d>=2.5\n(DEBUG,D is #<_d>, was #31 and #<no>)\n",
                                     {}, machine);
        QVERIFY(ran.memory.outputs[2]);
        QCOMPARE(ran.memory.parameters[31], 1.0);
        QCOMPARE(ran.message, std::string("D is 2.5000, was 1.0000 and (no value)"));
    }
    void wordsWithoutEffectAreNoted() {
        auto const made = makeExecutable("G64\nS1000 M3\nM49\nG64\nM7\nM30\n", dialects::parametric());
        QVERIFY(made.findings.empty());
        QCOMPARE(made.notes.size(), std::size_t(3)); // G64, S, M7; M49 has its effect
        QCOMPARE(made.notes[0].where.line, 1);
    }
    void
    referenceOrderWithAToolChange() { // N: the tool is changed before the spindle turns, whatever the order on the line
        auto const ran = runRecorded("M3 T2 M6 G0 X9\n");
        QCOMPARE(ran.machine.log, (std::vector<std::string>{"spindle off", "tool 2", "spindle on", "rapid 9 0 0"}));
    }
    /// Files of subs that call further ones: each once, behind the text, at known lines; what stands outside a sub is
    /// not run.
    void subsStandInFilesOfTheirOwn() {
        std::map<std::string, std::string> const files{
            {"outer", "(a head)\n#31=99\no<outer> sub\n#31=[#31 + #1]\no<inner> call [2]\no<outer> endsub\nM2\n"},
            {"inner", "o<inner> sub\n#31=[#31 * #1]\no200 call\no<inner> endsub\n"},
            {"200", "o200 sub\n#32=7\no<outer> call [0]\no200 endsub"}};
        std::vector<std::string> asked;
        auto const read = [&](std::string const& name) -> Result<std::optional<std::string>> {
            asked.push_back(name);
            auto const found = files.find(name);
            return found == files.end() ? std::optional<std::string>() : found->second;
        };
        auto const& grammar = dialects::parametric().grammar;
        auto const text = std::string("#31=1\no<Outer> call [4]\no<gone> call\nM2");
        auto const whole = gcode::withSubs(text, grammar, read);
        QVERIFY(whole);
        QCOMPARE(asked, (std::vector<std::string>{"outer", "gone", "inner", "200"}));
        QCOMPARE(whole->files.size(), std::size_t(3));
        auto const lineOf = [&](char const* part) {
            return 1 + static_cast<int>(
                           std::count(whole->text.begin(), whole->text.begin() + whole->text.find(part), '\n'));
        };
        auto const [file, line] = whole->place(lineOf("#31=[#31 * #1]"));
        QVERIFY(file && file->name == "inner");
        QCOMPARE(line, 2);
        QVERIFY(!whole->place(2).first && whole->place(2).second == 2);
        QVERIFY(whole->text.find("#31=99") == std::string::npos);
        QCOMPARE(whole->text.find("M2", whole->text.find("endsub")), std::string::npos);
        // 1 + 4, times 2; the unknown one is named where it is called.
        auto const unknown = makeExecutable(whole->text, dialects::parametric());
        QCOMPARE(unknown.findings.size(), std::size_t(1));
        QCOMPARE(unknown.findings[0].where.line, 3);
        auto const flat = gcode::withSubs("#31=1\no<inner> call [6]\nM2\n", grammar, [&](std::string const& name) {
            return name == "200" ? Result<std::optional<std::string>>("o200 sub\n#32=7\no200 endsub\n") : read(name);
        });
        QCOMPARE(runRecorded(flat->text).memory.parameters[31], 6.0);
    }
};

STEADY_TEST(LanguageTest);
#include "LanguageTest.moc"
