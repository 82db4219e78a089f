// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "support/Test.h"

#include "core/dialects/parametric/Parametric.h"
#include "core/machine/Run.h"
#include "core/safety/Rehearsal.h"
#include "core/safety/Verdict.h"
#include "support/Rows.h"

using namespace steady;

class VerdictTest : public QObject {
    Q_OBJECT

private Q_SLOTS:
    /// Right is what lies within the stated ±: just inside, just outside, on both sides.
    void rightEndsAtTheTolerance() {
        safety::Rehearsal made;
        made.tolerance_mm = 0.02;
        machine::RunResult result;
        result.memory.tool = 3;
        auto judged = [&](macros::Kind kind, double error_mm) {
            made.kind = kind;
            result.z_zero = machine::ZZero{1, -70 + error_mm, -70};
            result.length = machine::SetLength{3, 52 + error_mm, 52};
            return safety::classify(result, made);
        };
        using safety::RunClass;
        for (auto const kind : {macros::Kind::PlateZero, macros::Kind::ToolLength})
            for (double sign : {-1.0, 1.0}) {
                QCOMPARE(judged(kind, sign * 0.0199), RunClass::Right);
                QCOMPARE(judged(kind, sign * 0.0201), RunClass::WrongZero);
            }
        result.memory.tool = 4; // a length that went to another number than that of the tool in the spindle
        QCOMPARE(judged(macros::Kind::ToolLength, 0), RunClass::WrongZero);
        QCOMPARE(safety::verdictOf(result, made, UnitSystem::Metric).front().headline,
                 std::string("The length went to another tool's number."));
        result.memory.tool = 3;
        made.intended_mm = -18; // a table zero lies that much lower
        QCOMPARE(judged(macros::Kind::PlateZero, -18), RunClass::Right);
        made.length_datum_mm = -52; // a first tool counts as nothing
        QCOMPARE(judged(macros::Kind::ToolLength, -52), RunClass::Right);
        QCOMPARE(judged(macros::Kind::ToolLength, 0), RunClass::WrongZero);
        result.z_zero.reset();
        made.kind = macros::Kind::PlateZero;
        QCOMPARE(safety::classify(result, made), RunClass::WrongZero); // nothing was set
        made.kind = macros::Kind::GoAndLook;
        made.intended_mm = 5;
        result.lowest_over_work_mm = 5.019;
        QCOMPARE(safety::classify(result, made), RunClass::Right);
        result.lowest_over_work_mm = 4.979;
        QCOMPARE(safety::classify(result, made), RunClass::WrongZero);
    }
    /// Wherever a macro was cut when it was saved or sent, what is left of it is never taken for the whole.
    void whatWasCutShortIsNeverGood() {
        int whole = 0, refused = 0, gave_up = 0;
        int macros_cut = 0;
        for (auto const kind : macros::every_kind) {
            if (macros::of(kind).loop != macros::Loop::No) continue; // long, and set nothing
            ++macros_cut;
            auto const shop = test::shopFor(kind);
            auto const rehearsal = shop.rehearse(kind);
            auto const& text = rehearsal.macro.text;
            auto const world = rehearsal.world();
            for (std::size_t end = 0; end != std::string::npos;) {
                auto const made = controller::makeExecutable(text.substr(0, end), safety::dialectOf(world));
                auto const result = machine::run(made, world);
                bool const all = end + 1 >= text.size();
                bool const good = result.outcome == controller::Outcome::Completed;
                QVERIFY2(good == all, text.substr(0, end).c_str());
                // Where it gives up by itself it could be run; the linter need not say more than that.
                refused += !made.findings.empty() || controller::cutShort(made);
                gave_up += result.outcome == controller::Outcome::Alarm;
                whole += good;
                end = all ? std::string::npos : std::min(text.find('\n', end + 1), text.size() - 1);
            }
        }
        QCOMPARE(whole, macros_cut);
        QVERIFY(refused > 500);
        QCOMPARE(gave_up, 0); // in a healthy world nothing gives up, cut or not
    }
    void whatEndsAText_data() {
        QTest::addColumn<QString>("text");
        QTest::addColumn<QString>("outcome"); ///< of a run; “cut”: refused as cut short
        QTest::addColumn<bool>("whole");      ///< for the linter
        auto row = [](char const* text, char const* outcome, bool whole) {
            QTest::newRow(text) << QString::fromLatin1(text) << QString::fromLatin1(outcome) << whole;
        };
        row("", "cut", false);
        row("\n\n(nothing)\n", "cut", false);
        row("%\n", "cut", false);
        row("G4 P1\n", "cut", false);
        row("G4 P1\nM2\n", "completed", true);
        row("G4 P1\nM30", "completed", true);
        row("%\nG4 P1\n%\n", "completed", true);
        row("O1 IF [1]\n(MSG, no)\nM2\nO1 ENDIF\n", "alarm", false); // its last words are its own alarm
        row("O1 IF [1]\nM2\nO1 ENDIF\nM2\n", "alarm", true);
        row("O1 IF [0]\nM2\nO1 ENDIF\n", "cut", false);
        row("O1 SUB\nG4 P1\nO1 ENDSUB\n", "cut", true); // a file of subroutines: whole, and yet nothing to run
        row("O1 SUB\nG4 P1\nO1 ENDSUB\nO1 CALL\nM2\n", "completed", true);
        row("M2\nO1 SUB\nG4 P1\nO1 ENDSUB\n", "completed", true);
    }
    void whatEndsAText() {
        QFETCH(QString, text);
        QFETCH(QString, outcome);
        QFETCH(bool, whole);
        auto const made = controller::makeExecutable(text.toStdString(), dialects::parametric());
        QVERIFY(made.findings.empty());
        QCOMPARE(!controller::cutShort(made), whole);
        auto const result = machine::run(made, test::SmallShop().rehearse().world());
        bool const cut = result.message.find("The text ends in the middle") != std::string::npos;
        QCOMPARE(cut ? QStringLiteral("cut") : QString::fromStdString(machine::name(result.outcome)), outcome);
        QCOMPARE(result.outcome == controller::Outcome::Completed, outcome == u"completed");
    }
    /// What is not a number, or has none that is finite, ends the run where it comes up.
    void whatIsNoNumberIsRefused() {
        auto const world = test::SmallShop().rehearse().world();
        for (auto const* line :
             {"#1=[1e0]", "#[EXP[800]-EXP[800]]=1", "#2=[EXP[709]*1000]", "G10 L2 P1 Z[EXP[709]*9-EXP[709]*9]",
              "#3=#[EXP[900]]", "G4 P[EXP[800]]", "#[0-EXP[800]]=2"}) {
            auto const made = controller::makeExecutable(std::string(line) + "\nM2\n", dialects::parametric());
            auto const result = machine::run(made, world);
            QVERIFY2(result.outcome == controller::Outcome::Refused, line);
            QCOMPARE(result.where.line, 1);
            QVERIFY2(!result.z_zero, line);
        }
    }
    /// What is read of one text has an end, and that is said.
    void theWorkHasAnEnd() {
        auto lines = [](std::size_t count, auto line) {
            std::string text;
            for (std::size_t i = 0; i < count; ++i) text += line(i) + "\n";
            return text + "M2\n";
        };
        auto said = [](std::string const& text) {
            auto const made = controller::makeExecutable(text, dialects::parametric());
            return made.findings.empty() ? std::string() : made.findings.front().text;
        };
        auto name = [](std::size_t i) { return fmt::format("#<n{}>=1", i); };
        QCOMPARE(said(lines(gcode::max_names, name)), std::string());
        QCOMPARE(said(lines(gcode::max_names + 1, name)),
                 std::string("One more named parameter is more than is read; the limit is 10000."));
        auto label = [](std::size_t i) { return fmt::format("O<l{0}> IF [1]\nO<l{0}> ENDIF", i); };
        QCOMPARE(said(lines(50'000, label)), std::string());
        auto nested = [](std::size_t i) { return fmt::format("O{} IF [1]", i); };
        QVERIFY(said(lines(controller::max_nesting + 1, nested)).starts_with("What is nested so deep is more"));
        auto const wrong = controller::makeExecutable(lines(5000, [](std::size_t) { return std::string("Q!"); }),
                                                      dialects::parametric());
        QCOMPARE(wrong.findings.size(), gcode::max_findings + 1);
        QCOMPARE(said(std::string(gcode::max_bytes + 1, '\n')),
                 std::string("A text of this size is more than is read; the limit is 64 MB."));
        QCOMPARE(said(std::string(gcode::max_lines, '\n') + "M2\n"),
                 std::string("A text of so many lines is more than is read; the limit is 2000000."));
        // A chain of conditions that is tried again and again counts each of them.
        auto chain = lines(3000, [](std::size_t i) { return i ? std::string("O2 ELSEIF [0]") : "O2 IF [0]"; });
        chain = "O1 WHILE [1]\n" + chain.substr(0, chain.size() - 3) + "O2 ENDIF\nO1 ENDWHILE\nM2\n";
        auto const made = controller::makeExecutable(chain, dialects::parametric());
        QCOMPARE(machine::run(made, test::SmallShop().rehearse().world()).outcome, controller::Outcome::Runaway);
    }
};

STEADY_TEST(VerdictTest);
#include "VerdictTest.moc"
