// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Moments of changes, written down: how long until a lamp came, or that it did not.

#include "app/shell/Desk.h"
#include "app/widgets/Choice.h"
#include "app/widgets/Field.h"
#include "app/widgets/Rows.h"
#include "core/changer/StepHistory.h"

#include <QPushButton>

namespace steady::app {

class HistoryView : public QWidget {
    Q_OBJECT

public:
    explicit HistoryView(Desk& desk, QWidget* parent = nullptr);
    void show(Id<shop::ToolRack> rack);
    std::vector<zeroing::Judgement> judged() const;
    /// Newest first.
    std::vector<Row> rows() const;

private:
    void fillCauses();
    Result<void> keep(std::optional<double> seconds, bool alarm);

    Desk& m_desk;
    Id<shop::ToolRack> m_rack;
    Choice *m_moment, *m_cause;
    Field* m_seconds;
    QPushButton* m_alarm;
};

} // namespace steady::app
