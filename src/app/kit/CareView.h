// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// What was done to the tool in the spindle, and when: cleaned, looked at, tightened, set aside; and its spacers.

#include "app/shell/Form.h"
#include "app/widgets/Rows.h"
#include "core/shop/kinds/ToolCare.h"

#include <QPushButton>

namespace steady::app {

class CareView : public QWidget {
    Q_OBJECT

public:
    /// `record`: where all of it is listed.
    CareView(Desk& desk, RowsView* record, QWidget* parent = nullptr);
    void refresh();

private:
    void add(shop::Care did);
    Result<void> swap(QString const& typed);
    void showChosen();

    Desk& m_desk;
    RowsView* m_record;
    std::vector<Id<shop::ToolCare>> m_ids;
    Id<shop::ToolCare> m_chosen; ///< shown; not kept
    QLabel* m_tool;
    Field* m_spacers;
    std::vector<QPushButton*> m_buttons; ///< by shop::Care
    QWidget* m_box;
    std::unique_ptr<FormFields> m_form;
};

} // namespace steady::app
