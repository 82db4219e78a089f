// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/Driver.h"

#include "app/macros/MacrosStation.h"
#include "app/widgets/SumLine.h"

#include <QAction>

using namespace steady;
using namespace Qt::StringLiterals;
using test::Driver;

namespace {

QString sumOf(Driver& drive) { return drive.find<app::SumLine>("sum")->shownText(); }

/// The empty book of somebody with a thin plate, a short setter and a high tool number.
void bringOddThings(Driver& drive) {
    drive.type("kit.nominal", u"3"_s);
    drive.type("kit.plate.width", u"30"_s);
    drive.type("kit.plate.depth", u"24"_s);
    drive.type("kit.tool.number", u"57"_s);
    drive.type("kit.tool.length", u"41.5"_s);
    drive.type("kit.tool.length_error", u"0.2"_s);
    drive.type("kit.tool.diameter", u"3"_s);
    drive.type("kit.setter.trigger", u"21"_s);
    drive.type("kit.setter.free", u"21.2"_s);
    drive.type("kit.setter.solid", u"20"_s); // one millimetre of stroke
}

} // namespace

/// A book that is not the demo's, and windows that are not 1280 wide.
class NewShopTest : public QObject {
    Q_OBJECT

private Q_SLOTS:
    /// An owner whose control only streams: chosen by keys, written in segments, run, and attacked.
    void aControlThatOnlyStreams() {
        Driver drive(Driver::Start::Empty);
        bringOddThings(drive);
        drive.key(Qt::Key_1, Qt::ControlModifier);
        drive.click("machine.section.controller");
        drive.choose("machine.dialect", u"Plain streaming"_s);
        QTRY_COMPARE(drive.book().find(drive.window->desk()->setup().place.machine)->dialect, std::string("streaming"));
        drive.key(Qt::Key_8, Qt::ControlModifier);
        drive.choose("macro.kind", u"Plate zero"_s);
        auto const shown = [&] { return drive.macros()->editor()->text(); };
        QTRY_VERIFY2(shown().contains(u"(SEGMENT 1: report z AS z1)"_s), qPrintable(shown()));
        QVERIFY(shown().contains(u": do "_s));
        QVERIFY(shown().contains(u"Z{z"_s) && !shown().contains(u'#'));
        drive.key(Qt::Key_F5);
        QVERIFY2(drive.judgement().startsWith(u"The zero is right."_s), qPrintable(drive.judgement()));
        drive.choose("macro.fault", u"The plate was never laid down"_s);
        drive.key(Qt::Key_F5);
        QVERIFY2(drive.judgement().contains(u"stopped"_s, Qt::CaseInsensitive), qPrintable(drive.judgement()));
        // A sender that works out sums: told how it writes, and saved for it.
        drive.key(Qt::Key_8, Qt::ControlModifier);
        drive.choose("macro.fault", u"Nothing"_s);
        drive.click("macro.section.send");
        QVERIFY(!drive.find("macro.sender.save")->isEnabled());
        drive.type("sender-report", u"keep {{name}}"_s);
        QVERIFY2(drive.hintOf("sender-report").contains(u"axis"_s), qPrintable(drive.hintOf("sender-report")));
        drive.type("sender-report", u"%{{name}} = probe {{axis}}"_s);
        QTRY_VERIFY2(drive.judgement().contains(u"Not yet for a sender that works out sums."_s),
                     qPrintable(drive.judgement()));
        for (auto const& [field, words] : {std::pair{"sender-value", u"%{{name}}"_s},
                                           {"sender-sum", u"[{{sum}}]"_s},
                                           {"sender-check", u"assert {{low}} < {{sum}} < {{high}}"_s},
                                           {"sender-wait", u"M0 {{words}}"_s}})
            drive.type(field, words);
        QTRY_VERIFY(drive.find("macro.sender.save")->isEnabled());
        drive.prompter.path = drive.folder.filePath(u"sender.txt"_s);
        drive.click("macro.sender.save");
        auto const saved = test::readAll(drive.prompter.path);
        QVERIFY(saved.contains("%z1 = probe Z") && saved.contains("Z[") && !saved.contains("SEGMENT"));
        drive.click("macro.section.run");
        // What it cannot carry is said, and comes back with the other control.
        drive.choose("macro.kind", u"Trim zero"_s);
        drive.type("macro.trim", u"0.1"_s);
        QTRY_VERIFY2(drive.judgement().contains(u"This control cannot carry it"_s), qPrintable(drive.judgement()));
        drive.key(Qt::Key_1, Qt::ControlModifier);
        drive.choose("machine.dialect", u"Parametric"_s);
        drive.key(Qt::Key_8, Qt::ControlModifier);
        drive.choose("macro.kind", u"Plate zero"_s);
        QTRY_VERIFY(shown().contains(u"#5070"_s));
    }
    /// A text of other hands, from a file; the sub that it calls stands in a file beside it.
    void aTextFromAFileWithItsSubs() {
        Driver drive(Driver::Start::Empty);
        bringOddThings(drive);
        drive.key(Qt::Key_8, Qt::ControlModifier);
        drive.choose("macro.kind", u"Keep a place"_s);
        drive.type("macro.place.number", u"4"_s); // there are three
        QVERIFY2(drive.hintOf("macro.place.number").contains(u"1 to 3"_s),
                 qPrintable(drive.hintOf("macro.place.number")));
        drive.type("macro.place.number", u"3"_s);
        drive.key(Qt::Key_F5);
        QVERIFY2(drive.judgement().startsWith(u"The place is kept."_s), qPrintable(drive.judgement()));
        drive.choose("macro.kind", u"Plate zero"_s);
        auto const put = [&](char const* name, QByteArray const& text) {
            QFile file(drive.folder.filePath(QLatin1String(name)));
            QVERIFY(file.open(QIODevice::WriteOnly));
            file.write(text);
        };
        put("main.ngc", "G21 G90\no<Touch> call [25]\nM2\n");
        put("touch.ngc", "(a sub)\no<touch> sub\nG38.2 Z[0 - #1] F60\no<touch> endsub\nM2\n");
        drive.prompter.path = drive.folder.filePath(u"main.ngc"_s);
        drive.click("macro.read");
        drive.settle();
        auto const shown = drive.macros()->editor()->text();
        QVERIFY2(shown.contains(u"G38.2 Z[0 - #1] F60"_s), qPrintable(shown));
        QCOMPARE(shown.count(u"M2"_s), 1);
        drive.key(Qt::Key_F5);
        // What stands in the sub was run: a search of 25, and no check.
        QVERIFY2(drive.judgement().contains(u"No contact before the end of the search at Z −25.000"_s),
                 qPrintable(drive.judgement()));
        drive.prompter.path = drive.folder.filePath(u"nowhere.ngc"_s);
        drive.click("macro.read");
        drive.settle();
        QVERIFY(!drive.notice().isEmpty());
    }
    void oddThingsAreServedAndNotScolded() {
        Driver drive(Driver::Start::Empty);
        drive.type("kit.nominal", u"12.7"_s);
        QVERIFY2(!drive.judgement().contains(u"does not fit"_s), qPrintable(drive.judgement())); // nobody typed another
        bringOddThings(drive);
        auto const& setup = drive.window->desk()->setup();
        QCOMPARE(drive.book().find(setup.place.assembly)->number, 57);
        QVERIFY(std::abs(drive.book().find(setup.place.setter)->stroke_mm() - 1) < 1e-9);
        drive.click("kit.section.plate");
        drive.key(Qt::Key_8, Qt::ControlModifier);
        drive.choose("macro.kind", u"Plate zero and link"_s);
        QVERIFY(drive.judgement().contains(u"Where the setter trips is not known yet."_s));
        drive.key(Qt::Key_6, Qt::ControlModifier);
        drive.type("zero.setter_contact", u"-70"_s);
        drive.key(Qt::Key_8, Qt::ControlModifier);
        for (auto const& kind : {u"Plate zero"_s, u"Plate zero and link"_s}) {
            drive.choose("macro.kind", kind);
            drive.key(Qt::Key_F5);
            QVERIFY2(drive.judgement().startsWith(u"The zero is right."_s), qPrintable(kind + drive.judgement()));
        }
        // An alarm: the plate is not there.
        drive.choose("macro.fault", u"The plate was never laid down"_s);
        drive.key(Qt::Key_F5);
        QVERIFY2(drive.judgement().contains(u"stopped"_s, Qt::CaseInsensitive), qPrintable(drive.judgement()));
        drive.click("macros.judgement");
    }

