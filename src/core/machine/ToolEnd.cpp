// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/machine/ToolEnd.h"

#include <algorithm>
#include <cmath>
#include <limits>
#include <numbers>

namespace steady::machine {
namespace {

constexpr double none = std::numeric_limits<double>::infinity();

/// Whether one of the inserts lies in a region.
template<class In> bool anyInsert(Tool const& tool, double turned_deg, In in) {
    int const count = std::max(1, tool.teeth);
    for (int i = 0; i < count; ++i) {
        double const angle = (turned_deg + 360.0 * i / count) * std::numbers::pi / 180;
        if (in(tool.contact_radius_mm * std::cos(angle), tool.contact_radius_mm * std::sin(angle))) return true;
    }
    return false;
}

} // namespace

double endHeight_mm(Tool const& tool, double r) {
    double const outer = tool.diameter_mm / 2;
    if (r > outer) return none;
    switch (tool.tip) {
    case shop::TipShape::Point: return r / std::tan(tool.vee_deg / 2 * std::numbers::pi / 180);
    case shop::TipShape::Ball: return outer - std::sqrt(std::max(0.0, outer * outer - r * r));
    case shop::TipShape::RoundOver: {
        double const arc = outer - tool.contact_radius_mm;
        return r <= tool.contact_radius_mm ? 0 : std::sqrt(std::max(0.0, arc * arc - (outer - r) * (outer - r)));
    }
    case shop::TipShape::Rim: return std::max(0.0, r - tool.contact_radius_mm);
    case shop::TipShape::Insert: return tool.recess_mm;
    }
    return none;
}

double liftOver_mm(Tool const& tool, double turned_deg, Footprint const& flat, double x, double y) {
    if (tool.tip == shop::TipShape::Insert && anyInsert(tool, turned_deg, [&](double dx, double dy) {
            return x + dx >= flat.x_low_mm && x + dx <= flat.x_high_mm && y + dy >= flat.y_low_mm &&
                   y + dy <= flat.y_high_mm;
        }))
        return 0;
    double const dx = std::max({0.0, flat.x_low_mm - x, x - flat.x_high_mm});
    double const dy = std::max({0.0, flat.y_low_mm - y, y - flat.y_high_mm});
    return endHeight_mm(tool, dx == 0 ? dy : dy == 0 ? dx : std::hypot(dx, dy));
}

double liftOverDisc_mm(Tool const& tool, double turned_deg, double off_x, double off_y, double disc_radius) {
    double const reach = disc_radius + std::max(tool.diameter_mm / 2, tool.contact_radius_mm);
    if (std::abs(off_x) > reach || std::abs(off_y) > reach) return none;
    if (tool.tip == shop::TipShape::Insert && anyInsert(tool, turned_deg, [&](double dx, double dy) {
            return std::hypot(dx - off_x, dy - off_y) <= disc_radius;
        }))
        return 0;
    return endHeight_mm(tool, std::max(0.0, std::sqrt(off_x * off_x + off_y * off_y) - disc_radius));
}

} // namespace steady::machine
