// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/widgets/StateMark.h"

namespace steady::app {

void paintMark(QPainter& painter, QPointF centre, double radius, upkeep::Standing standing, paper::Ink const& ink) {
    using upkeep::Standing;
    painter.save();
    painter.setRenderHint(QPainter::Antialiasing);
    QColor const colour = standing == Standing::Proved    ? ink.good
                          : standing == Standing::Suspect ? ink.attention
                          : standing == Standing::Due     ? ink.attention
                          : standing == Standing::Failed  ? ink.bad
                                                          : ink.soft;
    painter.setPen(QPen(colour, 2));
    painter.setBrush(standing == Standing::Proved ? QBrush(colour) : QBrush(ink.panel));
    QRectF const box(centre.x() - radius, centre.y() - radius, 2 * radius, 2 * radius);
    standing == Standing::Due ? painter.drawRect(box) : painter.drawEllipse(box);
    if (standing == Standing::Suspect) {
        painter.setBrush(colour);
        painter.drawPie(box, 90 * 16, 180 * 16);
    } else if (standing == Standing::Failed) {
        double const d = radius * 0.45;
        painter.drawLine(centre + QPointF(-d, -d), centre + QPointF(d, d));
        painter.drawLine(centre + QPointF(-d, d), centre + QPointF(d, -d));
    }
    painter.restore();
}

} // namespace steady::app
