// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "paper/MachinePainter.h"

#include <QFontMetricsF>
#include <algorithm>
#include <cmath>

namespace steady::paper {
namespace {

struct MachineDrawing {
    QPainter& p;
    MachinePicture const& picture;
    Ink const& ink;
    shop::Machine const& machine = picture.machine;

    double line() const { return 20 * ink.scale; }
    QString number(double mm) const { return text(lengthNumber(mm, picture.units)); }

    void words(QRectF const& box, int align, QString const& words, QColor const& colour,
               Ink::Type type = Ink::Type::Small) {
        p.setFont(ink.font(type));
        p.setPen(colour);
        p.drawText(box, align, words);
    }

    /// A switch: a short bar at the end of the way, with a dot.
    void homeMark(QPointF at, bool upright) {
        double const d = 9 * ink.scale;
        p.setPen(QPen(ink.accent, 3));
        p.drawLine(upright ? at - QPointF(0, d) : at - QPointF(d, 0),
                   upright ? at + QPointF(0, d) : at + QPointF(d, 0));
        p.setPen(Qt::NoPen);
        p.setBrush(ink.accent);
        p.drawEllipse(at, 4, 4);
    }

    void plan(QRectF const& area) {
        auto const &x = machine.axes[0], &y = machine.axes[1];
        double const wide = std::max(1.0, x.high_mm - x.low_mm), deep = std::max(1.0, y.high_mm - y.low_mm);
        QRectF const room = area.adjusted(84 * ink.scale, line() + 8, -40 * ink.scale, -2 * line() - 16);
        double const scale = std::min(room.width() / wide, room.height() / deep);
        QRectF const box(room.center().x() - wide * scale / 2, room.top(), wide * scale, deep * scale);
        auto at = [&](double x_mm, double y_mm) {
            return QPointF(box.left() + (x_mm - x.low_mm) * scale, box.bottom() - (y_mm - y.low_mm) * scale);
        };
        p.setPen(QPen(ink.ink, 1.5));
        p.setBrush(ink.table);
        p.drawRect(box);
        words({area.left(), area.top(), area.width(), line()}, Qt::AlignLeft, QStringLiteral("From above"), ink.soft);
        words({box.left() - 60, box.bottom() + 12 * ink.scale, 120, line()}, Qt::AlignCenter, number(x.low_mm), ink.ink,
              Ink::Type::Mono);
        words({box.right() - 60, box.bottom() + 12 * ink.scale, 120, line()}, Qt::AlignCenter, number(x.high_mm),
              ink.ink, Ink::Type::Mono);
        words({box.center().x() - 60, box.bottom() + 12 * ink.scale, 120, line()}, Qt::AlignCenter, QStringLiteral("X"),
              ink.soft, Ink::Type::Strong);
        double const side = 66 * ink.scale;
        words({box.left() - side - 16, box.bottom() - line(), side, line()}, Qt::AlignRight | Qt::AlignVCenter,
              number(y.low_mm), ink.ink, Ink::Type::Mono);
        words({box.left() - side - 16, box.top(), side, line()}, Qt::AlignRight | Qt::AlignVCenter, number(y.high_mm),
              ink.ink, Ink::Type::Mono);
        words({box.left() - side - 16, box.center().y() - line() / 2, side, line()}, Qt::AlignRight | Qt::AlignVCenter,
              QStringLiteral("Y"), ink.soft, Ink::Type::Strong);

        double const home_x = x.home == shop::AxisEnd::High ? x.high_mm : x.low_mm;
        double const home_y = y.home == shop::AxisEnd::High ? y.high_mm : y.low_mm;
        homeMark(at(home_x, (y.low_mm + y.high_mm) / 2 * 0.4 + home_y * 0.6), true);
        homeMark(at((x.low_mm + x.high_mm) / 2 * 0.4 + home_x * 0.6, home_y), false);
        auto const corner = at(home_x, home_y);
        bool const left = home_x == x.low_mm;
        p.setPen(QPen(ink.accent, 2, Qt::DashLine));
        p.setBrush(Qt::NoBrush);
        double const r = 12 * ink.scale;
        p.drawEllipse(corner, r, r);
        // Beside the switch of Y: nothing else stands there.
        auto const beside = at(home_x, (y.low_mm + y.high_mm) / 2 * 0.4 + home_y * 0.6);
        words({left ? beside.x() + 12 : beside.x() - 132, beside.y() - line() / 2, 120, line()},
              (left ? Qt::AlignLeft : Qt::AlignRight) | Qt::AlignVCenter, QStringLiteral("home"), ink.accent,
              Ink::Type::Strong);
        if (picture.setter) setter(at(picture.setter->x_mm, picture.setter->y_mm), scale, box);
        words({area.left(), box.bottom() + line() + 12 * ink.scale, area.width(), line()}, Qt::AlignCenter,
              text(lengthText(wide, picture.units) + " × " + lengthText(deep, picture.units)), ink.soft);
    }

