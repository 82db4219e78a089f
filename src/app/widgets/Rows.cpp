// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/widgets/Rows.h"

#include "app/widgets/StateMark.h"

#include <QPainter>
#include <QStyledItemDelegate>

namespace steady::app {
namespace {

/// Paints a row, two lines high; what does not fit is cut with an ellipsis and stands whole in the tip.
class RowPainter : public QStyledItemDelegate {
public:
    RowPainter(Look const& look, RowsModel const& model, QObject* parent)
        : QStyledItemDelegate(parent), m_look(look), m_model(model) {}
    QSize sizeHint(QStyleOptionViewItem const& option, QModelIndex const& index) const override {
        auto const row = m_model.at(index.row());
        if (row.type == Type::Mono) return {m_look.px(120), m_look.px(24)};
        auto const* view = qobject_cast<QListView const*>(option.widget);
        double const width = (view ? view->viewport()->width() : m_look.px(240)) - left(row) - m_look.px(16);
        if (row.whole)
            return {m_look.px(120), std::max(m_look.px(16) + wrapped(row.text, row.type, width) +
                                                 wrapped(row.detail, Type::Small, width),
                                             m_look.px(36))};
        int const lines = QFontMetricsF(m_look.ink().font(row.type)).horizontalAdvance(row.text) > width ? 2 : 1;
        int const high = m_look.px(16) + lines * m_look.px(20) + (row.detail.isEmpty() ? 0 : m_look.px(18));
        return {m_look.px(120), std::max(high, m_look.px(36))};
    }
    /// How high words stand in so much width; 0: there are none.
    int wrapped(QString const& words, Type type, double width) const {
        if (words.isEmpty()) return 0;
        QRectF const room(0, 0, std::max(width, 1.0), 10'000);
        return qCeil(QFontMetricsF(m_look.ink().font(type)).boundingRect(room, Qt::TextWordWrap, words).height()) +
               m_look.px(2);
    }
    int left(Row const& row) const { return row.mark ? m_look.px(22) : 0; }
    void paint(QPainter* painter, QStyleOptionViewItem const& option, QModelIndex const& index) const override {
        auto const& ink = m_look.ink();
        auto const row = m_model.at(index.row());
        painter->save();
        if (option.state & QStyle::State_Selected) {
            painter->fillRect(option.rect, ink.chosen);
            painter->fillRect(QRect(option.rect.topLeft(), QSize(4, option.rect.height())), ink.accent);
        }
        int const margin = row.type == Type::Mono ? 0 : m_look.px(4);
        auto box = QRectF(option.rect).adjusted(m_look.px(10), margin, -m_look.px(6), -margin);
        if (row.mark)
            paintMark(*painter, {box.left() + m_look.px(7), box.top() + m_look.px(14)}, m_look.px(6), *row.mark, ink);
        box.setLeft(box.left() + left(row));
        double const detail = row.detail.isEmpty() ? 0
                              : row.whole          ? wrapped(row.detail, Type::Small, box.width())
                                                   : m_look.px(18);
        painter->setFont(ink.font(row.type));
        painter->setPen(m_look.colour(row.tone));
        painter->drawText(box.adjusted(0, 0, 0, -detail),
                          Qt::AlignVCenter | (row.type == Type::Mono ? Qt::TextSingleLine : Qt::TextWordWrap),
                          row.text);
        painter->setFont(ink.font(Type::Small));
        painter->setPen(ink.soft);
        QRectF const below(box.left(), box.bottom() - detail, box.width(), detail);
        if (row.whole)
            painter->drawText(below, Qt::AlignTop | Qt::TextWordWrap, row.detail);
        else if (!row.detail.isEmpty())
            painter->drawText(below, Qt::AlignVCenter,
                              painter->fontMetrics().elidedText(row.detail, Qt::ElideRight, qFloor(box.width())));
        painter->restore();
    }

private:
    Look const& m_look;
    RowsModel const& m_model;
};

} // namespace

void RowsModel::show(int count, Each each) {
    beginResetModel();
    m_count = count;
    m_each = std::move(each);
    endResetModel();
}

QVariant RowsModel::data(QModelIndex const& index, int role) const {
    auto const row = at(index.row());
    if (role == Qt::DisplayRole || role == Qt::AccessibleTextRole)
        return row.detail.isEmpty() ? row.text : row.text + QStringLiteral(". ") + row.detail;
    if (role == Qt::ToolTipRole && !row.tip.isEmpty()) return tip(row.tip);
    if (role == Qt::ToolTipRole)
        return tip(row.detail.isEmpty() ? row.text : row.text + QStringLiteral("\n") + row.detail);
    return {};
}

RowsView::RowsView(QString name, QString title, Look const& look, QWidget* parent)
    : QListView(parent), m_model(new RowsModel(this)) {
    setObjectName(name);
    setAccessibleName(title);
    setModel(m_model);
    setItemDelegate(new RowPainter(look, *m_model, this));
    setLayoutMode(QListView::Batched); // long lists are measured as they are reached
    setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    setEditTriggers(QAbstractItemView::NoEditTriggers);
    setTabKeyNavigation(false);
    setFrameShape(QFrame::NoFrame);
    connect(selectionModel(), &QItemSelectionModel::currentChanged, this, &RowsView::choiceChanged);
}

void RowsView::fitRows(int most) {
    int height = 2 * frameWidth();
    for (int i = 0; i < std::min(count(), most); ++i) height += sizeHintForRow(i);
    setFixedHeight(std::max(height, 36));
}

void RowsView::show(std::vector<Row> rows) {
    auto const before = chosen() >= 0 ? row(chosen()).text : QString();
    int const now = static_cast<int>(rows.size());
    m_model->show(now, [all = std::move(rows)](int at) { return all[static_cast<std::size_t>(at)]; });
    int at = count() ? 0 : -1;
    for (int i = count() - 1; i >= 0; --i)
        if (row(i).text == before) at = i; // the first of equals
    setCurrentIndex(m_model->index(at));
}

} // namespace steady::app
