// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// A list of any length: a mark with a state, a line, and a quiet second line each. Rows are data, not widgets. Those of
// a text are in mono and close together, cut where they end.

#include "app/widgets/Look.h"
#include "core/upkeep/NextStep.h"

#include <QAbstractListModel>
#include <QListView>

namespace steady::app {

struct Row {
    QString text, detail;
    std::optional<upkeep::Standing> mark = {}; ///< none: no mark
    Tone tone = Tone::Ink;
    Type type = Type::Body;
    QString tip = {}; ///< empty: the words
};

class RowsModel : public QAbstractListModel {
public:
    using QAbstractListModel::QAbstractListModel;
    void show(std::vector<Row> rows);
    int rowCount(QModelIndex const& = {}) const override { return static_cast<int>(m_rows.size()); }
    QVariant data(QModelIndex const& index, int role) const override;
    Row const& at(int row) const { return m_rows[static_cast<std::size_t>(row)]; }

private:
    std::vector<Row> m_rows;
};

class RowsView : public QListView {
    Q_OBJECT

public:
    RowsView(QString name, QString title, Look const& look, QWidget* parent = nullptr);
    /// The chosen row stays chosen where its words are still there.
    void show(std::vector<Row> rows);
    /// −1: none.
    int chosen() const { return currentIndex().isValid() ? currentIndex().row() : -1; }
    void choose(int row) { setCurrentIndex(m_model->index(row)); }
    /// As high as its rows, up to so many.
    void fitRows(int most);
    int count() const { return m_model->rowCount(); }
    Row const& row(int at) const { return m_model->at(at); }

Q_SIGNALS:
    void choiceChanged();

private:
    RowsModel* m_model;
};

} // namespace steady::app
