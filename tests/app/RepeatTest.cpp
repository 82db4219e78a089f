// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/Driver.h"

#include "app/widgets/Rows.h"
#include "core/shop/Taken.h"

#include <QPlainTextEdit>
#include <QProcess>
#include <QToolButton>

using namespace steady;
using namespace Qt::StringLiterals;
using test::Driver;

namespace {

void open(Driver& drive, char const* section = "studies") {
    drive.key(Qt::Key_5, Qt::ControlModifier);
    drive.click((std::string("repeat.section.") + section).c_str());
}

/// The newest study, and its readings.
std::pair<Id<shop::Study>, shop::Study> newest(Driver const& drive) {
    auto const& all = drive.window->desk()->book().all<shop::Study>();
    return {all.rbegin()->first, *all.rbegin()->second};
}
shop::Readings readings(Driver const& drive) { return *drive.window->desk()->book().readings(newest(drive).first); }

/// Into what has the focus, key by key, and Enter.
void keys(Driver& drive, QString const& text) {
    QTest::keyClicks(QApplication::focusWidget(), text);
    QTest::keyClick(QApplication::focusWidget(), Qt::Key_Return);
    drive.settle();
}

/// A study of the same touch, of the demo's setter, with a requirement and the step.
void begin(Driver& drive, QString const& type = u"Stays put"_s, QString const& requirement = u"0.02"_s) {
    open(drive);
    drive.choose("repeat.type", type);
    drive.choose("repeat.device", u"Front left setter"_s);
    drive.click("repeat.begin");
    drive.type("repeat.requirement", requirement);
    drive.click("repeat.section.conditions");
    drive.type("repeat.step", u"0.001"_s);
    drive.click("repeat.section.readings");
}

} // namespace