    void paperMayCountForNothing() {
        Driver drive;
        drive.key(Qt::Key_6, Qt::ControlModifier);
        drive.choose("zero.target", u"the work, through paper"_s);
        drive.type("zero.feeler", u"0"_s);
        drive.type("zero.contact", u"-73.05"_s);
        QVERIFY2(sumOf(drive).endsWith(u"= −73.050 mm"_s), qPrintable(sumOf(drive)));
        drive.choose("zero.paper_use", u"is only a feel"_s);
        drive.type("zero.paper", u"0.2"_s);
        drive.click("zero.section.touch");
        drive.type("zero.contact", u"-73.06"_s);
        QVERIFY2(sumOf(drive).endsWith(u"= −73.060 mm"_s), qPrintable(sumOf(drive)));
    }

    void aFreshTouchOfTheSpoilboardIsAskedAbout() {
        Driver drive;
        drive.key(Qt::Key_6, Qt::ControlModifier);
        drive.choose("zero.target", u"the spoilboard"_s);
        auto const asked = u"A fresh touch finds the spoilboard 0.398 mm lower."_s;
        // −94.560 a month ago, 0.5 surfaced since: −95.060 is what is expected; today it is found 0.4 lower, and the
        // same tool trips the setter 0.002 lower.
        drive.type("zero.contact", u"-95.46"_s);
        drive.click("zero.section.board");
        QVERIFY2(drive.judgement().contains(asked), qPrintable(drive.judgement()));
        QVERIFY(sumOf(drive).endsWith(u"= −95.162 mm"_s)); // not adopted
        drive.click("zero.board.accept");
        QVERIFY(!drive.judgement().contains(u"A fresh touch finds"_s));
        QVERIFY2(sumOf(drive).endsWith(u"= −95.560 mm"_s), qPrintable(sumOf(drive))); // contact less 0.1 of paper
        QVERIFY(!drive.find("zero.board.accept")->isVisible());
        // Another one has neither this touch nor what was surfaced.
        drive.click("zero.board.new");
        QCOMPARE(sumOf(drive), QString());
        QVERIFY(drive.judgement().contains(u"The spoilboard is 18.000 mm thick now."_s));
        drive.key(Qt::Key_Z, Qt::ControlModifier);
        QTRY_VERIFY(sumOf(drive).endsWith(u"= −95.560 mm"_s));
    }

