// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/shell/Actions.h"

#include <QMenuBar>

namespace steady::app {

using namespace Qt::StringLiterals;

namespace {

struct Entry {
    char const* id;
    char const* menu;
    int group;
    char const* words;
    char const* keys;
    char const* hint = "";
    char const* station = ""; ///< that does it; empty: the window
};

constexpr Entry table[] = {
    {"book.new", "Book", 0, "New book…", "Ctrl+N", "A file of its own for another workshop"},
    {"book.open", "Book", 0, "Open a book…", "Ctrl+O"},
    {"book.copy", "Book", 1, "Save a copy…", "Ctrl+Shift+S", "The whole book with its history; this one stays open"},
    {"book.rescue", "Book", 1, "Save what can be read…", "Ctrl+Shift+R",
     "Of a damaged book: a new book of what is whole; the damaged file stays as it is"},
    {"app.quit", "Book", 2, "Quit", "Ctrl+Q", "Everything is in the book already"},
    {"edit.undo", "Edit", 0, "Undo", "Ctrl+Z"},
    {"edit.redo", "Edit", 0, "Redo", "Ctrl+Shift+Z"},
    {"edit.happened", "Edit", 1, "Something happened…", "Ctrl+E",
     "Tell it once: what it ends is then known everywhere"},
    {"edit.history", "Edit", 1, "History…", "Ctrl+H", "Every change, and the way back to any of them"},
    {"view.metric", "View", 0, "Millimetres", "Ctrl+M"},
    {"view.inch", "View", 0, "Inches", "Ctrl+I", "A view: what is stored stays as it was typed"},
    {"view.night", "View", 1, "Night", "Ctrl+D", "Dark paper for a dark shop"},
    {"view.larger", "View", 2, "Larger", "Ctrl++"},
    {"view.smaller", "View", 2, "Smaller", "Ctrl+-"},
    {"view.normal", "View", 2, "Normal size", "Ctrl+0"},
    {"go.next", "Go", 1, "Do the next step", "Ctrl+Return", "Goes where the dark line at the bottom points"},
    {"go.search", "Go", 1, "Find a command…", "Ctrl+K", "Every command and station by any of its words"},
    {"zero.simulate", "Run", 0, "Practise with a virtual contact", "Ctrl+T",
     "The virtual machine touches; nothing is kept", "zeroing"},
    {"zero.link", "Run", 0, "Make the link", "Ctrl+L", "Keeps the height of the setter above the work zero", "zeroing"},
    {"macro.run", "Run", 1, "Run the macro to the end", "F5", "On the virtual machine", "macros"},
    {"macro.step", "Run", 1, "Run one line", "F10", "On the virtual machine", "macros"},
    {"macro.attack", "Run", 1, "Try every fault", "Ctrl+F5", "On the virtual machine, as a table", "macros"},
    {"macro.break", "Run", 1, "Stop at this line", "F9", "", "macros"},
    {"macro.keep", "Run", 2, "Keep the text in the book", "Ctrl+Shift+K",
     "With the figures it rests on, to compare and to bring back", "macros"},
    {"macro.save", "Run", 2, "Save the macro…", "Ctrl+S", "As a file for the controller", "macros"},
    {"help.station", "Help", 0, "Help for this station", "F1"},
    {"help.keys", "Help", 0, "Keys", "Shift+F1"},
    {"help.licences", "Help", 1, "Licences", "Ctrl+F1"},
};

} // namespace

Actions::Actions(QWidget* owner, StationTable const& stations) {
    auto add = [&](Entry const& entry, QString const& id, QString const& words, QString const& keys) {
        auto* action = new QAction(words, owner);
        action->setObjectName(id);
        action->setShortcut(QKeySequence(keys));
        auto const hint = QString::fromUtf8(entry.hint);
        action->setToolTip((hint.isEmpty() ? QString(words).remove(u'…') : hint) + u" ("_s +
                           action->shortcut().toString(QKeySequence::NativeText) + u")"_s);
        owner->addAction(action);
        m_actions.insert(id, action);
        m_all.push_back(
            {action, QString::fromLatin1(entry.menu), hint, QString::fromLatin1(entry.station), entry.group});
    };
    for (auto const& entry : table) {
        if (std::string_view(entry.id) == "go.next")
            for (auto const& station : stations)
                add({"", "Go", 0, "", ""}, u"go."_s + station.id, station.title, station.keys);
        add(entry, QString::fromLatin1(entry.id), QString::fromUtf8(entry.words), QString::fromLatin1(entry.keys));
    }
}

QAction* Actions::operator[](char const* id) const {
    auto* action = m_actions.value(QString::fromLatin1(id));
    Q_ASSERT(action);
    return action;
}

void Actions::fill(QMenuBar& bar, QHash<QString, QMenu*> const& below) const {
    QMenu* menu = nullptr;
    int group = 0;
    for (auto const& each : m_all) {
        if (!menu || menu->title().remove(u'&') != each.menu) {
            menu = bar.addMenu(u'&' + each.menu);
            menu->setObjectName(u"menu."_s + each.menu.toLower());
            menu->setToolTipsVisible(true);
        } else if (each.group != group) {
            menu->addSeparator();
        }
        group = each.group;
        menu->addAction(each.action);
        if (auto* own = below.value(each.action->objectName())) menu->addMenu(own);
    }
}

} // namespace steady::app
