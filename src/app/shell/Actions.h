// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Every action with its stable id, words, key and place in the menus, in one table; menus, shortcuts, tips, the command
// search and the help on keys come from it.

#include "app/shell/StationTable.h"

#include <QAction>
#include <QHash>
#include <QMenu>
#include <QWidget>

namespace steady::app {

/// One line of the table, made.
struct Command {
    QAction* action;
    QString menu;    ///< “Book”
    QString hint;    ///< what it does, where the words alone do not say it
    QString station; ///< that does it; empty: the window does
    int group;       ///< a line is drawn between groups of a menu
};

class Actions {
public:
    /// Makes all of them as children of `owner`, which gets their shortcuts.
    Actions(QWidget* owner, StationTable const& stations);
    QAction* operator[](char const* id) const;
    /// In the order of the menus.
    std::vector<Command> const& all() const { return m_all; }
    /// The menus, by the conventions of the desktop; `below` gets menus of its own below actions.
    void fill(class QMenuBar& bar, QHash<QString, QMenu*> const& below) const;

private:
    QHash<QString, QAction*> m_actions;
    std::vector<Command> m_all;
};

} // namespace steady::app
