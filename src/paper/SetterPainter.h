// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// A fixed setter to scale, with its free, trigger and end heights, and the tool that would touch it.

#include "core/quantity/Units.h"
#include "core/shop/Kinds.h"
#include "paper/Ink.h"

#include <QPainter>
#include <QRectF>
#include <optional>

namespace steady::paper {

struct SetterPicture {
    shop::ToolSetter setter;
    std::optional<shop::Assembly> tool;
    double fast_overshoot_mm = 0; ///< how far the fast touch goes on below the trip
    UnitSystem units = UnitSystem::Metric;
};

void paintSetter(QPainter& painter, QRectF const& area, SetterPicture const& picture, Ink const& ink);

/// The assembly from spindle face to tip: nut, cutter, stick-out, contact circle.
struct ToolPicture {
    shop::Assembly tool;
    UnitSystem units = UnitSystem::Metric;
};

void paintTool(QPainter& painter, QRectF const& area, ToolPicture const& picture, Ink const& ink);

} // namespace steady::paper
