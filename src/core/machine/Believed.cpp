// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/machine/Believed.h"

namespace steady::machine {

Tool toolOf(shop::Assembly const& assembly) {
    Tool tool;
    tool.length_mm = assembly.length_mm.value_or(assumed_length_mm);
    tool.diameter_mm = assembly.diameter_mm;
    tool.conducts = assembly.conducts;
    tool.tip = assembly.tip;
    tool.contact_radius_mm = assembly.contactRadius_mm();
    tool.teeth = assembly.teeth;
    tool.vee_deg = assembly.vee_deg;
    tool.recess_mm = assembly.recess_mm;
    tool.nut_mm = assembly.largest_mm;
    tool.stick_out_mm = assembly.stick_out_mm.value_or(tool.length_mm);
    return tool;
}

namespace {

Electric electricOf(shop::Wiring const& wiring) {
    Electric made{wiring.output, wiring.input, ContactAt::AsItFits};
    if (wiring.contact_at) made.contact_at = *wiring.contact_at == shop::Level::Low ? ContactAt::Low : ContactAt::High;
    return made;
}

} // namespace

World asBelieved(Belief const& belief) {
    World world;
    auto const& m = belief.machine;
    for (int axis = 0; axis < 3; ++axis)
        world.axes[axis] = {m.axes[axis].low_mm, m.axes[axis].high_mm, m.axes[axis].rapid_mm_min,
                            m.axes[axis].accel_mm_s2, m.axes[axis].backlash_mm};
    double const x = (m.axes[0].low_mm + m.axes[0].high_mm) / 2, y = (m.axes[1].low_mm + m.axes[1].high_mm) / 2;
    world.table = {m.axes[0].low_mm, m.axes[0].high_mm, m.axes[1].low_mm, m.axes[1].high_mm};
    world.tool = toolOf(belief.assembly);
    for (auto const& each : belief.assemblies) world.tools.push_back({each.number, toolOf(each)});
    world.stock_thickness_mm = belief.stock_thickness_mm;
    world.stock = {x - 150, x + 150, y - 60, y + 60};
    // A zero is a reading on the way down: the axis then lags by its backlash.
    double const zero_z_mm = belief.zero_z_mm + m.axes[2].backlash_mm;
    world.table_z_mm = zero_z_mm - belief.stock_thickness_mm - world.tool.length_mm;
    world.plate.thickness_mm = belief.thickness_mm;
    // Under the tool; of an insert cutter, under the one insert that is turned there.
    double const under_x = x + (world.tool.tip == shop::TipShape::Insert ? world.tool.contact_radius_mm : 0);
    world.plate.footprint = {under_x - belief.plate.width_mm / 2, under_x + belief.plate.width_mm / 2,
                             y - belief.plate.depth_mm / 2, y + belief.plate.depth_mm / 2};
    world.plate.push_in_mm = belief.plate.push_in_mm;
    world.input = {belief.plate.circuit, m.capture, m.debounce_s, m.poll_s, m.driver_lag_s, m.switch_scatter_mm};
    world.input.path = belief.plate.path;
    world.input.electric = electricOf(belief.plate.wiring);
    world.spindle = {m.spindle, false, m.spin_down_s, m.spindle_body_mm, 0, m.dust_shoe_mm, m.dust_shoe_diameter_mm};
    world.air_output = belief.setter ? belief.setter->setter.practice.air_output : belief.plate.practice.air_output;
    world.position_mm = {x, y, zero_z_mm + belief.thickness_mm + belief.gap_mm};
    world.dialect = m.dialect;
    world.behaviour = m.behaviour;
    world.length_sign = m.length_sign;
    world.memory.tool = belief.assembly.number;
    if (belief.setter) {
        auto const& s = belief.setter->setter;
        world.setter = Setter{s.x_mm,
                              s.y_mm,
                              belief.setter->base_z_mm + m.axes[2].backlash_mm,
                              s.free_mm,
                              s.trigger_mm,
                              s.solid_mm,
                              s.overtravel_mm,
                              s.disc_mm,
                              s.body_mm,
                              s.bracket_reach_mm,
                              s.bracket_top_mm,
                              0,
                              s.circuit};
        world.setter->electric = electricOf(s.wiring);
    }
    world.memory.native = m.units;
    world.memory.modes.units = m.units;
    return world;
}

} // namespace steady::machine
