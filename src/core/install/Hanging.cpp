// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/install/Hanging.h"

#include <algorithm>

namespace steady::install {

bool passes(Point from, Point to, Rect const& over) {
    double enter = 0, leave = 1;
    auto clip = [&](double start, double way, double low, double high) {
        if (way == 0) return start > low && start < high;
        double a = (low - start) / way, b = (high - start) / way;
        if (a > b) std::swap(a, b);
        enter = std::max(enter, a);
        leave = std::min(leave, b);
        return enter < leave;
    };
    return clip(from.x_mm, to.x_mm - from.x_mm, over.x_low_mm, over.x_high_mm) &&
           clip(from.y_mm, to.y_mm - from.y_mm, over.y_low_mm, over.y_high_mm);
}

Point middle(Rect const& rect) { return {(rect.x_low_mm + rect.x_high_mm) / 2, (rect.y_low_mm + rect.y_high_mm) / 2}; }

double HangingPart::beside_mm(Point axis, Rect const& foot) const {
    if (!box) return foot.distance_mm(axis.x_mm, axis.y_mm) - radius_mm;
    return foot.apart_mm(
        {axis.x_mm - box->left_mm, axis.x_mm + box->right_mm, axis.y_mm - box->front_mm, axis.y_mm + box->back_mm});
}

Rect HangingPart::swept(Rect const& foot) const {
    if (!box) return foot.grown(radius_mm);
    return {foot.x_low_mm - box->right_mm, foot.x_high_mm + box->left_mm, foot.y_low_mm - box->back_mm,
            foot.y_high_mm + box->front_mm};
}

Hanging hangingAt(Layout const& layout, HangingTool const& tool, double tip_mm, double length_mm) {
    double const nose_mm = tip_mm + length_mm;
    Hanging hung{{HangingPart{tool.radius_mm, tip_mm, "cutter"},
                  {tool.nut_radius_mm, tip_mm + std::min(tool.stick_out_mm, length_mm), "nut"},
                  {layout.body_radius_mm, nose_mm, "spindle"},
                  {},
                  {}},
                 3};
    if (layout.shoe_mm)
        hung.parts[hung.count++] = {layout.shoe_radius_mm, nose_mm - *layout.shoe_mm, "dust shoe",
                                    layout.shoe_box ? &*layout.shoe_box : nullptr};
    if (layout.head_mm) hung.parts[hung.count++] = {0, nose_mm + *layout.head_mm, "head", &layout.head};
    return hung;
}

} // namespace steady::install
