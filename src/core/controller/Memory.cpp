// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/controller/Memory.h"

namespace steady::controller {

void Memory::publish(Variables const& variables) {
    double const unit = native == UnitSystem::Metric ? 1 : mm_per_inch;
    auto const show = [&](Shows what, int further, double value) {
        if (int const first = variables.at(what)) parameters[static_cast<std::size_t>(first + further)] = value;
    };
    for (int axis = 0; axis < 3; ++axis) {
        show(Shows::ExternalOffset, axis, external_mm[axis] / unit);
        show(Shows::Shift, axis, kept_shift_mm[axis] / unit);
        for (int n = 0; n < work_offset_count; ++n)
            show(Shows::WorkOffsets, variables.offset_stride * n + axis, work_offsets_mm[n][axis] / unit);
    }
    show(Shows::WorkOffsetInUse, 0, modes.work_offset);
    for (int n = 0; n < variables.tools; ++n) {
        show(Shows::ToolLengths, n, tool_table_mm[static_cast<std::size_t>(n + 1)] / unit);
        show(Shows::ToolWears, n, tool_wear_mm[static_cast<std::size_t>(n + 1)] / unit);
    }
    show(Shows::Tool, 0, tool);
    show(Shows::SelectedTool, 0, selected_tool);
    show(Shows::LengthInForce, 0, tool_offset_mm / unit);
}

void Memory::forget(gcode::Grammar const& grammar) {
    double const nothing = grammar.vacancy ? gcode::vacant : 0;
    for (auto const& range : {grammar.kept, grammar.passing})
        for (int n = range.first; n <= range.last; ++n) parameters[static_cast<std::size_t>(n)] = nothing;
}

Vec3 Memory::origin_mm() const {
    Vec3 origin = work_offsets_mm[modes.work_offset - 1];
    for (int axis = 0; axis < 3; ++axis) origin[axis] += external_mm[axis] + shift_mm[axis];
    origin[2] += tool_offset_mm;
    return origin;
}

} // namespace steady::controller
