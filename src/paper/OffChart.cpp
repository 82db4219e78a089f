// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "paper/OffChart.h"

#include <algorithm>
#include <cmath>

namespace steady::paper {

namespace {
constexpr double free_share = 1.15;
}

OffChart::OffChart(QRectF const& in, double low, double far, double most, UnitSystem in_units, Ink const& with)
    : whole(in), low_mm(low * 1.08), far_mm(std::max(far, 1e-3) * 1.08), most_mm(std::max(most, 1e-4) * free_share),
      line(20 * with.scale), units(in_units), ink(with) {
    area = QRectF(whole.left() + 84 * ink.scale, whole.top() + 2.4 * line, whole.width() - 108 * ink.scale,
                  whole.height() - 6.6 * line);
}

void OffChart::paint(QPainter& p, QString const& off, QString const& across) const {
    bool const metric = units == UnitSystem::Metric;
    double const unit = metric ? 1 : mm_per_inch;
    p.setFont(ink.font(Ink::Type::Mono));
    for (double const share : {-1.0, -0.5, 0.0, 0.5, 1.0}) {
        double const mm = share * most_mm / free_share;
        p.setPen(QPen(share == 0 ? ink.ink : ink.hairline, share == 0 ? 1.5 : 1));
        p.drawLine(QPointF(area.left(), y(mm)), QPointF(area.right(), y(mm)));
        p.setPen(ink.soft);
        p.drawText(QRectF(whole.left(), y(mm) - line / 2, area.left() - whole.left() - 6, line),
                   Qt::AlignRight | Qt::AlignVCenter,
                   text(fixedText(mm / unit, metric ? 3 : 4, share == 0 ? Sign::AsNeeded : Sign::Always)));
    }
    auto const name = text(unitName(units));
    p.setFont(ink.font(Ink::Type::Small));
    p.drawText(QRectF(whole.left() + 8, whole.top(), whole.width() - 16, line), Qt::AlignLeft,
               QStringLiteral("%1, %2").arg(name, off));
    p.drawText(QRectF(area.left(), area.bottom() + 4 + line, area.width(), line), Qt::AlignHCenter,
               QStringLiteral("%1, %2").arg(across, name));
}

void OffChart::figure(QPainter& p, double mm) {
    bool const metric = units == UnitSystem::Metric;
    bool const taken =
        std::any_of(figures.begin(), figures.end(), [&](double at) { return std::abs(at - x(mm)) < 2.2 * line; });
    if (taken) return;
    figures.push_back(x(mm));
    p.setFont(ink.font(Ink::Type::Mono));
    p.setPen(ink.soft);
    p.drawText(QRectF(x(mm) - 50, area.bottom() + 4, 100, line), Qt::AlignHCenter,
               text(fixedText(mm / (metric ? 1 : mm_per_inch), metric ? 0 : 1)));
}

void paintNothingYet(QPainter& p, QRectF const& area, QString const& words, Ink const& ink) {
    p.setFont(ink.font(Ink::Type::Body));
    p.setPen(ink.soft);
    p.drawText(area.adjusted(16, 0, -16, 0), Qt::AlignCenter | Qt::TextWordWrap, words);
}

} // namespace steady::paper
