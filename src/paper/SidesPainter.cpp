// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "paper/SidesPainter.h"

#include <algorithm>
#include <cmath>

namespace steady::paper {
namespace {

using shop::SideFeature;
using shop::Toward;

struct SidesDrawing {
    QPainter& p;
    QRectF area;
    SidesPicture const& picture;
    Ink const& ink;
    double pin = std::min(area.width(), area.height()) * 0.16; // drawn width of the pin, whatever it measures

    double wall() const { return picture.side.wall_mm > 0 ? pin * 0.35 : 0; }
    void work(QRectF const& place) {
        p.setPen(QPen(ink.border, 1.5));
        p.setBrush(ink.wood);
        p.drawRect(place);
    }
    void lip(QRectF const& place) {
        if (wall() <= 0) return;
        p.setPen(QPen(ink.border, 1));
        p.setBrush(ink.steel);
        p.drawRect(place);
    }
    /// The pin at a touch, and the way it came.
    void touch(QPointF at, QPointF from, QString const& words, bool typed) {
        p.setPen(QPen(ink.ink, 1.5, typed ? Qt::SolidLine : Qt::DashLine));
        p.setBrush(typed ? ink.tool : ink.panel);
        p.drawEllipse(at, pin / 2, pin / 2);
        p.setPen(QPen(ink.accent, 2));
        QPointF const way = from / std::hypot(from.x(), from.y());
        QPointF const tail = at + way * pin * 1.5, head = at + way * pin * 0.62, side(-way.y(), way.x());
        p.drawLine(tail, head);
        double const barb = 5 * ink.scale;
        p.drawLine(head, head + way * barb + side * barb * 0.7);
        p.drawLine(head, head + way * barb - side * barb * 0.7);
        p.setPen(ink.ink);
        p.setFont(ink.font(Ink::Type::Mono));
        double const wide = 190 * ink.scale, high = 20 * ink.scale, gap = 6 * ink.scale;
        if (std::abs(way.x()) < 0.5) // up or down: beside the pin
            p.drawText(QRectF(at.x() + pin / 2 + gap, at.y() - high / 2, wide, high), Qt::AlignLeft | Qt::AlignVCenter,
                       words);
        else if (picture.side.feature ==
                 SideFeature::Inside) // its tail stands in the middle: below the pin, off the wall
            p.drawText(QRectF(way.x() > 0 ? at.x() - pin / 2 + gap : at.x() + pin / 2 - gap - wide, at.y() + pin * 0.6,
                              wide, high),
                       way.x() > 0 ? Qt::AlignLeft : Qt::AlignRight, words);
        else
            p.drawText(QRectF(way.x() > 0 ? tail.x() + gap : tail.x() - gap - wide, tail.y() - high / 2, wide, high),
                       (way.x() > 0 ? Qt::AlignLeft : Qt::AlignRight) | Qt::AlignVCenter, words);
    }
    /// Zero along one axis, as a line through the picture; its words at the right or left end of a level one.
    void zeroLine(bool upright, double at, QString const& words, bool right = true) {
        p.setPen(QPen(ink.accent, 1.5, Qt::DashDotLine));
        if (upright)
            p.drawLine(QPointF(at, area.top() + 24 * ink.scale), QPointF(at, area.bottom()));
        else
            p.drawLine(QPointF(area.left(), at), QPointF(area.right(), at));
        p.setFont(ink.font(Ink::Type::Strong));
        p.setPen(ink.accent);
        double const wide = 220 * ink.scale, high = 22 * ink.scale;
        QRectF const place = upright ? QRectF(at - wide / 2, area.top(), wide, high)
                                     : QRectF(right ? area.right() - wide : area.left(), at - high - 2, wide, high);
        p.drawText(place, upright ? Qt::AlignCenter : (right ? Qt::AlignRight : Qt::AlignLeft) | Qt::AlignVCenter,
                   words);
    }
    QString reading(std::optional<double> const& mm) const {
        return mm ? text(lengthText(*mm, picture.units)) : QStringLiteral("not typed");
    }
    QString zeroWords(char letter) const {
        if (picture.result)
            for (auto const& axis : picture.result->axes)
                if (axis.letter == letter)
                    return QStringLiteral("%1 zero  %2")
                        .arg(QLatin1Char(letter))
                        .arg(text(lengthText(axis.zero_mm, picture.units)));
        return QStringLiteral("%1 zero").arg(QLatin1Char(letter));
    }
    /// Y points up on paper as it does on the machine.
    static double signOf(Toward toward) { return toward == Toward::Plus ? 1 : -1; }

