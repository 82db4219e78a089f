// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "paper/ReadingsPainter.h"

#include <QFontMetricsF>
#include <algorithm>
#include <cmath>

namespace steady::paper {
namespace {

QString text(std::string const& s) { return QString::fromStdString(s); }

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
    double const length_mm = picture.tool_length_mm.value_or(50);
    double const wide_mm = picture.plate_width_mm + std::max(picture.tool_diameter_mm, 20.0) + 60;
    double const tall_mm = std::max(length_mm + 16, picture.plate_mm) + 4;
    double const scale =
        std::min((area.width() - 60 * ink.scale) / wide_mm, (area.height() - 50 * ink.scale) / tall_mm);
    double const floor = area.bottom() - 26 * ink.scale;
    double const plate_x = area.left() + area.width() / 2 - wide_mm * scale / 2;

    p.setPen(Qt::NoPen);
    p.setBrush(ink.steel);
    QRectF const plate(plate_x, floor - picture.plate_mm * scale, picture.plate_width_mm * scale,
                       picture.plate_mm * scale);
    p.drawRect(plate);
    double const tool_x =
        plate_x + (picture.plate_width_mm + 50 + std::max(picture.tool_diameter_mm, 20.0) / 2) * scale;
    QRectF const tool(tool_x - picture.tool_diameter_mm * scale / 2, floor - length_mm * scale,
                      picture.tool_diameter_mm * scale, length_mm * scale);
    QRectF const nose(tool_x - 16 * scale, tool.top() - 14 * scale, 32 * scale, 14 * scale);
    p.drawRect(nose);
    p.setBrush(ink.tool);
    p.drawRect(tool);
    p.setPen(QPen(ink.border, 1, Qt::DashLine));
    p.drawLine(QPointF(area.left() + 10, floor), QPointF(area.right() - 10, floor));

    p.setFont(ink.font(Ink::Type::Mono));
    p.setPen(ink.ink);
    auto below = [&](double x, QString const& words) {
        p.drawText(QRectF(x - 140, floor + 4, 280, 20 * ink.scale), Qt::AlignHCenter, words);
    };
    below(plate.center().x(), text(lengthText(picture.plate_mm, picture.units)) + QStringLiteral(" thick"));
    below(tool_x, QStringLiteral("Ø ") + text(lengthText(picture.tool_diameter_mm, picture.units)));
    auto const words = picture.tool_length_mm
                           ? text(lengthText(length_mm, picture.units)) + QStringLiteral(" below the spindle face")
                           : QStringLiteral("length not known; drawn as ") + text(lengthText(length_mm, picture.units));
    p.drawText(QRectF(area.left(), nose.top() - 22 * ink.scale, area.width() - 8, 20 * ink.scale), Qt::AlignRight,
               words);
    p.restore();
}

} // namespace steady::paper
