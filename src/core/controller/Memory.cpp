// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/controller/Memory.h"

namespace steady::controller {

void Memory::publish() {
    double const unit = native == UnitSystem::Metric ? 1 : mm_per_inch;
    for (int axis = 0; axis < 3; ++axis) {
        parameters[5211 + axis] = kept_shift_mm[axis] / unit;
        for (int n = 0; n < work_offset_count; ++n) parameters[5221 + 20 * n + axis] = work_offsets_mm[n][axis] / unit;
    }
    parameters[5220] = modes.work_offset;
    parameters[5400] = tool;
    parameters[5403] = tool_offset_mm / unit;
}

Vec3 Memory::origin_mm() const {
    Vec3 origin = work_offsets_mm[modes.work_offset - 1];
    for (int axis = 0; axis < 3; ++axis) origin[axis] += shift_mm[axis];
    origin[2] += tool_offset_mm;
    return origin;
}

} // namespace steady::controller
