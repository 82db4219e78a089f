// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "support/Test.h"

#include "support/BookFiles.h"

using namespace steady;
using namespace steady::shop;
using store::Session;
using test::named;

/// File managers, sync programs and restored backups move a book from under its open window.
class BookElsewhereTest : public QObject {
    Q_OBJECT

    FixedClock m_clock{1'795'000'000'000};
    QTemporaryDir m_folder;
    int m_nr = 0;

    static Result<void> type(Session& session, std::string const& what) {
        auto change = named("typed " + what);
        change.put(Id<Study>{session.book().nextId()}, Study{what});
        return session.commit(std::move(change));
    }
    static QStringList studiesIn(Session const& session) {
        QStringList names;
        for (auto const& [id, study] : session.book().all<Study>()) names += QString::fromStdString(study->what);
        return names;
    }
    QStringList studiesAt(QString const& path) {
        auto const session = Session::open(path, m_clock, "reader");
        return session ? studiesIn(**session) : QStringList{QString::fromStdString(describe(session.error()))};
    }

private Q_SLOTS:
    void nothingThatWasCalledKeptIsLost_data() {
        QTest::addColumn<QString>("hurt");
        QTest::addColumn<bool>("watched");
        for (auto const* hurt :
             {"renamed", "moved", "replaced", "removed", "log removed", "folder renamed", "folder removed"})
            for (bool const watched : {false, true})
                QTest::newRow(qPrintable(QStringLiteral("%1, %2").arg(
                    QLatin1String(hurt), watched ? QStringLiteral("the watch") : QStringLiteral("the next entry"))))
                    << QString::fromLatin1(hurt) << watched;
    }
    void nothingThatWasCalledKeptIsLost() {
        QFETCH(QString, hurt);
        QFETCH(bool, watched);
        auto const folder = m_folder.filePath(QString::number(++m_nr)), gone = folder + QStringLiteral("-elsewhere");
        QVERIFY(QDir().mkpath(folder) && QDir().mkpath(m_folder.filePath(QStringLiteral("other"))));
        auto const path = folder + QStringLiteral("/shop.pinbook");
        auto session = *Session::create(path, m_clock, "owner");
        QVERIFY(type(*session, "before"));
        auto stands = path; // where the file that was open is now; empty: nowhere
        if (hurt == u"renamed") QVERIFY(QFile::rename(path, stands = folder + QStringLiteral("/new name.pinbook")));
        if (hurt == u"moved")
            QVERIFY(QFile::rename(path, stands = m_folder.filePath(QStringLiteral("other/%1.pinbook").arg(m_nr))));
        if (hurt == u"replaced") {
            auto const other = m_folder.filePath(QStringLiteral("other/backup-%1.pinbook").arg(m_nr));
            QVERIFY(Session::create(other, m_clock, "owner"));
            QVERIFY(QFile::remove(path) && QFile::rename(other, path));
            stands.clear();
        }
        if (hurt == u"removed") {
            QVERIFY(QFile::remove(path));
            stands.clear();
        }
        if (hurt == u"log removed") QVERIFY(QFile::remove(path + QStringLiteral("-wal")));
        if (hurt == u"folder renamed") {
            QVERIFY(QDir().rename(folder, gone));
            stands = gone + QStringLiteral("/shop.pinbook");
        }
        if (hurt == u"folder removed") {
            QVERIFY(QDir(folder).removeRecursively());
            stands.clear();
        }

        if (watched) QTRY_VERIFY(!session->writable());
        auto const kept = type(*session, "after");
        QVERIFY(!kept);
        QCOMPARE(static_cast<int>(kept.error().code), static_cast<int>(Code::BookElsewhere));
        QVERIFY(!session->writable() && !session->canUndo());
        QCOMPARE(studiesIn(*session), QStringList{QStringLiteral("before")}); // it shows no more than it kept
        // As a program that is killed now leaves it: no connection was closed.
        if (!stands.isEmpty()) {
            auto const killed = m_folder.filePath(QStringLiteral("killed-%1.pinbook").arg(m_nr));
            QVERIFY(QFile::copy(stands, killed));
            QCOMPARE(studiesAt(killed), QStringList{QStringLiteral("before")});
        }
        auto const copy = m_folder.filePath(QStringLiteral("copy-%1.pinbook").arg(m_nr));
        auto const saved = session->file().saveCopy(copy);
        QVERIFY2(saved, saved ? "" : describe(saved.error()).c_str());
        QCOMPARE(studiesAt(copy), QStringList{QStringLiteral("before")});
        session.reset();
        if (!stands.isEmpty()) QCOMPARE(studiesAt(stands), QStringList{QStringLiteral("before")});
        if (hurt == u"replaced") QCOMPARE(studiesAt(path), QStringList()); // and the other one is as it was
    }
    /// A book that stands where it was is written to as ever, whatever else goes on in its folder.
    void otherFilesAreNothingToIt() {
        auto const path = m_folder.filePath(QStringLiteral("quiet.pinbook"));
        auto const session = *Session::create(path, m_clock, "owner");
        for (int i = 0; i < 3; ++i) {
            QVERIFY(type(*session, "entry"));
            QVERIFY(session->file().saveCopy(m_folder.filePath(QStringLiteral("beside-%1.pinbook").arg(i))));
            QTest::qWait(20);
        }
        QVERIFY(session->writable());
    }
};

STEADY_TEST(BookElsewhereTest);
#include "BookElsewhereTest.moc"
