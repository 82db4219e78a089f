// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// A disc or plate from above, its heights as shades and figures, with a tool that can be moved over it.

#include "core/quantity/Units.h"
#include "core/studies/DiscMap.h"
#include "paper/Ink.h"

#include <QPainter>
#include <QRectF>

namespace steady::paper {

struct DiscPicture {
    std::vector<statistics::SurfacePoint> points;
    std::vector<statistics::SurfacePoint> before; ///< an earlier map, in thin rings; may be empty
    std::optional<studies::MapResult> map;
    studies::TouchingEnd tool;
    std::vector<statistics::SurfacePoint> screws; ///< with what goes under each as z; may be empty
    UnitSystem units = UnitSystem::Metric;
};

void paintDisc(QPainter& painter, QRectF const& area, DiscPicture const& picture, Ink const& ink);
/// The place on the disc under a point of the picture, in mm from its middle.
QPointF placeOnDisc(QRectF const& area, DiscPicture const& picture, QPointF at);

} // namespace steady::paper
