// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "paper/HeadPainter.h"

#include <algorithm>

namespace steady::paper {
namespace {

using shop::Outline;

/// About the spindle's axis, mm, +Y up.
QRectF boxOf(Outline const& o) { return {-o.left_mm, -o.front_mm, o.left_mm + o.right_mm, o.front_mm + o.back_mm}; }
QRectF discOf(double diameter_mm) { return {-diameter_mm / 2, -diameter_mm / 2, diameter_mm, diameter_mm}; }

} // namespace

void paintHead(QPainter& p, QRectF const& area, HeadPicture const& picture, Ink const& ink) {
    p.save();
    p.setRenderHint(QPainter::Antialiasing);
    auto const& m = picture.machine;
    double const line = 20 * ink.scale;
    auto const body = discOf(m.spindle_body_mm);
    auto const shoe = m.shoe_boxed ? boxOf(m.shoe) : discOf(m.dust_shoe_diameter_mm);
    auto all = body;
    if (m.dust_shoe_mm) all |= shoe;
    if (m.head_mm) all |= boxOf(m.head);
    QRectF const above(area.left(), area.top() + line, area.width(), 0.52 * area.height() - line);
    QRectF const front(area.left(), above.bottom() + 1.6 * line, area.width(),
                       area.bottom() - above.bottom() - 2.2 * line);
    double const below_mm = m.dust_shoe_mm.value_or(0), up_mm = std::max(60.0, m.head_mm.value_or(0) + 40);
    double const scale = std::min(
        {(above.width() - 40) / all.width(), (above.height() - 8) / all.height(), front.height() / (below_mm + up_mm)});
    auto words = [&](QRectF const& box, int flags, QString const& what, QColor const& colour) {
        p.setFont(ink.font(Ink::Type::Small));
        p.setPen(colour);
        p.drawText(box, flags, what);
    };
    words({area.left(), area.top(), area.width(), line}, Qt::AlignLeft, QStringLiteral("From above, the front below"),
          ink.soft);
    QPointF const axis(above.center().x() - all.center().x() * scale, above.center().y() + all.center().y() * scale);
    auto map = [&](QRectF const& mm) {
        return QRectF(axis.x() + mm.left() * scale, axis.y() - mm.bottom() * scale, mm.width() * scale,
                      mm.height() * scale);
    };
    if (m.head_mm) {
        p.setPen(QPen(ink.border, 1.4));
        p.setBrush(ink.tool);
        p.setOpacity(0.45);
        p.drawRect(map(boxOf(m.head)));
        p.setOpacity(1);
    }
    p.setPen(QPen(ink.ink, 1.4));
    p.setBrush(ink.steel);
    p.drawEllipse(map(body));
    if (m.dust_shoe_mm) {
        p.setPen(QPen(ink.accent, 1.8, Qt::DashLine));
        p.setBrush(Qt::NoBrush);
        m.shoe_boxed ? p.drawRect(map(shoe)) : p.drawEllipse(map(shoe));
    }
    p.setPen(QPen(ink.ink, 1.2));
    p.drawLine(axis - QPointF(7, 0), axis + QPointF(7, 0));
    p.drawLine(axis - QPointF(0, 7), axis + QPointF(0, 7));

    words({area.left(), above.bottom() + 0.4 * line, area.width(), line}, Qt::AlignLeft,
          QStringLiteral("From the front"), ink.soft);
    double const face = front.top() + up_mm * scale;
    auto slab = [&](QRectF const& mm, double low_mm, double high_mm) {
        return QRectF(axis.x() + mm.left() * scale, face - high_mm * scale, mm.width() * scale,
                      (high_mm - low_mm) * scale);
    };
    if (m.head_mm) {
        p.setPen(QPen(ink.border, 1.4));
        p.setBrush(ink.tool);
        p.setOpacity(0.45);
        p.drawRect(slab(boxOf(m.head), *m.head_mm, up_mm));
        p.setOpacity(1);
    }
    p.setPen(QPen(ink.ink, 1.4));
    p.setBrush(ink.steel);
    p.drawRect(slab(body, 0, up_mm));
    if (m.dust_shoe_mm) {
        p.setPen(QPen(ink.accent, 1.8, Qt::DashLine));
        p.setBrush(Qt::NoBrush);
        p.drawRect(slab(shoe, -below_mm, 0));
    }
    p.setPen(QPen(ink.soft, 1, Qt::DashLine));
    p.drawLine(QPointF(area.left() + 8, face), QPointF(area.right() - 8, face));
    words({area.left() + 8, face - line, 0.5 * area.width(), line}, Qt::AlignLeft, QStringLiteral("spindle face"),
          ink.soft);
    QString said = QStringLiteral("spindle Ø %1").arg(text(lengthText(m.spindle_body_mm, picture.units)));
    said += m.dust_shoe_mm
                ? QStringLiteral(" · shoe %1 below the face").arg(text(lengthText(*m.dust_shoe_mm, picture.units)))
                : QStringLiteral(" · no dust shoe");
    said += m.head_mm ? QStringLiteral(" · head %1 above it").arg(text(lengthText(*m.head_mm, picture.units)))
                      : QStringLiteral(" · head never near");
    words({area.left(), area.bottom() - line, area.width(), line}, Qt::AlignHCenter, said, ink.ink);
    p.restore();
}

} // namespace steady::paper
