// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "paper/Shapes.h"

#include <QPainterPath>
#include <algorithm>
#include <cmath>
#include <numbers>

namespace steady::paper {
namespace {

/// Height of the silhouette above its lowest point, at a distance from the axis; mm.
double profile(CutterShape const& c, double r) {
    double const outer = c.diameter_mm / 2;
    switch (c.tip) {
    case shop::TipShape::Point: return r / std::tan(c.vee_deg / 2 * std::numbers::pi / 180);
    case shop::TipShape::Ball: return outer - std::sqrt(std::max(0.0, outer * outer - r * r));
    case shop::TipShape::RoundOver: {
        double const arc = outer - c.contact_radius_mm;
        return r <= c.contact_radius_mm ? 0 : std::sqrt(std::max(0.0, arc * arc - (outer - r) * (outer - r)));
    }
    case shop::TipShape::Rim: return std::max(0.0, r - c.contact_radius_mm);
    case shop::TipShape::Insert: return c.recess_mm;
    }
    return 0;
}

} // namespace

CutterShape CutterShape::of(shop::Assembly const& t) {
    return {t.tip, t.diameter_mm, t.contactRadius_mm(), t.vee_deg, t.recess_mm, t.teeth};
}
CutterShape CutterShape::of(shop::Cutter const& c) {
    return {c.tip, c.diameter_mm, c.contact_radius_mm, c.vee_deg, c.recess_mm, c.teeth};
}

void drawCutter(QPainter& p, CutterShape const& c, QPointF tip, double below_nut_mm, double scale, Ink const& ink) {
    p.save();
    double const outer = c.diameter_mm / 2, rise = profile(c, outer);
    double const cutting = std::clamp(std::max(2.2 * outer, rise + 2), 4.0, std::max(4.0, below_nut_mm));
    double const shank = std::min(c.diameter_mm, 12.0) / 2;
    auto at = [&](double x_mm, double up_mm) { return QPointF(tip.x() + x_mm * scale, tip.y() - up_mm * scale); };
    p.setPen(Qt::NoPen);
    p.setBrush(ink.steel);
    if (below_nut_mm > cutting) p.drawRect(QRectF(at(-shank, below_nut_mm), at(shank, cutting)));
    QPainterPath body;
    constexpr int steps = 24;
    body.moveTo(at(-outer, cutting));
    for (int i = -steps; i <= steps; ++i) {
        double const x = outer * i / steps;
        body.lineTo(at(x, std::min(cutting, profile(c, std::abs(x)))));
    }
    body.lineTo(at(outer, cutting));
    body.closeSubpath();
    p.setBrush(ink.tool);
    p.drawPath(body);
    p.setClipPath(body);
    p.setPen(QPen(ink.panel, 1.4));
    if (c.tip == shop::TipShape::Insert) {
        p.setClipping(false);
        p.setPen(QPen(ink.panel, 1));
        p.setBrush(ink.steel);
        double const size = std::max(3.0, c.recess_mm + 2);
        for (double side : {-1.0, 1.0}) {
            double const x = side * c.contact_radius_mm;
            p.drawPolygon(QPolygonF{at(x - size / 2, size / 2), at(x, 0), at(x + size / 2, size / 2), at(x, size)});
        }
    } else { // flutes wind up around it
        double const pitch = 2.4 * c.diameter_mm / std::max(1, c.teeth);
        for (double from = -2 * cutting; from < cutting; from += pitch)
            p.drawLine(at(-outer, from), at(outer, from + 1.6 * c.diameter_mm));
    }
    p.restore();
}

void drawNut(QPainter& p, QRectF const& r, Ink const& ink) {
    p.save();
    p.setPen(Qt::NoPen);
    p.setBrush(ink.steel);
    double const chamfer = std::min(r.width() * 0.16, r.height() * 0.35);
    p.drawPolygon(QPolygonF{r.topLeft(),
                            r.topRight(),
                            {r.right(), r.bottom() - chamfer},
                            {r.right() - chamfer, r.bottom()},
                            {r.left() + chamfer, r.bottom()},
                            {r.left(), r.bottom() - chamfer}});
    p.setPen(QPen(ink.panel, 1));
    for (double share : {0.27, 0.73}) {
        double const x = r.left() + share * r.width();
        p.drawLine(QPointF(x, r.top() + 1), QPointF(x, r.bottom() - chamfer / 2));
    }
    p.restore();
}

void drawPlate(QPainter& p, QRectF const& r, bool clip, Ink const& ink) {
    p.save();
    p.setPen(Qt::NoPen);
    p.setBrush(ink.steel);
    p.drawRoundedRect(r, 1.5, 1.5);
    double const lead = std::max(2.0, 2.2 * ink.scale);
    QPointF const from(r.right(), r.center().y()), end(r.right() + 54 * ink.scale, r.top() - 34 * ink.scale);
    QPainterPath wire(from);
    wire.cubicTo(from + QPointF(26 * ink.scale, 4), end + QPointF(-4, 34 * ink.scale), end);
    p.setBrush(Qt::NoBrush);
    p.setPen(QPen(ink.ink, lead, Qt::SolidLine, Qt::RoundCap));
    p.drawPath(wire);
    if (clip) { // a spring clip: two handles below the pivot, two jaws that gape above it
        double const s = 8 * ink.scale;
        QPointF const pivot = end + QPointF(0, -s);
        p.setPen(QPen(ink.ink, 1.2 * lead, Qt::SolidLine, Qt::RoundCap, Qt::RoundJoin));
        for (double side : {-1.0, 1.0}) {
            p.drawLine(end + QPointF(side * 0.45 * s, 0), pivot);
            p.drawPolyline(
                QPolygonF{pivot, pivot + QPointF(side * 0.7 * s, -1.1 * s), pivot + QPointF(side * 0.35 * s, -2 * s)});
        }
        p.setBrush(ink.panel);
        p.drawEllipse(pivot, 0.28 * s, 0.28 * s);
    }
    p.restore();
}

} // namespace steady::paper
