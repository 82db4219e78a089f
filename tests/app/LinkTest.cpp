// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/Driver.h"

#include "app/shell/HistoryDialog.h"
#include "core/zeroing/Lengths.h"
#include "core/zeroing/Link.h"

using namespace steady;
using namespace Qt::StringLiterals;
using test::Driver;

/// The window, driven as a person would, through everything that a fixed setter brings.
class LinkTest : public QObject {
    Q_OBJECT

    static Result<zeroing::Link> link(Driver const& drive) {
        auto const& desk = *drive.window->desk();
        return zeroing::linkOf(desk.book(), desk.setup());
    }
    static void undo(Driver& drive) { drive.key(Qt::Key_Z, Qt::ControlModifier); }
    static void useTool(Driver& drive, QString const& words, std::string const& label) {
        drive.choose("zero.tools", words);
        QTRY_COMPARE(drive.window->desk()->book().find(drive.window->desk()->setup().place.assembly)->name, label);
    }

private Q_SLOTS:
    void aNewBookToItsFirstZeroInFewActions() {
        Driver drive;
        drive.actions = 0;
        drive.prompter.path = drive.folder.filePath(u"first.pinbook"_s);
        drive.key(Qt::Key_N, Qt::ControlModifier);
        QVERIFY(drive.judgement().contains(u"A new book."_s));
        // The machine as its control shows it, the plate, one touch, the macro.
        drive.key(Qt::Key_1, Qt::ControlModifier);
        drive.type("machine.name", u"Shed router"_s);
        for (auto const& [field, text] : {std::pair{"machine.x.high", u"800"_s},
                                          {"machine.y.high", u"500"_s},
                                          {"machine.z.low", u"-110"_s},
                                          {"machine.z.high", u"0"_s}})
            drive.type(field, text);
        QVERIFY2(drive.judgement().contains(u"Z goes from −110.000 to 0.000 mm, home at the top"_s),
                 qPrintable(drive.judgement()));
        drive.key(Qt::Key_Return, Qt::ControlModifier); // the next step: measure the plate
        QCOMPARE(drive.window->current()->id(), u"kit"_s);
        for (auto const& typed : {u"19.05"_s, u"19.04"_s, u"19.05"_s, u"19.06"_s, u"19.05"_s})
            drive.type("kit.reading", typed);
        drive.type("kit.nominal", u"19"_s);
        drive.type("kit.tool.number", u"1"_s);
        drive.type("kit.tool.diameter", u"6.35"_s);
        drive.key(Qt::Key_Return, Qt::ControlModifier);
        QCOMPARE(drive.window->current()->id(), u"zeroing"_s);
        drive.type("zero.contact", u"-41.5"_s);
        QVERIFY(drive.find<app::SumLine>("sum")->shownText().startsWith(u"−41.500 − 19.050"_s));
        drive.key(Qt::Key_F5);
        QVERIFY2(drive.judgement().startsWith(u"The zero is right."_s), qPrintable(drive.judgement()));
        QVERIFY2(drive.actions < 40, qPrintable(QString::number(drive.actions)));
        QCOMPARE(drive.book().all<shop::Machine>().begin()->second->name, std::string("Shed router"));
        QVERIFY(drive.window->desk()->slips().empty());
    }

    void aLinkIsMadeUndoneAndMadeAgain() {
        Driver drive;
        drive.key(Qt::Key_6, Qt::ControlModifier);
        useTool(drive, u"Tool 1: 8 mm compression"_s, "8 mm compression");
        drive.type("zero.contact", u"-78.948"_s); // 15.73 below tool 3, whose zero this replaces
        QVERIFY(!link(drive));                    // the plate was touched alone
        drive.click("zero.section.link");
        QVERIFY2(drive.judgement().contains(u"The link no longer holds."_s), qPrintable(drive.judgement()));
        drive.type("zero.setter_contact", u"-67.282"_s);
        drive.click("zero.make_link");
        auto made = link(drive);
        QVERIFY(made);
        QVERIFY(test::near(made->d_mm(), 21.609, 0.01));
        QVERIFY2(drive.judgement().startsWith(u"The setter stands 21.6"_s), qPrintable(drive.judgement()));
        QVERIFY(drive.find<app::SumLine>("sum.link")->shownText().contains(u"67.282"_s));
        bool drawn = false;
        for (auto const& part : drive.ladder()->parts())
            drawn = drawn || (part.name == u"link D"_s && part.value == u"+21.609"_s);
        QVERIFY(drawn);
        undo(drive);
        QVERIFY(!link(drive));
        drive.key(Qt::Key_Z, Qt::ControlModifier | Qt::ShiftModifier);
        QVERIFY(link(drive));
        // Ctrl+L is the same, and says what is missing.
        undo(drive);
        drive.key(Qt::Key_L, Qt::ControlModifier);
        QVERIFY(link(drive));
        useTool(drive, u"Tool 6: 92 mm surfacing cutter"_s, "92 mm surfacing cutter");
        drive.key(Qt::Key_L, Qt::ControlModifier);
        QVERIFY2(drive.notice().contains(u"The plate contact of the tool in the spindle is not known"_s),
                 qPrintable(drive.notice()));
    }

