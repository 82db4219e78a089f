// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// The readings of a plate, however many; a reading is never dropped, it is marked with a cause, and can count again.

#include "app/shell/Desk.h"
#include "app/widgets/Rows.h"

#include <QToolButton>

namespace steady::app {

class ReadingsList : public QWidget {
    Q_OBJECT

public:
    explicit ReadingsList(Desk& desk, QWidget* parent = nullptr);
    void show(Id<shop::Study> study);

private:
    shop::Reading const* chosen() const;
    void showButton();
    void mark(QString const& cause);

    Desk& m_desk;
    Id<shop::Study> m_study;
    std::vector<shop::Reading> m_readings;
    RowsView* m_rows;
    QToolButton* m_button; ///< withdraws the chosen one with its cause, or lets it count again
    QMenu* m_causes;
};

} // namespace steady::app
