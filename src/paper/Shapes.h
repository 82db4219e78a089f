// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// The trade's things as a practitioner knows them at a glance: cutters by their shape, nut, plate with lead and clip,
// setter. Each fits a place that the picture has worked out to scale.

#include "core/shop/Kinds.h"
#include "paper/Ink.h"

#include <QPainter>

namespace steady::paper {

/// What a cutter looks like.
struct CutterShape {
    shop::TipShape tip = shop::TipShape::Rim;
    double diameter_mm = 6, contact_radius_mm = 3, vee_deg = 90, recess_mm = 3;
    int teeth = 2;
    static CutterShape of(shop::Assembly const& tool);
    static CutterShape of(shop::Cutter const& cutter);
};

/// Point down, its lowest point at `tip`, `below_nut_mm` of it free; `scale` in pixels a millimetre.
void drawCutter(QPainter& painter, CutterShape const& shape, QPointF tip, double below_nut_mm, double scale,
                Ink const& ink);
/// A collet nut or holder with its flats.
void drawNut(QPainter& painter, QRectF const& place, Ink const& ink);
/// A plate with the lead that leaves it, and the clip at the lead's end where there is one.
void drawPlate(QPainter& painter, QRectF const& place, bool clip, Ink const& ink);

} // namespace steady::paper
