// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/Driver.h"
#include "demo/Script.h"

#include <QPlainTextEdit>

using namespace steady;
using namespace Qt::StringLiterals;
using test::Driver;

/// A control with a script of its own: its words are typed, its text is written and checked, and nothing is proved by
/// it. And X Y: by hand, and by a macro with a pin.
class WordsTest : public QObject {
    Q_OBJECT

    shop::Machine machine(Driver& drive) { return zeroing::machineOf(drive.book(), drive.window->desk()->setup()); }
    void chooseStep(Driver& drive, QString const& title) {
        auto* rows = drive.find<app::RowsView>("macro.words.steps");
        for (int i = 0; i < rows->count(); ++i)
            if (rows->row(i).text == title) rows->choose(i);
        drive.settle();
    }

private Q_SLOTS:
    void aScriptIsTaughtWrittenAndChecked() {
        Driver drive;
        drive.key(Qt::Key_8, Qt::ControlModifier);
        drive.settle();
        QVERIFY(!drive.find("macro.section.words")->isVisibleTo(drive.window.get())); // of no use to this control
        drive.key(Qt::Key_1, Qt::ControlModifier);
        drive.click("machine.section.controller");
        drive.choose("machine.dialect", u"Phrasebook"_s);
        drive.key(Qt::Key_8, Qt::ControlModifier);
        drive.settle();
        drive.click("macro.section.words");
        QVERIFY2(drive.judgement().contains(u"There are no words yet for “Remark”"_s), qPrintable(drive.judgement()));
        QVERIFY(!drive.find("macro.save")->isEnabled());
        drive.prompter.path = drive.folder.filePath(u"none.txt"_s);
        drive.key(Qt::Key_S, Qt::ControlModifier); // the key says why, and writes no empty file
        QVERIFY2(drive.notice().contains(u"There are no words yet"_s), qPrintable(drive.notice()));
        QVERIFY(!QFile::exists(drive.prompter.path));
        // One step by keys, first with a slip.
        chooseStep(drive, u"Touch downward"_s);
        auto* words = drive.find<QPlainTextEdit>("macro.words.text");
        words->setFocus();
        QTest::keyClicks(words, u"seek {{distnace}} {{feed}} {{into}} {{alarm}}"_s);
        auto const wrong = [&] { return drive.find<QLabel>("macro.words.wrong")->text(); };
        QVERIFY2(wrong().startsWith(u"There is no “distnace” in this step. It has: distance"_s), qPrintable(wrong()));
        QTest::keyClick(words, Qt::Key_A, Qt::ControlModifier);
        QTest::keyClicks(words, u"seek {{distance}} at {{feed}} into {{into}} or {{alarm}}"_s);
        QVERIFY(!drive.find("macro.words.wrong")->isVisibleTo(drive.window.get()));
        auto const preview = drive.find<QLabel>("macro.words.preview")->text();
        QVERIFY2(preview.contains(u" into fast or No plate within the search"_s), qPrintable(preview));
        QTest::keyClick(words, Qt::Key_Tab);
        QTRY_COMPARE(machine(drive).behaviour.phrases.size(), 1U);
        QVERIFY(!drive.judgement().contains(u"Touch downward"_s));
        // The rest of an evening.
        auto taught = machine(drive);
        for (auto const& each : demo::scriptWords())
            if (each.step != "probe-down") taught.behaviour.phrases.push_back(each);
        QVERIFY(drive.window->desk()->put(&shop::PlaceOfWork::machine, taught, "Words"));
        drive.settle();
        auto* whole = drive.find<QPlainTextEdit>("macro.words.whole");
        QVERIFY2(
            whole->toPlainText().startsWith(u"-- Plate zero, written by Steady Pin in this control's own words."_s),
            qPrintable(drive.judgement()));
        QVERIFY2(drive.judgement().startsWith(u"Checked: every step is there"_s), qPrintable(drive.judgement()));
        QVERIFY(drive.judgement().contains(u"Checked, never proved."_s));
        drive.prompter.path = drive.folder.filePath(u"zero.txt"_s);
        drive.key(Qt::Key_S, Qt::ControlModifier);
        QCOMPARE(QString::fromUtf8(test::readAll(drive.prompter.path)), whole->toPlainText());
        // A figure changed by hand is named with the step that it belongs to.
        auto text = whole->toPlainText();
        auto const at = text.indexOf(u"rest 0.20 s"_s);
        QVERIFY(at > 0);
        auto cursor = whole->textCursor();
        cursor.setPosition(static_cast<int>(at + 5));
        whole->setTextCursor(cursor);
        whole->setFocus();
        QTest::keyClick(whole, Qt::Key_Delete);
        QTest::keyClicks(whole, u"7"_s);
        QTRY_VERIFY2(drive.judgement().contains(u"“7.20” stands where the step has “0.20”."_s),
                     qPrintable(drive.judgement()));
        QVERIFY(drive.judgement().startsWith(u"Off the contact, line "_s));
        drive.click("macro.words.anew");
        QTRY_VERIFY(drive.judgement().startsWith(u"Checked: every step is there"_s));
        // A script of somebody's own: its constant is found, compared, and put right.
        drive.type("constant-setter-x", u"SETTER_X = 77.5"_s);
        QVERIFY2(drive.hintOf("constant-setter-x").contains(u"do not use {{value}}"_s) ||
                     drive.notice().contains(u"do not use {{value}}"_s),
                 qPrintable(drive.hintOf("constant-setter-x") + drive.notice()));
        drive.type("constant-setter-x", u"SETTER_X = {{value}}"_s);
        whole->setPlainText(u"SETTER_X = 77.5\ngo\n"_s);
        QTRY_VERIFY2(drive.judgement().contains(u"77.5 stands there; the book says "_s), qPrintable(drive.judgement()));
        drive.click("macro.words.constants");
        QTRY_VERIFY2(drive.judgement().contains(u"as in the book"_s), qPrintable(drive.judgement()));
        QVERIFY(whole->toPlainText().endsWith(u"\ngo\n"_s) && !whole->toPlainText().contains(u"77.5"_s));
        QVERIFY(!drive.find("macro.keep")->isEnabled()); // no text of this macro
        drive.click("macro.words.anew");
        // What runs is another text, and its table is not kept as a proof.
        drive.click("macro.section.run");
        drive.key(Qt::Key_F5);
        drive.settle();
        QTRY_VERIFY2(drive.judgement().startsWith(u"The zero is right."_s), qPrintable(drive.judgement()));
        QVERIFY(drive.judgement().contains(u"What runs here is not what you load."_s));
        drive.click("macro.section.faults");
        drive.choose("macro.worlds", u"1"_s);
        drive.click("macro.attack");
        drive.settle();
        QTRY_VERIFY2(drive.judgement().contains(u"the table of the recipe, not of your text"_s),
                     qPrintable(drive.judgement()));
        QVERIFY(!drive.find("macro.table.keep")->isEnabled());
    }
    void anEdgeByHand() {
        Driver drive;
        drive.key(Qt::Key_6, Qt::ControlModifier);
        drive.click("zero.section.sides");
        QVERIFY2(drive.judgement().contains(u"is a cutter"_s), qPrintable(drive.judgement()));
        drive.type("zero.side.pin", u"0.25 in"_s);
        drive.type("zero.side.wall", u"2 in"_s);
        drive.choose("zero.side.toward", u"−"_s);
        QVERIFY2(drive.judgement().contains(u"The touch"_s), qPrintable(drive.judgement()));
        drive.type("zero.side.first", u"-120.4"_s);
        QVERIFY2(drive.judgement().startsWith(u"Pin at its touch: set X to +53.975 mm"_s),
                 qPrintable(drive.judgement()));
        QCOMPARE(drive.window->desk()->setup().side.first_mm, std::optional(-120.4));
        drive.type("zero.side.again", u"54.2"_s);
        QVERIFY2(drive.judgement().contains(u"54.200 mm not accepted"_s), qPrintable(drive.judgement()));
        drive.type("zero.side.again", u"53.98"_s);
        QVERIFY2(drive.judgement().contains(u"53.980 mm accepted"_s), qPrintable(drive.judgement()));
        drive.choose("zero.side.feature", u"a corner, with its skew"_s);
        QVERIFY(drive.find("zero.side.other_at")->isVisibleTo(drive.window.get()));
        QVERIFY(!drive.find("zero.side.again")->isVisibleTo(drive.window.get()));
        drive.key(Qt::Key_Z, Qt::ControlModifier);
        QVERIFY(drive.window->desk()->setup().side.feature != shop::SideFeature::Corner);
    }
    void aBoreByMacroAndAChangeByHand() {
        Driver drive;
        drive.key(Qt::Key_8, Qt::ControlModifier);
        drive.choose("macro.kind", u"Centre of a bore"_s);
        QVERIFY2(drive.judgement().contains(u"0 flutes"_s), qPrintable(drive.judgement()));
        drive.key(Qt::Key_2, Qt::ControlModifier);
        drive.click("kit.section.tool");
        drive.choose("kit.tools", u"Tool 2: 6 mm up-cut"_s);
        QTRY_COMPARE(drive.window->desk()->book().find(drive.window->desk()->setup().place.assembly)->number, 2);
        drive.type("kit.tool.teeth", u"0"_s);
        drive.key(Qt::Key_8, Qt::ControlModifier);
        QVERIFY2(drive.judgement().contains(u"Type about how wide it is"_s), qPrintable(drive.judgement()));
        drive.type("macro.side.size", u"37.5"_s);
        drive.key(Qt::Key_F5);
        drive.settle();
        QTRY_VERIFY2(drive.judgement().startsWith(u"The zero is right."_s), qPrintable(drive.judgement()));
        QVERIFY(drive.judgement().contains(u"Y zero set at"_s));
        drive.choose("macro.kind", u"Change by hand"_s);
        drive.choose("macro.next_tool", u"3  12 mm ball, long reach"_s);
        drive.key(Qt::Key_F5);
        drive.settle();
        QTRY_VERIFY2(drive.judgement().startsWith(u"The zero is right."_s), qPrintable(drive.judgement()));
        QVERIFY(drive.macros()->editor()->text().contains(u"T3 M6"_s));
    }
};

STEADY_TEST(WordsTest);
#include "WordsTest.moc"
