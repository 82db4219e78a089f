// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Every change of the book, newest first, and the way back to any of them.

#include "app/shell/Desk.h"
#include "app/widgets/Rows.h"

#include <QDialog>
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
    RowsView* m_list;
    std::vector<std::int64_t> m_seqs; ///< by the rows shown
    QPushButton* m_restore;
};

} // namespace steady::app
