// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/Driver.h"
#include "demo/DemoBook.h"
#include "support/BookFiles.h"

#include <sys/inotify.h>
#include <unistd.h>

using namespace steady;
using namespace Qt::StringLiterals;

namespace {

/// A window that was started with one file.
struct Started {
    explicit Started(QString const& path) : window(look, prompter, clock, "tester", app::stations()) {
        look.setMotion(false);
        window.resize(1280, 800);
        window.openBook(path);
        QVERIFY(QTest::qWaitFor([this] { return !window.busy(); }));
        window.show();
        QVERIFY(QTest::qWaitForWindowExposed(&window));
    }
    template<class W = QWidget> W* find(char const* name) { return window.findChild<W*>(QLatin1String(name)); }
    void click(char const* name) {
        auto* widget = find(name);
        QVERIFY2(widget && widget->isVisible() && widget->isEnabled(), name);
        QTest::mouseClick(widget, Qt::LeftButton);
    }
    QString words(char const* name) {
        auto* label = find<QLabel>(name);
        return label && label->isVisible() ? label->text() : QString();
    }
    QString notice() { return words("notice.words"); }

    FixedClock clock{demo::now_utc_ms};
    app::Look look;
    test::ReadyPrompter prompter;
    app::MainWindow window;
};

} // namespace

/// What the window does with a book that cannot be opened, or must not be written to.
class TroubleTest : public QObject {
    Q_OBJECT

    QTemporaryDir m_folder;
    int m_count = 0;
    QString fresh() { return m_folder.filePath(QStringLiteral("book%1.pinbook").arg(++m_count)); }
    QString demoBook() {
        auto const path = fresh();
        if (!demo::writeDemoBook(path)) qFatal("no demo book");
        return path;
    }

private Q_SLOTS:
    void aDamagedBookLeavesWaysOut() {
        auto const path = demoBook();
        test::tamper(path,
                     u"UPDATE revision SET body = '{' WHERE entity = (SELECT max(entity) FROM revision WHERE kind "
                     "= 'board')"_s);
        auto const before = test::hashOf(path);
        Started program(path);
        QVERIFY(!program.window.desk());
        QVERIFY2(program.words("trouble.words").contains(u"The book is damaged: thing number"_s),
                 qPrintable(program.words("trouble.words")));
        for (auto const key :
             {Qt::Key_1, Qt::Key_4, Qt::Key_Z, Qt::Key_H, Qt::Key_K, Qt::Key_T, Qt::Key_Return, Qt::Key_M})
            QTest::keyClick(&program.window, key, Qt::ControlModifier); // what needs a book does nothing
        QTest::keyClick(&program.window, Qt::Key_F5);
        QTest::keyClick(&program.window, Qt::Key_S, Qt::ControlModifier | Qt::ShiftModifier);
        QCOMPARE(program.prompter.asked, 0);

        program.prompter.path = path; // where the damaged one is
        program.click("trouble.rescue");
        QTRY_VERIFY2(program.notice().contains(u"The file exists already"_s), qPrintable(program.notice()));
        program.prompter.path = fresh();
        program.click("trouble.rescue");
        QTRY_VERIFY(program.window.desk());
        QTRY_VERIFY2(program.notice().contains(u"Lost: 1 row."_s), qPrintable(program.notice()));
        QCOMPARE(program.window.desk()->book().info().name, std::string("Tern & Thole"));
        QVERIFY(program.window.desk()->session().writable());
        QVERIFY(program.window.desk()->session().file().check());
        QCOMPARE(test::hashOf(path), before);
    }
    void anotherBookOrANewOne() {
        Started program(m_folder.filePath(u"none.pinbook"_s));
        QVERIFY(program.words("trouble.words").contains(u"There is no such file."_s));
        QVERIFY(!program.find("trouble.rescue"));
        program.prompter.path = m_folder.path();
        program.click("trouble.open");
        QTRY_VERIFY(program.words("trouble.words").contains(u"This is a folder."_s));
        program.prompter.path = demoBook();
        program.click("trouble.open");
        QTRY_VERIFY(program.window.desk());

        Started again(m_folder.filePath(u"none.pinbook"_s));
        again.prompter.path = fresh();
        again.click("trouble.new");
        QTRY_VERIFY(again.window.desk() && again.window.desk()->session().writable());
    }
    /// Sound in itself and yet not what was written: found after the window is there, and nothing is built upon it.
    void changedContentIsFoundAfterTheFirstPaint() {
        auto const path = demoBook();
        {
            Started program(path);
            QTest::qWait(300);
            QCOMPARE(program.notice(), QString());
            QVERIFY(program.window.desk()->session().writable());
        }
        test::tamper(path, u"UPDATE reading SET value_mm = value_mm + 0.5 WHERE nr = 2"_s);
        Started program(path);
        QTRY_VERIFY2(program.notice().contains(u"no longer is what was written"_s), qPrintable(program.notice()));
        QVERIFY(!program.window.desk()->session().writable());
        QCOMPARE(program.words("top.reading"), u"Reading only: the book is damaged"_s);
        auto* field = program.find<QLineEdit>("kit.plate.width");
        QVERIFY(field && field->isReadOnly());
        program.prompter.path = fresh(); // the way out
        QTest::keyClick(&program.window, Qt::Key_R, Qt::ControlModifier | Qt::ShiftModifier);
        QTRY_COMPARE(program.words("top.reading"), QString());
        QVERIFY(program.window.desk()->session().writable());
    }
    void whyABookOnlyReadsIsSaid() {
        auto const path = demoBook();
        QVERIFY(QFile::setPermissions(path, QFile::ReadOwner));
        Started program(path);
        QCOMPARE(program.words("top.reading"), u"Reading only: the file is protected"_s);
        QVERIFY(program.notice().contains(u"Allow writing in its permissions"_s));
        QVERIFY(QFile::setPermissions(path, QFile::ReadOwner | QFile::WriteOwner));
        program.window.openBook(path); // as the notice says
        QTRY_COMPARE(program.words("top.reading"), QString());
        QVERIFY(program.window.desk()->session().writable());
    }
    /// store/FileClaim.h: whoever opens and closes the file in this process costs it its locks.
    void nothingElseOpensTheBooksFile() {
        auto const path = demoBook();
        Started program(path);
        QTest::qWait(300); // it has been checked
        int const watch = inotify_init1(IN_NONBLOCK);
        QVERIFY(inotify_add_watch(watch, QFile::encodeName(path).constData(), IN_OPEN | IN_CLOSE) >= 0);
        app::DialogPrompter prompter;
        prompter.openFile(&program.window, u"Open a book"_s, u"Books (*.pinbook)"_s, [](QString const&) {});
        auto* dialog = program.window.findChild<QFileDialog*>();
        QVERIFY(dialog);
        dialog->setDirectory(m_folder.path());
        QTRY_VERIFY(!dialog->findChild<QAbstractItemView*>(u"listView"_s)->grab().isNull());
        dialog->selectFile(path);
        dialog->setViewMode(QFileDialog::Detail);
        QTest::qWait(500);
        dialog->close();
        for (auto const* station : {"machine", "zeroing", "macros", "kit"}) program.window.goTo(QLatin1String(station));
        char events[1024];
        QCOMPARE(::read(watch, events, sizeof events), ssize_t(-1)); // nothing happened to it
        ::close(watch);
    }
};

STEADY_TEST(TroubleTest);
#include "TroubleTest.moc"
