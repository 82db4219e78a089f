// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/ScreenRules.h"

#include "app/widgets/Rows.h"
#include "core/upkeep/Status.h"

using namespace steady;
using namespace Qt::StringLiterals;
using facts::Hold;
using facts::ResultKind;
using test::Driver;

namespace {

Hold stateOf(Driver const& drive, ResultKind kind) {
    auto const& desk = *drive.window->desk();
    for (auto const& result : desk.status().results)
        if (result.kind == kind && result.at == desk.setupId()) return result.state;
    return Hold::Open;
}

/// The second tap.
void tap(Driver& drive, char const* words) {
    for (auto* button : drive.find("happened")->findChildren<QPushButton*>())
        if (button->text() == QString::fromUtf8(words)) drive.click(button->objectName().toUtf8().constData());
}

QString rowsOf(Driver const& drive, char const* list) {
    auto const* rows = drive.find<app::RowsView>(list);
    QStringList all;
    for (int i = 0; i < rows->count(); ++i) all << rows->row(i).text + u" | "_s + rows->row(i).detail;
    return all.join(u'\n');
}

void chooseRow(Driver const& drive, char const* list, QString const& words) {
    auto* rows = drive.find<app::RowsView>(list);
    for (int i = 0; i < rows->count(); ++i)
        if (rows->row(i).text.contains(words)) rows->choose(i);
}

/// A station of no use, with a section and nothing wrong with it.
class ShedStation : public app::Station {
public:
    ShedStation(app::Desk& desk, app::StationName called, QWidget* parent) : Station(desk, std::move(called), parent) {
        m_sections = new app::Sections(u"shed"_s, 1, desk.look());
        m_sections->add(u"door"_s, u"The door"_s)->addWidget(new QLabel(u"It is open."_s));
        entry()->addWidget(m_sections);
        m_sections->open(u"door"_s);
    }
    void refresh() override { ++refreshed; }
    int refreshed = 0;

private:
    app::Sections* m_sections;
};

} // namespace

