// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "support/Test.h"

#include "store/FileClaim.h"
#include "support/BookFiles.h"

#include <QLockFile>
#include <csignal>
#include <sys/resource.h>
#include <thread>
#include <unistd.h>

using namespace steady;
using namespace steady::shop;
using store::Access;
using store::BookFile;
using store::Session;
using test::named;

namespace {

QByteArray encoded(QString const& path) { return QFile::encodeName(path); }

/// The program that commits until it is killed, after its first few changes.
struct Writer {
    QProcess process;
    QByteArray printed;
    Writer(QString const& path, QStringList const& more = {}) {
        process.start(test::builtPath("tests/book-writer"), QStringList{path} + more);
    }
    bool reach(int lines) {
        while (printed.count('\n') < lines) {
            if (!process.waitForReadyRead(20'000)) return false;
            printed += process.readAllStandardOutput();
        }
        return true;
    }
    /// The last change that it saw committed.
    std::int64_t kill() {
        process.kill();
        process.waitForFinished();
        printed += process.readAllStandardOutput();
        return printed.left(printed.lastIndexOf('\n')).split('\n').last().split(' ').first().toLongLong();
    }
};

/// Takes all rights to write, and gives them back at the end.
struct Protected {
    QString path;
    explicit Protected(QString name, QFile::Permissions left) : path(std::move(name)) { set(left); }
    ~Protected() { set(QFile::ReadOwner | QFile::WriteOwner | QFile::ExeOwner); }
    void set(QFile::Permissions permissions) const { QVERIFY(QFile::setPermissions(path, permissions)); }
};

int codeOf(Session const& session) { return session.whyReading() ? static_cast<int>(session.whyReading()->code) : -1; }

} // namespace

/// Who may write to a book, who is told why not, and that no way of opening it hurts it.
class BookLockTest : public QObject {
    Q_OBJECT

    test::BookFolder m_books;
    QString fresh() { return m_books.fresh(); }
    /// A book with one study in it, closed.
    QString book() {
        auto const path = fresh();
        auto session = m_books.make(path);
        auto change = named("begin");
        change.put(Id<Study>{1}, Study{"thickness"});
        if (!session->commit(change)) qFatal("not written");
        return path;
    }
    std::unique_ptr<Session> open(QString const& path) {
        auto session = Session::open(path, m_books.clock, "x");
        if (!session) qFatal("%s", describe(session.error()).c_str());
        return std::move(*session);
    }
    static QStringList filesOf(QString const& folder) {
        return QDir(folder).entryList(QDir::Files | QDir::Hidden | QDir::System, QDir::Name);
    }

private Q_SLOTS:
    void oneFileHasOneWriterByAnyName_data() {
        QTest::addColumn<QString>("kind");
        for (auto const* kind : {"name", "symlink", "hard link"}) QTest::newRow(kind) << QString::fromLatin1(kind);
    }
    void oneFileHasOneWriterByAnyName() {
        QFETCH(QString, kind);
        QTemporaryDir elsewhere;
        auto const path = book();
        auto other = path;
        if (kind != u"name") other = elsewhere.filePath(QStringLiteral("other.pinbook"));
        {
            Writer writer(path); // in another process
            QVERIFY(writer.reach(3));
            if (kind == u"symlink") QVERIFY(QFile::link(path, other));
            if (kind == u"hard link") QCOMPARE(::link(encoded(path), encoded(other)), 0);
            auto const second = Session::open(other, m_books.clock, "x");
            if (kind == u"hard link") { // its log is under the other name: what it says cannot be seen
                QVERIFY(!second);
                QCOMPARE(static_cast<int>(second.error().code), static_cast<int>(Code::SecondName));
            } else {
                QVERIFY2(second, second ? "" : describe(second.error()).c_str());
                QCOMPARE(codeOf(**second), static_cast<int>(Code::BookLocked));
                QVERIFY((*second)->file().lastSeq() >= 3);
                auto change = named("no");
                change.put(Id<Study>{1}, Study{"no"});
                QVERIFY(!(*second)->commit(change));
            }
            QVERIFY(writer.reach(6)); // the first one goes on
            auto const last = writer.kill();
            if (kind == u"hard link") { // nobody writes while there are two names, or there would be two logs
                QCOMPARE(codeOf(*open(path)), static_cast<int>(Code::SecondName));
                QVERIFY(QFile::remove(other));
                other = path;
            }
            auto const after = open(other);
            QCOMPARE(codeOf(*after), -1);
            QVERIFY(after->file().lastSeq() >= last);
            QVERIFY(after->file().check());
        }
        { // in this process
            auto const first = open(path);
            auto const second = open(other);
            QCOMPARE(codeOf(*first), -1);
            QCOMPARE(codeOf(*second), static_cast<int>(Code::BookLocked));
        }
        QCOMPARE(codeOf(*open(path)), -1);
    }

