// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/machine/Believed.h"

namespace steady::machine {

World asBelieved(Belief const& belief) {
    World world;
    auto const& m = belief.machine;
    for (int axis = 0; axis < 3; ++axis)
        world.axes[axis] = {m.axes[axis].low_mm, m.axes[axis].high_mm, m.axes[axis].rapid_mm_min,
                            m.axes[axis].accel_mm_s2};
    double const x = (m.axes[0].low_mm + m.axes[0].high_mm) / 2, y = (m.axes[1].low_mm + m.axes[1].high_mm) / 2;
    world.table = {m.axes[0].low_mm, m.axes[0].high_mm, m.axes[1].low_mm, m.axes[1].high_mm};
    world.tool = {belief.assembly.length_mm.value_or(50), belief.assembly.diameter_mm, true};
    world.stock_thickness_mm = belief.stock_thickness_mm;
    world.stock = {x - 150, x + 150, y - 60, y + 60};
    world.table_z_mm = belief.zero_z_mm - belief.stock_thickness_mm - world.tool.length_mm;
    world.plate.thickness_mm = belief.thickness_mm;
    world.plate.footprint = {x - belief.plate.width_mm / 2, x + belief.plate.width_mm / 2,
                             y - belief.plate.depth_mm / 2, y + belief.plate.depth_mm / 2};
    world.plate.push_in_mm = belief.plate.push_in_mm;
    world.input = {belief.plate.circuit, m.capture, m.debounce_s, m.poll_s, m.driver_lag_s, m.switch_scatter_mm};
    world.spindle = {m.spindle, false, m.spin_down_s};
    world.position_mm = {x, y, belief.zero_z_mm + belief.thickness_mm + belief.gap_mm};
    world.dialect = m.dialect;
    world.homed_parameter = m.homed_parameter;
    world.memory.native = m.units;
    world.memory.modes.units = m.units;
    return world;
}

} // namespace steady::machine
