// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// A plate's thickness from readings at several places.

#include "core/base/Finding.h"
#include "core/quantity/Units.h"
#include "core/shop/Readings.h"
#include "core/statistics/Summary.h"
#include "core/uncertainty/Budget.h"

#include <span>

namespace steady::zeroing {

/// Of a plate of which nobody has said how thick it is.
inline constexpr double assumed_nominal_mm = 10;

struct Thickness {
    double mm = 0;
    statistics::Summary summary; ///< of the readings in force; n = 0: nominal is assumed
    uncertainty::Budget budget;
    Findings assumptions; ///< what was taken for granted, and what it costs
    bool measured() const { return summary.n > 0; }
};

/// Sources: scatter of the mean (s/√n, n − 1 degrees of freedom), the instrument's step (step/√12) and its maximum
/// permissible error (MPE/√3, not reduced by n): JCGM 100:2008, 4.2, F.2.2.1, 4.3.7. Without readings: nominal ± 0.1
/// mm. One reading: its scatter is assumed. Withdrawn readings do not count. `units`: of the sentences.
Thickness thicknessOf(shop::TouchPlate const& plate, std::span<shop::Reading const> readings,
                      shop::Instrument const* instrument, UnitSystem units = UnitSystem::Metric);

} // namespace steady::zeroing
