// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Every change of the book, newest first, and the way back to any of them.

#include "app/shell/Desk.h"

#include <QDialog>
#include <QListWidget>
#include <QPushButton>

namespace steady::app {

class HistoryDialog : public QDialog {
    Q_OBJECT

public:
    HistoryDialog(Desk& desk, QWidget* over);

private:
    void fill();
    void restore();

    Desk& m_desk;
    QListWidget* m_list;
    QPushButton* m_restore;
};

} // namespace steady::app
