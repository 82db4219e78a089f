// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// The readings of a study as pairs of lengths, or as places on a map.

#include "core/facts/Reader.h"
#include "core/statistics/Surface.h"
#include "core/studies/Pairs.h"

namespace steady::proving {

/// Setter and gauge of each tool; those marked are left out, and those without a second value. A reading's x_mm is the
/// diameter that touches: none or 0 for a point.
std::vector<studies::LengthPair> pairsOf(shop::Readings const& readings);

/// Those with a place; marked ones are left out.
std::vector<statistics::SurfacePoint> placesOf(shop::Readings const& readings);

} // namespace steady::proving