    void aToolIsRetouchedAndTheMacroAgrees() {
        Driver drive;
        drive.key(Qt::Key_6, Qt::ControlModifier);
        useTool(drive, u"Tool 4: 90° vee"_s, "90° vee");
        drive.choose("zero.target", u"the setter"_s);
        drive.type("zero.contact", u"-78.151"_s);
        auto const d = link(drive)->d_mm();
        auto const* sum = drive.find<app::SumLine>("sum");
        QVERIFY2(sum->shownText().startsWith(u"−78.151 + 0.002 − 21.569"_s), qPrintable(sum->shownText()));
        QVERIFY2(drive.judgement().contains(u"work zero, G54 Z: −99.718 mm"_s), qPrintable(drive.judgement()));
        // The macro sets the same, to the micron that its scatterless world allows.
        drive.key(Qt::Key_8, Qt::ControlModifier);
        drive.choose("macro.kind", u"Re-touch after a change"_s);
        drive.key(Qt::Key_F5);
        QVERIFY2(drive.judgement().startsWith(u"The zero is right."_s), qPrintable(drive.judgement()));
        QVERIFY(test::near(drive.macros()->theatre().result().z_zero->set_mm, -78.151 + 0.003 - d, 0.003));
        // Undone, the touch before it stands again.
        drive.key(Qt::Key_6, Qt::ControlModifier);
        undo(drive);
        QCOMPARE(drive.find<QLineEdit>("zero.contact")->text(), u"−78.152"_s);
    }

    void aSlipIsCaughtAndMended() {
        Driver drive;
        drive.key(Qt::Key_6, Qt::ControlModifier);
        useTool(drive, u"Tool 5: 25 mm round-over"_s, "25 mm round-over");
        drive.choose("zero.target", u"the setter"_s);
        QVERIFY(drive.window->desk()->slips().empty());
        drive.type("zero.contact", u"-76.004"_s); // two digits swapped: −70.604 was read
        QVERIFY2(drive.judgement().startsWith(u"tool 5, setter contact: −76.004 mm does not fit"_s),
                 qPrintable(drive.judgement()));
        QVERIFY(drive.find<QLabel>("next.words")->text().startsWith(u"Look at one number again"_s));
        QCOMPARE(drive.window->desk()->progress().zeroing.word, std::string("a number to check"));
        drive.type("zero.contact", u"-70.604"_s);
        QVERIFY(drive.window->desk()->slips().empty());
        undo(drive);
        QCOMPARE(drive.window->desk()->slips().size(), std::size_t(2)); // beside its length, and beside its own past
        undo(drive);
        QVERIFY(drive.window->desk()->slips().empty());
    }

    void boardPaperAndSurfacing() {
        Driver drive;
        drive.key(Qt::Key_6, Qt::ControlModifier);
        drive.click("zero.section.board");
        QVERIFY2(drive.judgement().contains(u"The spoilboard is 16.900 mm thick now."_s),
                 qPrintable(drive.judgement()));
        QVERIFY(drive.find<app::SumLine>("sum")->shownText().endsWith(u"= −95.162 mm"_s));
        drive.type("zero.surfaced", u"0.4"_s);
        QVERIFY(drive.judgement().contains(u"The spoilboard is 16.500 mm thick now."_s));
        QVERIFY(drive.find<app::SumLine>("sum")->shownText().endsWith(u"= −95.562 mm"_s));
        drive.type("zero.surfaced", u"80"_s);
        QVERIFY(drive.hintOf("zero.surfaced").contains(u"outside 0.001 to 50.000 mm"_s));
        drive.choose("zero.target", u"the work, through paper"_s);
        drive.type("zero.contact", u"-73.05"_s);
        QVERIFY(drive.find<app::SumLine>("sum")->shownText().startsWith(u"−73.050 − 0.100"_s));
        drive.type("zero.feeler", u"0.08"_s);
        QVERIFY(drive.find<app::SumLine>("sum")->shownText().startsWith(u"−73.050 − 0.080"_s));
    }

