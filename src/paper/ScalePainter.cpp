// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "paper/ScalePainter.h"

#include <algorithm>
#include <cmath>

namespace steady::paper {

void paintScale(QPainter& p, QRectF const& whole, ScalePicture const& picture, Ink const& ink) {
    p.save();
    p.setRenderHint(QPainter::Antialiasing);
    double const line = 20 * ink.scale;
    p.setFont(ink.font(Ink::Type::Body));
    if (picture.moves.empty()) {
        p.setPen(ink.soft);
        p.drawText(whole.adjusted(16, 0, -16, 0), Qt::AlignCenter | Qt::TextWordWrap,
                   QStringLiteral("Each move appears here: how far from what was commanded, over how far it went."));
        return p.restore();
    }
    double far = 0, most = picture.error_mm;
    for (auto const& move : picture.moves) {
        far = std::max(far, std::abs(move.commanded_mm));
        most = std::max(most, std::abs(move.measured_mm - move.commanded_mm) + picture.error_mm);
    }
    far = std::max(far, 1e-3) * 1.08;
    most *= 1.15;
    bool const both =
        std::any_of(picture.moves.begin(), picture.moves.end(), [](auto const& m) { return m.commanded_mm < 0; });
    QRectF const area(whole.left() + 84 * ink.scale, whole.top() + 2.4 * line, whole.width() - 108 * ink.scale,
                      whole.height() - 6.6 * line);
    double const low = both ? -far : 0;
    auto x = [&](double mm) { return area.left() + (mm - low) / (far - low) * area.width(); };
    auto y = [&](double mm) { return area.center().y() - mm / most * area.height() / 2; };
    bool const metric = picture.units == UnitSystem::Metric;
    double const unit = metric ? 1 : mm_per_inch;
    p.setFont(ink.font(Ink::Type::Mono));
    for (double const share : {-1.0, -0.5, 0.0, 0.5, 1.0}) {
        double const mm = share * most / 1.15;
        p.setPen(QPen(share == 0 ? ink.ink : ink.hairline, share == 0 ? 1.5 : 1));
        p.drawLine(QPointF(area.left(), y(mm)), QPointF(area.right(), y(mm)));
        p.setPen(ink.soft);
        p.drawText(QRectF(whole.left(), y(mm) - line / 2, area.left() - whole.left() - 6, line),
                   Qt::AlignRight | Qt::AlignVCenter,
                   text(fixedText(mm / unit, metric ? 3 : 4, share == 0 ? Sign::AsNeeded : Sign::Always)));
    }
    if (picture.scale) {
        auto const& s = *picture.scale;
        auto fitted = [&](double commanded, bool down) {
            return s.offset_mm + (s.slope - 1) * commanded + (down ? s.backlash_mm.value_or(0) : 0);
        };
        p.setPen(QPen(ink.accent, 2.2));
        p.drawLine(QPointF(x(low), y(fitted(low, false))), QPointF(x(far), y(fitted(far, false))));
        p.setPen(QPen(ink.accent, 2.2, Qt::DashLine));
        if (s.backlash_mm) p.drawLine(QPointF(x(low), y(fitted(low, true))), QPointF(x(far), y(fitted(far, true))));
    }
    for (auto const& move : picture.moves) {
        QPointF const at(x(move.commanded_mm), y(move.measured_mm - move.commanded_mm));
        double const bar = picture.error_mm / most * area.height() / 2;
        p.setPen(QPen(ink.soft, 1.4));
        p.drawLine(at - QPointF(0, bar), at + QPointF(0, bar));
        // A triangle that points the way it came: up the axis, or down.
        double const r = 6 * ink.scale, tip = move.from_above ? r : -r;
        p.setPen(QPen(ink.ink, 1.2));
        p.setBrush(move.from_above ? ink.panel : ink.ink);
        p.drawPolygon(QPolygonF{at + QPointF(0, tip), at + QPointF(-r, -tip), at + QPointF(r, -tip)});
        p.setFont(ink.font(Ink::Type::Mono));
        p.setPen(ink.soft);
        p.drawText(QRectF(at.x() - 50, area.bottom() + 4, 100, line), Qt::AlignHCenter,
                   text(fixedText(move.commanded_mm / unit, metric ? 0 : 1)));
    }
    p.setFont(ink.font(Ink::Type::Small));
    p.setPen(ink.soft);
    p.drawText(QRectF(whole.left() + 8, whole.top(), whole.width() - 16, line), Qt::AlignLeft,
               metric ? QStringLiteral("mm, measured less commanded") : QStringLiteral("in, measured less commanded"));
    p.drawText(QRectF(area.left(), area.bottom() + 4 + line, area.width(), line), Qt::AlignHCenter,
               metric ? QStringLiteral("commanded, mm") : QStringLiteral("commanded, in"));
    p.setPen(ink.ink);
    p.drawText(QRectF(area.left(), area.bottom() + 4 + 2.4 * line, area.width(), line), Qt::AlignLeft,
               QStringLiteral("point up: going up the axis; point down: coming down"));
    p.restore();
}

} // namespace steady::paper
