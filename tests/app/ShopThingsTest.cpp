// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/Driver.h"

#include "app/widgets/Rows.h"
#include "app/wiring/BeamSheet.h"

using namespace steady;
using namespace Qt::StringLiterals;
using test::Driver;

/// Parts measured, standards and the beam, care of tools, the tool table, air and stop chain, by mouse and keys.
class ShopThingsTest : public QObject {
    Q_OBJECT

private Q_SLOTS:
    /// Outside and inside in two sizes: 0.1 in 100 is scale, 0.06 between them cutter.
    void partsTellWhatIsWrong() {
        Driver drive(Driver::Start::Empty);
        drive.key(Qt::Key_1, Qt::ControlModifier);
        drive.click("machine.section.sizes");
        QVERIFY(drive.judgement().startsWith(u"Two sizes tell what one cannot."_s));
        auto part = [&](QString const& sort, QString const& wanted, QString const& measured) {
            drive.choose("machine.sizes.sort", sort);
            drive.type("machine.sizes.wanted", wanted);
            drive.type("machine.sizes.measured", measured);
        };
        drive.type("machine.sizes.wanted", u"-5"_s);
        drive.type("machine.sizes.measured", u"5"_s);
        QCOMPARE(drive.book().all<shop::PartCheck>().size(), 0U);
        auto const outside = u"outside, over two walls"_s, inside = u"inside, between two walls"_s;
        part(outside, u"100"_s, u"100.04"_s);
        part(outside, u"300"_s, u"300.24"_s);
        QVERIFY(drive.judgement().contains(u"is the same at every size"_s));
        part(inside, u"100"_s, u"100.16"_s);
        part(inside, u"300"_s, u"300.36"_s);
        QVERIFY2(drive.judgement().contains(u"Cutter: +0.060 mm"_s), qPrintable(drive.judgement()));
        QVERIFY2(drive.judgement().startsWith(u"Scale: X comes out"_s), qPrintable(drive.judgement()));
        drive.click("machine.sizes.drop");
        auto const book = drive.book();
        QCOMPARE(book.find(book.first<shop::PartCheck>())->parts.size(), 3U);
    }

