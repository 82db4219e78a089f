// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "paper/ReadingsPainter.h"

#include "paper/Shapes.h"

#include <QFontMetricsF>
#include <algorithm>
#include <cmath>

namespace steady::paper {
namespace {

/// Thickness to pixels, along a horizontal scale.
struct Axis {
    double low_mm, high_mm, left, right;
    double x(double mm) const { return left + (mm - low_mm) / (high_mm - low_mm) * (right - left); }
};

Axis axisFor(ReadingsPicture const& picture, QRectF const& area) {
    double low = std::min(picture.nominal_mm.value_or(picture.thickness.mm),
                          picture.thickness.mm - picture.thickness.budget.expanded_95);
    double high = std::max(picture.nominal_mm.value_or(picture.thickness.mm),
                           picture.thickness.mm + picture.thickness.budget.expanded_95);
    for (auto const& reading : picture.readings) {
        low = std::min(low, reading.value_mm);
        high = std::max(high, reading.value_mm);
    }
    double const margin = std::max(0.005, (high - low) * 0.12);
    return {low - margin, high + margin, area.left() + 24, area.right() - 24};
}

void ticks(QPainter& p, Axis const& axis, double y, ReadingsPicture const& picture, Ink const& ink) {
    double const unit = picture.units == UnitSystem::Metric ? 1 : mm_per_inch;
    double step = picture.units == UnitSystem::Metric ? 0.001 : 0.00005;
    static constexpr double factors[] = {2, 2.5, 2};
    for (int i = 0; axis.x(axis.low_mm + step * unit) - axis.left < 74 * ink.scale; ++i) step *= factors[i % 3];
    int decimals = 2;
    while (decimals < 6 && std::abs(step * std::pow(10, decimals) - std::round(step * std::pow(10, decimals))) > 1e-6)
        ++decimals;
    p.setFont(ink.font(Ink::Type::Mono));
    p.setPen(QPen(ink.ink, 1.5));
    p.drawLine(QPointF(axis.left, y), QPointF(axis.right, y));
    for (double n = std::ceil(axis.low_mm / unit / step); n * step * unit <= axis.high_mm; ++n) {
        double const x = axis.x(n * step * unit);
        p.setPen(QPen(ink.ink, 1.5));
        p.drawLine(QPointF(x, y), QPointF(x, y + 6));
        p.setPen(ink.soft);
        p.drawText(QRectF(x - 50, y + 8, 100, 20 * ink.scale), Qt::AlignHCenter, text(fixedText(n * step, decimals)));
    }
}

} // namespace

void paintReadings(QPainter& p, QRectF const& area, ReadingsPicture const& picture, Ink const& ink) {
    p.save();
    p.setRenderHint(QPainter::Antialiasing);
    auto const axis = axisFor(picture, area);
    double const base = area.bottom() - 34 * ink.scale, top = area.top() + 40 * ink.scale;
    auto const& t = picture.thickness;

    QColor band = ink.accent;
    band.setAlphaF(0.16F);
    p.fillRect(
        QRectF(QPointF(axis.x(t.mm - t.budget.expanded_95), top), QPointF(axis.x(t.mm + t.budget.expanded_95), base)),
        band);
    p.setPen(QPen(ink.accent, 2));
    p.drawLine(QPointF(axis.x(t.mm), top), QPointF(axis.x(t.mm), base));
    double const nominal_x = axis.x(picture.nominal_mm.value_or(t.mm));
    if (picture.nominal_mm) {
        p.setPen(QPen(ink.attention, 1.5, Qt::DashLine));
        p.drawLine(QPointF(nominal_x, top), QPointF(nominal_x, base));
    }
    p.setFont(ink.font(Ink::Type::Small));
    bool const apart = std::abs(axis.x(t.mm) - nominal_x) > 110 * ink.scale;
    auto label = [&](double mm, QString const& words, QColor const& colour, double lift) {
        p.setPen(colour);
        double const half = QFontMetricsF(p.font()).horizontalAdvance(words) / 2 + 2;
        double const x = std::clamp(axis.x(mm), area.left() + half, area.right() - half);
        p.drawText(QRectF(x - half, top - 20 * ink.scale - lift, 2 * half, 18 * ink.scale), Qt::AlignCenter, words);
    };
    label(t.mm, t.measured() ? QStringLiteral("mean and its 95 % band") : QStringLiteral("assumed"), ink.accent, 0);
    if (picture.nominal_mm)
        label(*picture.nominal_mm, QStringLiteral("nominal"), ink.attention, apart ? 0 : 16 * ink.scale);

    // Equal readings stand on each other.
    std::vector<std::pair<long, int>> heights;
    for (auto const& reading : picture.readings) {
        long const bin = std::lround(axis.x(reading.value_mm) / 8);
        auto found = std::find_if(heights.begin(), heights.end(), [&](auto const& h) { return h.first == bin; });
        if (found == heights.end()) found = heights.insert(heights.end(), {bin, 0});
        QPointF const at(axis.x(reading.value_mm), base - 12 - 16 * found->second++);
        p.setPen(QPen(ink.ink, 1.5));
        p.setBrush(reading.withdrawn ? ink.panel : ink.ink);
        p.drawEllipse(at, 5, 5);
        if (reading.withdrawn) p.drawLine(at + QPointF(-4, -4), at + QPointF(4, 4));
    }
    ticks(p, axis, base, picture, ink);
    p.restore();
}

void paintKit(QPainter& p, QRectF const& area, KitPicture const& picture, Ink const& ink) {
    p.save();
    p.setRenderHint(QPainter::Antialiasing);
    auto const& tool = picture.tool;
    auto const& plate_size = picture.plate;
    bool const inserts = tool.tip == shop::TipShape::Insert;
    double const length_mm = tool.length_mm.value_or(50);
    double const stick_out_mm = std::min(tool.stick_out_mm.value_or(length_mm * 0.6), length_mm);
    // The tool stands over the plate as it will touch it: over its middle, or one insert over it.
    double const off_mm = inserts ? tool.contactRadius_mm() : 0;
    double const reach_mm = std::max(tool.diameter_mm, tool.largest_mm) / 2;
    double const left_mm = std::min(-plate_size.width_mm / 2, -off_mm - reach_mm) - 6;
    double const right_mm = std::max(plate_size.width_mm / 2, reach_mm - off_mm) + 6;
    double const gap_mm = std::max(4.0, length_mm * 0.12), tall_mm = length_mm + picture.plate_mm + gap_mm + 14;
    double const line = 20 * ink.scale, lead = 60 * ink.scale;
    double const scale =
        std::min((area.width() - 2 * lead) / (right_mm - left_mm), (area.height() - 3.6 * line) / tall_mm);
    double const floor = area.bottom() - 1.8 * line;
    double const middle = area.center().x() - (left_mm + right_mm) / 2 * scale;
    QRectF const plate(middle - plate_size.width_mm / 2 * scale, floor - picture.plate_mm * scale,
                       plate_size.width_mm * scale, picture.plate_mm * scale);
    drawPlate(p, plate, plate_size.path == shop::Path::Clip, ink);
    QPointF const tip(middle - off_mm * scale, plate.top() - gap_mm * scale);
    auto box = [&](double width_mm, double from_mm, double to_mm) {
        return QRectF(tip.x() - width_mm / 2 * scale, tip.y() - to_mm * scale, width_mm * scale,
                      (to_mm - from_mm) * scale);
    };
    p.setPen(Qt::NoPen);
    p.setBrush(ink.steel);
    p.drawRect(box(std::max(tool.largest_mm, 32.0), length_mm, length_mm + 12));
    drawCutter(p, CutterShape::of(tool), tip, stick_out_mm, scale, ink);
    drawNut(p, box(tool.largest_mm, stick_out_mm, length_mm), ink);
    p.setPen(QPen(ink.border, 1, Qt::DashLine));
    p.drawLine(QPointF(area.left() + 10, floor), QPointF(area.right() - 10, floor));
    if (inserts || off_mm > 0) {
        p.setPen(QPen(ink.accent, 1.4, Qt::DotLine));
        p.drawLine(QPointF(middle, tip.y()), QPointF(middle, plate.top()));
    }
    p.setFont(ink.font(Ink::Type::Mono));
    p.setPen(ink.ink);
    auto value = [&](double mm) { return text(lengthText(mm, picture.units)); };
    p.drawText(QRectF(area.left() + 8, floor + 4, area.width() - 16, line), Qt::AlignHCenter,
               value(picture.plate_mm) + QStringLiteral(" thick · Ø ") + value(tool.diameter_mm));
    auto const words = inserts ? QStringLiteral("one insert over the plate, the spindle turned so that it stays")
                       : tool.length_mm ? value(length_mm) + QStringLiteral(" below the spindle face")
                                        : QStringLiteral("length not known; drawn as ") + value(length_mm);
    p.setFont(ink.font(Ink::Type::Small));
    p.setPen(inserts ? ink.accent : ink.soft);
    p.drawText(QRectF(area.left() + 8, area.top() + 2, area.width() - 16, line), Qt::AlignRight, words);
    p.restore();
}

} // namespace steady::paper
