// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "support/Test.h"

#include "core/base/Words.h"
#include "store/Session.h"
#include "support/BookFiles.h"

#include <csignal>
#include <sys/resource.h>

using namespace steady;
using namespace steady::shop;
using store::Access;
using store::BookFile;
using store::Session;
using test::hashOf;
using test::named;
using test::tamper;

class BookFileTest : public QObject {
    Q_OBJECT

    test::BookFolder m_books;
    QString fresh() { return m_books.fresh(); }
    std::unique_ptr<Session> make(QString const& path) { return m_books.make(path); }

private Q_SLOTS:
    /// tests/data/books keeps a book of every format that was ever written; each opens for ever, with all that is in
    /// it.
    void anOldBookOpensForEver_data() {
        QTest::addColumn<QString>("file");
        QTest::addColumn<int>("unsealed");
        QTest::addColumn<bool>("nominal_typed");
        QTest::newRow("the first format") << QStringLiteral("tests/data/books/format-1.pinbook") << 62 << false;
        QTest::newRow("sealed, a zero setup without parts")
            << QStringLiteral("tests/data/books/format-2.pinbook") << 0 << true;
    }
    void anOldBookOpensForEver() {
        QFETCH(QString, file);
        QFETCH(int, unsealed);
        QFETCH(bool, nominal_typed);
        auto const path = fresh();
        QVERIFY(QFile::copy(test::sourcePath(file.toUtf8().constData()), path));
        QFile(path).setPermissions(QFile::ReadOwner | QFile::WriteOwner);
        auto session = Session::open(path, m_books.clock, "tester");
        QVERIFY2(session, session ? "" : describe(session.error()).c_str());
        auto const& book = (*session)->book();
        QCOMPARE(book.info().name, std::string("Tern & Thole"));
        QCOMPARE(book.size(), std::size_t(50));
        QCOMPARE((*session)->file().lastSeq(), std::int64_t(62));
        QCOMPARE((*session)->file().history()->back().what, std::string("The book"));
        // What was written then, read off when the file was made.
        auto const setup = *book.find(book.info().in_use);
        auto const& plate = *book.find(setup.place.plate);
        auto const readings = (*session)->readings(plate.thickness).value();
        QCOMPARE(readings.size(), std::size_t(6));
        QVERIFY(readings[5].withdrawn && readings[5].cause == "slipped" && readings[5].value_mm == 9.71);
        QCOMPARE(book.find(setup.place.contact)->value_mm, -63.218);
        QCOMPARE(book.find(setup.place.machine)->home_epoch, 2);
        QCOMPARE(book.find(setup.place.assembly)->name, std::string("12 mm ball, long reach"));
        // Defaults of then that nobody had typed are nobody's.
        QCOMPARE(plate.nominal_mm.has_value(), nominal_typed);
        QVERIFY(!setup.prefer.window_mm);
        QCOMPARE(setup.link.plate, setup.place.contact);
        QCOMPARE(book.find(setup.link.setter)->target, shop::Target::Setter);
        QCOMPARE(readings[5].quantity, std::string());
        // It goes on being written to, and keeps its history.
        auto change = named("one more");
        change.put(Id<Study>{book.nextId()}, Study{"more"});
        QVERIFY((*session)->commit(change));
        auto const in_use = book.info().in_use;
        QVERIFY((*session)->restore(40));
        auto const then = *(*session)->book().find(in_use);
        QVERIFY(then != setup && then.place.machine == setup.place.machine);
        QVERIFY((*session)->undo());
        QCOMPARE(*(*session)->book().find(in_use), setup);
        // What came before there were sums is told apart from what is proved unchanged.
        auto const sound = (*session)->file().check().value().value();
        QCOMPARE(sound.changes, std::int64_t(65));
        QCOMPARE(sound.unsealed, std::int64_t(unsealed));
    }
    /// Who only reads leaves an old book as old as it is.
    void anOldBookIsReadAsItIs_data() { anOldBookOpensForEver_data(); }
    void anOldBookIsReadAsItIs() {
        QFETCH(QString, file);
        QFETCH(int, unsealed);
        auto const path = fresh();
        QVERIFY(QFile::copy(test::sourcePath(file.toUtf8().constData()), path));
        auto const before = hashOf(path);
        QByteArray exported;
        {
            auto const opened = BookFile::open(path, Access::ReadOnly);
            QVERIFY(opened);
            auto const sound = (*opened)->check();
            QVERIFY2(sound, sound ? "" : describe(sound.error()).c_str());
            QCOMPARE((*sound)->unsealed, std::int64_t(unsealed));
            QCOMPARE((*opened)->load()->book().size(), std::size_t(50));
            exported = test::exported(**opened);
        }
        QCOMPARE(hashOf(path), before);
        // Its export makes a book of today, with the same content, and nothing in it is claimed to be sealed.
        auto const copy = fresh();
        QVERIFY(test::imported(exported, copy));
        auto const made = BookFile::open(copy, Access::ReadOnly);
        QCOMPARE(test::exported(**made), exported);
        QCOMPARE((*made)->check().value()->unsealed, std::int64_t(unsealed));
    }
    void whatIsCommittedIsThereAgain() {
        auto const path = fresh();
        {
            auto session = make(path);
            auto change = named("instrument and study");
            change.put(Id<Instrument>{1}, Instrument{"Caliper", 0.01, 0.02});
            change.put(Id<Study>{2}, Study{"thickness"});
            change.readings.push_back({{2}, {0, 9.94, "9,94", Source::Measured, 77}});
            change.readings.push_back({{2}, {0, 9.95, "9.95", Source::Imported, 78}});
            QVERIFY(session->commit(change));
        }
        auto const session = Session::open(path, m_books.clock, "tester");
        QVERIFY(session);
        QCOMPARE((*session)->book().find(Id<Instrument>{1})->name, std::string("Caliper"));
        auto const readings = (*session)->readings({2}).value();
        QCOMPARE(readings.size(), std::size_t(2));
        QCOMPARE(readings[0], (Reading{1, 9.94, "9,94", Source::Measured, 77, false, {}}));
        QCOMPARE(readings[1].nr, 2);
        QCOMPARE(readings[1].source, Source::Imported);
        auto const history = (*session)->file().history().value();
        QCOMPARE(history.size(), std::size_t(1));
        QCOMPARE(history[0].what, std::string("instrument and study"));
        QCOMPARE(history[0].author, std::string("tester"));
        QCOMPARE(history[0].at_utc_ms, std::int64_t(1'000'000));
    }
    void nothingChangedIsNotRecorded() {
        auto session = make(fresh());
        auto change = named("a study");
        change.put(Id<Study>{1}, Study{"a"});
        QSignalSpy spy(session.get(), &Session::changed);
        QVERIFY(session->commit(change));
        QVERIFY(session->commit(change));
        QCOMPARE(session->file().lastSeq(), std::int64_t(1));
        QCOMPARE(spy.count(), 1);
    }
    void aWrongReferenceIsRefusedAndNothingIsWritten() {
        auto session = make(fresh());
        auto change = named("contact of no tool");
        change.put(Id<Contact>{1}, Contact{-1, Frame::Machine, "-1", 1, std::nullopt, {99}, {}});
        auto const refused = session->commit(change);
        QVERIFY(!refused);
        QCOMPARE(refused.error().code, Code::BadReference);
        QCOMPARE(session->file().lastSeq(), std::int64_t(0));
        QVERIFY(session->book().all<Contact>().empty());
    }
    /// A book that its own program cannot open again must not come to be.
    void whatCouldNotBeReadAgainIsNotWritten() {
        auto const path = fresh();
        auto session = make(path);
        shop::Machine machine;
        machine.behaviour.homed_parameter = 9999;
        ZeroSetup setup;
        setup.link.offset = 100'000'000;
        Instrument instrument{"Caliper", std::nan(""), 0.02};
        for (Entity const& entity : {Entity(machine), Entity(setup), Entity(instrument)}) {
            auto change = named("wrong");
            change.puts.push_back({1, entity});
            auto const refused = session->commit(change);
            QVERIFY(!refused);
            QCOMPARE(static_cast<int>(refused.error().code), static_cast<int>(Code::BadSchema));
            QVERIFY(session->book().size() == 0 && session->file().lastSeq() == 0);
        }
        session.reset();
        QVERIFY(Session::open(path, m_books.clock, "x"));
    }
    void readingsAreMarkedNeverDropped() {
        auto const path = fresh();
        auto session = make(path);
        auto change = named("readings");
        change.put(Id<Study>{1}, Study{"thickness"});
        for (double mm : {9.94, 19.95}) change.readings.push_back({{1}, {0, mm, ""}});
        QVERIFY(session->commit(change));
        auto mark = named("withdraw");
        mark.marks.push_back({{1}, 2, "typed wrong"});
        QVERIFY(session->commit(mark));
        auto list = session->readings({1}).value();
        QVERIFY(!list[0].withdrawn && list[1].withdrawn);
        QCOMPARE(list[1].cause, std::string("typed wrong"));
        auto again = named("counts again");
        again.marks.push_back({{1}, 2, ""});
        QVERIFY(session->commit(again));
        QVERIFY(!session->readings({1}).value()[1].withdrawn);
    }
    void undoAndRedoAreChangesOfTheirOwn() {
        auto session = make(fresh());
        auto first = named("first");
        first.put(Id<Study>{1}, Study{"one"});
        first.readings.push_back({{1}, {0, 5, "5"}});
        QVERIFY(session->commit(first));
        auto second = named("second");
        second.put(Id<Study>{1}, Study{"two"});
        second.put(Id<Instrument>{2}, Instrument{"new"});
        second.readings.push_back({{1}, {0, 6, "6"}});
        QVERIFY(session->commit(second));

        QVERIFY(session->undo());
        QCOMPARE(session->book().find(Id<Study>{1})->what, std::string("one"));
        QVERIFY(!session->book().find(Id<Instrument>{2}));
        QVERIFY(session->readings({1}).value()[1].withdrawn);
        QVERIFY(!session->readings({1}).value()[0].withdrawn);
        QVERIFY(session->undo());
        QVERIFY(session->book().all<Study>().empty());
        QVERIFY(!session->canUndo());

        QVERIFY(session->redo());
        QVERIFY(session->redo());
        QVERIFY(!session->canRedo());
        QCOMPARE(session->book().find(Id<Study>{1})->what, std::string("two"));
        QCOMPARE(session->book().find(Id<Instrument>{2})->name, std::string("new"));
        QVERIFY(!session->readings({1}).value()[1].withdrawn);
        QCOMPARE(session->file().lastSeq(), std::int64_t(6)); // nothing was ever taken out of the file
        QCOMPARE(session->file().history()->front().undoes, std::int64_t(3));
        QVERIFY(session->book().nextId() > 2);
    }
    void restoringGoesBackToAnyChange() {
        auto session = make(fresh());
        std::vector<std::string> states;
        auto state = [&] { // entities and which readings count
            std::string all;
            for (auto const& [id, study] : session->book().all<Study>()) all += study->what + ";";
            for (auto const& [id, tool] : session->book().all<Assembly>()) all += tool->name + ";";
            auto const list = session->readings({1}).value();
            for (auto const& reading : list)
                if (!reading.withdrawn) all += reading.as_typed + ";";
            return all;
        };
        for (int i = 0; i < 6; ++i) {
            auto change = named("change " + std::to_string(i));
            change.put(Id<Study>{1}, Study{"study " + std::to_string(i)});
            if (i % 2) change.put(Id<Assembly>{10 + i}, Assembly{i, "tool " + std::to_string(i)});
            if (i == 4) change.puts.push_back({11, std::nullopt}); // a tool is retired
            if (i != 3) change.readings.push_back({{1}, {0, 5.0 + i, std::to_string(i)}});
            if (i == 3) change.marks.push_back({{1}, 1, "slipped"});
            QVERIFY(session->commit(change));
            states.push_back(state());
        }
        for (int const to : {2, 5, 0, 3, 4, 1}) {
            QVERIFY(session->restore(to + 1));
            QCOMPARE(state(), states[static_cast<std::size_t>(to)]);
        }
        QVERIFY(session->undo()); // a restore is a change like any other
        QCOMPARE(state(), states[4]);
        QVERIFY(session->redo());
        QCOMPARE(state(), states[1]);
        QVERIFY(!session->restore(99));
        QCOMPARE(session->file().lastSeq(), std::int64_t(6 + 6 + 2));
    }
    void aNewChangeEndsRedo() {
        auto session = make(fresh());
        for (auto const* what : {"one", "two"}) {
            auto change = named(what);
            change.put(Id<Study>{1}, Study{what});
            QVERIFY(session->commit(change));
        }
        QVERIFY(session->undo());
        QVERIFY(session->canRedo());
        auto third = named("three");
        third.put(Id<Study>{1}, Study{"three"});
        QVERIFY(session->commit(third));
        QVERIFY(!session->canRedo());
    }

