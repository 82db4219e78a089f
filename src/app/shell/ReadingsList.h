// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// The readings of a study, however many; a reading is never dropped, it is marked with a cause, and can count again.

#include "app/shell/Desk.h"
#include "app/widgets/Rows.h"

#include <QToolButton>

namespace steady::app {

class ReadingsList : public QWidget {
    Q_OBJECT

public:
    /// `name`: “kit”; the list is “kit.readings”, the button “kit.reading.mark”.
    ReadingsList(Desk& desk, QString const& name, QString const& title, QStringList const& causes,
                 QWidget* parent = nullptr);
    void show(Id<shop::Study> study);

private:
    shop::Reading const* chosen() const;
    Row rowOf(shop::Reading const& reading) const;
    void showButton();
    void mark(QString const& cause);

    Desk& m_desk;
    Id<shop::Study> m_study;
    std::shared_ptr<Result<shop::Readings> const> m_readings; ///< as the state holds them
    RowsView* m_rows;
    QToolButton* m_button; ///< withdraws the chosen one with its cause, or lets it count again
    QMenu* m_causes;
};

} // namespace steady::app
