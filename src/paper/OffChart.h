// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// The frame of a chart of small differences over a length: zero in the middle, the same room above and below.

#include "core/quantity/Units.h"
#include "paper/Ink.h"

#include <QPainter>
#include <QRectF>
#include <vector>

namespace steady::paper {

struct OffChart {
    /// From `low` to `far` across, ±`most` up and down, mm; a margin is added.
    OffChart(QRectF const& whole, double low_mm, double far_mm, double most_mm, UnitSystem units, Ink const& ink);
    double x(double mm) const { return area.left() + (mm - low_mm) / (far_mm - low_mm) * area.width(); }
    double y(double mm) const { return area.center().y() - mm / most_mm * area.height() / 2; }
    /// `off`: what less what; `across`: of which length.
    void paint(QPainter& painter, QString const& off, QString const& across) const;
    /// The length of a mark, below it; left out where another one stands already.
    void figure(QPainter& painter, double mm);
    double below() const { return area.bottom() + 4 + 2.4 * line; } ///< where a legend begins

    QRectF whole, area;
    double low_mm, far_mm, most_mm, line;
    UnitSystem units;
    Ink const& ink;
    std::vector<double> figures; ///< where they stand, pixels
};

/// Before there is anything to draw.
void paintNothingYet(QPainter& painter, QRectF const& area, QString const& words, Ink const& ink);

} // namespace steady::paper