    void theLiveConnectionIsDurable() {
        auto session = make(fresh());
        QCOMPARE(session->file().pragma(QStringLiteral("journal_mode")), QStringLiteral("wal"));
        QCOMPARE(session->file().pragma(QStringLiteral("synchronous")), QStringLiteral("2")); // FULL
        QCOMPARE(session->file().pragma(QStringLiteral("user_version")).toInt(), store::schema_version);
    }

    void refusedFilesStayAsTheyAre_data() {
        QTest::addColumn<QString>("what");
        QTest::addColumn<int>("code");
        QTest::newRow("missing") << QString() << static_cast<int>(Code::FileMissing);
        QTest::newRow("text") << QStringLiteral("text") << static_cast<int>(Code::FileForeign);
        QTest::newRow("empty") << QStringLiteral("empty") << static_cast<int>(Code::FileEmpty);
        QTest::newRow("another program's database") << QStringLiteral("foreign") << static_cast<int>(Code::FileForeign);
        QTest::newRow("newer") << QStringLiteral("newer") << static_cast<int>(Code::FileNewer);
        QTest::newRow("cut short") << QStringLiteral("cut") << static_cast<int>(Code::FileDamaged);
        QTest::newRow("body unreadable") << QStringLiteral("body") << static_cast<int>(Code::FileDamaged);
        QTest::newRow("reference to nothing") << QStringLiteral("reference") << static_cast<int>(Code::FileDamaged);
    }
    void refusedFilesStayAsTheyAre() {
        QFETCH(QString, what);
        QFETCH(int, code);
        auto const path = fresh();
        auto write = [&](QByteArray const& bytes) {
            QFile file(path);
            QVERIFY(file.open(QIODevice::WriteOnly) && file.write(bytes) == bytes.size());
        };
        if (what == QStringLiteral("text")) write("not a book at all, but long enough to have a header");
        if (what == QStringLiteral("empty")) write("");
        if (what == QStringLiteral("foreign")) tamper(path, QStringLiteral("CREATE TABLE songs(name)"));
        if (what == QStringLiteral("newer") || what == QStringLiteral("cut") || what == QStringLiteral("body") ||
            what == QStringLiteral("reference")) {
            auto session = make(path);
            auto change = named("study");
            change.put(Id<Study>{1}, Study{"thickness"});
            change.put(Id<Assembly>{2}, Assembly{});
            change.put(Id<Contact>{3}, Contact{-1, Frame::Machine, "-1", 1, std::nullopt, {2}, {}});
            QVERIFY(session->commit(change));
        }
        if (what == QStringLiteral("newer")) tamper(path, QStringLiteral("PRAGMA user_version = 99"));
        if (what == QStringLiteral("body"))
            tamper(path, QStringLiteral("UPDATE revision SET body = '{broken' WHERE entity = 1"));
        if (what == QStringLiteral("reference"))
            tamper(path, QStringLiteral("UPDATE revision SET body = NULL WHERE entity = 2"));
        if (what == QStringLiteral("cut")) write(test::readAll(path).left(700));
        auto const before = hashOf(path);
        for (auto const access : {Access::ReadWrite, Access::ReadOnly}) {
            auto file = BookFile::open(path, access);
            auto const problem = file ? (*file)->load().error() : file.error();
            QCOMPARE(static_cast<int>(problem.code), code);
            QVERIFY(!describe(problem).empty());
        }
        auto const session = Session::open(path, m_books.clock, "x");
        QVERIFY(!session);
        QCOMPARE(hashOf(path), before);
    }
    void creatingNeverOverwrites() {
        auto const path = fresh();
        (void)make(path);
        auto const again = Session::create(path, m_books.clock, "x");
        QVERIFY(!again);
        QCOMPARE(again.error().code, Code::FileExists);
    }