    void whatIsLeftOfALockLocksNobodyOut_data() {
        QTest::addColumn<QByteArray>("content");
        auto const host = QSysInfo::machineHostName().toUtf8();
        QTest::newRow("empty") << QByteArray();
        QTest::newRow("garbled") << QByteArray("\xff\0\n\n9", 6);
        QTest::newRow("of a dead process") << "999999\nsteady-pin\n" + host + "\n";
        QTest::newRow("of a living one that never locked it") << "1\nsteady-pin\n" + host + "\n";
        QTest::newRow("of this very process") << QByteArray::number(getpid()) + "\ntest_store\n" + host + "\n";
        QTest::newRow("of another host") << QByteArray("77\nsteady-pin\nelsewhere\n");
    }
    void whatIsLeftOfALockLocksNobodyOut() {
        QFETCH(QByteArray, content);
        auto const path = book();
        QFile lock(path + QStringLiteral(".lock"));
        QVERIFY(lock.open(QIODevice::WriteOnly) && lock.write(content) == content.size());
        lock.close();
        QCOMPARE(codeOf(*open(path)), -1);
        QVERIFY(!lock.exists());
    }
    void anOlderProgramIsRespected() {
        auto const path = book();
        QLockFile older(path + QStringLiteral(".lock"));
        older.setStaleLockTime(0);
        QVERIFY(older.tryLock());
        QCOMPARE(codeOf(*open(path)), static_cast<int>(Code::BookLocked));
        older.unlock();
        auto const session = open(path);
        QCOMPARE(codeOf(*session), -1);
        QVERIFY(!older.tryLock(0)); // and it sees us
    }

    void whyNobodyWritesIsTold_data() {
        QTest::addColumn<QString>("what");
        QTest::addColumn<int>("code");
        QTest::newRow("file") << QStringLiteral("file") << static_cast<int>(Code::BookProtected);
        QTest::newRow("folder") << QStringLiteral("folder") << static_cast<int>(Code::FolderProtected);
        QTest::newRow("log") << QStringLiteral("log") << static_cast<int>(Code::FolderProtected);
        QTest::newRow("disk") << QStringLiteral("disk") << static_cast<int>(Code::NoRoomForLog);
    }
    void whyNobodyWritesIsTold() {
        QFETCH(QString, what);
        QFETCH(int, code);
        QTemporaryDir folder;
        auto const path = folder.filePath(QStringLiteral("book.pinbook"));
        QVERIFY(QFile::copy(book(), path));
        std::int64_t last = 1;
        if (what == u"log") { // and the last changes are in the log beside it
            Writer writer(path);
            QVERIFY(writer.reach(5));
            last = writer.kill();
            QVERIFY(QFile::remove(path + QStringLiteral("-shm")) && QFile::remove(path + QStringLiteral(".lock")));
        }
        auto const before = filesOf(folder.path());
        auto const hash = test::hashOf(path);
        auto const look = [&] {
            auto session = Session::open(path, m_books.clock, "x");
            QVERIFY2(session, session ? "" : describe(session.error()).c_str());
            QCOMPARE(codeOf(**session), code);
            QVERIFY((*session)->file().lastSeq() >= last);
            QVERIFY(!(*session)->book().all<Study>().empty());
            QVERIFY((*session)->file().check());
        };
        if (what == u"file") {
            Protected const guard(path, QFile::ReadOwner);
            look();
        } else if (what == u"disk") {
            signal(SIGXFSZ, SIG_IGN);
            rlimit usual{};
            getrlimit(RLIMIT_FSIZE, &usual);
            rlimit const full{0, usual.rlim_max};
            setrlimit(RLIMIT_FSIZE, &full);
            look();
            setrlimit(RLIMIT_FSIZE, &usual);
        } else {
            Protected const guard(folder.path(), QFile::ReadOwner | QFile::ExeOwner);
            look();
        }
        QCOMPARE(filesOf(folder.path()), before);
        QCOMPARE(test::hashOf(path), hash);
        if (!QTest::currentTestFailed()) QCOMPARE(codeOf(*open(path)), -1);
    }

