// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// The line at the top (book, machine, units, theme), the line at the bottom (next step), and the notice between.

#include "app/shell/Actions.h"
#include "app/shell/Desk.h"

#include <QLabel>
#include <QPushButton>
#include <QToolButton>

namespace steady::app {

class TopBar : public QWidget {
    Q_OBJECT

public:
    explicit TopBar(Actions const& actions, QWidget* parent = nullptr);
    void refresh(Desk const& desk);

private:
    QLabel *m_book, *m_machine, *m_reading;
};

class NextBar : public QWidget {
    Q_OBJECT

public:
    NextBar(Look const& look, QAction* go, QWidget* parent = nullptr);
    void show(std::string const& next);

private:
    QLabel* m_words;
};

/// What went wrong, until it is dismissed.
class Notice : public QWidget {
    Q_OBJECT

public:
    explicit Notice(Look const& look, QWidget* parent = nullptr);
    void show(QString const& words);

private:
    QLabel* m_words;
};

} // namespace steady::app
