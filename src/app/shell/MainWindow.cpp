// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/shell/MainWindow.h"

#include "app/shell/Bars.h"
#include "app/shell/HappenedPanel.h"
#include "app/shell/HelpWindow.h"
#include "app/shell/HistoryDialog.h"
#include "app/shell/Route.h"
#include "app/shell/SearchPanel.h"
#include "app/shell/Trouble.h"
#include "app/shell/Working.h"
#include "core/base/Words.h"
#include "store/Rescue.h"

#include <QMenuBar>

namespace steady::app {

using namespace Qt::StringLiterals;

namespace {

QString const book_filter = u"Books (*.pinbook)"_s;

QString counted(std::int64_t count, QString const& what) {
    return u"%1 %2%3"_s.arg(count).arg(what, count == 1 ? QString() : u"s"_s);
}

QString wordsOf(store::Rescued const& said) {
    return u"Read: %1. Lost: %2. What rested on that: %3 left out, %4 without it%5. Look through it before you rely on "
           u"it; "
           "the damaged file is as it was."_s.arg(counted(said.changes, u"change"_s), counted(said.lost_rows, u"row"_s),
                                                  counted(said.left_out, u"thing"_s), counted(said.mended, u"thing"_s),
                                                  said.all_pages ? QString()
                                                                 : u"; some pages could not be read at all"_s);
}

} // namespace

MainWindow::MainWindow(Look& look, Prompter& prompter, Clock const& clock, std::string author, StationTable stations)
    : m_look(look), m_prompter(prompter), m_clock(clock), m_author(std::move(author)), m_table(std::move(stations)),
      m_actions(this, m_table), m_recent(new QMenu(u"Recent books"_s, this)) {
    setWindowTitle(u"Steady Pin"_s);
    resize(sizeOn(screen()->availableSize()));
    m_actions.fill(*menuBar(), {{u"book.open"_s, m_recent}});
    connectActions();
    connect(&look, &Look::changed, this, [this] {
        m_look.dress(this);
        showProgress();
    });
}

MainWindow::~MainWindow() {
    m_files.wait(); // a copy that was asked for is written
    leaveBook();
}

QSize MainWindow::sizeOn(QSize available) {
    constexpr QSize usual{1280, 800}, frame{16, 48}; // what a window manager may put around it
    return usual.boundedTo(available - frame);
}

/// What is being typed is accepted, as on leaving any field; then the stations go before the desk they stand on.
void MainWindow::leaveBook() {
    m_check.cancel();
    if (m_desk) m_desk->work().cancel();
    m_unchecked = false;
    if (auto* typing = focusWidget()) typing->clearFocus();
    m_made.clear();
    m_happened = nullptr;
    m_search = nullptr;
    m_stale.clear();
    m_notice = nullptr;
    m_top = nullptr;
    delete centralWidget(); // where it is: taken out first it would be styled again
}

void MainWindow::connectActions() {
    auto on = [this](char const* id, auto&& act) {
        connect(m_actions[id], &QAction::triggered, this, std::forward<decltype(act)>(act));
    };
    on("book.new", [this] {
        m_prompter.saveFile(this, u"New book"_s, u"workshop.pinbook"_s, book_filter, [this](QString const& path) {
            auto session = store::Session::create(path, m_clock, m_author);
            if (!session) return report(text(describe(session.error())));
            shop::Change first{"New book", {}, {}, {}};
            first.put(Id<shop::BookInfo>{1},
                      shop::BookInfo{QFileInfo(path).completeBaseName().toStdString(), m_look.units()});
            if (auto done = (*session)->commit(std::move(first)); !done) return report(text(describe(done.error())));
            setSession(std::move(*session));
        });
    });
    on("book.open", [this] {
        m_prompter.openFile(this, u"Open a book"_s, book_filter, [this](QString const& path) { openBook(path); });
    });
    on("book.copy", [this] {
        m_prompter.saveFile(this, u"Save a copy"_s, u"copy.pinbook"_s, book_filter, [this](QString const& path) {
            if (filesBusy()) return;
            if (!m_desk->session().stillThere()) { // no name leads to it: only the connection that is open has it
                if (auto done = m_desk->session().file().saveCopy(path); !done)
                    return report(text(describe(done.error())));
                return openBook(path);
            }
            m_files.start(
                u"Saving a copy"_s,
                [from = m_desk->session().file().path(), path](Going const& going) -> Result<void> {
                    auto const file = store::BookFile::open(from, store::Access::ReadOnly);
                    return file ? (*file)->saveCopy(path, going) : Failure(file.error());
                },
                [this](Result<void> const& done) {
                    if (!done) report(text(describe(done.error())));
                });
        });
    });
    on("book.rescue", [this] { rescueBook(m_desk->session().file().path()); });
    on("edit.undo", [this] { (void)m_desk->report(m_desk->session().undo()); });
    on("edit.redo", [this] { (void)m_desk->report(m_desk->session().redo()); });
    on("view.metric", [this] { m_look.setUnits(UnitSystem::Metric); });
    on("view.inch", [this] { m_look.setUnits(UnitSystem::Inch); });
    on("view.night", [this] { m_look.setNight(!m_look.night()); });
    on("view.larger", [this] { m_look.setScale(m_look.scale() * 1.1); });
    on("view.smaller", [this] { m_look.setScale(m_look.scale() / 1.1); });
    on("view.normal", [this] { m_look.setScale(1); });
    on("edit.history", [this] { (new HistoryDialog(*m_desk, centralWidget()))->open(); });
    for (auto const& row : m_table)
        connect(m_actions[("go." + row.id.toStdString()).c_str()], &QAction::triggered, this,
                [this, id = row.id] { goTo(id); });
    for (auto const& each : m_actions.all())
        if (!each.station.isEmpty())
            connect(each.action, &QAction::triggered, this, [this, each] {
                goTo(each.station);
                current()->perform(each.action->objectName());
            });
    on("go.search", [this] {
        if (!m_search) {
            m_search = new SearchPanel(m_look, m_actions, centralWidget());
            m_look.dress(m_search);
        }
        if (m_happened && m_happened->isVisible()) m_happened->leave();
        m_search->isVisible() ? m_search->leave() : m_search->open();
    });
    on("help.station", [this] { help(m_desk ? current()->id() : u"trouble"_s); });
    on("help.keys", [this] { help(u"keys"_s); });
    on("help.licences", [this] { help(u"licences"_s); });
    on("edit.happened", [this] { somethingHappened(); });
    on("go.next", [this] {
        auto const progress = m_desk->progress();
        goTo(text(progress.next_station));
        if (!progress.next_section.empty()) current()->openSection(text(progress.next_section));
    });
    on("app.quit", [this] { close(); });
    for (auto const* id : {"view.metric", "view.inch", "view.night"}) m_actions[id]->setCheckable(true);
}

void MainWindow::setRecent(QStringList const& paths) {
    m_recent->clear();
    for (auto const& path : paths)
        m_recent->addAction(QFileInfo(path).completeBaseName() + u"  ("_s + QFileInfo(path).path() + u")"_s, this,
                            [this, path] { // later: the menu that was clicked belongs to the book that is left
                                QTimer::singleShot(0, this, [this, path] { openBook(path); });
                            });
    m_recent->setEnabled(!paths.isEmpty());
}

void MainWindow::openBook(QString const& path, std::function<void()> then) {
    auto const same = [this, path] {
        return m_desk &&
               QFileInfo(path).canonicalFilePath() == QFileInfo(m_desk->session().file().path()).canonicalFilePath();
    };
    if (same() && m_desk->session().writable()) return; // it is open here
    m_opening.start(
        u"Opening "_s + QFileInfo(path).completeBaseName(),
        [path](Going const& going) { return store::BookFile::look(path, going); },
        [this, path, same, then](Result<store::BookFile::Look> const& seen) {
            if (!seen && seen.error().code == Code::Stopped) return;
            if (same()) { // perhaps it can be written to by now; who still reads it would be in the way
                leaveBook();
                m_desk.reset();
            }
            auto session = store::Session::open(path, m_clock, m_author, seen ? &*seen : nullptr);
            if (session) {
                setSession(std::move(*session));
                if (then) then();
            } else if (m_desk) {
                report(text(describe(session.error())));
            } else {
                showTrouble(path, session.error());
            }
        });
}

void MainWindow::setSession(std::unique_ptr<store::Session> session) {
    auto const path = session->file().path();
    m_look.setUnits(session->book().units());
    leaveBook();
    m_desk = std::make_unique<Desk>(std::move(session), m_look, m_prompter);
    build();
    enableActions();
    m_unchecked = true;
    if (auto const& why = m_desk->session().whyReading()) report(text(describe(*why)));
    connect(&m_desk->session(), &store::Session::lost, this, [this] {
        report(text(describe(*m_desk->session().whyReading())));
        enableActions();
    });
    Q_EMIT bookShown(path);
}

void MainWindow::showTrouble(QString const& path, Error const& error) {
    leaveBook();
    m_desk.reset();
    auto* page = new Trouble(m_look, m_actions, m_recent, path, error, this);
    auto* central = onSurface(new QWidget(this), Surface::Paper);
    setCentralWidget(central);
    auto* column = new QVBoxLayout(central);
    column->setContentsMargins(0, 0, 0, 0);
    m_notice = new Notice(m_look, central);
    column->addWidget(m_notice);
    column->addWidget(new Working({&m_files, &m_opening}, central));
    column->addWidget(page, 1);
    connect(page, &Trouble::rescueWanted, this, [this, path] { rescueBook(path); });
    enableActions();
    m_look.dress(this);
}

/// Without a book only those work that lead to one.
void MainWindow::enableActions() {
    for (auto const& each : m_actions.all()) {
        auto const id = each.action->objectName();
        each.action->setEnabled(m_desk || each.menu == u"Help"_s || id == u"book.new"_s || id == u"book.open"_s ||
                                id == u"view.night"_s || id == u"app.quit"_s);
    }
    auto const* why = m_desk && m_desk->session().whyReading() ? &*m_desk->session().whyReading() : nullptr;
    m_actions["book.rescue"]->setEnabled(why && why->code == Code::FileDamaged);
    showProgress();
}

bool MainWindow::event(QEvent* event) {
    bool const done = QMainWindow::event(event);
    if (event->type() == QEvent::UpdateRequest && m_unchecked) checkBook(); // it has been painted
    return done;
}

/// Everything in the book is read once, elsewhere. What is found must not be built upon.
void MainWindow::checkBook() {
    m_unchecked = false;
    m_check.start(
        u"Reading the whole book"_s,
        [path = m_desk->session().file().path()](Going const& going) -> Result<std::optional<store::Sound>> {
            auto const file = store::BookFile::open(path, store::Access::ReadOnly);
            if (!file) return Failure(file.error());
            return (*file)->check(going);
        },
        [this](Result<std::optional<store::Sound>> const& sound) {
            if (sound) return;
            report(text(describe(sound.error())));
            if (sound.error().code == Code::FileDamaged) m_desk->session().readOnlyFromNow(sound.error());
            enableActions();
        },
        Background::no_time);
}

/// One file is written at a time.
bool MainWindow::filesBusy() {
    if (m_files.busy()) report(m_files.what() + u" still goes on. Wait for its end, or stop it."_s);
    return m_files.busy();
}

void MainWindow::rescueBook(QString const& damaged) {
    auto const suggested = QFileInfo(damaged).completeBaseName() + u"-rescued.pinbook"_s;
    m_prompter.saveFile(this, u"Save what can be read"_s, suggested, book_filter, [this, damaged](QString const& to) {
        if (filesBusy()) return;
        m_files.start(
            u"Saving what can be read"_s,
            [damaged, to, now = m_clock.nowUtcMs(), author = m_author](Going const& going) {
                return store::rescue(damaged, to, now, author, going);
            },
            [this, to](Result<store::Rescued> const& said) {
                if (!said) return report(text(describe(said.error())));
                openBook(to, [this, said = *said] { report(wordsOf(said)); });
            });
    });
}

void MainWindow::build() {
    // From the top down: each part is made where it stays.
    auto* central = onSurface(new QWidget(this), Surface::Paper);
    setCentralWidget(central);
    auto* column = new QVBoxLayout(central);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(0);
    m_top = new TopBar(m_actions, central);
    m_notice = new Notice(m_look, central);
    m_stack = new QStackedWidget(central);
    m_made.assign(m_table.size(), nullptr);
    m_route = new Route(*m_desk, m_table, central);
    m_next = new NextBar(m_look, m_actions["go.next"], central);
    auto* middle = new QHBoxLayout;
    middle->setSpacing(0);
    middle->addWidget(m_route);
    middle->addWidget(m_stack, 1);
    column->addWidget(m_top);
    column->addWidget(m_notice);
    column->addWidget(new Working({&m_opening, &m_files, &m_desk->work(), &m_check}, central));
    column->addLayout(middle, 1);
    column->addWidget(m_next);
    connect(m_route, &Route::chosen, this, [this](int index) { goTo(m_table[static_cast<std::size_t>(index)].id); });
    connect(m_desk.get(), &Desk::changed, this, &MainWindow::refresh);
    connect(m_desk.get(), &Desk::progressChanged, this, &MainWindow::showProgress);
    connect(m_desk.get(), &Desk::problem, this, &MainWindow::report);
    connect(m_desk.get(), &Desk::stationWanted, this, &MainWindow::goTo);
    m_look.dress(this);
    central->resize(size());
    column->activate();
    goTo(u"kit"_s);
    showProgress();
}

/// What is shown follows at once; the other stations when they are next shown.
void MainWindow::refresh() {
    for (auto* made : m_made)
        if (made) m_stale.insert(made);
    freshen(*current());
    showProgress();
}

void MainWindow::freshen(Station& station) {
    if (m_stale.erase(&station) == 0) return;
    station.refresh();
    m_look.dress(&station);
}

void MainWindow::showProgress() {
    if (!m_desk || !m_top) return;
    m_top->refresh(*m_desk);
    m_route->refresh();
    m_next->show(m_desk->progress().next);
    auto offer = [this](char const* id, QString const& verb, std::string const& what) {
        m_actions[id]->setEnabled(!what.empty());
        m_actions[id]->setText(what.empty() ? verb : verb + u": "_s + text(what).replace(u'&', u"&&"_s));
    };
    offer("edit.undo", u"Undo"_s, m_desk->session().undoWhat());
    offer("edit.redo", u"Redo"_s, m_desk->session().redoWhat());
    m_actions["view.metric"]->setChecked(m_look.units() == UnitSystem::Metric);
    m_actions["view.inch"]->setChecked(m_look.units() == UnitSystem::Inch);
    m_actions["view.night"]->setChecked(m_look.night());
}

void MainWindow::report(QString const& words) {
    if (m_notice) m_notice->show(words);
}

void MainWindow::goTo(QString const& station) {
    for (std::size_t i = 0; i < m_made.size(); ++i) {
        if (m_table[i].id != station) continue;
        auto& shown = make(i);
        freshen(shown);
        m_stack->setCurrentWidget(&shown);
        m_route->setCurrent(static_cast<int>(i));
        if (!shown.isAncestorOf(focusWidget())) m_route->takeFocus(static_cast<int>(i));
    }
}

Station& MainWindow::make(std::size_t row) {
    if (!m_made[row]) {
        m_made[row] = m_table[row].make(*m_desk, m_stack);
        m_stack->addWidget(m_made[row]);
        m_look.dress(m_made[row]);
    }
    return *m_made[row];
}

Station* MainWindow::station(QString const& id) {
    for (std::size_t i = 0; i < m_made.size(); ++i)
        if (m_table[i].id == id) return &make(i);
    return nullptr;
}

bool MainWindow::busy() const { return m_opening.busy() || m_files.busy() || (m_desk && m_desk->work().busy()); }

Station* MainWindow::current() const { return static_cast<Station*>(m_stack->currentWidget()); }

void MainWindow::somethingHappened() {
    if (!m_happened) {
        m_happened = new HappenedPanel(*m_desk, centralWidget());
        m_look.dress(m_happened);
    }
    if (m_search && m_search->isVisible()) m_search->leave();
    m_happened->isVisible() ? m_happened->leave() : m_happened->open();
}

void MainWindow::help(QString const& page) {
    if (!m_help) m_help = new HelpWindow(m_look, this);
    m_help->open(page);
}

void MainWindow::resizeEvent(QResizeEvent* event) {
    QMainWindow::resizeEvent(event);
    for (Overlay* over : std::initializer_list<Overlay*>{m_happened, m_search})
        if (over && over->isVisible()) over->place();
}

} // namespace steady::app