    void methodsAreChosenWholeOrNotAtAll() {
        Driver drive;
        drive.key(Qt::Key_2, Qt::ControlModifier);
        drive.type("kit.tool.own_offset", u"2"_s);
        QVERIFY2(drive.hintOf("kit.tool.own_offset").contains(u"another method"_s),
                 qPrintable(drive.hintOf("kit.tool.own_offset")));
        QTest::keyClick(drive.find("kit.tool.own_offset"), Qt::Key_Escape);
        drive.key(Qt::Key_6, Qt::ControlModifier);
        drive.click("zero.section.method");
        drive.click("zero.method.1");
        QCOMPARE(drive.window->desk()->setup().plan.method, shop::Method::LengthTable);
        QVERIFY(!drive.window->desk()->setup().link.plate); // went with its method
        QVERIFY(!drive.find("zero.method.1")->isEnabled());
        drive.key(Qt::Key_8, Qt::ControlModifier);
        drive.choose("macro.kind", u"Re-touch after a change"_s);
        QVERIFY2(drive.judgement().contains(u"belongs to another method"_s), qPrintable(drive.judgement()));
        drive.choose("macro.kind", u"Tool length into the table"_s);
        drive.key(Qt::Key_F5);
        QVERIFY2(drive.judgement().startsWith(u"The length is right."_s), qPrintable(drive.judgement()));
        drive.choose("macro.kind", u"Plate zero"_s);
        drive.key(Qt::Key_F5);
        QVERIFY2(drive.judgement().startsWith(u"The zero is right."_s), qPrintable(drive.judgement()));
        undo(drive);
        QVERIFY(link(drive));
    }

    void theOtherMachineHasItsOwnThings() {
        Driver drive;
        drive.key(Qt::Key_1, Qt::ControlModifier);
        drive.choose("machine.which", u"Bench mill"_s);
        QTRY_COMPARE(drive.window->desk()->tools().size(), std::size_t(2));
        QVERIFY2(drive.judgement().contains(u"Machine Z 0 is down at the table"_s), qPrintable(drive.judgement()));
        drive.key(Qt::Key_6, Qt::ControlModifier);
        drive.click("top.view.inch");
        QCOMPARE(drive.find<QLineEdit>("zero.contact")->text(), u"3.4031"_s);
        drive.key(Qt::Key_8, Qt::ControlModifier);
        for (auto const& kind : {u"Plate zero and link"_s, u"Re-touch after a change"_s}) {
            drive.choose("macro.kind", kind);
            drive.key(Qt::Key_F5);
            QVERIFY2(drive.judgement().startsWith(u"The zero is right."_s), qPrintable(drive.judgement()));
        }
        undo(drive);
        QCOMPARE(drive.window->desk()->tools().size(), std::size_t(6));
        // A third one begins assumed, and takes nothing from the others.
        drive.key(Qt::Key_1, Qt::ControlModifier);
        drive.click("machine.new");
        QCOMPARE(drive.window->desk()->tools().size(), std::size_t(0));
        QVERIFY(!drive.window->desk()->zero()->chain);
    }

    void homeSwitchesChangedTakesThePositionsAway() {
        Driver drive;
        drive.key(Qt::Key_1, Qt::ControlModifier);
        drive.click("machine.home_changed");
        QVERIFY(link(drive)); // a difference stays
        QVERIFY(!zeroing::setterHeight(drive.window->desk()->book(), drive.window->desk()->setup()));
        QVERIFY(drive.judgement().contains(u"from before the home switches changed"_s));
        undo(drive);
        QVERIFY(link(drive));
    }

