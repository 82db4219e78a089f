// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/Driver.h"

#include <QAccessible>

using namespace steady;
using namespace Qt::StringLiterals;
using test::Driver;

/// What each station does with what people do to it.
class StationsTest : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void nonsenseIsExplainedAndKept() {
        Driver drive;
        auto const before = drive.window->desk()->session().file().lastSeq();
        drive.type("kit.reading", u"9.94.2"_s);
        QVERIFY2(drive.hintOf("kit.reading").contains(u"more than one decimal mark"_s),
                 qPrintable(drive.hintOf("kit.reading")));
        QCOMPARE(drive.find<QLineEdit>("kit.reading")->text(), u"9.94.2"_s);
        QCOMPARE(drive.window->desk()->session().file().lastSeq(), before);
        // Escape drops the draft, and the field says what it said before.
        QTest::keyClick(drive.find("kit.reading"), Qt::Key_Escape);
        QCOMPARE(drive.find<QLineEdit>("kit.reading")->text(), QString());
        QVERIFY(drive.hintOf("kit.reading").contains(u"five places"_s));
        drive.type("kit.nominal", u"-5"_s);
        QVERIFY(drive.hintOf("kit.nominal").contains(u"outside 0.100 to 200.000 mm"_s));
    }
    void leavingAFieldAccepts() {
        Driver drive;
        drive.click("kit.nominal");
        QTest::keyClick(drive.find("kit.nominal"), Qt::Key_A, Qt::ControlModifier);
        QTest::keyClicks(drive.find("kit.nominal"), u"12"_s);
        QTest::keyClick(drive.find("kit.nominal"), Qt::Key_Tab);
        QCOMPARE(drive.book().find(drive.window->desk()->setup().place.plate)->nominal_mm, std::optional(12.0));
        QCOMPARE(drive.find<QLineEdit>("kit.nominal")->text(), u"12.000"_s);
    }
    void aReadingIsWithdrawnWithItsCauseAndUndone() {
        Driver drive;
        drive.type("kit.reading", u"19.95"_s);
        QVERIFY(drive.judgement().contains(u"11.61"_s));
        auto* button = drive.find<QToolButton>("kit.reading.mark");
        QCOMPARE(button->text(), u"Withdraw reading 7, because…"_s); // the newest is chosen
        QCOMPARE(button->menu()->actions().size(), 4);
        button->menu()->actions().at(0)->trigger();
        QTRY_VERIFY(drive.judgement().contains(u"The plate is 9.942 mm"_s));
        QCOMPARE(button->text(), u"Count reading 7 again"_s);
        QTest::mouseClick(button, Qt::LeftButton);
        QVERIFY(drive.judgement().contains(u"11.61"_s));
        drive.key(Qt::Key_Z, Qt::ControlModifier);
        drive.key(Qt::Key_Z, Qt::ControlModifier);
        QTRY_VERIFY(drive.judgement().contains(u"11.61"_s));
        drive.key(Qt::Key_Z, Qt::ControlModifier | Qt::ShiftModifier);
        QTRY_VERIFY(drive.judgement().contains(u"The plate is 9.942 mm"_s));
    }
    void anotherToolHasNoContactYet() {
        Driver drive;
        drive.click("kit.tool.new");
        QCOMPARE(drive.window->desk()->tools().size(), std::size_t(7));
        drive.key(Qt::Key_6, Qt::ControlModifier);
        QVERIFY(!drive.ladder()->filled());
        QVERIFY(drive.judgement().contains(u"No contact yet"_s));
        drive.key(Qt::Key_Z, Qt::ControlModifier);
        QVERIFY(drive.ladder()->filled());
    }

    void aContactBelongsToTheToolThatMadeIt() {
        Driver drive;
        drive.choose("kit.tools", u"Tool 2: 6 mm up-cut"_s);
        QTest::keyClick(drive.find("kit.tools"), Qt::Key_Return);
        QTRY_VERIFY(!drive.window->desk()->zero()->chain);
        drive.key(Qt::Key_6, Qt::ControlModifier);
        drive.type("zero.contact", u"-84.7"_s);
        QCOMPARE(drive.window->desk()->zero()->chain->tool, std::string("tool 2"));
        // Back to the other tool: its own last touch is there again.
        drive.choose("zero.tools", u"Tool 3: 12 mm ball, long reach"_s);
        QTRY_COMPARE(drive.window->desk()->zero()->chain->tool, std::string("tool 3"));
        QVERIFY(test::near(drive.window->desk()->zero()->chain->terms[0].value_mm, -63.218, 1e-9));
        QCOMPARE(drive.window->desk()->zero()->chain->tool, std::string("tool 3"));
    }
    void editingANumberMovesItsRung() {
        Driver drive;
        drive.key(Qt::Key_6, Qt::ControlModifier);
        auto zeroOf = [&] {
            for (auto const& part : drive.ladder()->parts())
                if (part.key == u"zero"_s) return part.value;
            return QString();
        };
        QCOMPARE(zeroOf(), u"−73.159"_s);
        auto const touches = drive.book().all<shop::Contact>().size();
        drive.type("zero.contact", u"−60"_s);
        QCOMPARE(zeroOf(), u"−69.941"_s);
        QCOMPARE(drive.book().all<shop::Contact>().size(), touches + 1); // the older touch stays in the book
        drive.key(Qt::Key_Z, Qt::ControlModifier);
        QCOMPARE(zeroOf(), u"−73.159"_s);
    }
    void contactAsWorkZ() {
        Driver drive;
        drive.key(Qt::Key_6, Qt::ControlModifier);
        drive.click("zero.frame.work");
        drive.type("zero.contact", u"10.5"_s);
        QVERIFY2(drive.hintOf("zero.contact").contains(u"offset that was active"_s),
                 qPrintable(drive.hintOf("zero.contact")));
        drive.type("zero.offset_z", u"-73.7"_s);
        drive.type("zero.contact", u"10.5"_s);
        QVERIFY2(drive.hintOf("zero.contact").contains(u"machine Z −63.200 mm"_s),
                 qPrintable(drive.hintOf("zero.contact")));
        QVERIFY(test::near(drive.window->desk()->zero()->chain->terms[0].value_mm, -63.2, 1e-9));
    }
    void aLostMinusIsQueriedAtOnce() {
        Driver drive;
        drive.key(Qt::Key_6, Qt::ControlModifier);
        drive.type("zero.contact", u"63.218"_s);
        QVERIFY2(drive.judgement().startsWith(u"The contact is outside the travel."_s), qPrintable(drive.judgement()));
        QVERIFY(drive.find<QLabel>("next.words")->text().contains(u"outside the travel"_s));
    }
    void practiceIsMarkedAndNeverKept() {
        Driver drive;
        auto const seq = drive.window->desk()->session().file().lastSeq();
        drive.key(Qt::Key_T, Qt::ControlModifier);
        QCOMPARE(drive.window->current()->id(), u"zeroing"_s);
        QVERIFY(drive.judgement().contains(u"Practice only"_s));
        QVERIFY(drive.hintOf("zero.contact").contains(u"simulated"_s));
        QCOMPARE(drive.window->desk()->session().file().lastSeq(), seq);
        drive.click("zero.end_practice");
        QVERIFY(drive.judgement().contains(u"Work zero is good to"_s));
    }
    void theLadderIsWalkedByKeyAndReadAloud() {
        Driver drive;
        drive.key(Qt::Key_6, Qt::ControlModifier);
        auto* ladder = drive.ladder();
        ladder->setFocus();
        QTest::keyClick(ladder, Qt::Key_Down);
        QCOMPARE(ladder->accessibleDescription(), u"safe Z: −1.000"_s);
        QTest::keyClick(ladder, Qt::Key_Down);
        QCOMPARE(ladder->accessibleDescription(), u"on the setter: −51.590"_s);
        auto* access = QAccessible::queryAccessibleInterface(ladder);
        QVERIFY(access);
        QCOMPARE(access->childCount(), static_cast<int>(ladder->parts().size()));
        QCOMPARE(access->child(2)->text(QAccessible::Name), u"plate contact"_s);
        QCOMPARE(access->child(2)->text(QAccessible::Value), u"−63.218"_s);
        QVERIFY(ladder->rect().contains(
            QRect(ladder->mapFromGlobal(access->child(1)->rect().topLeft()), access->child(1)->rect().size())));
    }

    void steppingMovesTextWordsAndLadderTogether() {
        Driver drive;
        drive.key(Qt::Key_8, Qt::ControlModifier);
        auto const& theatre = drive.macros()->theatre();
        for (int i = 0; i < 40; ++i) drive.key(Qt::Key_F10);
        QCOMPARE(theatre.at(), 40);
        QCOMPARE(drive.find<QSlider>("macro.slider")->value(), 40);
        auto const tip = theatre.current()->record.to_mm[2];
        QString shown;
        for (auto const& part : drive.ladder()->parts())
            if (part.key == u"tip"_s) shown = part.value;
        QCOMPARE(shown, app::text(lengthNumber(tip, UnitSystem::Metric)));
        // Scrubbing goes back as well.
        drive.find<QSlider>("macro.slider")->setValue(10);
        QCOMPARE(theatre.at(), 10);
        drive.key(Qt::Key_F5);
        QVERIFY(theatre.ended());
        auto* editor = drive.macros()->editor();
        int line = 0;
        for (auto const& text : editor->text().split(u'\n')) {
            ++line;
            if (text.startsWith(u"#105="_s))
                QVERIFY2(editor->wordsAt(line).startsWith(u"#105 = −73.15"_s) &&
                             editor->wordsAt(line).contains(u"thickness"_s),
                         qPrintable(editor->wordsAt(line)));
        }
        drive.click("macro.over");
        QVERIFY(!theatre.loaded());
    }
    void faultsAreChosenAndJudged_data() {
        QTest::addColumn<QString>("fault");
        QTest::addColumn<QString>("left_out");
        QTest::addColumn<QString>("verdict");
        QTest::newRow("lead off") << u"The lead has come off"_s << u"Nothing"_s << u"It stopped safely."_s;
        QTest::newRow("lead off, proof left out")
            << u"The lead has come off"_s << u"prove contact"_s << u"Collision."_s;
        QTest::newRow("spindle, stop left out") << u"The spindle still turns"_s << u"spindle stop"_s << u"Collision."_s;
        QTest::newRow("thin plate") << u"The plate is 0.40 mm thinner than the book says"_s << u"Nothing"_s
                                    << u"The zero is wrong"_s;
    }
    void faultsAreChosenAndJudged() {
        QFETCH(QString, fault);
        QFETCH(QString, left_out);
        QFETCH(QString, verdict);
        Driver drive;
        drive.key(Qt::Key_8, Qt::ControlModifier);
        drive.choose("macro.leave_out", left_out);
        drive.choose("macro.fault", fault);
        drive.click("macro.run");
        QVERIFY2(drive.judgement().startsWith(verdict), qPrintable(drive.judgement()));
        QCOMPARE(drive.judgement().contains(u"A protection is left out"_s), left_out != u"Nothing"_s);
    }
    void textEditedByHandIsWhatRuns() {
        Driver drive;
        drive.key(Qt::Key_8, Qt::ControlModifier);
        auto* editor = drive.macros()->editor();
        editor->setText(editor->text().replace(u"- 9.9420]"_s, u"- 10.3420]"_s));
        drive.click("macro.run");
        QVERIFY(drive.judgement().contains(u"off by −400 µm"_s));
        QVERIFY(drive.judgement().contains(u"changed by hand"_s));
        editor->setText(u"G0 Z1\nWHAT\n"_s);
        drive.click("macro.run");
        QVERIFY2(drive.judgement().contains(u"not a word of this language"_s), qPrintable(drive.judgement()));
        drive.click("macro.anew");
        drive.click("macro.run");
        QVERIFY(drive.judgement().contains(u"The zero is right."_s));
    }
    void whatWasEditedOrRunSurvivesAChangeOfView() {
        Driver drive;
        drive.key(Qt::Key_8, Qt::ControlModifier);
        drive.key(Qt::Key_F5);
        auto const at = drive.macros()->theatre().at();
        drive.key(Qt::Key_D, Qt::ControlModifier);
        drive.key(Qt::Key_I, Qt::ControlModifier);
        QCOMPARE(drive.macros()->theatre().at(), at);
        QVERIFY(drive.judgement().contains(u"The zero is right."_s) && drive.judgement().contains(u" in,"_s));
        auto* editor = drive.macros()->editor();
        auto const mine = editor->text() + u"(mine)\n"_s;
        editor->setText(mine);
        drive.key(Qt::Key_M, Qt::ControlModifier);
        drive.key(Qt::Key_2, Qt::ControlModifier);
        drive.type("kit.nominal", u"11"_s);
        QCOMPARE(editor->text(), mine);
    }
    void savingWhereNothingCanBeWrittenIsSaid() {
        Driver drive;
        drive.prompter.path = u"/no/such/folder/x.ngc"_s;
        drive.key(Qt::Key_S, Qt::ControlModifier);
        QVERIFY2(drive.notice().contains(u"Writing failed"_s), qPrintable(drive.notice()));
        drive.click("notice.dismiss");
        QVERIFY(drive.notice().isEmpty());
    }

    void inchesAreAViewAndChangeNoValue() {
        Driver drive;
        drive.key(Qt::Key_6, Qt::ControlModifier);
        auto const seq = drive.window->desk()->session().file().lastSeq();
        drive.click("top.view.inch");
        QCOMPARE(drive.find<QLineEdit>("zero.contact")->text(), u"−2.4889"_s);
        QVERIFY(drive.judgement().contains(u" in."_s));
        drive.type("zero.stock", u"22 mm"_s); // the same value again, in the other unit
        QCOMPARE(drive.window->desk()->session().file().lastSeq(), seq);
        drive.click("top.view.metric");
        QCOMPARE(drive.find<QLineEdit>("zero.contact")->text(), u"−63.218"_s);
        QCOMPARE(drive.window->desk()->session().file().lastSeq(), seq);
    }
    void newOpenAndCopy() {
        Driver drive;
        drive.prompter.path = drive.folder.filePath(u"copy.pinbook"_s);
        drive.key(Qt::Key_S, Qt::ControlModifier | Qt::ShiftModifier);
        QTRY_VERIFY(QFileInfo::exists(drive.prompter.path));
        drive.prompter.path = drive.folder.filePath(u"second.pinbook"_s);
        drive.key(Qt::Key_N, Qt::ControlModifier);
        QCOMPARE(drive.book().info().name, std::string("second"));
        QVERIFY(drive.find<QLabel>("next.words")->text().contains(u"Measure the plate"_s));
        drive.prompter.path = drive.folder.filePath(u"nothing.pinbook"_s);
        drive.key(Qt::Key_O, Qt::ControlModifier);
        QCOMPARE(drive.prompter.asked, 3);
        QTRY_VERIFY2(drive.notice().contains(u"no such file"_s),
                     qPrintable(drive.notice())); // the new screen shows with the next events
        QCOMPARE(drive.book().info().name, std::string("second"));
        drive.prompter.path = drive.folder.filePath(u"copy.pinbook"_s);
        drive.key(Qt::Key_O, Qt::ControlModifier);
        QCOMPARE(drive.book().info().name, std::string("Tern & Thole"));
    }
    void aSecondWindowOnlyReads() {
        Driver drive;
        auto session = store::Session::open(drive.book_path, drive.clock, "reader");
        QVERIFY(session && !(*session)->writable());
        app::MainWindow reader(drive.look, drive.prompter, drive.clock, "reader", app::stations());
        reader.setSession(std::move(*session));
        reader.show();
        QVERIFY(reader.findChild<QLineEdit*>(u"kit.nominal"_s)->isReadOnly());
        QVERIFY(!reader.findChild<QComboBox*>(u"kit.circuit"_s)->isEnabled());
        // What the writer keeps, the reader shows a little later.
        drive.window->activateWindow();
        QVERIFY(QTest::qWaitForWindowActive(drive.window.get()));
        drive.type("kit.nominal", u"12.5"_s);
        QTRY_COMPARE(reader.findChild<QLineEdit*>(u"kit.nominal"_s)->text(), u"12.500"_s);
    }
};

STEADY_TEST(StationsTest);
#include "StationsTest.moc"
