// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// A list of any length: a mark with a state, a line, and a quiet second line each. Rows are data, not widgets. Those of
// a text are in mono and close together, cut where they end.

#include "app/widgets/Look.h"
#include "core/upkeep/NextStep.h"

#include <QAbstractListModel>
#include <QListView>
#include <functional>

namespace steady::app {

struct Row {
    QString text, detail;
    std::optional<upkeep::Standing> mark = {}; ///< none: no mark
    Tone tone = Tone::Ink;
    Type type = Type::Body;
    QString tip = {};   ///< empty: the words
    bool whole = false; ///< in as many lines as its words need; otherwise cut
};

class RowsModel : public QAbstractListModel {
public:
    using QAbstractListModel::QAbstractListModel;
    using Each = std::function<Row(int at)>;
    /// Each is made when it is looked at, so that long lists cost nothing.
    void show(int count, Each each);
    int rowCount(QModelIndex const& = {}) const override { return m_count; }
    QVariant data(QModelIndex const& index, int role) const override;
    Row at(int row) const { return m_each(row); }

private:
    int m_count = 0;
    Each m_each;
};

class RowsView : public QListView {
    Q_OBJECT

public:
    RowsView(QString name, QString title, Look const& look, QWidget* parent = nullptr);
    /// The chosen row stays chosen where its words are still there.
    void show(std::vector<Row> rows);
    /// So many, each made when it is looked at; none is chosen.
    void showEach(int count, RowsModel::Each each) { m_model->show(count, std::move(each)); }
    /// −1: none.
    int chosen() const { return currentIndex().isValid() ? currentIndex().row() : -1; }
    void choose(int row) { setCurrentIndex(m_model->index(row)); }
    /// As high as its rows, up to so many.
    void fitRows(int most);
    int count() const { return m_model->rowCount(); }
    Row row(int at) const { return m_model->at(at); }

Q_SIGNALS:
    void choiceChanged();

protected:
    /// Where its words need another line, a row is higher.
    void resizeEvent(QResizeEvent* event) override {
        QListView::resizeEvent(event);
        scheduleDelayedItemsLayout();
    }

private:
    RowsModel* m_model;
};

} // namespace steady::app
