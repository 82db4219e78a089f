// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// What a pin touches from the side, seen from above: where it stood at each touch, and where zero lies.

#include "core/shop/kinds/SideTouch.h"
#include "core/zeroing/Sides.h"
#include "paper/Ink.h"

#include <QPainter>
#include <optional>

namespace steady::paper {

struct SidesPicture {
    shop::SideTouch side;
    std::optional<zeroing::SidesResult> result; ///< none: not touched yet
    UnitSystem units = UnitSystem::Metric;
};

void paintSides(QPainter& painter, QRectF const& area, SidesPicture const& picture, Ink const& ink);

} // namespace steady::paper