    void offsetsOnTheSameWorkAreNamed() {
        Driver drive;
        drive.key(Qt::Key_6, Qt::ControlModifier);
        drive.type("zero.also", u"g57, G55 G54 g55"_s);
        QCOMPARE(drive.window->desk()->setup().plan.also_offsets,
                 (std::vector{2, 4})); // its own is not among the others
        QCOMPARE(drive.find<QLineEdit>("zero.also")->text(), u"G55 G57"_s);
        drive.type("zero.also", u"G60"_s);
        QVERIFY2(drive.hintOf("zero.also").contains(u"G54 to G59"_s), qPrintable(drive.hintOf("zero.also")));
    }

    void undoSaysWhat() {
        Driver drive;
        auto* undo = drive.window->findChild<QAction*>(u"edit.undo"_s);
        auto* redo = drive.window->findChild<QAction*>(u"edit.redo"_s);
        QCOMPARE(undo->text(), u"Undo"_s);
        drive.type("kit.plate.name", u"Brass & tape"_s);
        QVERIFY2(undo->text().startsWith(u"Undo: "_s) && undo->text().contains(u"Name"_s), qPrintable(undo->text()));
        auto const what = undo->text().mid(6);
        drive.key(Qt::Key_Z, Qt::ControlModifier);
        QVERIFY2(redo->text().startsWith(u"Redo: "_s), qPrintable(redo->text()));
        QCOMPARE(redo->text().mid(6), what);
        QCOMPARE(undo->text(), u"Undo"_s);
    }