    void aSecondWindowReads() {
        auto const path = fresh();
        auto writer = make(path);
        auto reader = Session::open(path, m_books.clock, "reader");
        QVERIFY(reader && !(*reader)->writable());
        auto change = named("a study");
        change.put(Id<Study>{1}, Study{"seen by both"});
        QVERIFY(writer->commit(change));
        QSignalSpy spy(reader->get(), &Session::changed);
        (*reader)->refresh();
        QCOMPARE(spy.count(), 1);
        QCOMPARE((*reader)->book().find(Id<Study>{1})->what, std::string("seen by both"));
        auto const refused = (*reader)->commit(named("not empty"));
        QVERIFY(!refused);
        QCOMPARE(refused.error().code, Code::BookLocked);
        writer.reset();
        auto next = Session::open(path, m_books.clock, "next");
        QVERIFY(next && (*next)->writable());
    }
    void aCopyIsWhole() {
        auto const path = fresh(), copy = fresh();
        auto session = make(path);
        auto change = named("a study");
        change.put(Id<Study>{1}, Study{"copied"});
        QVERIFY(session->commit(change));
        QVERIFY(session->file().saveCopy(copy));
        auto const opened = Session::open(copy, m_books.clock, "x");
        QVERIFY(opened);
        QCOMPARE((*opened)->book().find(Id<Study>{1})->what, std::string("copied"));
        QCOMPARE(session->file().saveCopy(copy).error().code, Code::FileExists);
    }