    /// A block that is overdue, a beam setter set up to its end, and what damaged things are worth.
    void standardsAndTheBeam() {
        Driver drive(Driver::Start::Empty);
        drive.key(Qt::Key_2, Qt::ControlModifier);
        drive.click("kit.section.standards");
        QVERIFY(drive.judgement().startsWith(u"What a figure rests on"_s));
        drive.choose("kit.standard.sort", u"Master tool"_s);
        drive.click("kit.standard.add");
        drive.type("kit.standard.stated", u"100"_s);
        drive.type("kit.standard.error", u"0.005"_s);
        drive.type("kit.standard.every", u"365"_s);
        QVERIFY2(drive.judgement().contains(u"It has never been checked here."_s), qPrintable(drive.judgement()));
        drive.click("kit.standard.checked");
        QVERIFY2(drive.judgement().contains(u"due in 365 days"_s), qPrintable(drive.judgement()));
        drive.choose("kit.standard.condition", u"damaged"_s);
        QVERIFY(drive.judgement().contains(u"measure nothing against it"_s));
        drive.key(Qt::Key_Z, Qt::ControlModifier);
        drive.choose("kit.standard.sort", u"Beam setter"_s);
        drive.click("kit.standard.add");
        drive.type("kit.standard.across", u"0.2"_s);

        drive.key(Qt::Key_4, Qt::ControlModifier);
        drive.click("wiring.section.beam");
        drive.choose("wiring.beam.master", u"Master tool"_s);
        auto const* sheet = drive.find<app::BeamSheet>("wiring.beam");
        drive.click("wiring.beam.answer1"); // begin
        drive.click("wiring.beam.answer1"); // clean
        auto type = [&](char const* figure) { drive.type("wiring.beam.figure", QString::fromLatin1(figure)); };
        QVERIFY(sheet->question().contains(u"beam’s axis"_s));
        type("0.3");
        QVERIFY(sheet->question().contains(u"beam’s axis"_s)); // beyond 0.2: it stays here
        QVERIFY2(drive.judgement().startsWith(u"On the beam axis: +0.300 mm of ±0.200 mm."_s),
                 qPrintable(drive.judgement()));
        for (auto const* figure : {"-0,05", "0.02", "0.1", "4.1", "8.2"}) type(figure);
        // Killed here, the book has all of it: what a copy of its files holds is what the next start finds.
        auto const copy = drive.folder.filePath(u"after.pinbook"_s);
        QVERIFY(QFile::copy(drive.book_path, copy));
        for (auto const* ending : {"-wal", "-shm"})
            QFile::copy(drive.book_path + QLatin1String(ending), copy + QLatin1String(ending));
        FixedClock const clock(0);
        auto const found = store::Session::open(copy, clock, "after");
        QVERIFY(found);
        auto const& checks = (*found)->book().all<shop::BeamCheck>();
        QCOMPARE(checks.size(), 1U);
        QCOMPARE(*checks.begin()->second->ready_v, 8.2);
        type("9 volts");
        QVERIFY(!drive.hintOf("wiring.beam.figure").contains(u"Enter keeps it"_s));
        type("8.1");
        QVERIFY(sheet->question().startsWith(u"Start the control"_s));
        drive.click("wiring.beam.answer1");
        QVERIFY(sheet->hint().startsWith(u"It usually takes 2 min"_s));
        type("100.002");
        drive.click("wiring.beam.answer1");
        type("100.004");
        QVERIFY2(sheet->question().startsWith(u"Aligned, calibrated, verified"_s), qPrintable(sheet->question()));
        // What is kept survives the window; and the head, once loosened, begins the chain anew.
        drive.key(Qt::Key_Z, Qt::ControlModifier);
        QVERIFY(sheet->question().startsWith(u"And what did it find"_s));
        drive.click("wiring.beam.answer1"); // started again
        QVERIFY(sheet->question().startsWith(u"Start a second"_s));
        drive.click("wiring.beam.answer3"); // the head was loosened
        QVERIFY(sheet->question().contains(u"beam’s axis"_s));
        drive.key(Qt::Key_2, Qt::ControlModifier);
        drive.click("kit.standard.drop"); // and its set-up goes with it
        QCOMPARE(drive.book().all<shop::BeamCheck>().size(), 0U);
        QVERIFY(drive.notice().isEmpty());
    }

    void toolsAreCaredFor() {
        Driver drive;
        drive.key(Qt::Key_2, Qt::ControlModifier);
        drive.choose("kit.tools", u"Tool 6: 92 mm surfacing cutter"_s);
        QTRY_VERIFY(drive.judgement().contains(u"Tool 6"_s)); // the list is filled anew first
        drive.click("kit.section.care");
        auto length = [&] { return *drive.book().find(drive.window->desk()->setup().place.assembly)->length_mm; };
        QCOMPARE(length(), 63.0);
        drive.type("kit.care.spacers", u"2 + x"_s);
        QCOMPARE(length(), 63.0);
        drive.type("kit.care.spacers", u"2 4.5"_s); // it was 2 + 3.5
        QCOMPARE(length(), 64.0);
        drive.click("kit.care.torqued");
        drive.type("kit.care.torque", u"30"_s);
        QVERIFY2(drive.judgement().contains(u"Tightened to 30 Nm; the sheet says 55 Nm."_s),
                 qPrintable(drive.judgement()));
        drive.click("kit.care.quarantined");
        drive.type("kit.care.note", u"insert screw torn"_s);
        QVERIFY(drive.judgement().startsWith(u"Tool 6 is set aside."_s));
        drive.key(Qt::Key_8, Qt::ControlModifier);
        QVERIFY2(drive.judgement().contains(u"insert screw torn. Do not cut with it"_s), qPrintable(drive.judgement()));
        drive.key(Qt::Key_2, Qt::ControlModifier);
        drive.click("kit.care.released");
        QVERIFY(!drive.judgement().contains(u"set aside"_s));
    }