    void momentsAreLocalAndWrittenOut() {
        auto const before = qgetenv("TZ");
        qputenv("TZ", "UTC-5:30"); // POSIX: east of Greenwich
        tzset();
        Driver drive;
        drive.key(Qt::Key_6, Qt::ControlModifier);
        drive.click("zero.section.touch");
        auto const hint = drive.hintOf("zero.contact");
        qputenv("TZ", before);
        tzset();
        QVERIFY2(hint.contains(u"27 November 2026, 13:42"_s), qPrintable(hint)); // 08:12 at Greenwich
    }

    void theWindowFitsItsScreen() {
        QCOMPARE(app::MainWindow::sizeOn({1920, 1080}), QSize(1280, 800));
        auto const small = app::MainWindow::sizeOn({1024, 600});
        QVERIFY(small.width() <= 1024 && small.height() <= 600 && small.width() > 900);
    }

    void aTextOfThirtyLinesShowsAndTheJudgementOpens() {
        Driver drive;
        drive.key(Qt::Key_8, Qt::ControlModifier);
        drive.key(Qt::Key_F5);
        auto* editor = drive.macros()->editor();
        auto* strip = drive.find<QPushButton>("macros.judgement");
        auto* panel = drive.macros()->findChild<app::JudgementPanel*>();
        auto* ladder = drive.ladder();
        auto topLeft = [&](QWidget* widget) { return widget->mapTo(drive.window.get(), QPoint()); };
        auto beside = [&] { return topLeft(ladder).x() >= topLeft(editor).x() + editor->width(); };
        auto lines = [&] { return editor->SendScintilla(QsciScintillaBase::SCI_LINESONSCREEN); };
        QVERIFY2(lines() >= 30, qPrintable(QString::number(lines())));
        QVERIFY(strip->isVisible() && strip->text().contains(u"The zero is right."_s) && !panel->isVisible());
        drive.click("macro.view.section.signals");
        QTRY_VERIFY(drive.find("macro.signals")->width() >= 320);
        drive.click("macro.view.section.ladder");
        drive.click("macros.judgement");
        QTRY_VERIFY(panel->isVisible());
        drive.click("macros.judgement");
        QTRY_VERIFY(!panel->isVisible());
        drive.window->resize(1600, 900);
        QTRY_VERIFY(!strip->isVisible() && panel->isVisible());
        QTRY_VERIFY2(beside(), "the picture stands below the text");
        drive.window->resize(900, 700);
        QTRY_VERIFY(!beside());
    }

    void keptTextsAreComparedLineByLine() {
        Driver drive;
        drive.key(Qt::Key_8, Qt::ControlModifier);
        drive.click("macro.keep");
        drive.key(Qt::Key_1, Qt::ControlModifier);
        drive.type("machine.spin_down", u"33"_s); // one line of the text
        drive.key(Qt::Key_8, Qt::ControlModifier);
        drive.click("macro.section.kept");
        auto* list = drive.find<app::RowsView>("macro.compared");
        QStringList gone, come;
        for (int i = 0; i < list->count(); ++i) {
            auto const line = list->row(i).text;
            if (line.contains(u" − "_s)) gone << line;
            if (line.contains(u" + "_s) && !line.contains(u'[')) come << line;
        }
        QVERIFY2(gone.size() == 1 && gone[0].contains(u"G4 P14.0"_s), qPrintable(gone.join(u'\n')));
        QVERIFY2(come.size() == 1 && come[0].contains(u"G4 P33.0"_s), qPrintable(come.join(u'\n')));
        QVERIFY2(drive.judgement().contains(u"1 of its lines would go and 1 would come"_s),
                 qPrintable(drive.judgement()));
    }

