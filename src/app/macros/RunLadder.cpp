// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// What the ladder shows of a run: the heights in the world that it plays in.
#include "app/macros/MacrosStation.h"

#include "app/widgets/Ladders.h"

#include <fmt/format.h>

namespace steady::app {

zeroing::LadderContent MacrosStation::ladderNow(machine::World const& truth) const {
    auto const& zero = m_rehearsal->zero;
    bool const on_setter = macros::of(m_kind).touches_setter && !macros::of(m_kind).touches_plate;
    zeroing::LadderContent content;
    if (on_setter && truth.setter) {
        double const trip = truth.setterTrip_mm(), drop = trip - truth.zeroOnStock_mm();
        content =
            ladderContent(zero, {"work zero", {{"setter", "setter contact", trip}, {"link", "link D", -drop}}, {}, {}},
                          zeroing::Stand::Setter, desk().units());
    } else if (zero.chain) {
        content = ladderContent(zero, desk().units());
    } else { // no contact yet: the virtual world's own heights
        content = ladderContent(zero,
                                {"work zero",
                                 {{"contact", "plate contact", truth.zeroOnStock_mm() + zero.thickness.mm},
                                  {"thickness", "plate thickness", -zero.thickness.mm}},
                                 {},
                                 {},
                                 true},
                                zeroing::Stand::Plate, desk().units());
    }
    content.chain.tool = fmt::format("tool {}", zero.assembly.number);
    if (macros::of(m_kind).touches_plate && macros::of(m_kind).touches_setter && truth.setter)
        content.setter_z_mm = truth.setterTrip_mm();
    content.stock_thickness_mm.reset(); // the room is for the tip and the plate
    content.plate_thickness_mm = truth.plate.thickness_mm;
    content.tip_z_mm = m_theatre.loaded() ? m_theatre.tipZ_mm() : truth.position_mm[2];
    content.plate_lies = m_theatre.loaded() ? m_theatre.plateLies() : truth.plate.place == machine::PlatePlace::OnStock;
    return content;
}

} // namespace steady::app
