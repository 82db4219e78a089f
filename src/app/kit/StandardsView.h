// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Standards: what else measures or is measured against, each with what it states and until when that counts.

#include "app/shell/Form.h"
#include "app/widgets/Rows.h"
#include "core/shop/kinds/Standard.h"
#include "core/zeroing/Judgement.h"

#include <QPushButton>

namespace steady::app {

class StandardsView : public QWidget {
    Q_OBJECT

public:
    /// `list`: where all of them are shown.
    StandardsView(Desk& desk, RowsView* list, QWidget* parent = nullptr);
    void refresh();
    std::vector<zeroing::Judgement> judgements() const;

Q_SIGNALS:
    void chosenChanged();

private:
    shop::Standard standard() const;
    void add();
    void drop();
    void checkedNow();
    void showChosen();

    Desk& m_desk;
    RowsView* m_list;
    std::vector<Id<shop::Standard>> m_ids;
    Id<shop::Standard> m_chosen; ///< shown; not kept
    Choice *m_sort, *m_instrument;
    QPushButton *m_add, *m_drop, *m_checked;
    QWidget *m_box, *m_plate_box, *m_beam_box;
    std::unique_ptr<FormFields> m_form, m_plate, m_beam;
};

} // namespace steady::app