    void setter(QPointF at, double scale, QRectF const& box) {
        double const r = std::max(5.0, picture.setter->body_mm / 2 * scale);
        p.setPen(QPen(ink.ink, 1.5));
        p.setBrush(ink.steel);
        p.drawEllipse(at, r, r);
        p.setBrush(ink.panel);
        p.drawEllipse(at, r * 0.45, r * 0.45);
        bool const right = at.x() < box.center().x();
        QRectF const place(right ? at.x() + r + 5 : at.x() - r - 165, at.y() - line() / 2, 160, line());
        words(place, (right ? Qt::AlignLeft : Qt::AlignRight) | Qt::AlignVCenter, text(picture.setter->name), ink.ink);
    }

    void elevation(QRectF const& area) {
        auto const& z = machine.axes[2];
        double const tall = std::max(1.0, z.high_mm - z.low_mm);
        QRectF const room = area.adjusted(92 * ink.scale, 2 * line() + 22, -170 * ink.scale, -14);
        double const scale = room.height() / tall;
        auto y = [&](double mm) { return room.bottom() - (mm - z.low_mm) * scale; };
        words({area.left(), area.top(), area.width(), line()}, Qt::AlignLeft,
              QStringLiteral("From the front: where the spindle's nose can go"), ink.soft);
        p.setPen(Qt::NoPen);
        p.setBrush(ink.table);
        p.drawRect(room);
        p.setPen(QPen(ink.ink, 1.5));
        p.drawLine(room.topLeft(), room.bottomLeft());
        // Names beside the scale keep apart, whatever the heights are.
        struct Mark {
            double mm;
            QString words;
            QColor colour;
        };
        std::vector<Mark> marks{{z.high_mm, QStringLiteral("upper limit"), ink.ink},
                                {z.low_mm, QStringLiteral("lower limit"), ink.ink}};
        marks.push_back({machine.safeZ_mm(), QStringLiteral("safe Z"), ink.good});
        if (z.low_mm < 0 && z.high_mm > 0) marks.push_back({0, QStringLiteral("machine zero"), ink.ink});
        if (picture.setter_nose_z_mm && z.contains(*picture.setter_nose_z_mm))
            marks.push_back({*picture.setter_nose_z_mm, QStringLiteral("bare nose on the setter"), ink.accent});
        std::sort(marks.begin(), marks.end(), [](Mark const& a, Mark const& b) { return a.mm > b.mm; });
        double last = -1e9;
        for (auto const& mark : marks) {
            double const at = y(mark.mm), place = std::max(at, last + line());
            last = place;
            p.setPen(
                QPen(mark.colour, 1.4, mark.mm == z.high_mm || mark.mm == z.low_mm ? Qt::SolidLine : Qt::DashLine));
            p.drawLine(QPointF(room.left() - 6, at), QPointF(room.right(), at));
            p.setPen(QPen(ink.border, 1));
            p.drawLine(QPointF(room.right(), at), QPointF(room.right() + 8, place));
            words({room.right() + 12, place - line() / 2, 150 * ink.scale, line()}, Qt::AlignLeft | Qt::AlignVCenter,
                  mark.words, mark.colour);
            words({area.left(), place - line() / 2, 84 * ink.scale, line()}, Qt::AlignRight | Qt::AlignVCenter,
                  number(mark.mm), mark.colour, Ink::Type::Mono);
        }
        homeMark({room.left() + room.width() / 2, z.home == shop::AxisEnd::High ? room.top() : room.bottom()}, false);
        double const nose = 34 * ink.scale, tip = y(machine.safeZ_mm());
        p.setPen(Qt::NoPen);
        p.setBrush(ink.steel);
        p.drawRect(QRectF(room.center().x() + nose, tip - 26 * ink.scale, nose, 26 * ink.scale));
    }
};

} // namespace

void paintMachine(QPainter& painter, QRectF const& area, MachinePicture const& picture, Ink const& ink) {
    painter.save();
    painter.setRenderHint(QPainter::Antialiasing);
    MachineDrawing drawing{painter, picture, ink};
    double const split = area.height() * 0.56;
    drawing.plan(QRectF(area.left() + 8, area.top(), area.width() - 16, split - 8));
    drawing.elevation(QRectF(area.left() + 8, area.top() + split, area.width() - 16, area.height() - split));
    painter.restore();
}

} // namespace steady::paper
