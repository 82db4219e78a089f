// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/widgets/OutcomeMark.h"

namespace steady::app {

void paintOutcome(QPainter& painter, QPointF centre, double radius, safety::RunClass kind, bool listed,
                  paper::Ink const& ink) {
    using safety::RunClass;
    painter.save();
    painter.setRenderHint(QPainter::Antialiasing);
    bool const bad = safety::isBad(kind);
    QColor const colour = kind == RunClass::Right ? ink.good : !bad ? ink.soft : listed ? ink.attention : ink.bad;
    painter.setPen(QPen(colour, 2));
    painter.setBrush(bad && listed ? QBrush(ink.panel) : QBrush(colour));
    double const r = radius;
    auto const at = [&](double x, double y) { return centre + QPointF(x * r, y * r); };
    switch (kind) {
    case RunClass::Right: painter.drawEllipse(centre, 0.7 * r, 0.7 * r); break;
    case RunClass::StoppedSafely: painter.drawRect(QRectF(at(-0.8, -0.25), at(0.8, 0.25))); break;
    case RunClass::WrongZero: painter.drawPolygon(QPolygonF{at(-1, 0.8), at(1, 0.8), at(1, -0.8)}); break;
    case RunClass::SetterHurt:
        painter.drawPolygon(QPolygonF{at(-1, -0.9), at(0, 0), at(1, -0.9), at(1, 0.9), at(-1, 0.9)});
        break;
    case RunClass::Collision:
        painter.setPen(QPen(colour, listed ? 2 : 4));
        painter.drawLine(at(-0.8, -0.8), at(0.8, 0.8));
        painter.drawLine(at(-0.8, 0.8), at(0.8, -0.8));
        break;
    case RunClass::DidNotEnd:
        painter.setBrush(Qt::NoBrush);
        painter.drawArc(QRectF(at(-0.9, -0.9), at(0.9, 0.9)), 60 * 16, 300 * 16);
        break;
    }
    painter.restore();
}

} // namespace steady::app
