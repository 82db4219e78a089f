// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// The scale of an axis: moves, commanded and measured, typed one after another.

#include "app/machine/PairsEntry.h"
#include "app/shell/Form.h"
#include "core/shop/kinds/ScaleCheck.h"

namespace steady::app {

class ScaleView : public QWidget {
    Q_OBJECT

public:
    explicit ScaleView(Desk& desk, QWidget* parent = nullptr);
    void refresh();
    /// Of the axis shown: as kept, or an empty one.
    shop::ScaleCheck check() const;

Q_SIGNALS:
    void axisChanged();

private:
    Result<void> put(shop::ScaleCheck check, std::string what);

    Desk& m_desk;
    PairsEntry* m_pairs;
    std::unique_ptr<FormFields> m_form;
};

} // namespace steady::app
