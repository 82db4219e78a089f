// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// What its owner wants to be reminded of: when each is due, and how often it comes again.

#include "app/shell/Form.h"
#include "app/widgets/Rows.h"

#include <QPushButton>

namespace steady::app {

class DueView : public QWidget {
    Q_OBJECT

public:
    explicit DueView(Desk& desk, QWidget* parent = nullptr);
    void refresh();

private:
    void buildForm(QVBoxLayout* into);
    void showChosen();
    shop::Reminder reminder() const;
    Result<void> putBack(shop::Reminder reminder, std::string what);
    void add();
    void markDone();
    void drop();

    Desk& m_desk;
    RowsView* m_rows;
    std::vector<std::int64_t> m_ids; ///< by the rows shown
    std::int64_t m_chosen = 0;       ///< reminder or standard
    QWidget* m_form_box;
    std::unique_ptr<FormFields> m_form;
    Field* m_count;
    QPushButton *m_done, *m_add, *m_drop;
};

} // namespace steady::app
