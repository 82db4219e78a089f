// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// The world as the book believes it to be: where a run begins before faults change it.

#include "core/machine/World.h"

namespace steady::machine {

struct Belief {
    shop::Machine machine;
    shop::TouchPlate plate;
    shop::Assembly assembly;
    double thickness_mm = 10;
    double stock_thickness_mm = 20;
    double zero_z_mm = 0; ///< machine Z of the work top for this assembly
    double gap_mm = 8;    ///< tip above the plate at the start
};

World asBelieved(Belief const& belief);

} // namespace steady::machine
