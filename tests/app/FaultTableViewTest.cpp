// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/Driver.h"

#include "app/macros/FaultTableView.h"
#include "core/machine/Run.h"

using namespace steady;
using namespace Qt::StringLiterals;
using test::Driver;

/// Every fault at once, on screen: tried, read, opened, compared, kept, and stopped half-way.
class FaultTableViewTest : public QObject {
    Q_OBJECT

    app::FaultTableView* tableOf(Driver& drive) { return drive.find<app::FaultTableView>("macro.table"); }
    /// Tries every fault, in one world each, and waits until the table is there.
    void tryAll(Driver& drive, QString const& worlds = u"1"_s) {
        drive.key(Qt::Key_8, Qt::ControlModifier);
        drive.click("macro.section.faults");
        drive.choose("macro.worlds", worlds);
        drive.click("macro.attack");
        drive.settle();
    }
    int rowNamed(app::FaultTableView* view, QString const& words) {
        for (int row = 0; row < view->model()->rowCount(); ++row)
            if (view->model()->headerData(row, Qt::Vertical, Qt::DisplayRole).toString().startsWith(words)) return row;
        qFatal("no row %s", qPrintable(words));
    }
    /// As a person clicks: into the middle of the first crossing of a row that shows something.
    void clickCrossing(app::FaultTableView* view, int row, int first_column) {
        for (int column = first_column; column < view->model()->columnCount(); ++column) {
            auto const index = view->model()->index(row, column);
            if (!view->table().ending(index)) continue;
            view->scrollTo(index);
            QTest::mouseClick(view->viewport(), Qt::LeftButton, {}, view->visualRect(index).center());
            return;
        }
        QFAIL("an empty row");
    }

private Q_SLOTS:
    void triedReadAndOpened() {
        Driver drive;
        drive.key(Qt::Key_8, Qt::ControlModifier);
        drive.click("macro.section.faults");
        QVERIFY2(drive.judgement().startsWith(u"Which faults"_s), qPrintable(drive.judgement()));
        QVERIFY(!tableOf(drive)->isVisible() && !drive.find("macro.table.keep")->isEnabled());
        tryAll(drive);
        QTRY_VERIFY(tableOf(drive)->isVisible());
        QVERIFY2(drive.judgement().startsWith(u"Every fault that can be noticed is noticed."_s),
                 qPrintable(drive.judgement()));
        QVERIFY2(drive.judgement().contains(u"no input of this control shows"_s), qPrintable(drive.judgement()));
        auto* view = tableOf(drive);
        QVERIFY(view->model()->rowCount() > 25 && view->model()->columnCount() > 5);
        // The row of a fault, and the run behind its crossing, at its line.
        auto const row = rowNamed(view, u"The lead has come off"_s);
        auto const* ending = view->table().ending(view->model()->index(row, 0));
        QVERIFY(ending && ending->kind == safety::RunClass::StoppedSafely && ending->line > 0);
        int const line = ending->line;
        clickCrossing(view, row, 1);
        drive.settle();
        QTRY_VERIFY(drive.macros()->editor()->isVisible());
        QVERIFY(drive.macros()->theatre().loaded());
        QCOMPARE(drive.macros()->theatre().current()->record.line, line);
        QCOMPARE(drive.find<QComboBox>("macro.fault")->currentText(), u"The lead has come off"_s);
        QVERIFY(drive.find<QComboBox>("macro.world")->currentText().startsWith(u"Number 1 "_s));
        QVERIFY2(drive.judgement().startsWith(u"It stopped safely."_s), qPrintable(drive.judgement()));
    }
    /// All that the machine's method has a use for; what cannot be written says why, and a click opens a table.
    void everyMacroAtOnce() {
        Driver drive;
        drive.key(Qt::Key_8, Qt::ControlModifier);
        drive.click("macro.section.faults");
        drive.choose("macro.worlds", u"1"_s);
        drive.click("macro.attack_all");
        drive.settle();
        auto* all = drive.find<app::RowsView>("macro.table.all");
        QTRY_VERIFY(all->isVisible());
        int tried = 0, refused = 0, at = -1;
        for (int i = 0; i < all->count(); ++i) {
            auto const row = all->row(i);
            QVERIFY2(!row.detail.contains(u"NOT LISTED"_s), qPrintable(row.text + row.detail));
            tried += row.detail.contains(u"listed end badly"_s);
            refused += row.detail.contains(u"Tool 3 is a cutter"_s); // from the side only with a pin
            if (row.text == u"Re-touch after a change"_s) at = i;
        }
        QVERIFY2(drive.judgement().startsWith(u"Of %1 macros none lets through what is not listed."_s.arg(tried)),
                 qPrintable(drive.judgement()));
        QVERIFY2(tried >= 8 && refused == 5, qPrintable(u"%1 %2"_s.arg(tried).arg(refused)));
        QTest::mouseClick(all->viewport(), Qt::LeftButton, {}, all->visualRect(all->model()->index(at, 0)).center());
        drive.settle();
        QTRY_VERIFY(tableOf(drive)->isVisible());
        QVERIFY(!all->isVisible());
        QCOMPARE(drive.find<QComboBox>("macro.kind")->currentText(), u"Re-touch after a change"_s);
        QVERIFY2(drive.judgement().startsWith(u"Every fault that can be noticed is noticed."_s),
                 qPrintable(drive.judgement()));
    }
    /// Beside it the list of a macro that only touches, and believes what it reads.
    void besideANaiveOne() {
        Driver drive;
        drive.key(Qt::Key_8, Qt::ControlModifier);
        drive.click("macro.section.faults");
        drive.choose("macro.compare", u"The same without any protection"_s);
        tryAll(drive);
        QTRY_VERIFY(tableOf(drive)->isVisible());
        QVERIFY2(drive.judgement().contains(u"The other text is worse with "_s), qPrintable(drive.judgement()));
    }
    void aProtectionLeftOutShowsAndIsCompared() {
        Driver drive;
        drive.key(Qt::Key_8, Qt::ControlModifier);
        drive.click("macro.section.faults");
        drive.choose("macro.compare", u"Without: search"_s);
        tryAll(drive);
        auto* view = tableOf(drive);
        QTRY_VERIFY(view->isVisible());
        QCOMPARE(view->model()->headerData(1, Qt::Horizontal, Qt::DisplayRole).toString(), u"the other"_s);
        QVERIFY2(drive.judgement().contains(u"The other text "_s), qPrintable(drive.judgement()));
        // Left out of the text itself: the table on screen is no longer of this text.
        drive.click("macro.section.run");
        drive.choose("macro.leave_out", u"open check"_s);
        drive.click("macro.section.faults");
        QVERIFY(!tableOf(drive)->isVisible());
        QVERIFY2(drive.find<QLabel>("macro.table.words")->text().contains(u"have changed"_s),
                 qPrintable(drive.find<QLabel>("macro.table.words")->text()));
        // A text that cannot be read has no table.
        drive.macros()->editor()->setText(u"G21\nG38.2 Z[\n"_s);
        drive.click("macro.attack");
        drive.settle();
        QTRY_VERIFY2(drive.judgement().startsWith(u"It cannot be run."_s), qPrintable(drive.judgement()));
    }
    void keptItProvesTheMacro() {
        Driver drive(Driver::Start::Empty);
        drive.type("kit.nominal", u"3"_s);
        tryAll(drive);
        QTRY_VERIFY(tableOf(drive)->isVisible());
        QVERIFY(drive.book().all<shop::MacroProof>().empty());
        drive.click("macro.table.keep");
        auto const proofs = drive.book().all<shop::MacroProof>();
        QCOMPARE(proofs.size(), std::size_t(1));
        auto const& proof = *proofs.begin()->second;
        auto const* version = drive.book().find(proof.version);
        QVERIFY(version && version->text == drive.macros()->editor()->text().toStdString());
        QCOMPARE(proof.text_hash, safety::textHash(version->text));
        QCOMPARE(proof.engine, std::string(machine::engine_version));
        QCOMPARE(proof.good, drive.judgement().startsWith(u"Every fault that can be noticed"_s));
        QVERIFY(proof.good);
        QCOMPARE(drive.window->desk()->status().progress.macros.word, std::string("every fault tried"));
    }
    void stoppedHalfWayItSaysNothing() {
        Driver drive;
        drive.key(Qt::Key_8, Qt::ControlModifier);
        drive.click("macro.section.faults");
        drive.choose("macro.worlds", u"1000"_s);
        QTest::mouseClick(drive.find("macro.attack"), Qt::LeftButton); // and does not wait for it
        QTRY_VERIFY(drive.find("working.stop")->isVisible());
        drive.click("working.stop");
        QTRY_VERIFY(tableOf(drive)->isVisible());
        QVERIFY2(drive.judgement().startsWith(u"Stopped half-way."_s), qPrintable(drive.judgement()));
        QVERIFY(!drive.find("macro.table.keep")->isEnabled());
    }
};

STEADY_TEST(FaultTableViewTest);
#include "FaultTableViewTest.moc"
