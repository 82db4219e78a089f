// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Looks at the mechanics, each written down with its day: which bolts, how the sweep read, what was put right.

#include "app/shell/Form.h"
#include "app/widgets/Rows.h"
#include "core/shop/kinds/MechanicsCheck.h"

#include <QPushButton>

namespace steady::app {

class MechanicsView : public QWidget {
    Q_OBJECT

public:
    /// `record`: where all looks are listed.
    MechanicsView(Desk& desk, RowsView* record, QWidget* parent = nullptr);
    void refresh();

private:
    shop::MechanicsCheck check() const;
    void add();
    void showChosen();

    Desk& m_desk;
    RowsView* m_record;
    std::vector<Id<shop::MechanicsCheck>> m_ids;
    Id<shop::MechanicsCheck> m_chosen; ///< shown; not kept
    Choice* m_part;
    QPushButton* m_add;
    QWidget *m_box, *m_sweep_box;
    std::unique_ptr<FormFields> m_form, m_sweep;
};

} // namespace steady::app
