// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/Driver.h"

#include "app/layout/PlanView.h"
#include "app/widgets/Rows.h"
#include "app/wiring/ProofSheet.h"
#include "core/install/Proof.h"

using namespace steady;
using namespace Qt::StringLiterals;
using install::Device;
using test::Driver;

namespace {

app::PlanView& plan(Driver const& drive) { return *drive.find<app::PlanView>("layout.plan"); }

shop::Mounting mounting(Driver const& drive) {
    auto const& desk = *drive.window->desk();
    return install::mountingOf(desk.book(), desk.setup().place.setter);
}

/// To what has the focus.
void press(Driver& drive, Qt::Key key, Qt::KeyboardModifiers modifiers = Qt::NoModifier) {
    QTest::keyClick(QApplication::focusWidget(), key, modifiers);
    drive.settle();
}

/// As a hand does it: down, some steps, up; machine X and Y. What is judged half-way comes back.
QString dragTo(Driver& drive, QPointF from_mm, QPointF to_mm) {
    auto& view = plan(drive);
    auto const from = view.map().at(from_mm.x(), from_mm.y()), to = view.map().at(to_mm.x(), to_mm.y());
    QTest::mousePress(&view, Qt::LeftButton, Qt::NoModifier, from.toPoint());
    QString half_way;
    for (int i = 1; i <= 4; ++i) {
        auto const at = from + (to - from) * i / 4;
        QMouseEvent move(QEvent::MouseMove, at, view.mapToGlobal(at), Qt::NoButton, Qt::LeftButton, Qt::NoModifier);
        QApplication::sendEvent(&view, &move);
        if (i == 4) half_way = drive.judgement();
    }
    QTest::mouseRelease(&view, Qt::LeftButton, Qt::NoModifier, to.toPoint());
    return half_way;
}

install::ProofState proof(Driver const& drive, Device device) {
    auto const& desk = *drive.window->desk();
    return install::proofOf(desk.book(), desk.setup(), device);
}

void chooseSetting(Driver const& drive, QString const& words) {
    auto* rows = drive.find<app::RowsView>("wiring.settings");
    for (int i = 0; i < rows->count(); ++i)
        if (rows->row(i).text.contains(words)) return rows->choose(i);
    qFatal("no such setting");
}

} // namespace

