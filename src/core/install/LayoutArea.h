// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// What things take away from the place to cut.

#include "core/install/Layout.h"

namespace steady::install {

/// Area of all rectangles together within `area`, mm²; where they overlap it counts once.
double covered_mm2(Rect const& area, std::vector<Rect> const& things);

/// The largest rectangle along the axes that fits within `area` beside all of them. Empty: none.
Rect largestFree(Rect const& area, std::vector<Rect> const& things);

/// What stands on the table for good, each with the clearance around it: stock and clamps come and go.
std::vector<Rect> standing(Layout const& layout);

} // namespace steady::install
