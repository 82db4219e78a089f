// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Two shops in which nothing stands at its default and no two figures are equal, so that one taken for another shows.

#include "support/Rows.h"

namespace steady::test {

/// How the second shop differs from the first in kind, not only in figures.
enum class Odd {
    Metric, ///< Z0 near the top, closed circuits, debounced, read at the release, negative lengths from a master
    Inch,   ///< Z0 at the table, open circuits, plate on the spindle's earth, spindle switched by hand, polled
};

/// Ready for the kind of macro: method, touches and offsets as it needs them. G56 is used, G58 and G59.2 go along.
///
/// Metric: the setter reads −81.1 for the bare nose (base −151.3, trigger 70.2) and −39.4 for tool 57, 41.7 long, which
/// reads −61.35 on the plate, 12.46 thick. Inch: 70.1 (11.2 + 58.9), 111.8 and 84.66.
LinkedShop oddShop(macros::Kind kind, Odd odd);

} // namespace steady::test
