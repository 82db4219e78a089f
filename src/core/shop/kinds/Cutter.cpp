// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/shop/kinds/Cutter.h"

namespace steady::shop {

double usualContactRadius_mm(TipShape tip, double diameter_mm) {
    constexpr double pilot_share = 1.0 / 3; // of a round-over's diameter; common practice
    switch (tip) {
    case TipShape::Point:
    case TipShape::Ball: return 0;
    case TipShape::RoundOver: return diameter_mm / 2 * pilot_share;
    case TipShape::Rim:
    case TipShape::Insert: return diameter_mm / 2;
    }
    return 0;
}

} // namespace steady::shop
