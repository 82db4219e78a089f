// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Moves of an axis: what was measured less what was commanded, with the line that they make.

#include "core/install/AxisScale.h"
#include "core/quantity/Units.h"
#include "paper/Ink.h"

#include <QPainter>
#include <QRectF>
#include <optional>

namespace steady::paper {

struct ScalePicture {
    std::vector<shop::ScaleMove> moves;
    std::optional<install::AxisScale> scale;
    double error_mm = 0.01; ///< of the instrument: a bar at each move
    UnitSystem units = UnitSystem::Metric;
};

void paintScale(QPainter& painter, QRectF const& area, ScalePicture const& picture, Ink const& ink);

} // namespace steady::paper
