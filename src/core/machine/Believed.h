// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// The world as the book believes it to be: where a run begins before faults change it.

#include "core/machine/World.h"
#include "core/shop/kinds/ToolSetter.h"
#include "core/shop/kinds/TouchPlate.h"

namespace steady::machine {

/// A setter and where its base stands, as far as the book knows.
struct BelievedSetter {
    shop::ToolSetter setter;
    double base_z_mm = 0; ///< machine Z at which the gauge line itself would meet its base
};

struct Belief {
    shop::Machine machine;
    shop::TouchPlate plate;
    shop::Assembly assembly;
    double thickness_mm = 10;
    double stock_thickness_mm = 20;
    double zero_z_mm = 0; ///< machine Z of the work top for this assembly
    double gap_mm = 8;    ///< tip above the plate at the start
    std::optional<BelievedSetter> setter;
    std::vector<shop::Assembly> assemblies; ///< all of the kit, for tool changes
};

World asBelieved(Belief const& belief);
Tool toolOf(shop::Assembly const& assembly);

/// A length that is not known is drawn and tried as this.
inline constexpr double assumed_length_mm = 50;

} // namespace steady::machine