    void killedFiftyTimesNothingAcceptedIsLost() {
        auto const path = fresh();
        (void)make(path);
        std::int64_t last_seq = 0;
        for (int round = 0; round < 50; ++round) {
            QProcess writer;
            writer.start(test::builtPath("tests/book-writer"), {path});
            QVERIFY(writer.waitForStarted());
            QByteArray printed;
            while (printed.count('\n') < 2 + round % 4) {
                QVERIFY(writer.waitForReadyRead(20'000));
                printed += writer.readAllStandardOutput();
            }
            writer.kill();
            QVERIFY(writer.waitForFinished());
            printed += writer.readAllStandardOutput();
            auto const lines = printed.left(printed.lastIndexOf('\n')).split('\n');
            last_seq = lines.last().split(' ').first().toLongLong();
            // Every printed seq is there, and no change is half there.
            auto const session = Session::open(path, m_books.clock, "x");
            QVERIFY(session && (*session)->writable());
            QVERIFY((*session)->file().lastSeq() >= last_seq);
            for (auto const& [id, study] : (*session)->book().all<Study>()) {
                auto const* partner = (*session)->book().find(Id<Instrument>{id.value + 1});
                QVERIFY(partner);
                QCOMPARE(partner->name, study->what);
                auto const* event = (*session)->book().find(Id<Event>{id.value + 2});
                QVERIFY(event && event->what == Happening::Bumped);
                QCOMPARE(event->note, study->what);
                QCOMPARE((*session)->readings(id).value().size(), std::size_t(std::stoi(study->what) + 1));
            }
        }
        QVERIFY(last_seq > 100);
    }
    void aFullDiskLosesNothingAccepted() {
        auto const path = fresh();
        auto session = make(path);
        auto change = named("kept");
        change.put(Id<Study>{1}, Study{"kept"});
        QVERIFY(session->commit(change));
        // A file may not grow any more: what the disk says when it is full.
        signal(SIGXFSZ, SIG_IGN);
        rlimit before{};
        getrlimit(RLIMIT_FSIZE, &before);
        rlimit const full{static_cast<rlim_t>(QFileInfo(path + QStringLiteral("-wal")).size()), before.rlim_max};
        setrlimit(RLIMIT_FSIZE, &full);
        auto big = named("too big");
        big.put(Id<Study>{2}, Study{std::string(200'000, 'x')});
        auto const refused = session->commit(big);
        setrlimit(RLIMIT_FSIZE, &before);
        QVERIFY(!refused);
        QCOMPARE(refused.error().code, Code::FileWrite);
        QVERIFY(!session->book().find(Id<Study>{2}));
        auto after = named("after");
        after.put(Id<Study>{3}, Study{"after"});
        QVERIFY(session->commit(after)); // space again: it goes on
        session.reset();
        auto const opened = Session::open(path, m_books.clock, "x");
        QVERIFY(opened);
        QCOMPARE((*opened)->book().find(Id<Study>{1})->what, std::string("kept"));
        QVERIFY(!(*opened)->book().find(Id<Study>{2}));
        QCOMPARE((*opened)->book().find(Id<Study>{3})->what, std::string("after"));
    }
};

STEADY_TEST(BookFileTest);
#include "BookFileTest.moc"