    /// A process that closes a second descriptor of a file loses its locks on it. Then the next one to come and go
    /// takes the log for abandoned, and with it what is written from then on.
    void readingBesideTheWriterCostsItNoLock() {
        auto const path = book();
        for (int round = 0; round < 5; ++round) {
            Writer writer(path, {QStringLiteral("looking")});
            QVERIFY(writer.reach(3));
            for (int i = 0; i < 5; ++i) {
                test::tamper(path, QStringLiteral("SELECT count(*) FROM change")); // opens for writing, and closes
                QVERIFY(writer.reach(5 + i));
            }
            auto const last = writer.kill();
            auto const after = open(path);
            QVERIFY(after->file().lastSeq() >= last);
            QVERIFY(after->file().check());
        }
    }
    void aReaderOfAMomentIsWaitedFor() {
        auto const path = book();
        auto const claim = store::FileClaim::of(path).value();
        QVERIFY(claim->keepStill());
        std::jthread const reader([&claim] {
            QThread::msleep(200);
            claim->endStill();
        });
        QCOMPARE(codeOf(*open(path)), -1);
    }

    void aNewBookTakesNothingFromAnybody_data() {
        QTest::addColumn<QString>("there");
        QTest::addColumn<int>("code"); ///< −1: made
        QTest::newRow("a log") << QStringLiteral("-wal") << static_cast<int>(Code::LogOrphaned);
        QTest::newRow("a journal") << QStringLiteral("-journal") << static_cast<int>(Code::LogOrphaned);
        QTest::newRow("a link to nowhere") << QStringLiteral("link") << static_cast<int>(Code::FileExists);
        QTest::newRow("a folder") << QStringLiteral("folder") << static_cast<int>(Code::FileExists);
        QTest::newRow("what a stopped program left") << QStringLiteral(".unfinished") << -1;
    }
    void aNewBookTakesNothingFromAnybody() {
        QFETCH(QString, there);
        QFETCH(int, code);
        QTemporaryDir folder;
        auto const path = folder.filePath(QStringLiteral("book.pinbook"));
        auto const source = book();
        auto const exported = test::exported(**BookFile::open(source, Access::ReadOnly));
        if (there == u"link")
            QVERIFY(QFile::link(folder.filePath(QStringLiteral("nowhere")), path));
        else if (there == u"folder")
            QVERIFY(QDir().mkpath(path));
        else {
            QFile file(path + there);
            QVERIFY(file.open(QIODevice::WriteOnly) && file.write("not yours") == 9);
        }
        auto const before = filesOf(folder.path());
        std::vector<std::pair<char const*, std::function<Result<void>()>>> const ways{
            {"import", [&] { return test::imported(exported, path); }},
            {"copy", [&] { return open(source)->file().saveCopy(path); }},
            {"create", [&]() -> Result<void> {
                 auto made = Session::create(path, m_books.clock, "x");
                 return made ? Result<void>() : Failure(made.error());
             }}};
        for (auto const& [name, way] : ways) {
            auto const done = way();
            QVERIFY2(done.has_value() == (code < 0), name);
            if (done) {
                QCOMPARE(filesOf(folder.path()), QStringList{QStringLiteral("book.pinbook")});
                QCOMPARE(codeOf(*open(path)), -1);
                QVERIFY(QFile::remove(path));
                continue;
            }
            QCOMPARE(static_cast<int>(done.error().code), code);
            QCOMPARE(filesOf(folder.path()), before);
        }
    }
};

STEADY_TEST(BookLockTest);
#include "BookLockTest.moc"