    /// Written, changed by somebody else, read back with a bad row; nothing comes in before it is taken over.
    void theToolTableGoesOutAndIn() {
        Driver drive;
        drive.key(Qt::Key_2, Qt::ControlModifier);
        drive.click("kit.section.table");
        auto const path = drive.prompter.path = drive.folder.filePath(u"tools.csv"_s);
        drive.click("kit.table.write");
        drive.settle();
        auto const written = test::readAll(path);
        QVERIFY(written.startsWith("number,name,diameter_mm,"));
        QFile file(path);
        QVERIFY(file.open(QIODevice::WriteOnly));
        file.write("Nr;What;Dia (in)\n1;other name;0,25\n57;new one;8 mm\n58;bad;wide\n");
        file.close();
        auto const tools = drive.window->desk()->tools().size();
        drive.click("kit.table.open");
        drive.settle();
        auto* rows = drive.find<app::RowsView>("kit.table.rows");
        QCOMPARE(rows->count(), 3);
        QVERIFY2(rows->row(0).text.startsWith(u"Line 4, Dia (in): "_s), qPrintable(rows->row(0).text));
        QCOMPARE(drive.window->desk()->tools().size(), tools);
        drive.choose("kit.table.name", u"What"_s); // a column that nobody could guess
        drive.choose("kit.table.number", u"not in it"_s);
        QVERIFY(rows->row(0).text.contains(u"The column with the tool numbers"_s));
        drive.choose("kit.table.number", u"Nr"_s);
        drive.click("kit.table.take");
        auto named = [&](int number) {
            for (auto const& [id, tool] : drive.window->desk()->tools())
                if (tool->number == number) return *tool;
            return shop::Assembly{};
        };
        QCOMPARE(named(57).name, std::string("new one"));
        QCOMPARE(named(57).diameter_mm, 8.0);
        QCOMPARE(named(1).diameter_mm, 6.35);
        QCOMPARE(*named(1).length_mm, 58.4); // not in the table: as it was
        QCOMPARE(drive.window->desk()->tools().size(), tools + 1);
        drive.key(Qt::Key_Z, Qt::ControlModifier); // one change
        QCOMPARE(drive.window->desk()->tools().size(), tools);
        drive.prompter.path = drive.folder.filePath(u"nothing.csv"_s);
        drive.click("kit.table.open");
        drive.settle();
        QVERIFY(drive.notice().contains(u"nothing.csv"_s));
    }

    void airAndStopChain() {
        Driver drive(Driver::Start::Empty);
        drive.key(Qt::Key_4, Qt::ControlModifier);
        drive.click("wiring.section.air");
        drive.type("wiring.plate.tube", u"1/4 in"_s);
        drive.type("wiring.plate.push", u"6"_s);
        QVERIFY2(drive.judgement().startsWith(u"A tube of 6.350 mm does not seal"_s), qPrintable(drive.judgement()));
        drive.choose("wiring.plate.flow", u"away from the nozzle"_s);
        QVERIFY(drive.judgement().contains(u"The arrow points away"_s));
        drive.click("wiring.section.chain");
        drive.type("wiring.setter.overtravel", u"56"_s);
        drive.type("wiring.setter.chain", u"40"_s);
        drive.choose("wiring.setter.without_power", u"drops"_s);
        QVERIFY2(drive.judgement().contains(u"drops"_s), qPrintable(drive.judgement()));
        QCOMPARE(*drive.book().find(drive.window->desk()->setup().place.setter)->chain_s, 0.04);
    }
};

STEADY_TEST(ShopThingsTest);
#include "ShopThingsTest.moc"
