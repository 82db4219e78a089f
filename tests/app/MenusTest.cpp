// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/Driver.h"

#include "app/shell/HelpWindow.h"
#include "app/widgets/Rows.h"

#include <QMenuBar>

using namespace steady;
using namespace Qt::StringLiterals;
using test::Driver;

namespace {

/// Of all menus; menus below menus are not looked into.
QList<QAction*> lines(app::MainWindow const& window) {
    QList<QAction*> all;
    for (auto* menu : window.menuBar()->actions())
        for (auto* action : menu->menu()->actions())
            if (!action->isSeparator() && !action->menu()) all << action;
    return all;
}

QString pageOf(QString const& path) {
    QFile file(u':' + path);
    return file.open(QIODevice::ReadOnly) ? QString::fromUtf8(file.readAll()) : QString();
}

} // namespace

/// Menus, the command search and help: every way to what the program can do.
class MenusTest : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void everyActionHasIdWordsKeyAndMenu() {
        Driver drive;
        QSet<QString> keys;
        for (auto* action : drive.window->actions()) {
            QVERIFY(!action->objectName().isEmpty() && !action->text().isEmpty());
            QVERIFY2(!action->shortcut().isEmpty(), qPrintable(action->objectName()));
            QVERIFY2(!keys.contains(action->shortcut().toString()), qPrintable(action->shortcut().toString()));
            keys.insert(action->shortcut().toString());
            QCOMPARE(lines(*drive.window).count(action), 1);
        }
        QVERIFY(keys.size() >= 25);
        QStringList titles;
        for (auto* menu : drive.window->menuBar()->actions()) titles << menu->text().remove(u'&');
        QCOMPARE(titles, QStringList({u"Book"_s, u"Edit"_s, u"View"_s, u"Go"_s, u"Run"_s, u"Help"_s}));
    }
    void aMenuIsOpenedAndUsedByKey() {
        Driver drive;
        QTest::keyClick(drive.window.get(), Qt::Key_V, Qt::AltModifier);
        auto* menu = drive.find<QMenu>("menu.view");
        QTRY_VERIFY(menu->isVisible());
        QTest::keyClick(menu, Qt::Key_Down);
        QTest::keyClick(menu, Qt::Key_Return);
        QCOMPARE(drive.look.units(), UnitSystem::Inch);
    }
    void aCommandIsFoundByItsWords() {
        Driver drive;
        drive.window->goTo(u"kit"_s);
        drive.click("kit.nominal");
        drive.key(Qt::Key_K, Qt::ControlModifier);
        auto* words = drive.find<QLineEdit>("search.words");
        QVERIFY(words->hasFocus());
        auto* rows = drive.find<app::RowsView>("search.rows");
        QVERIFY(rows->count() >= 15);
        QTest::keyClicks(words, u"machine virtual"_s); // of the hint as well
        QCOMPARE(rows->count(), 4);
        QCOMPARE(rows->row(0).text, u"Practise with a virtual contact"_s);
        QTest::keyClick(words, Qt::Key_Down);
        QTest::keyClick(words, Qt::Key_Return);
        QCOMPARE(drive.window->current()->id(), u"macros"_s);
        QVERIFY(drive.macros()->theatre().ended());
        QVERIFY(!words->isVisible());
        // What makes no sense finds nothing and does nothing; the focus goes back to where it was.
        drive.window->goTo(u"kit"_s);
        drive.click("kit.nominal");
        drive.key(Qt::Key_K, Qt::ControlModifier);
        QTest::keyClicks(words, u"xyzzy"_s);
        QCOMPARE(rows->row(0).text, u"No command has these words."_s);
        QTest::keyClick(words, Qt::Key_Return);
        QVERIFY(words->isVisible());
        QTest::keyClick(words, Qt::Key_Escape);
        QVERIFY(!words->isVisible());
        QVERIFY(drive.find("kit.nominal")->hasFocus());
    }
    void whatCannotBeDoneNowIsNotOffered() {
        Driver drive(Driver::Start::Empty);
        drive.key(Qt::Key_K, Qt::ControlModifier);
        auto* words = drive.find<QLineEdit>("search.words");
        QTest::keyClicks(words, u"what can be read"_s); // the book is whole
        QCOMPARE(drive.find<app::RowsView>("search.rows")->row(0).text, u"No command has these words."_s);
    }

    void f1ShowsThePageOfTheStation_data() {
        QTest::addColumn<QString>("id");
        QTest::addColumn<QString>("title");
        for (auto const& row : app::stations()) QTest::newRow(qPrintable(row.id)) << row.id << row.title;
    }
    void f1ShowsThePageOfTheStation() {
        QFETCH(QString, id);
        QFETCH(QString, title);
        QVERIFY(app::HelpWindow::has(id));
        Driver drive;
        drive.window->goTo(id);
        drive.key(Qt::Key_F1);
        auto* help = drive.find<app::HelpWindow>("help");
        QVERIFY(QTest::qWaitForWindowActive(help));
        auto* text = help->findChild<QTextBrowser*>();
        QVERIFY2(text->toPlainText().startsWith(title + u'\n'), qPrintable(text->toPlainText().left(80)));
        QVERIFY(text->toPlainText().contains(u"back to"_s, Qt::CaseInsensitive)); // to the last line
        QTest::mouseClick(help->findChild<QPushButton*>(u"help.contents"_s), Qt::LeftButton);
        QVERIFY(text->toPlainText().startsWith(u"Help\n"_s));
        QTest::keyClick(help, Qt::Key_Escape);
        QVERIFY(!help->isVisible());
    }
    /// From the two pages that the window opens by itself.
    void everyPageIsReachedAndEveryLinkLeadsSomewhere() {
        app::prepareProgram();
        QStringList to_read{u"/docs/help/index.md"_s, u"/docs/help/trouble.md"_s};
        QSet<QString> read;
        while (!to_read.isEmpty()) {
            auto const path = to_read.takeFirst();
            if (read.contains(path)) continue;
            read.insert(path);
            auto const page = pageOf(path);
            QVERIFY2(!page.isEmpty(), qPrintable(path));
            static QRegularExpression const link(uR"(\]\(([^)#]+)\))"_s);
            for (auto const& found : link.globalMatch(page))
                to_read << QDir::cleanPath(QFileInfo(path).path() + u'/' + found.captured(1));
        }
        for (auto const& file : QDir(u":/docs/help"_s).entryList())
            QVERIFY2(read.contains(u"/docs/help/"_s + file), qPrintable(file));
    }
    void thePageOfKeysIsTheTableOfActions() {
        Driver drive;
        auto const page = pageOf(u"/docs/help/keys.md"_s);
        int rows = 0;
        for (auto const& line : page.split(u'\n')) rows += line.startsWith(u"| "_s);
        QCOMPARE(rows - 2, drive.window->actions().size()); // less the head
        for (auto* action : drive.window->actions()) {
            auto const words = action->text().section(u": "_s, 0, 0); // what would be undone comes after it
            auto const row = u"| %1 | %2 |\n"_s.arg(words, action->shortcut().toString());
            QVERIFY2(page.contains(row), qPrintable(row));
        }
    }
};

STEADY_TEST(MenusTest);
#include "MenusTest.moc"
