// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/Driver.h"

using namespace steady;
using namespace Qt::StringLiterals;
using test::Driver;

namespace {

/// Goes on until it is asked to stop, half way from the beginning.
int untilStopped(Going const& going) {
    int rounds = 0;
    for (; !going.stopped(); ++rounds) {
        going.at(1, 2);
        std::this_thread::sleep_for(std::chrono::milliseconds(1));
    }
    return rounds;
}

} // namespace

/// What runs off the interface thread: told once, seen when it takes long, stopped and dropped when that is asked for.
class BackgroundTest : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void briefWorkIsDoneAtOnce() {
        app::Background work;
        int told = 0;
        work.start(
            u"Adding"_s, [](Going const&) { return 41; }, [&](int value) { told += value + 1; });
        QTRY_COMPARE(told, 42); // at once, unless this machine is very busy
        QTest::qWait(20);
        QCOMPARE(told, 42);
        QVERIFY(!work.busy());
    }
    void longWorkIsSeenAndStopped() {
        Driver drive;
        int rounds = -1;
        auto& work = drive.window->desk()->work();
        work.start(u"Counting"_s, untilStopped, [&](int value) { rounds = value; });
        QVERIFY(work.busy() && drive.window->busy());
        QTRY_VERIFY(drive.find<QLabel>("working.words")->isVisible());
        QCOMPARE(drive.find<QLabel>("working.words")->text(), u"Counting, 50 %"_s);
        QCOMPARE(rounds, -1);
        drive.click("working.stop"); // waits for the end
        QVERIFY(rounds > 0);
        QTRY_VERIFY(!drive.find<QLabel>("working.words")->isVisible());
    }
    void whatIsDroppedIsNotTold() {
        app::Background work;
        bool first = false, second = false;
        work.start(u"One"_s, untilStopped, [&](int) { first = true; });
        work.start(
            u"Two"_s, [](Going const&) { return 0; }, [&](int) { second = true; });
        QTRY_VERIFY(second);
        QTest::qWait(20);
        QVERIFY(!first);
    }
    void aMacroWithoutAnEndDoesNotHangTheWindow() {
        Driver drive;
        drive.key(Qt::Key_8, Qt::ControlModifier);
        drive.macros()->editor()->setText(
            u"G21 G91\nF600\no100 while [1 GT 0]\nG1 X0.5\nG1 X-0.5\no100 endwhile\nM2\n"_s);
        drive.click("macro.run");
        QVERIFY2(drive.judgement().contains(u"did not end"_s), qPrintable(drive.judgement()));
        // Somebody stops it: what it did by then is shown.
        std::stop_source stop;
        stop.request_stop();
        auto const broken_off = app::Theatre::play(drive.macros()->editor()->text().toStdString(),
                                                   drive.macros()->theatre().world(), {}, {stop.get_token(), {}});
        QCOMPARE(broken_off.result.message, std::string("It was stopped after 0 lines and had not ended."));
        QCOMPARE(broken_off.trace.size(), std::size_t(0));
    }
    void aCopyIsStoppedWithoutATrace() {
        Driver drive;
        auto const file = store::BookFile::open(drive.book_path, store::Access::ReadOnly);
        std::stop_source stop;
        stop.request_stop();
        Going const going{stop.get_token(), {}};
        auto const path = drive.folder.filePath(u"copy.pinbook"_s);
        auto const done = (*file)->saveCopy(path, going);
        QVERIFY(!done);
        QCOMPARE(static_cast<int>(done.error().code), static_cast<int>(Code::Stopped));
        QCOMPARE(QDir(drive.folder.path()).entryList({u"copy*"_s}, QDir::Files | QDir::Hidden).size(), 0);
        // A check that was broken off found nothing, and is no finding.
        auto const sound = (*file)->check(going);
        QVERIFY(sound && !sound->has_value());
        // What was looked at before is not read again, unless something was written meanwhile.
        auto const seen = store::BookFile::look(drive.book_path);
        QVERIFY(seen && !seen->last.isEmpty());
        QCOMPARE((*file)->load(*seen)->book().size(), drive.book().size());
        drive.type("kit.nominal", u"12.5"_s);
        auto const later = store::BookFile::open(drive.book_path, store::Access::ReadOnly);
        QCOMPARE((*later)->load(*seen)->book().find(drive.window->desk()->setup().place.plate)->nominal_mm,
                 std::optional(12.5));
    }
};

STEADY_TEST(BackgroundTest);
#include "BackgroundTest.moc"
