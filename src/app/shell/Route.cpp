// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/shell/Route.h"

#include "app/widgets/StateMark.h"

namespace steady::app {
namespace {

constexpr char const* standing_words[] = {"open", "proved", "suspect", "failed", "due"};

} // namespace

RouteItem::RouteItem(Desk& desk, StationRow const& row, QWidget* parent)
    : QAbstractButton(parent), m_look(desk.look()), m_desk(desk), m_which(row.state) {
    setObjectName(QStringLiteral("route.") + row.id);
    setText(row.title);
    setCheckable(true);
    setAutoExclusive(true);
    setSizePolicy(QSizePolicy::Fixed, QSizePolicy::Fixed);
    setMouseTracking(true);
    setAttribute(Qt::WA_Hover);
    refresh();
}

void RouteItem::setEnds(bool first, bool last) {
    m_first = first;
    m_last = last;
}

void RouteItem::refresh() {
    m_state = m_desk.progress().*m_which;
    setAccessibleName(text() + QStringLiteral(", ") +
                      QLatin1String(standing_words[static_cast<int>(m_state.standing)]) + QStringLiteral(": ") +
                      app::text(m_state.word));
    setToolTip(tip(accessibleName()));
    updateGeometry();
    update();
}

void RouteItem::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    auto const& ink = m_look.ink();
    if (isChecked() || underMouse()) painter.fillRect(rect(), isChecked() ? ink.chosen : ink.paper);
    if (isChecked()) painter.fillRect(QRect(0, 0, 4, height()), ink.accent);
    double const x = m_look.px(26), y = height() * 0.38;
    painter.setPen(QPen(ink.hairline, 2));
    if (!m_first) painter.drawLine(QPointF(x, 0), QPointF(x, y - 12));
    if (!m_last) painter.drawLine(QPointF(x, y + 12), QPointF(x, height()));
    paintMark(painter, {x, y}, m_look.px(7), m_state.standing, ink);
    int const left = m_look.px(46), width = this->width() - left - 4;
    auto title = ink.font(isChecked() ? Type::Strong : Type::Body);
    painter.setFont(title);
    painter.setPen(ink.ink);
    painter.drawText(QRectF(left, y - m_look.px(11), width, m_look.px(20)), Qt::AlignVCenter, text());
    painter.setFont(ink.font(Type::Small));
    painter.setPen(ink.soft);
    painter.drawText(QRectF(left, y + m_look.px(9), width, m_look.px(18)), Qt::AlignVCenter,
                     painter.fontMetrics().elidedText(app::text(m_state.word), Qt::ElideRight, width));
    if (hasFocus() && m_by_key) {
        painter.setPen(QPen(ink.accent, 2));
        painter.drawRect(rect().adjusted(5, 2, -3, -3));
    }
}

void RouteItem::focusInEvent(QFocusEvent* event) {
    m_by_key = event->reason() == Qt::TabFocusReason || event->reason() == Qt::BacktabFocusReason;
    QAbstractButton::focusInEvent(event);
}

Route::Route(Desk& desk, StationTable const& stations, QWidget* parent) : QWidget(parent) {
    onSurface(this, Surface::Panel);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 10, 0, 10);
    column->setSpacing(0);
    for (std::size_t i = 0; i < stations.size(); ++i) {
        auto* item = new RouteItem(desk, stations[i], this);
        item->setEnds(i == 0, i + 1 == stations.size());
        m_items.push_back(item);
        column->addWidget(item);
        connect(item, &QAbstractButton::clicked, this, [this, i] { Q_EMIT chosen(static_cast<int>(i)); });
    }
    column->addStretch();
}

void Route::refresh() {
    for (auto* item : m_items) item->refresh();
}

void Route::setCurrent(int index) { m_items[index]->setChecked(true); }

} // namespace steady::app
