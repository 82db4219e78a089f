// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Every command by any of its words: type, Enter.

#include "app/shell/Actions.h"
#include "app/shell/Overlay.h"
#include "app/widgets/Rows.h"

#include <QLineEdit>

namespace steady::app {

class SearchPanel : public Overlay {
    Q_OBJECT

public:
    SearchPanel(Look const& look, Actions const& actions, QWidget* parent);
    void open();

protected:
    bool eventFilter(QObject* watched, QEvent* event) override;

private:
    void find();
    void perform();

    Actions const& m_actions;
    QLineEdit* m_words;
    RowsView* m_rows;
    std::vector<QAction*> m_found; ///< by the rows shown
};

} // namespace steady::app
