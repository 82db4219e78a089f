// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// What a controller remembers between programs: parameters, offsets and modes. A value, so that runs chain.

#include "core/controller/MachinePort.h"
#include "core/gcode/Evaluate.h"
#include "core/quantity/Units.h"
#include "core/quantity/WorkOffset.h"

#include <vector>

namespace steady::controller {

enum class Motion { Rapid, Feed, Probe, ProbeQuietly, None };

struct Modes {
    UnitSystem units = UnitSystem::Metric;
    bool absolute = true;
    int work_offset = 1;
    double feed_mm_min = 0;
    Motion motion = Motion::Feed;
    bool operator==(Modes const&) const = default;
};

struct Memory {
    UnitSystem native = UnitSystem::Metric; ///< unit of the offset parameters
    std::vector<double> parameters = std::vector<double>(gcode::parameter_count, 0.0);
    std::array<Vec3, work_offset_count> work_offsets_mm{};
    Vec3 shift_mm{};           ///< G92 in force
    double tool_offset_mm = 0; ///< tool length offset in force
    Modes modes;

    /// Writes offsets and modes into the parameters that show them (#5211…, #5220, #5221…).
    void publish();
    /// Machine coordinates of the present program zero.
    Vec3 origin_mm() const;
};

} // namespace steady::controller
