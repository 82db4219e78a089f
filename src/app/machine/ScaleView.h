// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// The scale of an axis: moves, commanded and measured, typed one after another.

#include "app/shell/Form.h"
#include "app/widgets/Rows.h"
#include "core/shop/kinds/ScaleCheck.h"

#include <QPushButton>

namespace steady::app {

class ScaleView : public QWidget {
    Q_OBJECT

public:
    explicit ScaleView(Desk& desk, QWidget* parent = nullptr);
    void refresh();
    /// Of the axis shown: as kept, or an empty one.
    shop::ScaleCheck check() const;
    double axisLength_mm() const;

Q_SIGNALS:
    void axisChanged();

private:
    Id<shop::ScaleCheck> idOf() const;
    Result<void> put(shop::ScaleCheck check, std::string what);
    Result<void> measured(TypedLength const& typed);
    void dropLast();

    Desk& m_desk;
    Choice *m_axis, *m_way;
    LengthField *m_commanded, *m_measured;
    std::optional<double> m_to_mm; ///< typed, and not measured yet
    RowsView* m_moves;
    QPushButton* m_drop;
    std::unique_ptr<FormFields> m_form;
};

} // namespace steady::app
