// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "paper/FeedPainter.h"

#include "paper/Chart.h"

#include <algorithm>
#include <fmt/format.h>

namespace steady::paper {

void paintFeeds(QPainter& p, QRectF const& whole, FeedPicture const& picture, Ink const& ink) {
    p.save();
    p.setRenderHint(QPainter::Antialiasing);
    auto const& limits = picture.limits;
    auto const& room = picture.room;
    bool const metric = picture.units == UnitSystem::Metric;
    double const unit = metric ? 1 : mm_per_inch, line = 20 * ink.scale;
    double const chain_mm = room.chain_room_mm.value_or(0), deepest_mm = room.stroke_mm + chain_mm;
    double const most = 1.25 * std::max({limits.in_use.fast_mm_min, limits.recommended.fast_mm_min, 10 * unit,
                                         std::min(limits.zero_margin_mm_min, 4 * limits.recommended.fast_mm_min)});
    auto goes_on = [&](double feed) { return install::overshootParts(picture.machine, feed).sum_mm(); };
    double const highest = 1.15 * std::max({deepest_mm, goes_on(limits.in_use.fast_mm_min), 0.005});
    QRectF const area(whole.left() + 78 * ink.scale, whole.top() + 2.6 * line, whole.width() - 96 * ink.scale,
                      whole.height() - 7.4 * line);
    Chart const chart{area, most, highest, unit, metric ? 0 : 1, metric ? 2 : 3};

    // What gives way, and what does not.
    QColor free = ink.good, spent = ink.bad;
    free.setAlphaF(0.12F);
    spent.setAlphaF(0.12F);
    p.fillRect(QRectF(QPointF(area.left(), chart.y(room.share * room.stroke_mm)), area.bottomRight()), free);
    p.fillRect(QRectF(area.topLeft(), QPointF(area.right(), chart.y(deepest_mm))), spent);
    chart.paint(p, ink);
    p.setFont(ink.font(Ink::Type::Small));
    auto height = [&](double mm, QString const& words, QColor const& colour, Qt::PenStyle style) {
        p.setPen(QPen(colour, 1.6, style));
        p.drawLine(QPointF(area.left(), chart.y(mm)), QPointF(area.right(), chart.y(mm)));
        p.setPen(ink.ink);
        QRectF const box(area.left() + 40, chart.y(mm) - line - 1, p.fontMetrics().horizontalAdvance(words) + 8, line);
        p.fillRect(box, ink.panel);
        p.drawText(box, Qt::AlignCenter, words);
    };
    height(room.share * room.stroke_mm,
           text(fmt::format("{:.0f} % of it: what a find touch may use", 100 * room.share)), ink.good, Qt::DotLine);
    if (room.chain_room_mm) {
        height(room.stroke_mm, QStringLiteral("overtravel contact: the stop chain opens"), ink.attention, Qt::DashLine);
        height(deepest_mm, QStringLiteral("end of the stroke: nothing gives"), ink.bad, Qt::SolidLine);
    } else {
        height(room.stroke_mm,
               room.rigid ? QStringLiteral("the push-in that is accepted")
                          : QStringLiteral("end of the stroke: nothing gives"),
               ink.bad, Qt::SolidLine);
    }
    auto curve = [&](auto value, QColor const& colour, Qt::PenStyle style) {
        QPolygonF points;
        for (int i = 0; i <= 80; ++i) {
            double const mm = value(most * i / 80);
            if (mm > highest) break;
            points << QPointF(chart.x(most * i / 80), chart.y(mm));
        }
        p.setPen(QPen(colour, 2.4, style));
        p.drawPolyline(points);
    };
    curve(goes_on, ink.accent, Qt::SolidLine);
    if (room.chain_s)
        curve([&](double feed) { return room.stroke_mm + install::chainStop_mm(picture.machine, *room.chain_s, feed); },
              ink.attention, Qt::DashDotLine);
    auto mark = [&](double feed, QString const& words, int row) {
        if (feed > most) return;
        double const x = chart.x(feed), y = chart.y(std::min(goes_on(feed), highest));
        p.setPen(QPen(ink.ink, 1, Qt::DotLine));
        p.drawLine(QPointF(x, area.bottom()), QPointF(x, area.top() - row * line));
        p.setBrush(ink.panel);
        p.setPen(QPen(ink.ink, 1.8));
        p.drawEllipse(QPointF(x, y), 4.5, 4.5);
        double const wide = p.fontMetrics().horizontalAdvance(words) + 8;
        double const left = std::clamp(x - wide / 2, whole.left() + 4, whole.right() - wide - 4);
        p.drawText(QRectF(left, area.top() - (row + 1) * line, wide, line), Qt::AlignCenter, words);
    };
    bool const own = limits.in_use.fast_mm_min != limits.recommended.fast_mm_min;
    mark(limits.in_use.slow_mm_min, QStringLiteral("measure"), 0);
    mark(limits.in_use.fast_mm_min, own ? QStringLiteral("find, as you do") : QStringLiteral("find"), 0);
    if (own) mark(limits.recommended.fast_mm_min, QStringLiteral("recommended"), 1);
    p.setPen(ink.soft);
    p.drawText(QRectF(whole.left() + 8, whole.top(), whole.width() - 16, line), Qt::AlignLeft,
               metric ? QStringLiteral("mm past the trip") : QStringLiteral("in past the trip"));
    chart.caption(p, ink, metric ? QStringLiteral("feed, mm/min") : QStringLiteral("feed, in/min"));
    chart.legend(p, ink, 0, QPen(ink.accent, 2.4, Qt::SolidLine), QStringLiteral("stopped through the input"));
    if (room.chain_s)
        chart.legend(p, ink, 1, QPen(ink.attention, 2.4, Qt::DashDotLine),
                     QStringLiteral("should it fail: through the stop chain"));
    p.restore();
}

} // namespace steady::paper
