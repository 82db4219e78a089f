// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/install/HoleTemplate.h"

#include <algorithm>
#include <cmath>
#include <numbers>

namespace steady::install {

Result<HoleTemplate> holeTemplate(facts::Reader const& book, shop::ZeroSetup const& setup) {
    auto const* setter = book.find(setup.place.setter);
    if (!setter) return fail(Code::Missing, {"setter"}, "The setter", "Type it at Kit.");
    auto const plan = mountingOf(book, setup.place.setter);
    auto const layout = layoutOf(book, setup);
    HoleTemplate made;
    made.device = setter->name;
    made.disc_mm = setter->disc_mm;
    made.body_mm = setter->body_mm;
    double const body = setter->body_mm / 2;
    made.extent = {-body, body, -body, body};
    if (setter->bracket_reach_mm > 0) {
        made.bracket = Rect{body, body + setter->bracket_reach_mm, -body, body};
        made.extent.x_high_mm = made.bracket->x_high_mm;
    }
    for (int i = 0; i < plan.holes; ++i) {
        double const angle = plan.holes_turned_deg * std::numbers::pi / 180 + 2 * std::numbers::pi * i / plan.holes;
        double const r = plan.hole_circle_mm / 2;
        made.holes.push_back({{r * std::cos(angle), r * std::sin(angle)}, plan.hole_mm});
        auto& e = made.extent;
        auto const& at = made.holes.back().at;
        e.x_low_mm = std::min(e.x_low_mm, at.x_mm - plan.hole_mm);
        e.x_high_mm = std::max(e.x_high_mm, at.x_mm + plan.hole_mm);
        e.y_low_mm = std::min(e.y_low_mm, at.y_mm - plan.hole_mm);
        e.y_high_mm = std::max(e.y_high_mm, at.y_mm + plan.hole_mm);
    }
    // What is near enough to line up with widens it.
    double const left = layout.table.x_low_mm - plan.x_mm, front = layout.table.y_low_mm - plan.y_mm;
    bool const on_table = plan.mount == shop::Mount::Table;
    bool const by_left = on_table && left < 0 && -left <= edge_within_mm,
               by_front = on_table && front < 0 && -front <= edge_within_mm;
    auto& e = made.extent;
    if (by_left) e.x_low_mm = std::min(e.x_low_mm, left);
    if (by_front) e.y_low_mm = std::min(e.y_low_mm, front);
    if (by_left) made.lines.push_back({{left, e.y_low_mm}, {left, e.y_high_mm}, "left edge of the table"});
    if (by_front) made.lines.push_back({{e.x_low_mm, front}, {e.x_high_mm, front}, "front edge of the table"});
    if (auto const beside = besideSlot_mm(layout, plan.x_mm, plan.y_mm);
        on_table && beside && std::abs(*beside) < body) {
        if (layout.slots == shop::SlotsAlong::X)
            made.lines.push_back({{e.x_low_mm, *beside}, {e.x_high_mm, *beside}, "middle of the slot"});
        else
            made.lines.push_back({{*beside, e.y_low_mm}, {*beside, e.y_high_mm}, "middle of the slot"});
    }
    return made;
}

} // namespace steady::install
