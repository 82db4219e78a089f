// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "paper/PartPainter.h"

#include "paper/Shapes.h"

#include <algorithm>

namespace steady::paper {

void paintPart(QPainter& p, QRectF const& area, PartPicture const& picture, Ink const& ink) {
    p.save();
    p.setRenderHint(QPainter::Antialiasing);
    auto const& c = picture.cutter;
    double const length_mm = std::max(30.0, 2.6 * c.diameter_mm), nut_mm = picture.holder.nut_mm;
    double const line = 22 * ink.scale, gap_mm = 30;
    double const wide_mm = c.diameter_mm + nut_mm + gap_mm, tall_mm = std::max(length_mm, nut_mm * 0.9);
    double const scale = std::min((area.width() - 190) / wide_mm, (area.height() - 4 * line) / tall_mm);
    double const floor = std::min(area.bottom() - 2.4 * line, area.center().y() + tall_mm * scale / 2);
    double const left = area.center().x() - wide_mm * scale / 2;
    double const cutter_x = left + c.diameter_mm / 2 * scale;
    double const holder_x = left + (c.diameter_mm + gap_mm + nut_mm / 2) * scale;
    drawCutter(p, CutterShape::of(c), {cutter_x, floor}, length_mm, scale, ink);
    drawNut(p,
            QRectF(holder_x - nut_mm * scale / 2, floor - nut_mm * 0.8 * scale, nut_mm * scale, nut_mm * 0.8 * scale),
            ink);
    p.setPen(QPen(ink.border, 1, Qt::DashLine));
    p.drawLine(QPointF(area.left() + 10, floor), QPointF(area.right() - 10, floor));
    auto below = [&](double x, QString const& number, std::string const& name) {
        p.setPen(ink.ink);
        p.setFont(ink.font(Ink::Type::Mono));
        double const half = std::min(110.0, std::min(x - area.left(), area.right() - x)); // what there is on both sides
        QRectF const room(x - half, floor + 4, 2 * half, line);
        p.drawText(room, Qt::AlignHCenter | Qt::TextDontClip, number);
        p.setFont(ink.font(Ink::Type::Small));
        p.setPen(ink.soft);
        auto const words = QString::fromStdString(name);
        p.drawText(room.translated(0, line), Qt::AlignHCenter,
                   p.fontMetrics().elidedText(words, Qt::ElideRight, static_cast<int>(room.width())));
    };
    auto value = [&](double mm) { return QString::fromStdString(lengthText(mm, picture.units)); };
    below(cutter_x, QStringLiteral("Ø ") + value(c.diameter_mm), c.name);
    below(holder_x, QStringLiteral("Ø ") + value(nut_mm), picture.holder.name);
    p.restore();
}

} // namespace steady::paper
