// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "paper/LengthsPainter.h"

#include <algorithm>

namespace steady::paper {
namespace {} // namespace

void paintLengths(QPainter& p, QRectF const& area, LengthsPicture const& picture, Ink const& ink) {
    if (picture.bars.empty()) return;
    p.save();
    p.setRenderHint(QPainter::Antialiasing);
    double const line = 20 * ink.scale, count = static_cast<double>(picture.bars.size());
    double const face = area.top() + line, below = area.bottom() - 2 * line;
    double longest = 20, widest = 10;
    for (auto const& bar : picture.bars) {
        longest = std::max(longest, bar.length_mm.value_or(0));
        widest = std::max(widest, bar.diameter_mm);
    }
    double const column = area.width() / count;
    double const scale = std::min((below - face - line) / longest, column * 0.8 / std::min(widest, 40.0));
    p.setPen(QPen(ink.ink, 2));
    p.drawLine(QPointF(area.left() + 6, face), QPointF(area.right() - 6, face));
    p.setFont(ink.font(Ink::Type::Small));
    p.setPen(ink.soft);
    p.drawText(QRectF(area.left() + 8, area.top(), area.width(), line - 3), Qt::AlignLeft | Qt::AlignVCenter,
               QStringLiteral("spindle face"));
    for (std::size_t i = 0; i < picture.bars.size(); ++i) {
        auto const& bar = picture.bars[i];
        double const centre = area.left() + column * (static_cast<double>(i) + 0.5);
        double const length = bar.length_mm.value_or(longest * 0.5) * scale,
                     width = std::min(bar.diameter_mm * scale, column * 0.8);
        QRectF const box(centre - width / 2, face, width, length);
        p.setPen(bar.length_mm ? Qt::PenStyle::NoPen : Qt::PenStyle::DashLine);
        if (!bar.length_mm) p.setPen(QPen(ink.border, 1.5, Qt::DashLine));
        p.setBrush(!bar.length_mm ? ink.panel : bar.in_spindle ? ink.accent : ink.tool);
        p.drawRect(box);
        p.setFont(ink.font(Ink::Type::Strong));
        p.setPen(bar.in_spindle ? ink.accent : ink.ink);
        p.drawText(QRectF(centre - column / 2, below, column, line), Qt::AlignCenter,
                   QStringLiteral("tool %1").arg(bar.number));
        auto font = ink.font(bar.missing ? Ink::Type::Small : Ink::Type::Mono);
        while (font.pixelSize() > 9 && QFontMetricsF(font).horizontalAdvance(text(bar.value)) > column - 6)
            font.setPixelSize(font.pixelSize() - 1);
        p.setFont(font);
        p.setPen(bar.missing ? ink.attention : ink.ink);
        p.drawText(QRectF(centre - column / 2, below + line, column, line), Qt::AlignCenter, text(bar.value));
    }
    p.restore();
}

} // namespace steady::paper
