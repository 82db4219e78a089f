// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// What stands where: the table from above, and from the front with the heights.

#include "core/install/LayoutJudge.h"
#include "core/install/Suggest.h"
#include "paper/Ink.h"

#include <QPainter>
#include <QRectF>
#include <set>

namespace steady::paper {

/// Machine X and Y on a picture: `scale` pixels a millimetre, `middle` in the centre.
struct PlanMap {
    QRectF area;
    double scale = 1;
    QPointF middle; ///< machine X, Y, mm
    QPointF at(double x_mm, double y_mm) const {
        return area.center() + QPointF((x_mm - middle.x()) * scale, (middle.y() - y_mm) * scale);
    }
    QPointF back(QPointF at) const {
        auto const off = (at - area.center()) / scale;
        return {middle.x() + off.x(), middle.y() - off.y()};
    }
    QRectF rect(install::Rect const& r) const { return {at(r.x_low_mm, r.y_high_mm), at(r.x_high_mm, r.y_low_mm)}; }
};

struct LayoutPicture {
    install::Layout layout;
    std::set<std::int64_t> wrong;       ///< devices of which something is bad, by entity
    std::int64_t chosen = 0;            ///< entity
    std::vector<install::Place> places; ///< suggested, the first first
    std::optional<QPointF> stands;      ///< where the setter was measured, where that is not its plan
    UnitSystem units = UnitSystem::Metric;
};

/// All of travel and table.
PlanMap wholePlan(QRectF const& area, install::Layout const& layout);
void paintPlan(QPainter& painter, PlanMap const& map, LayoutPicture const& picture, Ink const& ink);
/// From the front: X across, heights above the table.
void paintFront(QPainter& painter, QRectF const& area, LayoutPicture const& picture, Ink const& ink);
/// Where leads come onto the table, and the corners of a lead, are held by numbers below those of entities.
inline constexpr std::int64_t entry_handle = -1;
constexpr std::int64_t cornerHandle(std::size_t corner) { return -2 - static_cast<std::int64_t>(corner); }
constexpr std::optional<std::size_t> cornerOf(std::int64_t handle) {
    return handle <= -2 ? std::optional(static_cast<std::size_t>(-2 - handle)) : std::nullopt;
}
/// The entity or handle at a point of the plan; 0: none. What is small wins over what lies below it; `chosen`: whose
/// corners can be held.
std::int64_t thingAt(PlanMap const& map, install::Layout const& layout, QPointF at, std::int64_t chosen);

} // namespace steady::paper
