// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "paper/Chart.h"

#include "core/quantity/Units.h"

#include <cmath>

namespace steady::paper {

double niceStep(double range) {
    double const rough = range / 5, power = std::pow(10, std::floor(std::log10(rough)));
    for (double const f : {1.0, 2.0, 5.0})
        if (f * power >= rough) return f * power;
    return 10 * power;
}

void Chart::paint(QPainter& p, Ink const& ink) const {
    double const line = 20 * ink.scale;
    p.setFont(ink.font(Ink::Type::Mono));
    double const step_x = niceStep(most_x / unit), step_y = niceStep(most_y / unit);
    for (double n = 0; n * unit <= most_x + 1e-9; n += step_x) {
        p.setPen(QPen(ink.hairline, 1));
        p.drawLine(QPointF(x(n * unit), area.top()), QPointF(x(n * unit), area.bottom()));
        p.setPen(ink.soft);
        p.drawText(QRectF(x(n * unit) - 40, area.bottom() + 4, 80, line), Qt::AlignHCenter,
                   text(fixedText(n, decimals_x)));
    }
    for (double n = 0; n * unit <= most_y + 1e-12; n += step_y) {
        p.setPen(QPen(ink.hairline, 1));
        p.drawLine(QPointF(area.left(), y(n * unit)), QPointF(area.right(), y(n * unit)));
        p.setPen(ink.soft);
        p.drawText(QRectF(area.left() - 120 * ink.scale, y(n * unit) - line / 2, 114 * ink.scale, line),
                   Qt::AlignRight | Qt::AlignVCenter, text(fixedText(n, decimals_y)));
    }
    p.setPen(QPen(ink.ink, 1.5));
    p.drawLine(area.bottomLeft(), area.bottomRight());
    p.drawLine(area.bottomLeft(), area.topLeft());
}

void Chart::caption(QPainter& p, Ink const& ink, QString const& across) const {
    double const line = 20 * ink.scale;
    p.setFont(ink.font(Ink::Type::Small));
    p.setPen(ink.soft);
    p.drawText(QRectF(area.left(), area.bottom() + 4 + line, area.width(), line), Qt::AlignHCenter, across);
}

void Chart::legend(QPainter& p, Ink const& ink, int row, QPen const& pen, QString const& words) const {
    double const line = 20 * ink.scale, top = area.bottom() + 4 + (2.2 + row) * line;
    p.setFont(ink.font(Ink::Type::Small));
    p.setPen(pen);
    p.drawLine(QPointF(area.left(), top + line / 2), QPointF(area.left() + 34, top + line / 2));
    p.setPen(ink.ink);
    p.drawText(QRectF(area.left() + 42, top, area.width() - 42, line), Qt::AlignLeft | Qt::AlignVCenter, words);
}

} // namespace steady::paper
