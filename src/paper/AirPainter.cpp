// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "paper/AirPainter.h"

#include <cmath>

namespace steady::paper {

void paintAir(QPainter& p, QRectF const& area, AirPicture const& picture, Ink const& ink) {
    p.save();
    p.setRenderHint(QPainter::Antialiasing);
    auto const& air = picture.air;
    double const line = 20 * ink.scale, y = area.top() + 0.32 * area.height();
    double const left = area.left() + 16, wide = area.width() - 32;
    auto words = [&](double middle, double top, QString const& what, QColor const& colour,
                     Ink::Type type = Ink::Type::Body) {
        p.setFont(ink.font(type));
        p.setPen(colour);
        p.drawText(QRectF(left + middle * wide - 0.15 * wide, top, 0.3 * wide, 3 * line),
                   Qt::AlignHCenter | Qt::TextWordWrap, what);
    };
    auto at = [&](double share) { return left + share * wide; };
    // Drawn at one scale: a tube that does not fit its fitting is seen not to fit.
    double const scale =
        std::min(3.2 * ink.scale, 60 / std::max({air.tube_mm.value_or(6), air.push_in_mm.value_or(6), 1.0}));
    double const tube = air.tube_mm.value_or(6) * scale,
                 fitting = air.push_in_mm.value_or(air.tube_mm.value_or(6)) * scale;
    bool const fits = !air.tube_mm || !air.push_in_mm || std::abs(*air.tube_mm - *air.push_in_mm) < 0.1;

    p.setPen(QPen(ink.border, 1.4));
    p.setBrush(ink.panel);
    p.drawEllipse(QPointF(at(0.07), y), 20 * ink.scale, 20 * ink.scale);
    p.setPen(QPen(ink.ink, 2));
    p.drawLine(QPointF(at(0.07) + 20 * ink.scale, y), QPointF(at(0.24), y));
    // The valve, its arrow as it was seen.
    QRectF const valve(at(0.24), y - 16 * ink.scale, at(0.40) - at(0.24), 32 * ink.scale);
    bool const wrong = air.flow == shop::AirFlow::AgainstNozzle, seen = air.flow != shop::AirFlow::NotLooked;
    p.setPen(QPen(wrong ? ink.bad : ink.ink, 1.6));
    p.setBrush(ink.panel);
    p.drawRect(valve);
    if (seen) {
        double const from = wrong ? valve.right() - 8 : valve.left() + 8,
                     to = wrong ? valve.left() + 8 : valve.right() - 8;
        double const head = to > from ? -8 : 8;
        p.setPen(QPen(wrong ? ink.bad : ink.accent, 2.4));
        p.drawLine(QPointF(from, y), QPointF(to, y));
        p.drawLine(QPointF(to, y), QPointF(to + head, y - 6));
        p.drawLine(QPointF(to, y), QPointF(to + head, y + 6));
    } else {
        p.setFont(ink.font(Ink::Type::Title));
        p.drawText(valve, Qt::AlignCenter, QStringLiteral("?"));
    }
    // Fitting and tube.
    p.setPen(QPen(fits ? ink.ink : ink.bad, 1.6));
    p.setBrush(ink.steel);
    p.drawRect(QRectF(valve.right(), y - fitting / 2 - 6, at(0.5) - valve.right(), fitting + 12));
    p.setBrush(ink.panel);
    p.drawRect(QRectF(at(0.46), y - fitting / 2, at(0.5) - at(0.46), fitting));
    p.setBrush(ink.wood);
    p.drawRect(QRectF(at(0.47), y - tube / 2, at(0.86) - at(0.47), tube));
    // The nozzle, and what it blows at.
    p.setBrush(ink.steel);
    p.setPen(QPen(ink.ink, 1.4));
    p.drawPolygon(QPolygonF{QPointF(at(0.86), y - tube / 2 - 3), QPointF(at(0.94), y - 3), QPointF(at(0.94), y + 3),
                            QPointF(at(0.86), y + tube / 2 + 3)});
    p.setPen(QPen(ink.accent, 1.6, Qt::DotLine));
    for (int const ray : {-1, 0, 1})
        p.drawLine(QPointF(at(0.95), y + ray * 2), QPointF(at(1.0), y + ray * 12 * ink.scale));

    double const under = y + 44 * ink.scale;
    words(0.07, under, QStringLiteral("supply"), ink.soft);
    words(0.32, under, seen ? QStringLiteral("arrow of the valve") : QStringLiteral("nobody has looked at its arrow"),
          wrong  ? ink.bad
          : seen ? ink.ink
                 : ink.attention);
    auto size = [&](std::optional<double> mm) {
        return mm ? text(lengthText(*mm, picture.units)) : QStringLiteral("size not typed");
    };
    words(0.47, y - 92 * ink.scale, QStringLiteral("push-in for\n%1").arg(size(air.push_in_mm)),
          fits ? ink.ink : ink.bad, Ink::Type::Strong);
    words(0.7, y - 92 * ink.scale, QStringLiteral("tube\n%1").arg(size(air.tube_mm)), fits ? ink.ink : ink.bad,
          Ink::Type::Strong);
    words(0.92, under, QStringLiteral("nozzle"), ink.soft);
    if (!fits) words(0.58, under, QStringLiteral("does not seal"), ink.bad, Ink::Type::Strong);
    p.restore();
}

} // namespace steady::paper
