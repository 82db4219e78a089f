// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Every action with its stable id, words and key, in one table; menus, shortcuts and tooltips come from it.

#include "app/shell/StationTable.h"

#include <QAction>
#include <QHash>
#include <QWidget>

namespace steady::app {

class Actions {
public:
    /// Makes all of them as children of `owner`, which gets their shortcuts.
    Actions(QWidget* owner, StationTable const& stations);
    QAction* operator[](char const* id) const;
    QList<QAction*> all() const { return m_order; }
    /// The station that does it; empty: the window does.
    static QString stationOf(QAction const* action);

private:
    QHash<QString, QAction*> m_actions;
    QList<QAction*> m_order;
};

} // namespace steady::app
