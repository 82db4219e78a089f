// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// What a controller remembers between programs: parameters, offsets and modes. A value, so that runs chain.

#include "core/controller/Dialect.h"
#include "core/controller/MachinePort.h"
#include "core/quantity/Units.h"
#include "core/quantity/WorkOffset.h"

#include <map>
#include <string>
#include <vector>

namespace steady::controller {

enum class Motion {
    Rapid,
    Feed,
    Probe,
    ProbeQuietly,
    ProbeAway,
    ProbeAwayQuietly,
    None,
    ArcClockwise,
    ArcCounter,
    Drill,
    DrillAndWait,
    DrillInSteps
};

inline constexpr int tool_count = 256; ///< tools 1 to 255; 0: none
inline constexpr int port_count = 16;  ///< digital outputs 0 to 15

struct Modes {
    UnitSystem units = UnitSystem::Metric;
    bool absolute = true;
    int work_offset = 1;
    double feed_mm_min = 0;
    Motion motion = Motion::Feed;
    bool override_locked = false;
    int plane = 0; ///< of arcs: 0 X and Y, 1 Z and X, 2 Y and Z
    bool centre_absolute = false;
    bool back_to_start = true; ///< after a hole; otherwise to R
    bool operator==(Modes const&) const = default;
};

struct Memory {
    UnitSystem native = UnitSystem::Metric; ///< unit of the offset parameters
    std::vector<double> parameters = std::vector<double>(gcode::variable_count, 0.0);
    std::array<Vec3, work_offset_count> work_offsets_mm{};
    Vec3 external_mm{};        ///< added to every work offset, on controls that have it
    Vec3 shift_mm{};           ///< of the coordinates, in force
    Vec3 kept_shift_mm{};      ///< as the variables keep it, in force or not
    double tool_offset_mm = 0; ///< tool length offset in force
    int tool = 0;              ///< in the spindle, as the controller believes
    int selected_tool = 0;     ///< by T
    std::vector<double> tool_table_mm = std::vector<double>(tool_count, 0.0); ///< lengths as the table keeps them
    std::vector<double> tool_wear_mm = std::vector<double>(tool_count, 0.0);  ///< added to them
    std::array<bool, port_count> outputs{};
    std::map<std::string, double> named; ///< global named parameters
    std::array<Vec3, 2> stored{};        ///< points of a control that keeps them in no variable; native unit
    Modes modes;
    bool operator==(Memory const&) const = default;

    /// Writes offsets and modes into the variables that show them.
    void publish(Variables const& variables);
    /// Machine coordinates of the present program zero.
    Vec3 origin_mm() const;
    /// What the table holds for a tool, as it keeps it.
    double tabled_mm(int number) const {
        auto const at = static_cast<std::size_t>(number);
        return tool_table_mm[at] + tool_wear_mm[at];
    }
    /// As after the control was switched on for the first time: the owner's variables hold nothing.
    void forget(gcode::Grammar const& grammar);
};

} // namespace steady::controller
