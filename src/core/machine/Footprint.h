// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// A rectangle on the table.

namespace steady::machine {

/// Machine X and Y.
struct Footprint {
    double x_low_mm = 0, x_high_mm = 0, y_low_mm = 0, y_high_mm = 0;
    bool operator==(Footprint const&) const = default;
};

} // namespace steady::machine
