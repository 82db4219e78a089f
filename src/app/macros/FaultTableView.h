// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// The fault table: faults down, the steps in which runs ended across; each crossing says by shape, word and number how.

#include "app/widgets/Look.h"
#include "core/safety/TableSteps.h"

#include <QAbstractTableModel>
#include <QTableView>

namespace steady::app {

/// A table, what it has across, and the table of another text beside it.
struct ShownTable {
    safety::FaultTable table;
    std::vector<safety::TableStep> steps;
    std::optional<safety::FaultTable> other; ///< of the text that it is compared with
};

/// “stopped”, “wrong”: as short as a crossing has room.
QString shortWord(safety::RunClass kind);

class FaultTableModel : public QAbstractTableModel {
public:
    using QAbstractTableModel::QAbstractTableModel;
    enum Role { EndingRole = Qt::UserRole, RunsRole, ListedRole, WordRole };
    void show(ShownTable shown);
    int rowCount(QModelIndex const& = {}) const override { return static_cast<int>(m_rows.size()); }
    int columnCount(QModelIndex const& = {}) const override;
    QVariant data(QModelIndex const& index, int role) const override;
    QVariant headerData(int section, Qt::Orientation orientation, int role) const override;

    safety::FaultRow const& row(int at) const { return *m_rows[static_cast<std::size_t>(at)]; }
    /// What a crossing shows: the worst of what happened there; null: nothing ended there.
    safety::Ending const* ending(QModelIndex const& index) const;
    bool compares() const { return m_shown.other.has_value(); }

private:
    /// Columns before the steps: how it went as a whole, and, compared, the same of the other text.
    int summaries() const { return compares() ? 2 : 1; }
    safety::FaultRow const* summary(QModelIndex const& index) const;

    ShownTable m_shown;
    std::vector<safety::FaultRow const*> m_rows;
    std::vector<int> m_columns; ///< steps in which something ended
};

class FaultTableView : public QTableView {
    Q_OBJECT

public:
    explicit FaultTableView(Look const& look, QWidget* parent = nullptr);
    void show(ShownTable shown);
    FaultTableModel const& table() const { return *m_model; }

Q_SIGNALS:
    /// A crossing was clicked, or Enter pressed on it.
    void opened(steady::safety::Fault const* fault, int world, int line);

private:
    void open(QModelIndex const& index);

    FaultTableModel* m_model;
};

} // namespace steady::app
