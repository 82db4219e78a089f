// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// The frame of a chart: lines at round numbers, their figures, and where a value lies.

#include "paper/Ink.h"

#include <QPainter>
#include <QPen>
#include <QRectF>

namespace steady::paper {

/// 1, 2 or 5 times a power of ten, so that a handful of steps fill the range.
double niceStep(double range);

/// From 0 to `most` on both axes; values are in mm and mm/min, figures in a unit of so many of those.
struct Chart {
    QRectF area;
    double most_x = 1, most_y = 1;
    double unit = 1;
    int decimals_x = 0, decimals_y = 3;

    double x(double value) const { return area.left() + value / most_x * area.width(); }
    double y(double value) const { return area.bottom() - value / most_y * area.height(); }
    void paint(QPainter& painter, Ink const& ink) const;
    /// What the axis across is, and which line is which; rows from 0, below it.
    void caption(QPainter& painter, Ink const& ink, QString const& across) const;
    void legend(QPainter& painter, Ink const& ink, int row, QPen const& line, QString const& words) const;
};

} // namespace steady::paper