    void aToolGrippedAgainHasNoLength() {
        Driver drive;
        drive.key(Qt::Key_2, Qt::ControlModifier);
        drive.click("kit.tool.again");
        auto const& desk = *drive.window->desk();
        QCOMPARE(desk.book().find(desk.setup().place.assembly)->number, 3);
        QVERIFY(!desk.book().find(desk.setup().place.assembly)->length_mm);
        QCOMPARE(desk.tools().size(), std::size_t(6));
        QVERIFY(drive.judgement().contains(u"length is not known"_s));
        // Parts are made once and gripped often.
        drive.click("kit.cutter.new");
        drive.type("kit.cutter.diameter", u"18"_s);
        drive.type("kit.cutter.name", u"18 mm straight"_s);
        drive.choose("kit.tool.cutter", u"18 mm straight"_s);
        QTRY_COMPARE(desk.book().find(desk.setup().place.assembly)->diameter_mm, 18.0);
        undo(drive);
        QTRY_COMPARE(desk.book().find(desk.setup().place.assembly)->diameter_mm, 12.0);
    }

    void breakpointsSignalsAndParameters() {
        Driver drive;
        drive.key(Qt::Key_8, Qt::ControlModifier);
        auto* macros = drive.macros();
        int line = 0, at = 0;
        for (auto const& text : macros->editor()->text().split(u'\n')) {
            ++line;
            if (text.startsWith(u"#105="_s)) at = line;
        }
        macros->editor()->setCursorPosition(at - 1, 0);
        drive.key(Qt::Key_F9);
        QCOMPARE(macros->editor()->breakpoints(), std::set<int>{at});
        drive.key(Qt::Key_F5);
        QVERIFY(!macros->theatre().ended());
        drive.click("macro.view.section.watch");
        auto* watch = drive.find<app::RowsView>("macro.watch");
        auto watched = [&](QString const& name) {
            for (int i = 0; i < watch->count(); ++i)
                if (watch->row(i).text.startsWith(name + u' ')) return watch->row(i).text.simplified();
            return QString();
        };
        QVERIFY(watched(u"#105"_s).isEmpty());
        QVERIFY2(watched(u"#5063"_s).contains(u"−63.2"_s) || watched(u"#5063"_s).contains(u"9.9"_s),
                 qPrintable(watched(u"#5063"_s)));
        drive.key(Qt::Key_F10);
        QVERIFY2(watch->row(0).text.simplified().startsWith(u"#105 −73.15"_s), qPrintable(watch->row(0).text));
        drive.key(Qt::Key_F5);
        QVERIFY(macros->theatre().ended());
        QVERIFY2(watched(u"#5223"_s).startsWith(u"#5223 −73.15"_s), qPrintable(watched(u"#5223"_s)));
        // Pointing into the signals goes to that moment.
        drive.click("macro.view.section.signals");
        auto* signal = drive.find("macro.signals");
        QTest::mouseClick(signal, Qt::LeftButton, Qt::NoModifier, {signal->width() / 2, 100});
        QVERIFY(macros->theatre().at() > 5 && !macros->theatre().ended());
        QVERIFY(signal->accessibleDescription().contains(u"spindle stands"_s));
        macros->editor()->setCursorPosition(at - 1, 0);
        drive.key(Qt::Key_F9);
        QVERIFY(macros->editor()->breakpoints().empty());
    }

    void keptTextsKnowWhenTheBookHasChanged() {
        Driver drive;
        drive.key(Qt::Key_8, Qt::ControlModifier);
        drive.click("macro.section.kept");
        QVERIFY2(drive.judgement().contains(u"The book has changed since."_s),
                 qPrintable(drive.judgement())); // the demo's own
        drive.key(Qt::Key_F5);
        drive.key(Qt::Key_K, Qt::ControlModifier | Qt::ShiftModifier);
        QVERIFY(drive.macros()->theatre().ended()); // keeping does not end the play
        QCOMPARE(drive.window->desk()->progress().macros.word, std::string("run, not attacked"));
        drive.find<QComboBox>("macro.versions")->setCurrentIndex(0);
        drive.click("macro.section.kept");
        QVERIFY2(drive.judgement().startsWith(u"It is still the text of this book."_s), qPrintable(drive.judgement()));
        QVERIFY(drive.judgement().contains(u": right."_s));
        drive.key(Qt::Key_6, Qt::ControlModifier);
        drive.type("zero.window", u"15"_s);
        drive.key(Qt::Key_8, Qt::ControlModifier);
        QVERIFY2(drive.judgement().startsWith(u"The book has changed since."_s), qPrintable(drive.judgement()));
        drive.click("macro.version.show");
        QVERIFY(drive.judgement().contains(u"The book has changed since."_s) && drive.find("macro.anew")->isEnabled());
        // A text changed by hand is kept before another takes its place.
        drive.click("macro.anew");
        auto* editor = drive.macros()->editor();
        editor->setText(editor->text() + u"(mine)\n"_s);
        drive.choose("macro.kind", u"Re-touch after a change"_s);
        bool found = false;
        for (auto const& [id, version] : drive.book().all<shop::MacroVersion>())
            found = found || (version->macro == "plate-zero" && version->text.ends_with("(mine)\n"));
        QVERIFY(found && !editor->text().contains(u"(mine)"_s));
        drive.choose("macro.kind", u"Plate zero"_s);
        // What is saved for the machine is kept as well.
        auto const kept = drive.book().all<shop::MacroVersion>().size();
        drive.prompter.path = drive.folder.filePath(u"x.ngc"_s);
        drive.key(Qt::Key_S, Qt::ControlModifier);
        QCOMPARE(drive.book().all<shop::MacroVersion>().size(), kept + 1);
    }

