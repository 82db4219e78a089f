// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/Driver.h"

#include "app/macros/FaultTableView.h"

#include <QProcess>

using namespace steady;
using namespace Qt::StringLiterals;
using test::Driver;

/// Each sort of control, chosen on screen: what is asked of it, what is written for it, and what faults do to that.
class ControlsTest : public QObject {
    Q_OBJECT

    void chooseControl(Driver& drive, QString const& name) {
        drive.key(Qt::Key_1, Qt::ControlModifier);
        drive.click("machine.section.controller");
        drive.choose("machine.dialect", name);
        drive.settle();
    }
    QString written(Driver& drive) {
        drive.key(Qt::Key_8, Qt::ControlModifier);
        drive.settle();
        return drive.macros()->editor()->text();
    }
    shop::Machine machine(Driver& drive) { return zeroing::machineOf(drive.book(), drive.window->desk()->setup()); }

private Q_SLOTS:
    /// Only what such controls differ in is asked, with the test of that control beside it.
    void eachIsAskedWhatItDiffersIn() {
        Driver drive;
        auto const shown = [&](char const* name) { return drive.find(name)->isVisibleTo(drive.window.get()); };
        chooseControl(drive, u"Hash-variable custom macro"_s);
        QVERIFY(shown("machine.waits_for") && shown("machine.without_point") && shown("machine.links"));
        QVERIFY(!shown("machine.home_move"));
        QCOMPARE(machine(drive).behaviour.closed_at_start, shop::ClosedAtStart::EndsAsContact);
        QCOMPARE(machine(drive).behaviour.link_parameter, 700);
        // Its own test, as a file.
        drive.prompter.path = drive.folder.filePath(u"test.ngc"_s);
        drive.click("machine.bench");
        QVERIFY(test::readAll(drive.prompter.path).startsWith("%\nO7098 (DIALECT TEST)"));
        drive.choose("machine.waits_for", u"a dwell or a skip"_s);
        QCOMPARE(machine(drive).behaviour.waits_for, shop::WaitsFor::DwellAndSkip);
        // Numbers that it does not have are refused, and nothing is lost.
        drive.type("machine.links", u"3010"_s);
        QCOMPARE(machine(drive).behaviour.link_parameter, 700);
        drive.type("machine.links", u"510"_s);
        QCOMPARE(machine(drive).behaviour.link_parameter, 510);
        chooseControl(drive, u"Plain streaming"_s);
        QVERIFY(!shown("machine.waits_for") && !shown("machine.links") && shown("machine.closed_at_start"));
        chooseControl(drive, u"Parametric"_s);
        QVERIFY(shown("machine.home_move") && shown("machine.links") && !shown("machine.without_point"));
        QCOMPARE(machine(drive).behaviour, shop::Behaviour());
        // One step back: of the two by which the keys came here.
        drive.key(Qt::Key_Z, Qt::ControlModifier);
        QTRY_COMPARE(machine(drive).dialect, std::string("hash"));
    }
    /// Chosen, written, run, and every fault tried.
    void eachIsWrittenFor() {
        Driver drive;
        chooseControl(drive, u"Hash-variable custom macro"_s);
        QVERIFY(written(drive).startsWith(u"%\nO7001 (PLATE ZERO)"_s));
        drive.key(Qt::Key_F5);
        drive.settle();
        QTRY_VERIFY2(drive.judgement().startsWith(u"The zero is right."_s), qPrintable(drive.judgement()));
        drive.click("macro.section.faults");
        drive.choose("macro.worlds", u"1"_s);
        drive.click("macro.attack");
        drive.settle();
        QTRY_VERIFY2(drive.judgement().startsWith(u"Every fault that can be noticed"_s), qPrintable(drive.judgement()));
        drive.click("macro.section.run");
        chooseControl(drive, u"Plain streaming"_s);
        QVERIFY(written(drive).contains(u"(SEGMENT 1: "_s));
        chooseControl(drive, u"Built-in routine"_s);
        QVERIFY2(written(drive).contains(u"Nothing is loaded"_s), qPrintable(written(drive)));
        QVERIFY2(drive.judgement().contains(u"Type the settings from the head of the sheet"_s),
                 qPrintable(drive.judgement()));
        drive.click("macro.section.faults");
        drive.click("macro.attack");
        drive.settle();
        QTRY_VERIFY2(drive.judgement().startsWith(u"The routine does not protect from "_s),
                     qPrintable(drive.judgement()));
        auto* table = drive.find<app::FaultTableView>("macro.table");
        QTRY_VERIFY(table->isVisible());
        drive.click("macro.section.run");
        // On paper, as another program reads it: what it does not notice, what none could, and the pause.
        drive.prompter.path = drive.folder.filePath(u"sheet.pdf"_s);
        drive.click("macro.sheet");
        drive.settle();
        QProcess reader;
        reader.start(u"pdftotext"_s, {u"-raw"_s, drive.prompter.path, u"-"_s});
        QVERIFY(reader.waitForFinished());
        auto const paper = QString::fromUtf8(reader.readAllStandardOutput()).simplified();
        for (auto const& words : {u"hand at the stop"_s, u"Cancel the shift before touching."_s,
                                  u"Measure the plate, and the first cut."_s, u"press it flat at two corners"_s})
            QVERIFY2(paper.contains(words), qPrintable(words + u" not in "_s + paper));
        // What a routine cannot do is said, and what to do instead.
        drive.choose("macro.kind", u"Re-touch after a change"_s);
        drive.settle();
        QVERIFY2(drive.judgement().contains(u"This control cannot carry it"_s), qPrintable(drive.judgement()));
    }
    /// At the machine: sent and typed piece by piece. What the machine reports is the virtual machine's; where zero
    /// lies, its world says.
    void sentPieceByPiece() {
        Driver drive;
        chooseControl(drive, u"Plain streaming"_s);
        auto const macro = written(drive).toStdString();
        auto const made = *drive.window->desk()->rehearse(macros::Kind::PlateZero);
        auto const run = machine::run(machine::load(macro, safety::dialectOf(made.world())), made.world());
        QVERIFY2(run.read.contains("z1"), run.message.c_str());
        drive.click("macro.section.send");
        auto const text = [&](char const* name) { return drive.find<QPlainTextEdit>(name)->toPlainText(); };
        auto const asks = [&](char const* name) { return drive.find(name)->isVisible(); };
        auto const heading = [&] { return drive.find<QLabel>("macro.send.heading")->text(); };
        QVERIFY2(drive.judgement().contains(u"Not every fault has been tried"_s), qPrintable(drive.judgement()));
        QVERIFY2(text("macro.send.piece").startsWith(u"(RUN 1 BEGUN "_s), qPrintable(text("macro.send.piece")));
        QString zero_line;
        int typed = 0;
        auto const walk = [&](int to_figures, std::string const& wrong_name) {
            for (int i = 0; i < 200 && typed < to_figures && !heading().startsWith(u"All"_s) &&
                            !heading().startsWith(u"Nothing more"_s);
                 ++i) {
                if (drive.find("macro.send.sent")->isEnabled()) {
                    for (auto const& line : text("macro.send.piece").split(u'\n'))
                        if (line.startsWith(u"G10 L2"_s)) zero_line = line;
                    auto const piece = text("macro.send.piece");
                    drive.click("macro.send.sent"); // once: it is asked below, or the next one waits
                    QVERIFY2(!drive.find("macro.send.sent")->isEnabled() || text("macro.send.piece") != piece,
                             qPrintable(piece));
                } else if (asks("macro.send.done")) {
                    drive.click("macro.send.done");
                } else if (asks("macro.send.number")) {
                    auto const name = drive.hintOf("macro.send.number").section(u' ', 1, 1).chopped(1).toStdString();
                    QVERIFY2(run.read.contains(name), qPrintable(drive.hintOf("macro.send.number")));
                    double const off = name == wrong_name ? 1 : 0;
                    drive.type("macro.send.number", QString::number(run.read.at(name) + off, 'f', 3));
                    ++typed;
                }
            }
        };
        // A slip of a digit: asked again, then right; nothing has been sent in between.
        walk(1, {});
        drive.click("macro.send.back");
        QVERIFY(asks("macro.send.number") && !drive.find("macro.send.sent")->isEnabled());
        drive.type("macro.send.number", u"sixty"_s);
        QVERIFY2(drive.hintOf("macro.send.number").contains(u"not a number"_s),
                 qPrintable(drive.hintOf("macro.send.number")));
        drive.type("macro.send.number", QString::number(run.read.at("z1"), 'f', 3));
        typed = 0;
        walk(1000, {});
        QVERIFY2(heading().startsWith(u"All segments"_s), qPrintable(heading()));
        auto const zero_mm = zero_line.section(u'Z', 1).toDouble();
        QVERIFY2(std::abs(zero_mm - made.world().zeroOnStock_mm()) < 0.02, qPrintable(zero_line));
        // The second slow report misread by a millimetre: nothing more is sent, and no zero with it.
        drive.click("macro.send.anew");
        QVERIFY(text("macro.send.piece").startsWith(u"(RUN 2 BEGUN "_s));
        zero_line.clear();
        typed = 0;
        walk(1000, run.read.rbegin()->first);
        QVERIFY2(heading().startsWith(u"Nothing more is sent"_s), qPrintable(heading()));
        QVERIFY(zero_line.isEmpty() && drive.judgement().startsWith(u"Nothing more is sent."_s));
        // Another text: what was read counts no more. One without a protection is not sent at all.
        drive.click("macro.section.run");
        drive.choose("macro.leave_out", u"agreement"_s);
        drive.settle();
        drive.click("macro.section.send");
        QVERIFY2(drive.judgement().startsWith(u"It must not be sent."_s), qPrintable(drive.judgement()));
        QVERIFY(!drive.find("macro.send.sent")->isEnabled());
    }
    void aTextForAnotherControlIsNamed() {
        Driver drive;
        (void)written(drive);
        drive.macros()->editor()->setText(u"G21 G90\nG91 G31 Z-20. F100\nG90\n#100=#5063\nM30\n"_s);
        drive.key(Qt::Key_F5);
        drive.settle();
        QTRY_VERIFY2(drive.judgement().contains(u"for another control: Hash-variable custom macro."_s),
                     qPrintable(drive.judgement()));
        QVERIFY(drive.judgement().contains(u"a skip move (line 2)"_s));
    }
};

STEADY_TEST(ControlsTest);
#include "ControlsTest.moc"
