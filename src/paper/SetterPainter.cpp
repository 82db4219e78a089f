// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "paper/SetterPainter.h"

#include "paper/Shapes.h"

#include <QFontMetricsF>
#include <QPainterPath>
#include <algorithm>

namespace steady::paper {
namespace {

/// Heights with words at the right, kept apart, and a number at the left.
struct Heights {
    struct Mark {
        double y;
        QString value, words;
        QColor colour;
    };
    QPainter& p;
    Ink const& ink;
    double left, right, bottom;
    std::vector<Mark> marks;

    void draw() {
        double const line = 20 * ink.scale;
        std::sort(marks.begin(), marks.end(), [](Mark const& a, Mark const& b) { return a.y < b.y; });
        double room = static_cast<double>(marks.size()) * line, last = -1e9;
        for (auto const& mark : marks) {
            double const place = std::min(std::max(mark.y, last + line), bottom - room + line / 2);
            room -= line;
            last = place;
            p.setPen(QPen(mark.colour, 1.4, Qt::DashLine));
            p.drawLine(QPointF(left, mark.y), QPointF(right, mark.y));
            p.setPen(QPen(ink.border, 1));
            p.drawLine(QPointF(right, mark.y), QPointF(right + 10, place));
            p.setPen(mark.colour);
            p.setFont(ink.font(Ink::Type::Mono));
            double const number = QFontMetricsF(p.font()).horizontalAdvance(QStringLiteral("00.0000 in")) + 8;
            p.drawText(QRectF(right + 14, place - line / 2, number, line), Qt::AlignLeft | Qt::AlignVCenter,
                       mark.value);
            p.setFont(ink.font(Ink::Type::Small));
            p.drawText(QRectF(right + 14 + number, place - line / 2, 150 * ink.scale, line),
                       Qt::AlignLeft | Qt::AlignVCenter, mark.words);
        }
    }
};

/// From the free height down to the end of the stroke, magnified; how far the fast touch presses is a bar beside it.
void paintStroke(QPainter& p, QRectF const& area, SetterPicture const& picture, Ink const& ink) {
    auto const& s = picture.setter;
    double const line = 20 * ink.scale, top = area.top() + 1.6 * line, bottom = area.bottom() - line;
    double const whole = std::max(0.1, s.free_mm - s.solid_mm), scale = (bottom - top) / whole;
    auto y = [&](double mm) { return top + (s.free_mm - mm) * scale; };
    p.setFont(ink.font(Ink::Type::Small));
    p.setPen(ink.soft);
    p.drawText(QRectF(area.left() + 8, area.top(), area.width() - 8, line), Qt::AlignLeft | Qt::AlignVCenter,
               QStringLiteral("The stroke, magnified; the bar is the fast touch"));
    double const left = area.left() + 26 * ink.scale, right = area.left() + area.width() - 262 * ink.scale - 16;
    p.setPen(Qt::NoPen);
    p.setBrush(ink.table);
    p.drawRect(QRectF(QPointF(left, y(s.trigger_mm)), QPointF(right, y(s.overtravel_mm.value_or(s.solid_mm)))));
    p.setBrush(ink.accent);
    double const press = std::min(picture.fast_overshoot_mm, whole) * scale;
    p.drawRect(QRectF((left + right) / 2 - 14, y(s.trigger_mm), 28, std::max(2.0, press)));
    auto value = [&](double mm) { return text(lengthText(mm, picture.units)); };
    Heights heights{p, ink, left, right, bottom + line, {}};
    heights.marks = {{y(s.free_mm), value(0), QStringLiteral("free"), ink.ink},
                     {y(s.trigger_mm), value(s.free_mm - s.trigger_mm), QStringLiteral("trips here"), ink.accent},
                     {y(s.solid_mm), value(s.free_mm - s.solid_mm), QStringLiteral("end of stroke"), ink.bad}};
    if (s.overtravel_mm)
        heights.marks.push_back({y(*s.overtravel_mm), value(s.free_mm - *s.overtravel_mm),
                                 QStringLiteral("overtravel contact"), ink.attention});
    heights.draw();
}

} // namespace

void paintSetter(QPainter& p, QRectF const& whole, SetterPicture const& picture, Ink const& ink) {
    p.save();
    p.setRenderHint(QPainter::Antialiasing);
    auto const& s = picture.setter;
    QRectF const area(whole.left(), whole.top(), whole.width(), whole.height() * 0.58);
    paintStroke(p, {whole.left(), area.bottom() + 12, whole.width(), whole.bottom() - area.bottom() - 12}, picture,
                ink);
    double const tool_mm = picture.tool ? std::max(picture.tool->diameter_mm, 4.0) : 0;
    double const wide_mm = std::max({s.body_mm + 2 * s.bracket_reach_mm, s.disc_mm, tool_mm}) + 10;
    double const tall_mm = s.free_mm + (picture.tool ? 30 : 8);
    double const words = 262 * ink.scale;
    double const scale = std::min((area.width() - words) / wide_mm, (area.height() - 24 * ink.scale) / tall_mm);
    double const floor = area.bottom() - 14 * ink.scale, centre = area.left() + 16 + wide_mm * scale / 2;
    auto y = [&](double mm) { return floor - mm * scale; };
    auto box = [&](double width, double low, double high) {
        return QRectF(centre - width * scale / 2, y(high), width * scale, (high - low) * scale);
    };
    double const collar = std::max(2.0, s.solid_mm - 6); // the housing ends below the end of the stroke
    p.setPen(Qt::NoPen);
    p.setBrush(ink.steel);
    p.drawRoundedRect(box(s.body_mm, 0, collar), 3, 3);
    p.drawRect(box(std::min(s.body_mm, s.disc_mm * 0.6), collar, s.solid_mm)); // the guide of the plunger
    {                                                                          // its cable, out at the foot
        QPointF const out(centre - s.body_mm * scale / 2, y(std::min(6.0, collar / 2)));
        QPainterPath cable(out);
        cable.cubicTo(out + QPointF(-18, 0), out + QPointF(-14, 14),
                      QPointF(std::max(area.left() + 2, out.x() - 40), floor - 2));
        p.setBrush(Qt::NoBrush);
        p.setPen(QPen(ink.ink, 3, Qt::SolidLine, Qt::RoundCap));
        p.drawPath(cable);
        p.setPen(Qt::NoPen);
        p.setBrush(ink.steel);
    }
    if (s.bracket_reach_mm > 0)
        p.drawRect(QRectF(centre + s.body_mm * scale / 2, y(s.bracket_top_mm), s.bracket_reach_mm * scale,
                          s.bracket_top_mm * scale));
    p.setBrush(ink.tool);
    p.drawRect(box(std::min(8.0, s.disc_mm), collar, s.free_mm - 3));
    p.drawRect(box(s.disc_mm, s.free_mm - 3, s.free_mm));
    if (picture.tool) {
        p.save();
        p.setClipRect(QRectF(area.left(), y(s.free_mm + 30), area.width(), area.height()));
        drawCutter(p, CutterShape::of(*picture.tool), {centre, y(s.free_mm + 8)}, 60, scale, ink);
        p.restore();
    }
    p.setPen(QPen(ink.ink, 1.5));
    p.drawLine(QPointF(area.left() + 4, floor), QPointF(centre + wide_mm * scale / 2, floor));
    auto value = [&](double mm) { return text(lengthText(mm, picture.units)); };
    Heights heights{p, ink, area.left() + 8, centre + wide_mm * scale / 2, floor, {}};
    heights.marks = {{y(s.free_mm), value(s.free_mm), QStringLiteral("free"), ink.ink},
                     {y(s.trigger_mm), value(s.trigger_mm), QStringLiteral("trips here"), ink.accent},
                     {y(s.solid_mm), value(s.solid_mm), QStringLiteral("end of stroke"), ink.bad},
                     {floor, value(0), QStringLiteral("base"), ink.soft}};
    if (s.overtravel_mm)
        heights.marks.push_back(
            {y(*s.overtravel_mm), value(*s.overtravel_mm), QStringLiteral("overtravel contact"), ink.attention});
    heights.draw();
    p.restore();
}

void paintTool(QPainter& p, QRectF const& area, ToolPicture const& picture, Ink const& ink) {
    p.save();
    p.setRenderHint(QPainter::Antialiasing);
    auto const& t = picture.tool;
    double const length = t.length_mm.value_or(50), stick_out = std::min(t.stick_out_mm.value_or(length * 0.6), length);
    double const wide_mm = std::max({t.largest_mm, t.diameter_mm, 30.0}) + 10, tall_mm = length + 16;
    double const words = 262 * ink.scale;
    double const scale = std::min((area.width() - words) / wide_mm, (area.height() - 44 * ink.scale) / tall_mm);
    double const top = area.top() + 12 * ink.scale + 14 * scale, centre = area.left() + 16 + wide_mm * scale / 2;
    auto box = [&](double width, double from, double to) {
        return QRectF(centre - width * scale / 2, top + from * scale, width * scale, (to - from) * scale);
    };
    p.setPen(Qt::NoPen);
    p.setBrush(ink.steel);
    p.drawRect(box(wide_mm - 8, -14, 0));
    drawNut(p, box(t.largest_mm, 0, length - stick_out), ink);
    auto const end = box(t.diameter_mm, length - 1, length);
    drawCutter(p, CutterShape::of(t), {centre, end.bottom()}, stick_out, scale, ink);
    double const r = t.contactRadius_mm() * scale;
    p.setPen(QPen(ink.accent, 3));
    p.drawLine(QPointF(centre - std::max(r, 2.0), end.bottom() + 1),
               QPointF(centre + std::max(r, 2.0), end.bottom() + 1));
    auto value = [&](double mm) { return text(lengthText(mm, picture.units)); };
    Heights heights{p, ink, area.left() + 8, centre + wide_mm * scale / 2, area.bottom() - 10 * ink.scale, {}};
    heights.marks = {{top, value(0), QStringLiteral("spindle face"), ink.ink},
                     {top + length * scale, value(length),
                      t.length_mm ? QStringLiteral("tip, touches here") : QStringLiteral("tip, length not known"),
                      ink.accent}};
    if (t.stick_out_mm)
        heights.marks.push_back(
            {top + (length - stick_out) * scale, value(length - stick_out), QStringLiteral("nut ends"), ink.soft});
    heights.draw();
    p.setFont(ink.font(Ink::Type::Mono));
    p.setPen(ink.ink);
    p.drawText(QRectF(centre - 100, end.bottom() + 6, 200, 20 * ink.scale), Qt::AlignHCenter,
               QStringLiteral("Ø ") + value(t.diameter_mm));
    p.restore();
}

} // namespace steady::paper