    void historyGoesBackAndForth() {
        Driver drive;
        drive.type("kit.nominal", u"11"_s);
        drive.type("kit.nominal", u"12"_s);
        auto const seq = drive.window->desk()->session().file().lastSeq();
        drive.key(Qt::Key_H, Qt::ControlModifier);
        auto* list = drive.find<app::RowsView>("history.list");
        QTRY_VERIFY(list->isVisible());
        QCOMPARE(list->count(), static_cast<int>(seq));
        QVERIFY2(list->row(0).text.contains(u"Nominal thickness"_s), qPrintable(list->row(0).text));
        list->choose(2); // before both
        QTest::mouseClick(drive.find("history.restore"), Qt::LeftButton);
        auto nominal = [&] {
            return drive.book().find(drive.window->desk()->setup().place.plate)->nominal_mm.value_or(0);
        };
        QCOMPARE(nominal(), 10.0);
        QCOMPARE(list->count(), static_cast<int>(seq + 1)); // nothing was taken out
        QTest::mouseClick(drive.find("history.close"), Qt::LeftButton);
        QTRY_VERIFY(!drive.window->findChild<app::HistoryDialog*>());
        drive.window->activateWindow();
        QVERIFY(QTest::qWaitForWindowActive(drive.window.get()));
        undo(drive);
        QCOMPARE(nominal(), 12.0);
    }

    void recentBooksOpen() {
        Driver drive;
        drive.prompter.path = drive.folder.filePath(u"other.pinbook"_s);
        drive.key(Qt::Key_N, Qt::ControlModifier);
        drive.window->setRecent({drive.prompter.path, drive.book_path});
        QMenu* recent = nullptr;
        for (auto* action : drive.find<QMenu>("menu.book")->actions())
            if (action->menu()) recent = action->menu();
        QVERIFY(recent && recent->actions().size() == 2);
        recent->actions().at(1)->trigger();
        QTRY_COMPARE(drive.book().info().name, std::string("Tern & Thole"));
    }

    void everyNumberSurvivesInchesAndBack() {
        Driver drive;
        auto const seq = drive.window->desk()->session().file().lastSeq();
        auto texts = [&] {
            QStringList all;
            for (auto const& station :
                 {u"machine"_s, u"kit"_s, u"layout"_s, u"wiring"_s, u"repeatability"_s, u"zeroing"_s})
                drive.window->goTo(station);
            drive.makeSections();
            for (auto* edit : drive.window->findChildren<QLineEdit*>()) all << edit->objectName() + u'=' + edit->text();
            all.sort(); // the screen shown last stands first
            return all;
        };
        auto const before = texts();
        QVERIFY(before.size() > 60);
        drive.key(Qt::Key_I, Qt::ControlModifier);
        QVERIFY(texts() != before);
        // Walking through every field by key changes nothing.
        for (auto key : {Qt::Key_1, Qt::Key_2, Qt::Key_3, Qt::Key_4, Qt::Key_5, Qt::Key_6}) {
            drive.key(key, Qt::ControlModifier);
            for (int i = 0; i < 40; ++i) QTest::keyClick(QApplication::focusWidget(), Qt::Key_Tab);
        }
        drive.key(Qt::Key_M, Qt::ControlModifier);
        QCOMPARE(texts(), before);
        QCOMPARE(drive.window->desk()->session().file().lastSeq(), seq);
    }
};

STEADY_TEST(LinkTest);
#include "LinkTest.moc"
