// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/shell/Actions.h"

namespace steady::app {
namespace {

struct Entry {
    char const* id;
    char const* words;
    char const* keys;
    char const* station = ""; ///< that does it; empty: the window
};

constexpr char const* station_property = "station";

constexpr Entry table[] = {
    {"book.new", "New book…", "Ctrl+N"},
    {"book.open", "Open a book…", "Ctrl+O"},
    {"book.copy", "Save a copy…", "Ctrl+Shift+S"},
    {"book.rescue", "Save what can be read…", "Ctrl+Shift+R"},
    {"edit.undo", "Undo", "Ctrl+Z"},
    {"edit.redo", "Redo", "Ctrl+Shift+Z"},
    {"edit.happened", "Something happened…", "Ctrl+E"},
    {"edit.history", "History…", "Ctrl+H"},
    {"view.metric", "Millimetres", "Ctrl+M"},
    {"view.inch", "Inches", "Ctrl+I"},
    {"view.night", "Night", "Ctrl+D"},
    {"view.larger", "Larger", "Ctrl++"},
    {"view.smaller", "Smaller", "Ctrl+-"},
    {"view.normal", "Normal size", "Ctrl+0"},
    {"go.next", "Do the next step", "Ctrl+Return"},
    {"zero.simulate", "Practise with a virtual contact", "Ctrl+T", "zeroing"},
    {"zero.link", "Make the link", "Ctrl+L", "zeroing"},
    {"macro.run", "Run the macro to the end", "F5", "macros"},
    {"macro.step", "Run one line", "F10", "macros"},
    {"macro.break", "Stop at this line", "F9", "macros"},
    {"macro.keep", "Keep the text in the book", "Ctrl+K", "macros"},
    {"macro.save", "Save the macro…", "Ctrl+S", "macros"},
    {"app.quit", "Quit", "Ctrl+Q"},
};

} // namespace

Actions::Actions(QWidget* owner, StationTable const& stations) {
    auto add = [&](QString const& id, QString const& words, QString const& keys, QString const& station) {
        auto* action = new QAction(words, owner);
        action->setObjectName(id);
        action->setShortcut(QKeySequence(keys));
        action->setToolTip(action->text() + QStringLiteral(" (") +
                           action->shortcut().toString(QKeySequence::NativeText) + QStringLiteral(")"));
        action->setProperty(station_property, station);
        owner->addAction(action);
        m_actions.insert(id, action);
        m_order.append(action);
    };
    for (auto const& entry : table) {
        if (std::string_view(entry.id) == "go.next")
            for (auto const& station : stations)
                add(QStringLiteral("go.") + station.id, station.title, station.keys, {});
        add(QString::fromLatin1(entry.id), QString::fromUtf8(entry.words), QString::fromLatin1(entry.keys),
            QString::fromLatin1(entry.station));
    }
}

QString Actions::stationOf(QAction const* action) { return action->property(station_property).toString(); }

QAction* Actions::operator[](char const* id) const {
    auto* action = m_actions.value(QString::fromLatin1(id));
    Q_ASSERT(action);
    return action;
}

} // namespace steady::app
