// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "paper/DiscPainter.h"

#include <QPainterPath>
#include <algorithm>
#include <cmath>

namespace steady::paper {
namespace {

using namespace Qt::StringLiterals;

constexpr int cells = 96; ///< of the shading, each way

struct Frame {
    QPointF middle;
    double scale = 1, reach_mm = 1;

    Frame(QRectF const& area, DiscPicture const& picture) {
        for (auto const& each : picture.points) reach_mm = std::max(reach_mm, std::hypot(each.x_mm, each.y_mm));
        for (auto const& each : picture.screws) reach_mm = std::max(reach_mm, std::hypot(each.x_mm, each.y_mm));
        middle = area.center();
        scale = (std::min(area.width(), area.height()) / 2 - 34) / reach_mm;
    }
    QPointF at(double x_mm, double y_mm) const { return {middle.x() + x_mm * scale, middle.y() - y_mm * scale}; }
};

QColor between(QColor const& a, QColor const& b, double share) {
    auto const mix = [&](int x, int y) { return static_cast<int>(std::lround(x + (y - x) * share)); };
    return {mix(a.red(), b.red()), mix(a.green(), b.green()), mix(a.blue(), b.blue())};
}

} // namespace

void paintDisc(QPainter& p, QRectF const& area, DiscPicture const& picture, Ink const& ink) {
    p.save();
    p.setRenderHint(QPainter::Antialiasing);
    Frame const f(area, picture);
    auto const length = [&](double mm, Sign sign = Sign::AsNeeded) {
        return text(lengthNumber(mm, picture.units, sign));
    };
    auto const words = [&](QPointF at, QString const& said, QColor const& colour, Ink::Type type = Ink::Type::Small) {
        p.setFont(ink.font(type));
        p.setPen(colour);
        QRectF const box(at.x() - 90, at.y() - 9 * ink.scale, 180, 18 * ink.scale);
        p.drawText(box, Qt::AlignCenter, said);
    };
    if (picture.map) {
        auto const& surface = picture.map->surface;
        double low = 1e9, high = -1e9;
        auto const height = [&](int i, int j) {
            double const step = 2 * f.reach_mm / cells;
            return studies::height_mm(surface, -f.reach_mm + (i + 0.5) * step, -f.reach_mm + (j + 0.5) * step);
        };
        auto const inside = [&](int i, int j) {
            double const x = (i + 0.5) * 2 / cells - 1, y = (j + 0.5) * 2 / cells - 1;
            return x * x + y * y <= 1.06;
        };
        for (int i = 0; i < cells; ++i)
            for (int j = 0; j < cells; ++j)
                if (inside(i, j)) low = std::min(low, height(i, j)), high = std::max(high, height(i, j));
        double const side = 2 * f.reach_mm / cells * f.scale;
        p.setRenderHint(QPainter::Antialiasing, false);
        QPainterPath round;
        round.addEllipse(f.middle, f.reach_mm * f.scale, f.reach_mm * f.scale);
        p.save();
        p.setClipPath(round);
        for (int i = 0; i < cells; ++i)
            for (int j = 0; j < cells; ++j) {
                if (!inside(i, j)) continue;
                double const share = high > low ? (height(i, j) - low) / (high - low) : 0;
                auto const at =
                    f.at(-f.reach_mm + i * 2 * f.reach_mm / cells, -f.reach_mm + (j + 1) * 2 * f.reach_mm / cells);
                // Six steps, so that places of one height can be followed.
                p.fillRect(QRectF(at, QSizeF(side + 1, side + 1)),
                           between(ink.panel, ink.wood, std::floor(share * 5.999) / 5));
            }
        p.restore();
        p.setRenderHint(QPainter::Antialiasing);
    }
    p.setPen(QPen(ink.border, 1.5));
    p.setBrush(Qt::NoBrush);
    p.drawEllipse(f.middle, f.reach_mm * f.scale, f.reach_mm * f.scale);
    for (auto const& each : picture.before) {
        p.setPen(QPen(ink.soft, 1, Qt::DotLine));
        p.drawEllipse(f.at(each.x_mm, each.y_mm), 7 * ink.scale, 7 * ink.scale);
    }
    double const middle_mm = picture.map ? studies::height_mm(picture.map->surface, 0, 0) : 0;
    bool const crowded = picture.points.size() > 40;
    for (auto const& each : picture.points) {
        auto const at = f.at(each.x_mm, each.y_mm);
        p.setPen(Qt::NoPen);
        p.setBrush(ink.ink);
        p.drawEllipse(at, 2.5 * ink.scale, 2.5 * ink.scale);
        if (!crowded) words(at + QPointF(0, 12 * ink.scale), length(each.z_mm - middle_mm, Sign::Always), ink.ink);
    }
    for (auto const& each : picture.screws) {
        auto const at = f.at(each.x_mm, each.y_mm);
        p.setPen(QPen(ink.ink, 1.5));
        p.setBrush(ink.steel);
        p.drawRect(QRectF(at.x() - 6, at.y() - 6, 12, 12));
        words(at + QPointF(0, -16 * ink.scale), u"under it "_s + length(each.z_mm), ink.ink);
    }
    auto const at = f.at(picture.tool.x_mm, picture.tool.y_mm);
    double const radius = std::max(4.0, picture.tool.diameter_mm / 2 * f.scale);
    p.setBrush(Qt::NoBrush);
    p.setPen(QPen(ink.panel, 5));
    p.drawEllipse(at, radius, radius);
    p.setPen(QPen(ink.accent, 2.5));
    p.drawEllipse(at, radius, radius);
    p.drawLine(at - QPointF(5, 0), at + QPointF(5, 0));
    p.drawLine(at - QPointF(0, 5), at + QPointF(0, 5));
    p.restore();
}

QPointF placeOnDisc(QRectF const& area, DiscPicture const& picture, QPointF at) {
    Frame const f(area, picture);
    return {(at.x() - f.middle.x()) / f.scale, -(at.y() - f.middle.y()) / f.scale};
}

} // namespace steady::paper
