// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "paper/ScalePainter.h"

#include "paper/OffChart.h"

#include <algorithm>
#include <cmath>

namespace steady::paper {

void paintScale(QPainter& p, QRectF const& whole, ScalePicture const& picture, Ink const& ink) {
    p.save();
    p.setRenderHint(QPainter::Antialiasing);
    if (picture.moves.empty()) {
        paintNothingYet(
            p, whole, QStringLiteral("Each move appears here: how far from what was commanded, over how far it went."),
            ink);
        return p.restore();
    }
    double far = 1e-3, most = picture.error_mm;
    for (auto const& move : picture.moves) {
        far = std::max(far, std::abs(move.commanded_mm));
        most = std::max(most, std::abs(move.measured_mm - move.commanded_mm) + picture.error_mm);
    }
    bool const both =
        std::any_of(picture.moves.begin(), picture.moves.end(), [](auto const& m) { return m.commanded_mm < 0; });
    OffChart chart(whole, both ? -far : 0, far, most, picture.units, ink);
    chart.paint(p, QStringLiteral("measured less commanded"), QStringLiteral("commanded"));
    if (picture.scale) {
        auto const& s = *picture.scale;
        auto fitted = [&](double commanded, bool down) {
            return s.offset_mm + (s.slope - 1) * commanded + (down ? s.backlash_mm.value_or(0) : 0);
        };
        auto line = [&](bool down) {
            p.drawLine(QPointF(chart.x(chart.low_mm), chart.y(fitted(chart.low_mm, down))),
                       QPointF(chart.x(chart.far_mm), chart.y(fitted(chart.far_mm, down))));
        };
        p.setPen(QPen(ink.accent, 2.2));
        line(false);
        p.setPen(QPen(ink.accent, 2.2, Qt::DashLine));
        if (s.backlash_mm) line(true);
    }
    for (auto const& move : picture.moves) {
        QPointF const at(chart.x(move.commanded_mm), chart.y(move.measured_mm - move.commanded_mm));
        double const bar = picture.error_mm / chart.most_mm * chart.area.height() / 2;
        p.setPen(QPen(ink.soft, 1.4));
        p.drawLine(at - QPointF(0, bar), at + QPointF(0, bar));
        // A triangle that points the way it came: up the axis, or down.
        double const r = 6 * ink.scale, tip = move.from_above ? r : -r;
        p.setPen(QPen(ink.ink, 1.2));
        p.setBrush(move.from_above ? ink.panel : ink.ink);
        p.drawPolygon(QPolygonF{at + QPointF(0, tip), at + QPointF(-r, -tip), at + QPointF(r, -tip)});
        chart.figure(p, move.commanded_mm);
    }
    p.setFont(ink.font(Ink::Type::Small));
    p.setPen(ink.ink);
    p.drawText(QRectF(chart.area.left(), chart.below(), chart.area.width(), chart.line), Qt::AlignLeft,
               QStringLiteral("point up: going up the axis; point down: coming down"));
    p.restore();
}

} // namespace steady::paper
