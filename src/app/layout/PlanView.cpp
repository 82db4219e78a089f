// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/layout/PlanView.h"

#include <QApplication>
#include <QPainter>
#include <algorithm>
#include <cmath>

namespace steady::app {

using namespace Qt::StringLiterals;

PlanView::PlanView(Look const& look, QWidget* parent) : QWidget(parent), m_look(look) {
    setObjectName(u"layout.plan"_s);
    setAccessibleName(u"Plan of the table"_s);
    setFocusPolicy(Qt::StrongFocus);
    setMinimumHeight(look.px(240));
}

void PlanView::show(paper::LayoutPicture picture, bool writable) {
    m_picture = std::move(picture);
    m_writable = writable;
    setAccessibleDescription(
        u"%1 things stand on it."_s.arg(m_picture.layout.solids.size() + m_picture.layout.devices.size()));
    update();
}

QRectF PlanView::plan() const { return QRectF(rect()).adjusted(0, 0, 0, -height() * 0.3); }

paper::PlanMap PlanView::map() const {
    auto map = paper::wholePlan(plan(), m_picture.layout);
    map.scale *= m_zoom;
    map.middle += m_pan;
    return map;
}

void PlanView::zoomAt(QPointF at, double by) {
    auto const before = map().back(at);
    m_zoom = std::clamp(m_zoom * by, 1.0, 20.0);
    m_pan += before - map().back(at);
    if (m_zoom == 1) m_pan = {};
    update();
}
void PlanView::zoom(double by) { zoomAt(plan().center(), by); }
void PlanView::whole() {
    m_zoom = 1;
    m_pan = {};
    update();
}

std::optional<QPointF> PlanView::middleOf(std::int64_t entity) const {
    auto const& layout = m_picture.layout;
    if (entity == paper::entry_handle) return QPointF(layout.cable_x_mm, layout.cable_y_mm);
    if (auto const corner = paper::cornerOf(entity)) {
        for (auto const& d : layout.devices)
            if (d.entity == m_picture.chosen && *corner < d.corners.size())
                return QPointF(d.corners[*corner].x_mm, d.corners[*corner].y_mm);
        return std::nullopt;
    }
    for (auto const& d : m_picture.layout.devices)
        if (d.entity == entity) return QPointF(d.x_mm, d.y_mm);
    for (auto const& s : m_picture.layout.solids)
        if (s.entity == entity)
            return QPointF((s.foot.x_low_mm + s.foot.x_high_mm) / 2, (s.foot.y_low_mm + s.foot.y_high_mm) / 2);
    return std::nullopt;
}

void PlanView::paintEvent(QPaintEvent*) {
    QPainter p(this);
    auto const& ink = m_look.ink();
    paper::paintPlan(p, map(), m_picture, ink);
    auto front = QRectF(rect());
    front.setTop(plan().bottom());
    p.setPen(QPen(ink.hairline, 1));
    p.drawLine(front.topLeft(), front.topRight());
    p.setFont(ink.font(Type::Heading));
    p.setPen(ink.soft);
    p.drawText(front.adjusted(8, 2, 0, 0), Qt::AlignLeft | Qt::AlignTop, u"From the front, heights above the table"_s);
    paper::paintFront(p, front.adjusted(0, m_look.px(18), 0, 0), m_picture, ink);
    if (hasFocus()) {
        p.setPen(QPen(ink.accent, 2));
        p.setBrush(Qt::NoBrush);
        p.drawRect(QRectF(rect()).adjusted(1, 1, -1, -1));
    }
}

void PlanView::mousePressEvent(QMouseEvent* event) {
    auto const at = event->position();
    if (event->button() != Qt::LeftButton || !plan().contains(at)) return;
    int nr = 0;
    for (auto const& place : m_picture.places) {
        auto const off = at - map().at(place.x_mm, place.y_mm);
        if (std::hypot(off.x(), off.y()) <= m_look.px(18)) return Q_EMIT taken(nr);
        ++nr;
    }
    m_moved = false;
    m_held = paper::thingAt(map(), m_picture.layout, at, m_picture.chosen);
    if (auto const middle = middleOf(m_held)) {
        m_grip = map().back(at) - *middle;
        if (m_held > 0) Q_EMIT chosen(m_held);
        if (!m_writable) m_held = 0;
    } else {
        m_from = at;
    }
}

void PlanView::mouseMoveEvent(QMouseEvent* event) {
    auto const at = event->position();
    if (m_from) {
        auto const by = (at - *m_from) / map().scale;
        m_pan += QPointF(-by.x(), by.y());
        m_from = at;
        update();
    } else if (m_held) {
        auto const to = map().back(at) - m_grip;
        m_moved = true;
        Q_EMIT dragged(m_held, to.x(), to.y(), false);
    }
}

void PlanView::mouseReleaseEvent(QMouseEvent* event) {
    m_from.reset();
    auto const held = std::exchange(m_held, 0);
    if (!held || !m_moved) return;
    auto const to = map().back(event->position()) - m_grip;
    Q_EMIT dragged(held, to.x(), to.y(), true);
}

void PlanView::wheelEvent(QWheelEvent* event) {
    zoomAt(event->position(), std::pow(1.0015, event->angleDelta().y()));
    event->accept();
}

/// Arrows move what is chosen by a millimetre, with Shift by ten.
void PlanView::keyPressEvent(QKeyEvent* event) {
    double const step = event->modifiers() & Qt::ShiftModifier ? 10 : 1;
    QPointF by;
    switch (event->key()) {
    case Qt::Key_Left: by = {-step, 0}; break;
    case Qt::Key_Right: by = {step, 0}; break;
    case Qt::Key_Up: by = {0, step}; break;
    case Qt::Key_Down: by = {0, -step}; break;
    case Qt::Key_Plus: return zoom(1.25);
    case Qt::Key_Minus: return zoom(0.8);
    case Qt::Key_0: return whole();
    default: return QWidget::keyPressEvent(event);
    }
    if (auto const middle = middleOf(m_picture.chosen); middle && m_writable)
        Q_EMIT dragged(m_picture.chosen, middle->x() + by.x(), middle->y() + by.y(), true);
}

} // namespace steady::app