class UpkeepTest : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void twoTapsFromAnyStation_data() {
        QTest::addColumn<QString>("station");
        for (auto const& row : app::stations()) QTest::newRow(qPrintable(row.id)) << row.id;
    }
    void twoTapsFromAnyStation() {
        QFETCH(QString, station);
        Driver drive;
        drive.window->goTo(station);
        QCOMPARE(stateOf(drive, ResultKind::WorkZero), Hold::Holds);
        auto const before = drive.actions;
        drive.click("top.edit.happened");
        tap(drive, "The board was surfaced");
        QCOMPARE(drive.actions - before, 2);
        QCOMPARE(stateOf(drive, ResultKind::WorkZero), Hold::Stale);
        QCOMPARE(stateOf(drive, ResultKind::Link), Hold::Stale);
        QCOMPARE(stateOf(drive, ResultKind::BoardConstant), Hold::Stale); // by how much is not known
        QVERIFY(drive.find<QLabel>("next.words")->text().startsWith(u"To do again, the first of "_s));
        QVERIFY(drive.find("route.upkeep")->accessibleName().contains(u"to do again"_s));
        drive.key(Qt::Key_Z, Qt::ControlModifier);
        QCOMPARE(stateOf(drive, ResultKind::WorkZero), Hold::Holds);
        QCOMPARE(stateOf(drive, ResultKind::Link), Hold::Holds);
    }
    void boardSurfacedByHalfAMillimetre() {
        Driver drive;
        drive.key(Qt::Key_E, Qt::ControlModifier);
        drive.type("happened.amount", u"0.5"_s);
        tap(drive, "The board was surfaced");
        QCOMPARE(stateOf(drive, ResultKind::BoardConstant), Hold::Suspect); // carried along
        QCOMPARE(stateOf(drive, ResultKind::Link), Hold::Stale);
        drive.key(Qt::Key_9, Qt::ControlModifier);
        auto const redo = rowsOf(drive, "upkeep.redo");
        QVERIFY2(redo.contains(u"Link for G54: setter above work zero | about "_s), qPrintable(redo));
        QVERIFY2(!redo.contains(u"Work zero, G54"_s), qPrintable(redo)); // the link makes it
        QVERIFY(drive.judgement().contains(u"The board was surfaced."_s));
        // Another reader of the file finds the same.
        auto const file = store::BookFile::open(drive.book_path, store::Access::ReadOnly);
        auto const status = upkeep::statusOf(facts::Reader((*file)->load().value()), drive.clock.nowUtcMs());
        QVERIFY(status.redo == drive.window->desk()->status().redo);
        drive.key(Qt::Key_Z, Qt::ControlModifier);
        QVERIFY(!rowsOf(drive, "upkeep.redo").contains(u"Link"_s));
    }
    void aSpotCheckSettlesADoubt() {
        Driver drive;
        drive.click("top.edit.happened");
        tap(drive, "The power was cut");
        drive.key(Qt::Key_9, Qt::ControlModifier);
        chooseRow(drive, "upkeep.redo", u"Work zero"_s);
        QVERIFY(drive.find<QPushButton>("upkeep.agrees")->isEnabled());
        drive.click("upkeep.agrees");
        QCOMPARE(stateOf(drive, ResultKind::WorkZero), Hold::Holds);
        QCOMPARE(stateOf(drive, ResultKind::Link), Hold::Suspect);
        drive.click("upkeep.section.log");
        QVERIFY(rowsOf(drive, "upkeep.log").startsWith(u"Checked: Work zero, G54 Z | "_s));
        drive.choose("upkeep.filter", u"What happened"_s);
        QVERIFY(rowsOf(drive, "upkeep.log").contains(u"The power was cut"_s));
        QVERIFY(!rowsOf(drive, "upkeep.log").contains(u"contact"_s));
    }
    void whatCannotHaveHappenedIsSaid() {
        Driver drive(Driver::Start::Empty);
        drive.click("top.edit.happened");
        tap(drive, "The setter was moved");
        QVERIFY(drive.notice().contains(u"A setter at this machine is not known yet"_s));
        drive.click("top.edit.happened");
        drive.key(Qt::Key_Escape);
        QVERIFY(!drive.find("happened")->isVisible());
    }
    void moreIsToldAfterwards() {
        Driver drive;
        drive.click("top.edit.happened");
        tap(drive, "The board was surfaced");
        QCOMPARE(stateOf(drive, ResultKind::BoardConstant), Hold::Stale); // by how much is not known
        drive.key(Qt::Key_9, Qt::ControlModifier);
        drive.click("upkeep.section.log");
        drive.type("upkeep.surfacing.amount", u"0.5"_s);
        QCOMPARE(stateOf(drive, ResultKind::BoardConstant), Hold::Suspect); // carried along
        drive.type("upkeep.surfacing.amount", u"80"_s);
        QVERIFY2(drive.hintOf("upkeep.surfacing.amount").contains(u"0.001 to 50.000 mm"_s),
                 qPrintable(drive.hintOf("upkeep.surfacing.amount")));
        // Another event: to another tool, with a note; undo leads back to both.
        drive.click("top.edit.happened");
        drive.type("happened.note", u"slipped in the vice"_s);
        tap(drive, "The tool was gripped again");
        QVERIFY(rowsOf(drive, "upkeep.log").contains(u"slipped in the vice"_s));
        auto* log = drive.find<app::RowsView>("upkeep.log");
        log->choose(0);
        auto const eventOf = [&] {
            shop::Event newest;
            for (auto const& [id, event] : drive.book().all<shop::Event>()) newest = *event;
            return newest;
        };
        auto const before = eventOf().assembly;
        drive.choose("upkeep.event.subject", u"Tool 2: 6 mm up-cut"_s);
        QTest::keyClick(drive.find("upkeep.event.subject"), Qt::Key_Return);
        QTRY_VERIFY(eventOf().assembly && eventOf().assembly != before);
        drive.type("upkeep.event.note", u""_s);
        QVERIFY(eventOf().note.empty());
        drive.key(Qt::Key_Z, Qt::ControlModifier);
        QCOMPARE(eventOf().note, std::string("slipped in the vice"));
        while (drive.window->desk()->session().undoWhat() == "More of what happened: to what")
            drive.key(Qt::Key_Z, Qt::ControlModifier);
        QVERIFY(eventOf().assembly == before && eventOf().note == "slipped in the vice");
        // Only a note: it has to be typed.
        drive.click("top.edit.happened");
        tap(drive, "Only a note");
        QVERIFY(drive.notice().contains(u"The note is not known yet"_s));
    }
    /// What the map shows outlives the state of the desk that it was made of.
    void theMapIsClickedAfterARun() {
        Driver drive;
        drive.key(Qt::Key_9, Qt::ControlModifier);
        drive.key(Qt::Key_8, Qt::ControlModifier);
        drive.key(Qt::Key_F5); // how it went is news, and the book is the same
        drive.key(Qt::Key_9, Qt::ControlModifier);
        auto* map = drive.find("upkeep.map");
        for (int x = 20; x < map->width(); x += 60)
            for (int y = 20; y < map->height(); y += 40) QTest::mouseClick(map, Qt::LeftButton, {}, {x, y});
        QVERIFY(!drive.judgement().isEmpty());
    }
    void remindersComeDueAndAreDone() {
        Driver drive(Driver::Start::Empty);
        drive.key(Qt::Key_9, Qt::ControlModifier);
        drive.click("upkeep.section.due");
        QVERIFY(rowsOf(drive, "upkeep.due").startsWith(u"No reminders yet."_s));
        drive.click("upkeep.due.new");
        drive.type("upkeep.due.title", u"Wipe the disc"_s);
        drive.type("upkeep.due.every", u"3"_s);
        QVERIFY2(rowsOf(drive, "upkeep.due").startsWith(u"Wipe the disc | in 3 days"_s),
                 qPrintable(rowsOf(drive, "upkeep.due")));
        QVERIFY(drive.find("route.upkeep")->accessibleName().contains(u"all holds"_s));
        drive.clock.set(drive.clock.nowUtcMs() + 4LL * 86'400'000);
        drive.type("upkeep.due.every", u"3.5"_s);
        QVERIFY2(rowsOf(drive, "upkeep.due").startsWith(u"Wipe the disc | due, 1 day ago"_s),
                 qPrintable(rowsOf(drive, "upkeep.due")));
        QVERIFY(drive.find("route.upkeep")->accessibleName().contains(u"1 due"_s));
        drive.click("upkeep.due.done");
        QVERIFY(rowsOf(drive, "upkeep.due").startsWith(u"Wipe the disc | in 4 days"_s));
        drive.choose("upkeep.due.by", u"touches"_s);
        drive.type("upkeep.due.count", u"-1"_s);
        QVERIFY(drive.hintOf("upkeep.due.count").contains(u"0 or more"_s));
        drive.type("upkeep.due.count", u"4"_s);
        QVERIFY2(rowsOf(drive, "upkeep.due").startsWith(u"Wipe the disc | due, 1 touch ago"_s),
                 qPrintable(rowsOf(drive, "upkeep.due")));
        drive.click("upkeep.due.drop");
        QVERIFY(rowsOf(drive, "upkeep.due").startsWith(u"No reminders yet."_s));
    }
    void theOwnersTimeStandsInTheList() {
        Driver drive;
        drive.click("top.edit.happened");
        tap(drive, "The board was surfaced");
        drive.key(Qt::Key_9, Qt::ControlModifier);
        chooseRow(drive, "upkeep.redo", u"Link"_s);
        drive.type("upkeep.own_time", u"4"_s);
        QVERIFY2(rowsOf(drive, "upkeep.redo").contains(u"above work zero | 4 min, as you said"_s),
                 qPrintable(rowsOf(drive, "upkeep.redo")));
        drive.type("upkeep.own_time", u""_s);
        QVERIFY(rowsOf(drive, "upkeep.redo").contains(u"above work zero | about "_s));
    }
    /// One file and one row: route, key, menu and the rules of the screen know it.
    void oneStationMore() {
        auto table = app::stations();
        auto const upkeep = table.back();
        table.push_back(
            {u"shed"_s, u"Shed"_s, u"F12"_s, &upkeep::Progress::upkeep, [](app::Desk& desk, QWidget* parent) {
                 return new ShedStation(desk, {u"shed"_s, u"Shed"_s}, parent);
             }});
        Driver drive(Driver::Start::Demo, std::move(table));
        QCOMPARE(drive.find<QAbstractButton>("route.shed")->text(), u"Shed"_s);
        QVERIFY(!drive.window->findChild<QWidget*>(u"shed"_s)); // made when it is first shown
        drive.key(Qt::Key_F12);
        auto* shed = static_cast<ShedStation*>(drive.window->station(u"shed"_s));
        QCOMPARE(drive.window->current(), shed);
        int const refreshed = shed->refreshed;
        drive.click("top.edit.happened");
        tap(drive, "The power was cut");
        QCOMPARE(shed->refreshed, refreshed + 1);
        drive.key(Qt::Key_1, Qt::ControlModifier);
        drive.key(Qt::Key_Z, Qt::ControlModifier);
        QCOMPARE(shed->refreshed, refreshed + 1); // it follows when it is shown again
        bool in_menu = false;
        for (auto* action : drive.find<QMenu>("menu.go")->actions()) in_menu |= action->text() == u"Shed"_s;
        QVERIFY(in_menu);
        QVERIFY(test::everyScreen(drive).contains(u"shed/shed.section.door"_s));
        test::openScreen(drive, u"shed/shed.section.door"_s);
        auto const broken = test::brokenRules(drive, 1);
        QVERIFY2(broken.isEmpty(), qPrintable(broken.join(u'\n')));
    }
};

STEADY_TEST(UpkeepTest);
#include "UpkeepTest.moc"
