// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "paper/InputPainter.h"

#include "core/zeroing/PlateZero.h"
#include "core/zeroing/Touch.h"
#include "paper/Chart.h"

#include <algorithm>

namespace steady::paper {
void paintInput(QPainter& p, QRectF const& whole, InputPicture const& picture, Ink const& ink) {
    p.save();
    p.setRenderHint(QPainter::Antialiasing);
    auto const& m = picture.machine;
    bool const metric = picture.units == UnitSystem::Metric;
    double const unit = metric ? 1 : mm_per_inch, line = 20 * ink.scale;
    auto const feeds = zeroing::feedsFor(m, zeroing::assumedPlate().push_in_mm);
    double const most = std::max(1.3 * feeds.fast_mm_min, 10 * unit);
    auto at = [&](double feed) { return zeroing::predictTouch(m, feed); };
    double const highest = std::max({at(most).overshoot_mm, at(most).lag_mm, 0.005}) * 1.1;
    QRectF const area(whole.left() + 74 * ink.scale, whole.top() + 2.4 * line, whole.width() - 92 * ink.scale,
                      whole.height() - 6.6 * line);
    Chart const chart{area, most, highest, unit, metric ? 0 : 1, metric ? 3 : 4};
    auto x = [&](double feed) { return chart.x(feed); };
    auto y = [&](double mm) { return chart.y(mm); };
    chart.paint(p, ink);
    auto curve = [&](auto value, QColor const& colour, Qt::PenStyle style) {
        QPolygonF points;
        for (int i = 0; i <= 60; ++i) points << QPointF(x(most * i / 60), y(value(at(most * i / 60))));
        p.setPen(QPen(colour, 2.2, style));
        p.drawPolyline(points);
    };
    curve([](zeroing::TouchPrediction const& t) { return t.overshoot_mm; }, ink.attention, Qt::DashLine);
    curve([](zeroing::TouchPrediction const& t) { return t.lag_mm; }, ink.accent, Qt::SolidLine);
    p.setFont(ink.font(Ink::Type::Small));
    for (auto const& [feed, words] :
         {std::pair{feeds.slow_mm_min, QStringLiteral("measure")}, {feeds.fast_mm_min, QStringLiteral("find")}}) {
        p.setPen(QPen(ink.ink, 1, Qt::DotLine));
        p.drawLine(QPointF(x(feed), area.top()), QPointF(x(feed), area.bottom()));
        p.setPen(ink.ink);
        p.drawText(QRectF(x(feed) - 60, area.top() - line, 120, line), Qt::AlignHCenter, words);
        for (double mm : {at(feed).overshoot_mm, at(feed).lag_mm}) {
            p.setBrush(ink.panel);
            p.setPen(QPen(ink.ink, 1.5));
            p.drawEllipse(QPointF(x(feed), y(mm)), 4, 4);
        }
    }
    p.setPen(ink.soft);
    p.drawText(QRectF(whole.left() + 8, whole.top(), whole.width() - 16, line), Qt::AlignLeft,
               metric ? QStringLiteral("mm") : QStringLiteral("in"));
    chart.caption(p, ink, metric ? QStringLiteral("feed, mm/min") : QStringLiteral("feed, in/min"));
    chart.legend(p, ink, 0, QPen(ink.accent, 2.2, Qt::SolidLine), QStringLiteral("how low a press reads: added back"));
    chart.legend(p, ink, 1, QPen(ink.attention, 2.2, Qt::DashLine),
                 QStringLiteral("how far the tip goes on after the contact"));
    p.restore();
}

void paintHoming(QPainter& p, QRectF const& area, InputPicture const& picture, Ink const& ink) {
    p.save();
    p.setRenderHint(QPainter::Antialiasing);
    auto const& m = picture.machine;
    auto const search = zeroing::predictTouch(m, m.home_search_mm_min),
               latch = zeroing::predictTouch(m, m.home_latch_mm_min);
    double const line = 20 * ink.scale, lane = std::min(120 * ink.scale, (area.height() - 5 * line) / 4);
    double const trip_x = area.left() + area.width() * 0.58, end_x = area.right() - 34 * ink.scale;
    double const scale = (end_x - 26 * ink.scale - trip_x) / std::max(search.overshoot_mm, 1e-3);
    double const start_x = area.left() + 16 * ink.scale;
    double y = area.top() + 2.2 * line;
    auto value = [&](double mm) { return text(lengthText(mm, picture.units)); };
    // The switch: a body with its lever, pressed at the dashed line.
    for (int at = 0; at < 3; ++at) { // beside each way, not through the words below it
        p.setPen(QPen(ink.accent, 1.4, Qt::DashLine));
        double const way = y + line + at * lane;
        p.drawLine(QPointF(trip_x, way - 1.6 * line), QPointF(trip_x, way + 0.5 * line));
    }
    p.setPen(Qt::NoPen);
    p.setBrush(ink.steel);
    p.drawRect(QRectF(end_x, y - line, 30 * ink.scale, line * 1.6));
    p.setPen(QPen(ink.ink, 3, Qt::SolidLine, Qt::RoundCap));
    p.drawLine(QPointF(end_x, y - line * 0.7), QPointF(trip_x + 2, y - line * 0.1));
    p.setFont(ink.font(Ink::Type::Small));
    p.setPen(ink.accent);
    p.drawText(QRectF(trip_x - 150, y - 2 * line, 300, line), Qt::AlignHCenter,
               QStringLiteral("the switch trips here"));
    auto arrow = [&](double from, double to, QColor const& colour, double width) {
        double const head = to > from ? -9 : 9;
        p.setPen(QPen(colour, width, Qt::SolidLine, Qt::RoundCap));
        p.drawLine(QPointF(from, y), QPointF(to, y));
        p.drawLine(QPointF(to, y), QPointF(to + head, y - 6));
        p.drawLine(QPointF(to, y), QPointF(to + head, y + 6));
    };
    auto said = [&](QString const& first, QString const& second) {
        p.setFont(ink.font(Ink::Type::Strong));
        p.setPen(ink.ink);
        p.drawText(QRectF(start_x, y + 12, area.width() - 32, line), Qt::AlignLeft, first);
        p.setFont(ink.font(Ink::Type::Small));
        p.setPen(ink.soft);
        p.drawText(QRectF(start_x, y + 12 + line, area.width() - 32, line), Qt::AlignLeft, second);
        y += lane;
    };
    y += line;
    arrow(start_x, trip_x + search.overshoot_mm * scale, ink.ink, 3);
    said(text("1  Search at " + feedText(m.home_search_mm_min, picture.units)),
         QStringLiteral("goes on %1 past the trip: room behind the switch").arg(value(search.overshoot_mm)));
    arrow(trip_x + search.overshoot_mm * scale, trip_x - 40 * ink.scale, ink.soft, 2);
    said(QStringLiteral("2  Back off until it lets go"), QStringLiteral("the backlash of the axis is taken up here"));
    QColor band = ink.accent;
    band.setAlphaF(0.25F);
    double const half = std::max(3.0, latch.bound_mm * scale);
    p.fillRect(QRectF(trip_x - half, y - 12, 2 * half, 24), band);
    arrow(trip_x - 40 * ink.scale, trip_x + std::max(2.0, latch.overshoot_mm * scale), ink.accent, 2);
    said(text("3  Latch at " + feedText(m.home_latch_mm_min, picture.units)),
         QStringLiteral("this is what repeats: each time within ±%1").arg(value(latch.bound_mm)));
    auto end = [](shop::AxisEnd e) { return e == shop::AxisEnd::Low ? "low" : "high"; };
    p.setFont(ink.font(Ink::Type::Strong));
    p.setPen(ink.ink);
    p.drawText(QRectF(start_x, y, area.width() - 32, line), Qt::AlignLeft,
               text(std::string(m.home_order == shop::HomeOrder::ZFirst ? "Z first: " : "All at once: ") + "X " +
                    end(m.axes[0].home) + ", Y " + end(m.axes[1].home) + ", Z " + end(m.axes[2].home) + " end"));
    p.restore();
}

} // namespace steady::paper
