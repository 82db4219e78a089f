// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// A widget that draws what a function paints, with a sentence for those who do not see it.

#include "app/widgets/Look.h"

#include <QMouseEvent>
#include <QPainter>
#include <functional>

namespace steady::app {

class Picture : public QWidget {
public:
    using Paint = std::function<void(QPainter& painter, QRectF const& area, paper::Ink const& ink)>;
    Picture(Look const& look, QString const& name, QString const& title, QWidget* parent = nullptr)
        : QWidget(parent), m_look(look), m_title(title) {
        setObjectName(name);
        setAccessibleName(title);
    }
    /// Called with the place of a click or drag, and the area that the picture is painted in.
    std::function<void(QPointF at, QRectF const& area)> on_point;
    void show(Paint paint, QString const& description) {
        m_paint = std::move(paint);
        setAccessibleDescription(description);
        update();
    }

protected:
    void paintEvent(QPaintEvent*) override {
        QPainter painter(this);
        auto const& ink = m_look.ink();
        painter.setFont(ink.font(Type::Heading));
        painter.setPen(ink.soft);
        painter.drawText(QRect(8, 0, width() - 16, title()), Qt::AlignLeft | Qt::AlignVCenter, m_title);
        if (m_paint) m_paint(painter, area(), ink);
    }
    void mousePressEvent(QMouseEvent* event) override {
        if (on_point) on_point(event->position(), area());
    }
    void mouseMoveEvent(QMouseEvent* event) override {
        if (on_point && event->buttons()) on_point(event->position(), area());
    }

private:
    int title() const { return m_look.px(26); }
    QRectF area() const { return QRectF(rect()).adjusted(0, title(), 0, 0); }

    Look const& m_look;
    QString m_title;
    Paint m_paint;
};

} // namespace steady::app