/// Layout and Wiring, by mouse and keys, from the plan to the proof.
class InstallTest : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void draggingIsJudgedAndUndone() {
        Driver drive;
        drive.key(Qt::Key_3, Qt::ControlModifier);
        QVERIFY2(drive.judgement().startsWith(u"Every tool reaches it"_s), qPrintable(drive.judgement()));
        auto const before = mounting(drive);
        auto const changes = drive.window->desk()->session().file().lastSeq();
        // Onto the front clamp, 90 × 40 about 520, 360; slots lie at Y 312 and 432.
        auto const half_way = dragTo(drive, {before.x_mm, before.y_mm}, {520, 360});
        QVERIFY2(half_way.contains(u"into “Front clamp”"_s), qPrintable(half_way));
        QCOMPARE(drive.window->desk()->session().file().lastSeq(), changes + 1); // once, as it was dropped
        QVERIFY(std::abs(mounting(drive).x_mm - 520) < 3 && std::abs(mounting(drive).y_mm - 360) < 3);
        QVERIFY(drive.judgement().contains(u"into “Front clamp”"_s));
        QVERIFY(drive.find("route.layout")->accessibleName().contains(u"not possible"_s));
        drive.key(Qt::Key_Z, Qt::ControlModifier);
        QVERIFY(mounting(drive) == before);
        QVERIFY(drive.judgement().startsWith(u"Every tool reaches it"_s));
        // Near a slot it lands on it; on the frame only X follows.
        dragTo(drive, {before.x_mm, before.y_mm}, {200, 190});
        QCOMPARE(mounting(drive).y_mm, 192.0);
        drive.choose("layout.mount", u"the frame beside the travel"_s);
        dragTo(drive, {mounting(drive).x_mm, 192}, {300, 260});
        QCOMPARE(mounting(drive).y_mm, 192.0);
        QVERIFY(std::abs(mounting(drive).x_mm - 300) < 3);
        plan(drive).setFocus();
        press(drive, Qt::Key_Right);
        press(drive, Qt::Key_Right, Qt::ShiftModifier);
        QVERIFY2(std::abs(mounting(drive).x_mm - 311) < 3, qPrintable(QString::number(mounting(drive).x_mm)));
    }

    /// A corner of the lead, where leads come in, and a second setter: all of it is dragged, and undone.
    void leadAndSecondSetterAreDragged() {
        Driver drive(Driver::Start::Empty);
        drive.key(Qt::Key_2, Qt::ControlModifier);
        drive.click("kit.section.setter");
        drive.click("kit.setter.new");
        drive.type("kit.setter.name", u"rear"_s);
        drive.click("kit.setter.new"); // the one that is used from now on
        drive.type("kit.setter.name", u"front"_s);
        drive.key(Qt::Key_3, Qt::ControlModifier);
        drive.type("layout.setter.x", u"100"_s);
        drive.type("layout.setter.y", u"100"_s);
        drive.click("layout.corner"); // half-way between entry and device
        QCOMPARE(mounting(drive).corners, (std::vector<shop::LeadCorner>{{50, 50}}));
        dragTo(drive, {50, 50}, {10, 150});
        auto const corner = mounting(drive).corners.front();
        QVERIFY(std::abs(corner.x_mm - 10) < 3 && std::abs(corner.y_mm - 150) < 3);
        dragTo(drive, {0, 0}, {300, 0}); // where leads come onto the table
        auto const& desk = *drive.window->desk();
        QVERIFY(std::abs(install::tableOf(desk.book(), desk.setup()).cable_x_mm - 300) < 3);
        drive.key(Qt::Key_Z, Qt::ControlModifier);
        QCOMPARE(install::tableOf(desk.book(), desk.setup()).cable_x_mm, 0.0);
        drive.click("layout.no_corner");
        QVERIFY(mounting(drive).corners.empty());
        drive.choose("layout.setter.exit", u"front"_s);
        drive.choose("layout.setter.lamp", u"to the other side"_s);
        QVERIFY2(drive.judgement().contains(u"The lamp of front shines to the back."_s), qPrintable(drive.judgement()));

        drive.choose("layout.sort", u"rear"_s);
        drive.click("layout.add");
        QCOMPARE(plan(drive).shown().layout.devices.size(), std::size_t(2));
        auto const at = plan(drive).shown().layout.devices[1];
        QVERIFY2(dragTo(drive, {at.x_mm, at.y_mm}, {110, 110}).contains(u"stand in one place"_s),
                 qPrintable(drive.judgement()));
        QCOMPARE(mounting(drive).x_mm, 100.0); // the other one stayed
        drive.choose("layout.things", u"rear"_s);
        drive.click("layout.drop");
        QCOMPARE(plan(drive).shown().layout.devices.size(), std::size_t(1));
        QVERIFY(drive.notice().isEmpty());
    }

    void aPlaceIsSuggestedTakenAndSetOut() {
        Driver drive;
        drive.key(Qt::Key_3, Qt::ControlModifier);
        drive.click("layout.section.places");
        drive.click("layout.suggest");
        drive.settle();
        auto* places = drive.find<app::RowsView>("layout.places");
        QVERIFY(places->count() >= 3);
        QVERIFY2(drive.judgement().startsWith(u"Why the first"_s), qPrintable(drive.judgement()));
        auto const before = mounting(drive);
        drive.click("layout.take");
        auto const taken = mounting(drive);
        QVERIFY(taken.x_mm != before.x_mm);
        QVERIFY(drive.judgement().contains(u"Every tool reaches it"_s));
        drive.click("layout.section.out");
        QVERIFY(drive.find("layout.steps")->findChildren<QLabel*>().size() > 8);
        // Fixed 0.8 mm off, and read.
        drive.type("layout.reads.x", QString::number(taken.x_mm + 0.8));
        drive.type("layout.reads.y", QString::number(taken.y_mm));
        QVERIFY2(drive.judgement().startsWith(u"It stands 0.800 mm from its plan."_s), qPrintable(drive.judgement()));
        QVERIFY2(drive.judgement().contains(u"Everything still holds there"_s), qPrintable(drive.judgement()));
        // Where it cannot be: said too, and kept all the same.
        drive.type("layout.reads.x", u"1299.5"_s);
        QVERIFY2(drive.judgement().contains(u"There it does not work"_s), qPrintable(drive.judgement()));
    }

    void aTemplateIsPrinted() {
        Driver drive;
        drive.key(Qt::Key_3, Qt::ControlModifier);
        drive.click("layout.section.out");
        drive.type("layout.holes", u"4"_s);
        for (auto const& [button, ending, begins] :
             {std::tuple{"layout.pdf", u"pdf"_s, "%PDF-1"}, {"layout.svg", u"svg"_s, "<?xml"}}) {
            drive.prompter.path = drive.folder.filePath(u"template."_s + ending);
            drive.click(button);
            drive.settle();
            QVERIFY(test::readAll(drive.prompter.path).startsWith(begins));
        }
        QVERIFY(drive.notice().isEmpty());
    }

    /// Bolts, tram and scale, typed into an empty book.
    void theIronIsLookedAt() {
        Driver drive(Driver::Start::Empty);
        drive.key(Qt::Key_1, Qt::ControlModifier);
        drive.click("machine.section.mechanics");
        QVERIFY(drive.judgement().startsWith(u"Nobody has written down a look"_s));
        drive.choose("machine.part", u"Column"_s);
        drive.click("machine.look");
        drive.type("machine.look.before", u"0.06"_s); // over 200, bolts 150 apart
        QVERIFY2(drive.judgement().contains(u"0.045 mm: under the right bolts of the column."_s),
                 qPrintable(drive.judgement()));
        drive.type("machine.look.after", u"0.002"_s);
        QVERIFY(drive.judgement().contains(u"as true as a shim can make it"_s));
        drive.choose("machine.part", u"Bolts"_s);
        drive.click("machine.look");
        drive.choose("machine.look.defect", u"one is open"_s);
        QVERIFY(drive.judgement().startsWith(u"Bolts: a defect is open."_s));
        drive.key(Qt::Key_Z, Qt::ControlModifier);
        QVERIFY(!drive.judgement().startsWith(u"Bolts"_s));
        drive.click("machine.section.scale");
        drive.type("machine.scale.measured", u"2"_s); // of what?
        QVERIFY(!drive.hintOf("machine.scale.measured").isEmpty());
        QCOMPARE(drive.book().all<shop::ScaleCheck>().size(), 0U);
        drive.type("machine.scale.commanded", u"100"_s);
        drive.type("machine.scale.measured", u"99.8"_s);
        drive.type("machine.scale.commanded", u"200"_s);
        drive.type("machine.scale.measured", u"199.6"_s);
        drive.choose("machine.scale.way", u"coming down"_s);
        drive.type("machine.scale.commanded", u"100"_s);
        drive.type("machine.scale.measured", u"99.85"_s);
        QVERIFY2(drive.judgement().contains(u"It loses 0.050 mm at a reversal"_s), qPrintable(drive.judgement()));
        drive.type("machine.scale.wanted", u"1"_s);
        drive.type("machine.scale.steps", u"320"_s);
        QVERIFY2(drive.judgement().contains(u"Steps per millimetre: 320.6413 instead of 320.0000."_s),
                 qPrintable(drive.judgement())); // 320 / 0.998
        drive.click("machine.scale.drop");
        QVERIFY(drive.judgement().contains(u"One direction only."_s));
    }

    void anEmptyBookIsLaidOut() {
        Driver drive(Driver::Start::Empty);
        drive.key(Qt::Key_3, Qt::ControlModifier);
        QVERIFY(drive.judgement().startsWith(u"No setter to place yet."_s));
        drive.choose("layout.sort", u"Rack"_s);
        drive.click("layout.add");
        QCOMPARE(drive.book().all<shop::Fitting>().size(), 1U);
        drive.type("layout.thing.pitch", u"70"_s);
        QVERIFY2(drive.judgement().contains(u"room for 5 pockets"_s), qPrintable(drive.judgement())); // 380 at 70
        drive.type("layout.thing.width", u"0"_s);
        QVERIFY(drive.hintOf("layout.thing.width").contains(u"1"_s));
        drive.click("layout.drop");
        QCOMPARE(drive.book().all<shop::Fitting>().size(), 0U);
        drive.key(Qt::Key_Z, Qt::ControlModifier);
        QCOMPARE(drive.book().all<shop::Fitting>().size(), 1U);
    }

    /// By keys alone; half-way the program is gone, and what was answered is there.
    void aSignalIsProvedStepByStep() {
        Driver drive;
        drive.key(Qt::Key_4, Qt::ControlModifier);
        drive.click("wiring.section.proof");
        QVERIFY(proof(drive, Device::Plate).proved());
        drive.click("top.edit.happened");
        for (auto* button : drive.find("happened")->findChildren<QPushButton*>())
            if (button->text() == u"The plate's lead was pulled"_s)
                drive.click(button->objectName().toUtf8().constData());
        QCOMPARE(proof(drive, Device::Plate).holding.state, facts::Hold::Stale);
        QVERIFY2(drive.judgement().startsWith(u"The plate’s signal has to be proved again."_s),
                 qPrintable(drive.judgement()));
        auto* sheet = drive.find<app::ProofSheet>("wiring.proof");
        QCOMPARE(sheet->question(), u"Prove it again."_s);
        sheet->setFocus();
        press(drive, Qt::Key_1);
        QCOMPARE(sheet->question(), u"Nothing touches. What does the input show?"_s);
        press(drive, Qt::Key_1);
        QCOMPARE(sheet->question(), u"Touch it. What does it show now?"_s);
        press(drive, Qt::Key_2);
        // Another reader finds both answers, and no proof yet.
        auto const file = store::BookFile::open(drive.book_path, store::Access::ReadOnly);
        facts::Reader const reader((*file)->load().value());
        auto const kept = install::proofOf(reader, drive.window->desk()->setup(), Device::Plate);
        QCOMPARE(kept.holding.state, facts::Hold::Open);
        QCOMPARE(reader.find(kept.proof)->observed.touched, shop::Shows::Contact);
        press(drive, Qt::Key_1); // let go: nothing
        press(drive, Qt::Key_1); // the creep stopped
        press(drive, Qt::Key_2); // stays quiet
        QCOMPARE(sheet->question(), u"The signal works."_s);
        QVERIFY(proof(drive, Device::Plate).proved());
        drive.key(Qt::Key_Z, Qt::ControlModifier); // the last answer
        QVERIFY(!proof(drive, Device::Plate).proved());
        QVERIFY(sheet->question().startsWith(u"Nothing touches. Does it trigger"_s));
        drive.key(Qt::Key_6, Qt::ControlModifier);
        QVERIFY2(drive.judgement().contains(u"The plate’s signal is not proved."_s), qPrintable(drive.judgement()));
    }

    void whatIsWrongIsNamed_data() {
        QTest::addColumn<QString>("keys");
        QTest::addColumn<QString>("question");
        QTest::addColumn<QString>("first_check");
        QTest::newRow("reversed") << u"21"_s << u"It is reversed."_s << u"The polarity is set the wrong way round."_s;
        QTest::newRow("noisy") << u"13"_s << u"It flickers."_s << u"A loose plug or terminal."_s;
        QTest::newRow("dead") << u"11"_s << u"It is dead."_s << u"The plug is out or in another socket."_s;
    }
    void whatIsWrongIsNamed() {
        QFETCH(QString, keys);
        QFETCH(QString, question);
        QFETCH(QString, first_check);
        Driver drive;
        drive.key(Qt::Key_4, Qt::ControlModifier);
        drive.choose("wiring.device", u"the setter"_s);
        drive.click("wiring.section.proof");
        auto* sheet = drive.find<app::ProofSheet>("wiring.proof");
        drive.click("wiring.proof.answer1"); // again
        for (auto const& digit : keys) drive.click((u"wiring.proof.answer"_s + digit).toUtf8().constData());
        QCOMPARE(sheet->question(), question);
        QVERIFY(drive.find<QLabel>("wiring.proof.hint")->text().contains(u"1  "_s + first_check));
        QVERIFY(!proof(drive, Device::Setter).proved());
        drive.key(Qt::Key_8, Qt::ControlModifier);
        drive.choose("macro.kind", u"Re-touch after a change"_s);
        QVERIFY(drive.judgement().contains(u"The setter’s signal is not proved."_s));
        drive.key(Qt::Key_4, Qt::ControlModifier);
        drive.type("wiring.without", u"seen yesterday, lead untouched"_s);
        drive.key(Qt::Key_8, Qt::ControlModifier);
        QVERIFY(drive.judgement().contains(u"taken on trust"_s));
        QVERIFY(drive.judgement().contains(u"seen yesterday"_s));
    }

    void theCircuitSaysWhatItHides() {
        Driver drive;
        drive.key(Qt::Key_4, Qt::ControlModifier);
        drive.choose("wiring.device", u"the setter"_s);
        QVERIFY(drive.judgement().contains(u"A broken lead stops the machine."_s));
        drive.choose("wiring.setter.contact_at", u"high (isolated: lit)"_s);
        QVERIFY(drive.judgement().startsWith(u"The polarity is the wrong way round."_s));
        QCOMPARE(proof(drive, Device::Setter).holding.state, facts::Hold::Stale);
        drive.choose("wiring.setter.contact_at", u"low (isolated: dark)"_s);
        QVERIFY(proof(drive, Device::Setter).proved()); // as it was when it was proved
        drive.prompter.path = drive.folder.filePath(u"labels.pdf"_s);
        drive.click("wiring.labels");
        drive.settle();
        QVERIFY(test::readAll(drive.prompter.path).startsWith("%PDF-1"));
        drive.type("wiring.setter.supply", u"5"_s);
        QVERIFY(drive.judgement().startsWith(u"5 V does not move an input made for 24 V."_s));
        drive.click("wiring.section.feeds");
        drive.type("wiring.setter.find", u"1500"_s);
        QVERIFY2(drive.judgement().contains(u"The stop chain would be too late at 1500 mm/min."_s),
                 qPrintable(drive.judgement()));
        drive.click("wiring.section.chain");
        drive.choose("wiring.setter.without_power", u"drops"_s);
        QVERIFY(drive.judgement().contains(u"Z drops without its drive"_s));
    }

    void theSheetNamesWhatDiffersAndPrints() {
        Driver drive;
        drive.key(Qt::Key_4, Qt::ControlModifier);
        drive.click("wiring.section.settings");
        QVERIFY(drive.judgement().contains(u"Machine Y of the setter: found 17.000, should be 71.000 mm."_s));
        QVERIFY(drive.judgement().contains(u"Safe Z, machine: found 1.000, should be −1.000 mm."_s));
        QVERIFY(drive.judgement().contains(u"The sign is turned."_s));
        chooseSetting(drive, u"Sensor Y"_s);
        drive.type("wiring.found", u"71,0"_s);
        QVERIFY(!drive.judgement().contains(u"Machine Y of the setter"_s));
        chooseSetting(drive, u"Feed to find"_s);
        drive.type("wiring.found", u"23.6"_s); // 600 mm/min in inches
        QVERIFY(drive.judgement().contains(u"It is in the other unit."_s));
        drive.key(Qt::Key_Z, Qt::ControlModifier);
        drive.type("wiring.called", u"#31"_s);
        drive.choose("wiring.set_by", u"constants of a macro"_s);
        QVERIFY(drive.find<app::RowsView>("wiring.settings")->row(4).text.contains(u"#31 = 600"_s));
        drive.prompter.path = drive.folder.filePath(u"sheet.pdf"_s);
        drive.click("wiring.page");
        drive.settle();
        QVERIFY(test::readAll(drive.prompter.path).startsWith("%PDF-1"));
        drive.prompter.path = drive.folder.filePath(u"no/such/folder/sheet.pdf"_s);
        drive.click("wiring.page");
        drive.settle();
        QVERIFY(!drive.notice().isEmpty());
    }
    /// A breakaway: the inputs decoded, the steps in their order, and no “done” while one is open.
    void aLostReferenceStepByStep() {
        Driver drive;
        drive.key(Qt::Key_1, Qt::ControlModifier);
        drive.click("machine.section.reference");
        QVERIFY(!drive.find("machine.reference.done")->isEnabled()); // without a block there is no way back
        drive.type("machine.block", u"3"_s);
        drive.type("machine.reference", u"14"_s);
        QTRY_VERIFY2(drive.judgement().contains(u"From the block to the reference: +11.000 mm."_s),
                     qPrintable(drive.judgement()));
        drive.type("machine.reference.bits", u"upper limit"_s);
        QVERIFY2(drive.hintOf("machine.reference.bits").contains(u"upper limit"_s),
                 qPrintable(drive.hintOf("machine.reference.bits")));
        drive.type("machine.reference.bits", u"5 upper limit: jog down; 2 lower limit: jog up"_s);
        drive.type("machine.reference.inputs", u"0x20"_s);
        QTRY_VERIFY2(drive.judgement().contains(u"Bit 5 is on: upper limit; jog down."_s),
                     qPrintable(drive.judgement()));
        drive.choose("machine.reference.readout", u"inches"_s);
        auto* steps = drive.find<app::RowsView>("machine.reference.steps");
        QTRY_VERIFY2(steps->row(9).text.contains(u"go +0.4331 in"_s), qPrintable(steps->row(9).text)); // 11 mm
        QVERIFY2(steps->row(8).text.contains(u"to be 3.000 mm"_s), qPrintable(steps->row(8).text));
        for (int i = 0; i < steps->count() - 1; ++i) drive.click("machine.reference.done");
        QTRY_VERIFY2(drive.judgement().contains(u"Not done: 1 of 16 steps are open."_s), qPrintable(drive.judgement()));
        drive.type("machine.block_again", u"14"_s);
        QTRY_VERIFY2(drive.judgement().contains(u"The block reads +11.000 mm off."_s), qPrintable(drive.judgement()));
        QVERIFY(!drive.find("machine.reference.tell")->isEnabled());
        drive.click("machine.reference.done");
        QVERIFY(!drive.find("machine.reference.tell")->isEnabled()); // all steps, and the block says no
        drive.type("machine.block_again", u"3.004"_s);
        QTRY_VERIFY(drive.find("machine.reference.tell")->isEnabled());
        drive.click("machine.reference.back");
        QTRY_VERIFY(!drive.find("machine.reference.tell")->isEnabled());
        drive.click("machine.reference.done");
        drive.click("machine.reference.tell");
        QTRY_COMPARE(drive.book().all<shop::Event>().rbegin()->second->what, shop::Happening::ReferenceSet);
        QTRY_VERIFY(!drive.find("machine.reference.tell")->isEnabled()); // told once
        QVERIFY(!drive.window->desk()->setup().gauge.again_mm && drive.window->desk()->setup().gauge.done.empty());
    }
};

STEADY_TEST(InstallTest);
#include "InstallTest.moc"
