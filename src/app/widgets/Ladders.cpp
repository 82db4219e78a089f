// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/widgets/Ladders.h"

namespace steady::app {

zeroing::LadderContent ladderContent(zeroing::PlateZeroResult const& zero, UnitSystem units,
                                     std::optional<double> setter_z_mm) {
    auto content = ladderContent(zero, *zero.chain, zeroing::Stand::Plate, units);
    content.setter_z_mm = setter_z_mm;
    return content;
}

zeroing::LadderContent ladderContent(zeroing::PlateZeroResult const& zero, zeroing::ZChain chain, zeroing::Stand on,
                                     UnitSystem units) {
    zeroing::LadderContent content;
    content.chain = std::move(chain);
    content.on = on;
    content.safe_z_mm = zero.machine.safeZ_mm();
    content.tool_diameter_mm = zero.assembly.diameter_mm;
    content.tool_length_mm = zero.assembly.length_mm;
    content.stock_thickness_mm = zero.setup.place.stock_thickness_mm;
    content.plate_width_mm = zero.plate.width_mm;
    content.plate_thickness_mm = zero.thickness.mm;
    content.units = units;
    return content;
}

} // namespace steady::app
