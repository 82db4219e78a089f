// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/Driver.h"

#include "app/macros/FaultTableView.h"

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
        drive.key(Qt::Key_7, Qt::ControlModifier);
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
        // What a routine cannot do is said, and what to do instead.
        drive.choose("macro.kind", u"Re-touch after a change"_s);
        drive.settle();
        QVERIFY2(drive.judgement().contains(u"This control cannot carry it"_s), qPrintable(drive.judgement()));
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