/// Repeatability, by mouse and keys: typed, brought in, marked, asked otherwise, printed, and gone on with.
class RepeatTest : public QObject {
    Q_OBJECT

private Q_SLOTS:
    /// Hands at the machine: the focus stays, the last is undone, one is marked, the verdict comes with the twentieth.
    void twentyReadingsAreTyped() {
        Driver drive;
        begin(drive);
        drive.find<QLineEdit>("repeat.figure")->setFocus();
        for (int i = 0; i < 12; ++i) keys(drive, u"-51.59%1"_s.arg(i % 3));
        QCOMPARE(QApplication::focusWidget()->objectName(), u"repeat.figure"_s);
        QCOMPARE(readings(drive).size(), std::size_t{12});
        QCOMPARE(drive.find<QLabel>("repeat.sheet.place")->text(), u"Reading 13 of 20"_s);
        QVERIFY2(drive.judgement().startsWith(u"12 of 20 readings."_s), qPrintable(drive.judgement()));
        QVERIFY(!drive.judgement().contains(u"Repeats:"_s)); // nobody has looked
        // By finger: 9 typed, taken back, minus and the rest; then undone.
        for (char const* each : {"9", "back", "minus", "5", "1", "point", "7", "enter"})
            drive.click((std::string("repeat.pad.") + each).c_str());
        QCOMPARE(readings(drive).back().as_typed, std::string("-51.7"));
        drive.click("repeat.undo");
        QCOMPARE(shop::takenCount(readings(drive)), 12);
        QCOMPARE(drive.find<QLabel>("repeat.sheet.place")->text(), u"Reading 13 of 20"_s);
        keys(drive, u"abc"_s);
        QVERIFY(drive.hintOf("repeat.figure").contains(u"abc"_s));
        QTest::keyClick(QApplication::focusWidget(), Qt::Key_Escape);
        for (int i = 12; i < 20; ++i) keys(drive, i == 15 ? u"-51.55"_s : u"-51.59%1"_s.arg(i % 3));
        QCOMPARE(newest(drive).second.question.looks, std::vector<int>{20});
        QVERIFY2(!drive.judgement().startsWith(u"Repeats: proved"_s), qPrintable(drive.judgement()));
        // The sixteenth was a bumped lead: marked, and judged both ways.
        auto* list = drive.find<app::RowsView>("repeat.readings");
        list->choose(16); // the list keeps the one that was undone, too
        drive.find<QToolButton>("repeat.reading.mark")->menu()->actions().first()->trigger();
        drive.settle();
        QVERIFY(readings(drive)[16].withdrawn && readings(drive)[16].as_typed == "-51.55");
        QVERIFY2(drive.judgement().startsWith(u"Repeats: proved"_s), qPrintable(drive.judgement()));
        QVERIFY(drive.judgement().contains(u"hangs on what was marked"_s));
        // The plan stands: who has seen the readings does not choose the number any more. Then a requirement that it
        // breaks.
        drive.click("repeat.section.question");
        QVERIFY(drive.find<QLineEdit>("repeat.planned")->isReadOnly());
        drive.type("repeat.requirement", u"0.001"_s);
        QVERIFY2(drive.judgement().startsWith(u"Repeats: failed"_s), qPrintable(drive.judgement()));
        QVERIFY(drive.find("route.repeatability")->accessibleName().contains(u"failed"_s));
    }
    /// The same figures, typed as the change of a stored value in thousandths.
    void changesInThouAddUp() {
        Driver drive;
        begin(drive);
        drive.choose("repeat.typed_as", u"each change from the last"_s);
        drive.choose("repeat.unit", u"thousandths of an inch"_s);
        drive.find<QLineEdit>("repeat.figure")->setFocus();
        keys(drive, u"3"_s);
        QVERIFY(readings(drive).empty() && drive.hintOf("repeat.figure").contains(u"stored value"_s));
        drive.type("repeat.stored", u"-51"_s);
        drive.find<QLineEdit>("repeat.figure")->setFocus();
        drive.find<QLineEdit>("repeat.figure")->selectAll();
        keys(drive, u"3"_s);
        keys(drive, u"-1"_s);
        QVERIFY(test::near(readings(drive)[0].value_mm, -51 + 0.0762, 1e-9));
        QVERIFY(test::near(readings(drive)[1].value_mm, -51 + 0.0508, 1e-9));
    }
    void aMessyFileIsSeenBeforeItIsTaken() {
        Driver drive;
        begin(drive);
        drive.prompter.path = drive.folder.filePath(u"switch.csv"_s);
        QFile file(drive.prompter.path);
        QVERIFY(file.open(QIODevice::WriteOnly));
        file.write("when;switch\nMon;-51,590\nTue;-51,592\nWed;broken\nThu;-51,591\n");
        file.close();
        drive.click("repeat.section.import");
        drive.click("repeat.import.open");
        QTRY_VERIFY(drive.find<QPushButton>("repeat.import.take")->text().contains(u"3"_s) ||
                    drive.find<QComboBox>("repeat.column.value")->count() > 0);
        drive.choose("repeat.column.value", u"switch"_s);
        QTRY_COMPARE(drive.find<QPushButton>("repeat.import.take")->text(), u"Take 3 readings over"_s);
        auto* preview = drive.find<app::RowsView>("repeat.import.preview");
        QVERIFY(preview->row(0).text.contains(u"line 4"_s) && preview->row(0).text.contains(u"broken"_s));
        QVERIFY(!drive.find("repeat.import.take")->isEnabled()); // skipped only by choice
        QVERIFY(readings(drive).empty());
        drive.click("repeat.import.skip");
        drive.click("repeat.import.take");
        QCOMPARE(readings(drive).size(), std::size_t{3});
        QVERIFY(readings(drive)[2].value_mm == -51.591 && readings(drive)[2].source == shop::Source::Imported);
        QVERIFY(newest(drive).second.question.planned == 3 &&
                newest(drive).second.question.looks == std::vector<int>{3});
    }
    void aConsoleIsPasted() {
        Driver drive;
        begin(drive);
        drive.click("repeat.section.import");
        auto* console = drive.find<QPlainTextEdit>("repeat.import.console");
        drive.uncover(console);
        console->setFocus();
        QApplication::clipboard()->setText(u"ok\n[R:60.000,40.000,-51.590:1]\n[R:60.000,40.000,-51.592:1]\n"_s);
        QTest::keyClick(console, Qt::Key_V, Qt::ControlModifier);
        QTRY_COMPARE(drive.find<QPushButton>("repeat.import.take")->text(), u"Take 2 readings over"_s);
        // The owner's own pattern, while it is typed.
        console->setPlainText(u"touch 1: depth 3.218\ntouch 2: depth 3.220\n"_s);
        auto* pattern = drive.find<QLineEdit>("repeat.import.pattern");
        pattern->setFocus();
        QTest::keyClicks(pattern, u"*depth {z"_s);
        QTRY_VERIFY(drive.find<app::RowsView>("repeat.import.preview")->row(0).text.contains(u"{z}"_s));
        QTest::keyClicks(pattern, u"}"_s);
        QTRY_COMPARE(drive.find<QPushButton>("repeat.import.take")->text(), u"Take 2 readings over"_s);
        drive.click("repeat.import.take");
        QVERIFY2(readings(drive).size() == 2, qPrintable(drive.notice() + drive.judgement()));
        QCOMPARE(readings(drive)[1].value_mm, 3.22);
    }
    /// The virtual machine's readings are marked, prove nothing, and take no typed ones beside them.
    void practiceCountsNowhere() {
        Driver drive;
        open(drive, "practice");
        auto const before = drive.window->desk()->status().results.size();
        drive.choose("repeat.loop.between", u"moves away and back"_s);
        QTRY_VERIFY(drive.find<QPlainTextEdit>("repeat.macro")->toPlainText().contains(u"Reading 20"_s));
        drive.click("repeat.loop.run");
        QTRY_VERIFY(newest(drive).second.practice);
        QCOMPARE(readings(drive).size(), std::size_t{20});
        QVERIFY(readings(drive)[0].source == shop::Source::Simulated);
        QVERIFY2(drive.judgement().contains(u"Simulated: for practice."_s), qPrintable(drive.judgement()));
        QCOMPARE(drive.window->desk()->status().results.size(), before);
        drive.click("repeat.section.readings");
        QVERIFY(drive.find<QLineEdit>("repeat.figure")->isReadOnly());
    }
    /// The map of the demo's disc: its tool is dragged, and the judgement says what it meets there.
    void aToolIsDraggedOverTheMap() {
        Driver drive;
        open(drive);
        auto* list = drive.find<app::RowsView>("repeat.studies");
        for (int i = 0; i < list->count(); ++i)
            if (list->row(i).text.startsWith(u"Disc"_s)) list->choose(i);
        drive.settle();
        QVERIFY2(drive.judgement().startsWith(u"Tilt 0.0"_s), qPrintable(drive.judgement()));
        auto* disc = drive.find("repeat.disc");
        auto const middle = disc->rect().center();
        QTest::mousePress(disc, Qt::LeftButton, Qt::NoModifier, middle);
        QPointF const out = middle + QPoint(-120, 0);
        QMouseEvent move(QEvent::MouseMove, out, disc->mapToGlobal(out), Qt::NoButton, Qt::LeftButton, Qt::NoModifier);
        QApplication::sendEvent(disc, &move);
        QTest::mouseRelease(disc, Qt::LeftButton, Qt::NoModifier, out.toPoint());
        QVERIFY2(drive.judgement().contains(u"A point there: \u22120.0"_s), qPrintable(drive.judgement()));
        QVERIFY(disc->accessibleDescription().contains(u"X \u2212"_s));
    }
    void theProofIsPrinted() {
        Driver drive;
        open(drive);
        drive.prompter.path = drive.folder.filePath(u"proof.pdf"_s);
        drive.click("repeat.proof");
        QTRY_VERIFY(QFile::exists(drive.prompter.path));
        QProcess read;
        read.start(u"pdftotext"_s, {u"-layout"_s, drive.prompter.path, u"-"_s});
        QVERIFY(read.waitForFinished());
        auto const words = QString::fromUtf8(read.readAllStandardOutput());
        for (auto const& each : {u"Front left setter, moved and put back"_s, u"Verdict: proved"_s, u"Long router"_s,
                                 u"Step of the readout"_s, u"Name"_s, u"Day"_s, u"hangs on what was marked"_s})
            QVERIFY2(words.contains(each), qPrintable(words));
        drive.prompter.path = drive.folder.filePath(u"readings.csv"_s);
        drive.click("repeat.csv");
        QTRY_VERIFY(QFile::exists(drive.prompter.path));
        QVERIFY(test::readAll(drive.prompter.path).contains("bumped the lead"));
    }
    /// The power fails after seven readings: a copy of the file as it lies on the disk goes on with the eighth.
    void nothingIsLostAtAPowerCut() {
        Driver drive;
        begin(drive);
        drive.find<QLineEdit>("repeat.figure")->setFocus();
        for (int i = 0; i < 7; ++i) keys(drive, u"-51.59%1"_s.arg(i % 3));
        auto const id = newest(drive).first;
        auto const copy = drive.folder.filePath(u"after.pinbook"_s);
        QVERIFY(QFile::copy(drive.book_path, copy));
        if (QFile::exists(drive.book_path + u"-wal"_s))
            QVERIFY(QFile::copy(drive.book_path + u"-wal"_s, copy + u"-wal"_s));
        auto after = store::Session::open(copy, drive.clock, "somebody");
        QVERIFY(after);
        auto const kept = (*after)->readings(id);
        QVERIFY(kept && kept->size() == 7 && kept->back().as_typed == "-51.590");
        QVERIFY((*after)->book().find(id)->question.requirement_mm == 0.02);
    }
    /// An open defect stands in the way, and is said first.
    void aDentedBaseBlocksTheProof() {
        Driver drive;
        open(drive, "conditions");
        drive.choose("repeat.flat", u"no"_s);
        QVERIFY2(drive.judgement().startsWith(u"An open defect"_s), qPrintable(drive.judgement()));
        QVERIFY2(!drive.judgement().contains(u"Repeats:"_s), qPrintable(drive.judgement()));
        drive.key(Qt::Key_Z, Qt::ControlModifier);
        QVERIFY(drive.judgement().startsWith(u"Repeats: proved"_s));
    }
    /// What the study shows is what Zeroing counts with.
    void theBudgetIsTheOneOfZeroing() {
        Driver drive;
        open(drive, "budget");
        drive.choose("repeat.purpose", u"Zero by plate"_s);
        auto const& zero = drive.window->desk()->zero();
        QVERIFY(drive.judgement().startsWith(
            app::text(plusMinusText(zero->chain->budget.expanded_95, UnitSystem::Metric))));
        QVERIFY(zero->proven && zero->proven->n == 10);
        QVERIFY(drive.judgement().contains(u"What dominates"_s));
        drive.click("repeat.section.doubt");
        QVERIFY(drive.find<app::RowsView>("repeat.doubts")->count() == 9);
        QVERIFY2(drive.judgement().contains(u"By the setter, for tools that are changed often"_s),
                 qPrintable(drive.judgement()));
    }
    /// A long study scrolls, is judged elsewhere, and leaves the window alive.
    void aLongStudyIsJudgedElsewhere() {
        Driver drive;
        begin(drive);
        auto const id = newest(drive).first;
        shop::Change change{"many", {}, {}, {}};
        for (int i = 0; i < 100'000; ++i) {
            shop::Reading each;
            each.value_mm = -51.59 + 0.001 * (i * 7919 % 11 - 5);
            each.as_typed = "x";
            change.readings.push_back({id, each});
        }
        QVERIFY(drive.window->desk()->commit(std::move(change)));
        drive.settle();
        QTRY_VERIFY2(drive.judgement().contains(u"100000 of "_s) || drive.judgement().contains(u"readings span"_s),
                     qPrintable(drive.judgement()));
        auto* list = drive.find<app::RowsView>("repeat.readings");
        QCOMPARE(list->count(), 100'000);
        QVERIFY(list->row(99'999).text.contains(u"100000"_s));
        list->scrollToTop();
        QTest::keyClick(list, Qt::Key_End);
        QCOMPARE(list->chosen(), 99'999);
        for (int page = 0; page < 50; ++page) QTest::keyClick(list, Qt::Key_PageUp);
        QVERIFY(list->chosen() < 99'900 && list->viewport()->grab().width() > 0);
    }
};

STEADY_TEST(RepeatTest);
#include "RepeatTest.moc"
