// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/install/Layout.h"

#include "core/shop/Book.h"
#include "core/zeroing/PlateZero.h"
#include "core/zeroing/SetterHeight.h"

#include <algorithm>
#include <cmath>

namespace steady::install {
namespace {

constexpr double assumed_length_mm = 50;
/// A spindle face stands about so far above the table at the top of Z: the travel and a hand more.
constexpr double assumed_below_travel_mm = 60;

HangingTool hanging(shop::Assembly const& tool) {
    HangingTool made;
    made.number = tool.number;
    made.name = tool.name;
    made.assumed = !tool.length_mm;
    made.length_mm = tool.length_mm.value_or(assumed_length_mm);
    made.error_mm = tool.length_error_mm;
    made.radius_mm = tool.diameter_mm / 2;
    made.contact_radius_mm = tool.contactRadius_mm();
    made.stick_out_mm = tool.stick_out_mm.value_or(made.length_mm);
    made.nut_radius_mm = tool.largest_mm / 2;
    made.on_setter = tool.method == shop::LengthMethod::Setter;
    return made;
}

TouchedDevice standingSetter(shop::ToolSetter const& setter, shop::Mounting const& plan, Id<shop::ToolSetter> id) {
    TouchedDevice made;
    made.name = setter.name;
    made.mount = plan.mount;
    made.x_mm = plan.x_mm;
    made.y_mm = plan.y_mm;
    made.base_mm = plan.base_mm;
    made.free_mm = setter.free_mm;
    made.trigger_mm = setter.trigger_mm;
    made.solid_mm = setter.overtravel_mm.value_or(setter.solid_mm);
    made.disc_radius_mm = setter.disc_mm / 2;
    made.body_radius_mm = setter.body_mm / 2;
    made.bracket_reach_mm = setter.bracket_reach_mm;
    made.bracket_top_mm = setter.bracket_top_mm;
    made.cable_mm = plan.cable_mm;
    made.bend_mm = plan.bend_mm;
    made.exit = plan.exit;
    made.lamp = plan.lamp;
    made.corners = plan.corners;
    made.entity = id.value;
    return made;
}

/// A plate that lies in its place is touched like a setter without a stroke.
TouchedDevice parked(shop::Fitting const& plate, std::int64_t entity) {
    TouchedDevice made;
    made.name = plate.name;
    made.x_mm = plate.x_mm;
    made.y_mm = plate.y_mm;
    made.base_mm = plate.base_mm;
    made.free_mm = made.trigger_mm = made.solid_mm = plate.height_mm;
    made.disc_radius_mm = std::min(plate.width_mm, plate.depth_mm) / 2;
    made.body_radius_mm = std::max(plate.width_mm, plate.depth_mm) / 2;
    made.parked = true;
    made.entity = entity;
    return made;
}

/// Where the spindle face would stand on the table: typed, or from where the setter trips.
std::optional<double> noseOnTable_mm(facts::Reader const& book, shop::ZeroSetup const& setup,
                                     shop::TableTop const& table, shop::Mounting const& mounting) {
    if (table.nose_z_mm) return table.nose_z_mm;
    auto const* setter = book.find(setup.place.setter);
    auto const height = zeroing::setterHeight(book, setup);
    if (!setter || !height || !mountingIdOf(book, setup.place.setter)) return std::nullopt;
    return height->nose_z_mm - setter->trigger_mm - mounting.base_mm;
}

template<class T, class Of> Id<T> newest(facts::Reader const& book, Of of) {
    Id<T> found;
    for (auto const& [id, each] : book.all<T>())
        if (of(*each)) found = id;
    return found;
}

} // namespace

Rect Rect::cut(Rect const& by) const {
    return {std::max(x_low_mm, by.x_low_mm), std::min(x_high_mm, by.x_high_mm), std::max(y_low_mm, by.y_low_mm),
            std::min(y_high_mm, by.y_high_mm)};
}

bool Rect::holds(Rect const& other) const {
    return other.x_low_mm >= x_low_mm && other.x_high_mm <= x_high_mm && other.y_low_mm >= y_low_mm &&
           other.y_high_mm <= y_high_mm;
}

double Rect::apart_mm(Rect const& other) const {
    double const dx = std::max(x_low_mm - other.x_high_mm, other.x_low_mm - x_high_mm);
    double const dy = std::max(y_low_mm - other.y_high_mm, other.y_low_mm - y_high_mm);
    return dx > 0 && dy > 0 ? std::hypot(dx, dy) : std::max(dx, dy);
}

double Rect::distance_mm(double x_mm, double y_mm) const {
    double const dx = std::max({x_low_mm - x_mm, 0.0, x_mm - x_high_mm});
    double const dy = std::max({y_low_mm - y_mm, 0.0, y_mm - y_high_mm});
    return std::hypot(dx, dy);
}

int Solid::pockets() const {
    if (sort != shop::FittingSort::Rack || pitch_mm.value_or(0) <= 0) return 0;
    return static_cast<int>(std::max(foot.width_mm(), foot.depth_mm()) / *pitch_mm + 1e-9);
}

Rect TouchedDevice::foot() const {
    return {x_mm - body_radius_mm, x_mm + body_radius_mm + bracket_reach_mm, y_mm - body_radius_mm,
            y_mm + body_radius_mm};
}

Rect TouchedDevice::bend() const {
    double const r = body_radius_mm, out = r + bend_mm, half = bend_mm / 2;
    switch (exit) {
    case shop::LeadExit::Left: return {x_mm - out, x_mm - r, y_mm - half, y_mm + half};
    case shop::LeadExit::Right: return {x_mm + r, x_mm + out, y_mm - half, y_mm + half};
    case shop::LeadExit::Front: return {x_mm - half, x_mm + half, y_mm - out, y_mm - r};
    case shop::LeadExit::Back: return {x_mm - half, x_mm + half, y_mm + r, y_mm + out};
    }
    return {};
}

std::optional<shop::LeadExit> TouchedDevice::lampSide() const {
    using shop::LampAt;
    using shop::LeadExit;
    // Round to the left, seen from above.
    static constexpr LeadExit round[] = {LeadExit::Left, LeadExit::Front, LeadExit::Right, LeadExit::Back};
    if (lamp == LampAt::None) return std::nullopt;
    int const at = static_cast<int>(std::find(std::begin(round), std::end(round), exit) - std::begin(round));
    int const turned = lamp == LampAt::WithLead ? 0 : lamp == LampAt::LeftOfLead ? 1 : lamp == LampAt::Opposite ? 2 : 3;
    return round[(at + turned) % 4];
}

Id<shop::TableTop> tableIdOf(facts::Reader const& book, Id<shop::Machine> machine) {
    return newest<shop::TableTop>(book, [&](shop::TableTop const& table) { return table.machine == machine; });
}

shop::TableTop tableOf(facts::Reader const& book, shop::ZeroSetup const& setup) {
    if (auto const* found = book.find(tableIdOf(book, setup.place.machine))) return *found;
    auto const machine = zeroing::machineOf(book, setup);
    shop::TableTop table;
    table.machine = setup.place.machine;
    table.x_mm = machine.axes[0].low_mm;
    table.y_mm = machine.axes[1].low_mm;
    table.width_mm = std::max(1.0, machine.axes[0].high_mm - machine.axes[0].low_mm);
    table.depth_mm = std::max(1.0, machine.axes[1].high_mm - machine.axes[1].low_mm);
    return table;
}

Id<shop::Mounting> mountingIdOf(facts::Reader const& book, Id<shop::ToolSetter> setter) {
    return newest<shop::Mounting>(book, [&](shop::Mounting const& each) { return each.setter == setter; });
}

shop::Mounting mountingOf(facts::Reader const& book, Id<shop::ToolSetter> id) {
    if (auto const* found = book.find(mountingIdOf(book, id))) return *found;
    shop::Mounting mounting;
    mounting.setter = id;
    if (auto const* setter = book.find(id)) {
        mounting.x_mm = setter->x_mm;
        mounting.y_mm = setter->y_mm;
    }
    return mounting;
}

Layout layoutOf(facts::Reader const& book, shop::ZeroSetup const& setup) {
    Layout layout;
    auto const machine = zeroing::machineOf(book, setup);
    auto const table = tableOf(book, setup);
    auto const mounting = mountingOf(book, setup.place.setter);
    auto const& [x, y, z] = machine.axes;
    layout.travel = {x.low_mm, x.high_mm, y.low_mm, y.high_mm};
    double const z_travel_mm = z.high_mm - z.low_mm;
    auto const nose_z_mm = noseOnTable_mm(book, setup, table, mounting);
    layout.height_assumed = !nose_z_mm;
    layout.nose_top_mm = nose_z_mm ? z.high_mm - *nose_z_mm : z_travel_mm + assumed_below_travel_mm;
    layout.nose_bottom_mm = layout.nose_top_mm - z_travel_mm;
    layout.body_radius_mm = machine.spindle_body_mm / 2;
    layout.shoe_mm = machine.dust_shoe_mm;
    layout.shoe_radius_mm = machine.dust_shoe_diameter_mm / 2;
    if (machine.shoe_boxed) layout.shoe_box = machine.shoe;
    layout.head_mm = machine.head_mm;
    layout.head = machine.head;
    layout.gantry_mm = table.gantry_mm;
    layout.rapid_mm_min = std::min(x.rapid_mm_min, y.rapid_mm_min);
    layout.accel_mm_s2 = std::min(x.accel_mm_s2, y.accel_mm_s2);
    layout.z_rapid_mm_min = z.rapid_mm_min;
    layout.z_accel_mm_s2 = z.accel_mm_s2;
    layout.table = {table.x_mm, table.x_mm + table.width_mm, table.y_mm, table.y_mm + table.depth_mm};
    layout.slots = table.slots;
    layout.slot_first_mm = table.slot_first_mm;
    layout.slot_pitch_mm = table.slot_pitch_mm;
    layout.cable_x_mm = table.x_mm + table.cable_x_mm;
    layout.cable_y_mm = table.y_mm + table.cable_y_mm;
    layout.clearance_mm = table.clearance_mm;
    layout.from_end_mm = table.from_end_mm;
    layout.changes_a_month = table.changes_a_month;
    auto const end = [](shop::AxisTravel const& axis) {
        return axis.home == shop::AxisEnd::Low ? axis.low_mm : axis.high_mm;
    };
    layout.home_x_mm = end(x);
    layout.home_y_mm = end(y);
    layout.homing_touches = machine.behaviour.homing_touches_setter;
    if (auto const* board = book.find(setup.place.board)) layout.board_mm = board->thickness_mm;
    if (auto const* setter = book.find(setup.place.setter))
        layout.devices.push_back(standingSetter(*setter, mounting, setup.place.setter));
    for (auto const& [id, setter] : book.all<shop::ToolSetter>()) {
        auto const* plan = id == setup.place.setter ? nullptr : book.find(mountingIdOf(book, id));
        if (plan && (!plan->machine || plan->machine == setup.place.machine))
            layout.devices.push_back(standingSetter(*setter, *plan, id));
    }
    for (auto const& [id, fitting] : book.all<shop::Fitting>()) {
        if (fitting->machine != setup.place.machine) continue;
        if (fitting->sort == shop::FittingSort::PlateParking)
            layout.devices.push_back(parked(*fitting, id.value));
        else
            layout.solids.push_back({fitting->name,
                                     fitting->sort,
                                     {fitting->x_mm - fitting->width_mm / 2, fitting->x_mm + fitting->width_mm / 2,
                                      fitting->y_mm - fitting->depth_mm / 2, fitting->y_mm + fitting->depth_mm / 2},
                                     fitting->base_mm,
                                     fitting->base_mm + fitting->height_mm,
                                     fitting->pitch_mm,
                                     id.value});
    }
    for (auto const& [id, tool] : shop::toolsOf(book, setup.place.machine)) layout.tools.push_back(hanging(*tool));
    return layout;
}

std::optional<double> besideSlot_mm(Layout const& layout, double x_mm, double y_mm) {
    if (layout.slots == shop::SlotsAlong::None || layout.slot_pitch_mm <= 0) return std::nullopt;
    bool const along_x = layout.slots == shop::SlotsAlong::X;
    double const across = along_x ? y_mm - layout.table.y_low_mm : x_mm - layout.table.x_low_mm;
    double const extent = along_x ? layout.table.depth_mm() : layout.table.width_mm();
    double const last = std::floor((extent - layout.slot_first_mm) / layout.slot_pitch_mm);
    double const nr =
        std::clamp(std::round((across - layout.slot_first_mm) / layout.slot_pitch_mm), 0.0, std::max(0.0, last));
    return layout.slot_first_mm + nr * layout.slot_pitch_mm - across;
}

std::pair<double, double> snapped(Layout const& layout, double x_mm, double y_mm, double within_mm) {
    auto const by = besideSlot_mm(layout, x_mm, y_mm);
    if (!by || std::abs(*by) > within_mm) return {x_mm, y_mm};
    return layout.slots == shop::SlotsAlong::X ? std::pair{x_mm, y_mm + *by} : std::pair{x_mm + *by, y_mm};
}

} // namespace steady::install
