// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "exchange/RunJson.h"

namespace steady::exchange {
namespace {

Json vectorOf(controller::Vec3 const& v) { return {{"x", v[0]}, {"y", v[1]}, {"z", v[2]}}; }

} // namespace

Json toJson(machine::RunResult const& result, controller::Memory const& before) {
    Json out = Json::object();
    out["outcome"] = machine::name(result.outcome);
    out["where"] = {{"line", result.where.line}, {"text", result.text}, {"message", result.message}};
    out["elapsed_s"] = result.elapsed_s;
    out["paused_s"] = result.paused_s;
    out["moved"] = result.moved;
    out["position_mm"] = vectorOf(result.position_mm);
    auto& offsets = out["work_offsets"] = Json::object();
    for (int n = 1; n <= work_offset_count; ++n)
        offsets[workOffsetName(n)] = vectorOf(result.memory.work_offsets_mm[n - 1]);
    auto& tools = out["tool_offsets"] = {{"in_force_mm", result.memory.tool_offset_mm}};
    for (std::size_t n = 1; n < result.memory.tool_table_mm.size(); ++n)
        if (result.memory.tool_table_mm[n] != 0) tools["table_mm"][std::to_string(n)] = result.memory.tool_table_mm[n];
    auto& parameters = out["parameters"] = Json::object();
    for (int number : machine::changedParameters(before, result)) {
        double const value = result.memory.parameters[static_cast<std::size_t>(number)];
        parameters[std::to_string(number)] = value == gcode::vacant ? Json() : Json(value);
    }
    auto& contacts = out["contacts"] = Json::array();
    for (auto const& touch : result.contacts)
        contacts.push_back({{"reported_z_mm", touch.reported_z_mm},
                            {"true_z_mm", touch.true_z_mm},
                            {"at_s", touch.at_s},
                            {"false_contact", touch.false_contact}});
    out["tool_length"] = nullptr;
    if (auto const& length = result.length)
        out["tool_length"] = {{"tool", length->tool}, {"set_mm", length->set_mm}, {"true_mm", length->true_mm}};
    out["z_zero"] = nullptr;
    for (std::size_t axis = 0; axis < 2; ++axis) {
        auto const* key = axis == 0 ? "x_zero" : "y_zero";
        out[key] = nullptr;
        auto const& side = result.sides[axis];
        if (!side) continue;
        out[key] = {{"wcs", workOffsetName(side->work_offset)}, {"set_mm", side->set_mm}};
        out[key]["true_mm"] = side->true_mm ? Json(*side->true_mm) : Json();
        out[key]["error_mm"] = side->error_mm() ? Json(*side->error_mm()) : Json();
    }
    auto const zeroOf = [](machine::ZZero const& zero) {
        return Json{{"wcs", workOffsetName(zero.work_offset)},
                    {"set_mm", zero.set_mm},
                    {"true_mm", zero.true_mm},
                    {"error_mm", zero.error_mm()}};
    };
    if (result.z_zero) out["z_zero"] = zeroOf(*result.z_zero);
    auto& others = out["other_z_zeros"] = Json::array();
    for (auto const& zero : result.other_zeros) others.push_back(zeroOf(zero));
    out["offset_before"] = workOffsetName(result.offset_before);
    out["offset_after"] = workOffsetName(result.memory.modes.work_offset);
    return out;
}

} // namespace steady::exchange
