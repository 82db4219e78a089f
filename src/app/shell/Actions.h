// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Every action with its stable id, words and key, in one table; menus, shortcuts and tooltips come from it.

#include <QAction>
#include <QHash>
#include <QWidget>

namespace steady::app {

class Actions {
public:
    /// Makes all of them as children of `owner`, which gets their shortcuts.
    explicit Actions(QWidget* owner);
    QAction* operator[](char const* id) const;
    QList<QAction*> all() const { return m_order; }

private:
    QHash<QString, QAction*> m_actions;
    QList<QAction*> m_order;
};

} // namespace steady::app