    void edge() {
        bool const x = picture.side.axis == shop::SideAxis::X;
        double const toward = signOf(picture.side.toward) * (x ? 1 : -1); // on paper
        QPointF const c = area.center();
        double const w = area.width() / 2, h = area.height() / 2;
        QPointF const way = x ? QPointF(-toward, 0) : QPointF(0, -toward);
        if (x) {
            work(toward > 0 ? QRectF(c.x(), c.y() - h * 0.6, w, h * 1.2)
                            : QRectF(area.left(), c.y() - h * 0.6, w, h * 1.2));
            lip(toward > 0 ? QRectF(c.x() - wall(), c.y() - h * 0.35, wall(), h * 0.7)
                           : QRectF(c.x(), c.y() - h * 0.35, wall(), h * 0.7));
        } else {
            work(toward > 0 ? QRectF(c.x() - w * 0.6, c.y(), w * 1.2, h)
                            : QRectF(c.x() - w * 0.6, area.top(), w * 1.2, h));
            lip(toward > 0 ? QRectF(c.x() - w * 0.35, c.y() - wall(), w * 0.7, wall())
                           : QRectF(c.x() - w * 0.35, c.y(), w * 0.7, wall()));
        }
        touch(c + way * (pin / 2 + wall()), way, reading(picture.side.first_mm), picture.side.first_mm.has_value());
        zeroLine(x, x ? c.x() : c.y(), zeroWords(x ? 'X' : 'Y'));
    }

    void width() {
        bool const x = picture.side.axis == shop::SideAxis::X, inside = picture.side.feature == SideFeature::Inside;
        QPointF const c = area.center();
        double const half = (x ? area.width() : area.height()) * (inside ? 0.3 : 0.14);
        double const across = (x ? area.height() : area.width()) * 0.3;
        QRectF const body = x ? QRectF(c.x() - half, c.y() - across, 2 * half, 2 * across)
                              : QRectF(c.x() - across, c.y() - half, 2 * across, 2 * half);
        if (inside) {
            double const rim = pin * 0.6;
            work(body.adjusted(-rim, -rim, rim, rim));
            p.setBrush(ink.paper);
            p.drawRect(body);
        } else {
            work(body);
            lip(x ? QRectF(body.left() - wall(), c.y() - across * 0.7, wall(), across * 1.4)
                  : QRectF(c.x() - across * 0.7, body.bottom(), across * 1.4, wall()));
            lip(x ? QRectF(body.right(), c.y() - across * 0.7, wall(), across * 1.4)
                  : QRectF(c.x() - across * 0.7, body.top() - wall(), across * 1.4, wall()));
        }
        double const off = inside ? half - pin / 2 : half + wall() + pin / 2;
        for (bool const low : {true, false}) {
            double const side = (low ? -1 : 1) * (x ? 1 : -1);
            QPointF const at = c + (x ? QPointF(side * off, 0) : QPointF(0, side * off));
            QPointF const from = (x ? QPointF(side, 0) : QPointF(0, side)) * (inside ? -1 : 1);
            auto const& typed = low ? picture.side.first_mm : picture.side.second_mm;
            touch(at, from, reading(typed), typed.has_value());
        }
        zeroLine(x, x ? c.x() : c.y(), zeroWords(x ? 'X' : 'Y'));
    }

    void corner() {
        auto const& side = picture.side;
        double const dx = signOf(side.toward), dy = -signOf(side.toward_y); // on paper, Y downward
        QPointF const c(area.center().x() - dx * area.width() * 0.12, area.center().y() - dy * area.height() * 0.12);
        double const w = area.width() * 0.5, h = area.height() * 0.5;
        work(QRectF(dx > 0 ? c.x() : c.x() - w, dy > 0 ? c.y() : c.y() - h, w, h));
        double const near = pin * 0.8, far = pin * 2.4;
        for (auto const& [along, typed] : {std::pair{near, side.first_mm}, {far, side.second_mm}})
            touch(c + QPointF(-dx * pin / 2, dy * along), {-dx, 0}, reading(typed), typed.has_value());
        touch(c + QPointF(dx * pin * 1.6, -dy * pin / 2), {0, -dy}, reading(side.other_mm), side.other_mm.has_value());
        zeroLine(true, c.x(), zeroWords('X'));
        zeroLine(false, c.y(), zeroWords('Y'), dx > 0); // away from the touches in X
    }
};

} // namespace

void paintSides(QPainter& p, QRectF const& area, SidesPicture const& picture, Ink const& ink) {
    p.save();
    p.setRenderHint(QPainter::Antialiasing);
    double const room = 12 * ink.scale;
    SidesDrawing drawing{p, area.adjusted(room, room, -room, -room), picture, ink};
    switch (picture.side.feature) {
    case SideFeature::Edge: drawing.edge(); break;
    case SideFeature::Inside:
    case SideFeature::Outside: drawing.width(); break;
    case SideFeature::Corner: drawing.corner(); break;
    }
    p.restore();
}

} // namespace steady::paper
