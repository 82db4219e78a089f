// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Pairs of an axis typed one after another: what was wanted, then what was measured, each of one sort.

#include "app/shell/Desk.h"
#include "app/widgets/Choice.h"
#include "app/widgets/Field.h"
#include "app/widgets/Rows.h"

#include <QPushButton>
#include <QVBoxLayout>

namespace steady::app {

class PairsEntry : public QWidget {
    Q_OBJECT

public:
    struct Words {
        QString prefix; ///< of object names
        QString sort;   ///< what the second choice is
        QStringList sorts;
        QString wanted, wanted_name, measured, list;
        char const* what; ///< that is missing when only the second figure comes
    };
    PairsEntry(Desk& desk, Words const& words, QWidget* parent = nullptr);
    int axis() const { return m_axis->box()->currentIndex(); }
    using Keep = std::function<Result<void>(int sort, double wanted_mm, double measured_mm)>;
    void onPair(Keep keep) { m_keep = std::move(keep); }
    void show(std::vector<Row> rows, bool can_drop);

Q_SIGNALS:
    void axisChanged();
    void dropped(); ///< the last pair is taken away

private:
    void showFields();

    Desk& m_desk;
    Choice *m_axis, *m_sort;
    LengthField *m_wanted, *m_measured;
    std::optional<double> m_wanted_mm; ///< typed, and not measured yet
    RowsView* m_rows;
    QPushButton* m_drop;
    Keep m_keep;
};

} // namespace steady::app
