// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// The window: puts bars, route and stations together for one open book.

#include "app/shell/Actions.h"
#include "app/shell/Background.h"
#include "app/shell/Desk.h"

#include <QMainWindow>
#include <QStackedWidget>
#include <set>

namespace steady::app {

class HappenedPanel;
class HelpWindow;
class NextBar;
class Notice;
class Route;
class SearchPanel;
class Station;
class TopBar;
class Working;

class MainWindow : public QMainWindow {
    Q_OBJECT

public:
    MainWindow(Look& look, Prompter& prompter, Clock const& clock, std::string author, StationTable stations);
    ~MainWindow() override;
    /// How large it opens on a screen that leaves so much.
    static QSize sizeOn(QSize available);

    /// Shows the book; the one before is closed.
    void setSession(std::unique_ptr<store::Session> session);
    /// Opens a file; an error is shown and the present book stays. `then`: once it is open.
    void openBook(QString const& path, std::function<void()> then = {});
    /// In place of a book: why it does not open, and the ways out.
    void showTrouble(QString const& path, Error const& error);
    void goTo(QString const& station);
    /// Books to offer under “Recent books”, newest first.
    void setRecent(QStringList const& paths);
    Desk* desk() const { return m_desk.get(); }
    Station* current() const;
    /// Something runs for the person; the check of the book is nobody's errand.
    bool busy() const;
    /// Made when it is first asked for; null when there is none with that id.
    Station* station(QString const& id);
    StationTable const& stations() const { return m_table; }

protected:
    bool event(QEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;

Q_SIGNALS:
    /// The book shown now, to be remembered as the last one.
    void bookShown(QString const& path);

private:
    void connectActions();
    void build();
    void leaveBook();
    void refresh();
    void freshen(Station& station);
    void showProgress();
    void report(QString const& words);
    void enableActions();
    void checkBook();
    bool filesBusy();
    void rescueBook(QString const& damaged);
    Station& make(std::size_t row);
    void somethingHappened();
    void help(QString const& page);

    Look& m_look;
    Prompter& m_prompter;
    Clock const& m_clock;
    std::string m_author;
    StationTable m_table;
    Actions m_actions;
    QMenu* m_recent;
    std::unique_ptr<Desk> m_desk;
    TopBar* m_top = nullptr;
    NextBar* m_next = nullptr;
    Notice* m_notice = nullptr;
    Route* m_route = nullptr;
    QStackedWidget* m_stack = nullptr;
    HappenedPanel* m_happened = nullptr;
    SearchPanel* m_search = nullptr;
    HelpWindow* m_help = nullptr;
    std::vector<Station*> m_made;           ///< by the rows of the table; null: not shown yet
    std::set<Station*> m_stale;             ///< shown before the book changed; they follow when they are shown again
    bool m_unchecked = false;               ///< the book shown has not been read to the end yet
    Background m_check, m_files, m_opening; ///< reading the book to its end; writing another file; reading the next
};

} // namespace steady::app