    void aTrimAndALookBelongToTheirMacros() {
        Driver drive;
        drive.key(Qt::Key_8, Qt::ControlModifier);
        QVERIFY(!drive.find("macro.trim")->isVisible() && !drive.find("macro.look")->isVisible());
        drive.choose("macro.kind", u"Trim zero"_s);
        drive.type("macro.trim", u"0.15"_s);
        QCOMPARE(drive.window->desk()->setup().prefer.trim_mm, 0.15);
        QVERIFY2(drive.macros()->editor()->text().contains(u"0.15"_s), "not in the text");
        drive.choose("macro.kind", u"Go and look"_s);
        drive.type("macro.look", u"7"_s);
        auto* words = drive.find<QLabel>("macro.looked.words");
        QVERIFY(words->text().startsWith(u"Not looked at yet"_s));
        drive.click("macro.looked");
        QVERIFY2(words->text().startsWith(u"Right on 27 November 2026"_s), qPrintable(words->text()));
        QCOMPARE(drive.window->desk()->setup().place.looked_utc_ms, drive.window->desk()->session().now());
    }

    void aChoiceOfTouchesIsPriced() {
        Driver drive;
        drive.click("kit.section.plate");
        QVERIFY2(drive.judgement().contains(u"2 slow touches in "_s), qPrintable(drive.judgement()));
        auto* why = drive.window->current()->findChild<app::JudgementPanel*>()->findChildren<QPushButton*>().last();
        QTest::mouseClick(why, Qt::LeftButton);
        QTRY_VERIFY([&] {
            for (auto* label : drive.window->current()->findChildren<QLabel*>())
                if (label->isVisible() && label->text().contains(u"half the measuring feed: +"_s)) return true;
            return false;
        }());
        drive.type("kit.plate.touches", u"4"_s);
        QVERIFY2(drive.judgement().contains(u"4 slow touches in "_s), qPrintable(drive.judgement()));
        drive.type("kit.plate.find", u"900"_s); // faster than is usual: judged, not refused
        drive.key(Qt::Key_6, Qt::ControlModifier);
        QVERIFY2(drive.judgement().contains(u"is unusual"_s), qPrintable(drive.judgement()));
    }

    void thePictureBelongsToTheSection() {
        Driver drive;
        drive.key(Qt::Key_1, Qt::ControlModifier);
        auto only = [&](char const* section, char const* picture) {
            drive.click(section);
            QStringList seen;
            for (auto* each : drive.window->current()->findChildren<app::Picture*>())
                if (each->isVisible()) seen << each->objectName();
            return seen.contains(QLatin1String(picture)) ? QString()
                                                         : seen.join(u' ') + u" at "_s + QLatin1String(section);
        };
        for (auto const& [section, picture] : {std::pair{"machine.section.homing", "machine.homing.picture"},
                                               {"machine.section.input", "machine.input.picture"},
                                               {"machine.section.travel", "machine.picture"}})
            QCOMPARE(only(section, picture), QString());
        drive.key(Qt::Key_2, Qt::ControlModifier);
        for (auto const& [section, picture] : {std::pair{"kit.section.parts", "kit.part.picture"},
                                               {"kit.section.setter", "kit.setter.picture"},
                                               {"kit.section.plate", "kit.picture"}})
            QCOMPARE(only(section, picture), QString());
        drive.choose("kit.tools", u"Tool 6: 92 mm surfacing cutter"_s);
        drive.click("kit.section.plate");
    }
};

STEADY_TEST(NewShopTest);
#include "NewShopTest.moc"
