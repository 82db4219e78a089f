// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Parts of more than one size, wanted and measured: what tells scale from cutter, lost motion and measuring.

#include "app/machine/PairsEntry.h"
#include "app/shell/Form.h"
#include "core/shop/kinds/PartCheck.h"

namespace steady::app {

class SizesView : public QWidget {
    Q_OBJECT

public:
    explicit SizesView(Desk& desk, QWidget* parent = nullptr);
    void refresh();
    /// Of the axis shown: as kept, or an empty one.
    shop::PartCheck check() const;

Q_SIGNALS:
    void axisChanged();

private:
    Result<void> put(shop::PartCheck check, std::string what);

    Desk& m_desk;
    PairsEntry* m_pairs;
    std::unique_ptr<FormFields> m_form;
};

} // namespace steady::app
