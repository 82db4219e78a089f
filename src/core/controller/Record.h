// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// What one executed line did: the stuff of the words beside the text, of playing and of scrubbing.

#include "core/controller/MachinePort.h"
#include "core/quantity/Units.h"

#include <vector>

namespace steady::controller {

struct Record {
    enum class Kind {
        Nothing,
        Modes,
        Setting,
        Branch,
        Rapid,
        Feed,
        Arc,
        Hole,
        Probe,
        Dwell,
        SpindleStop,
        SpindleStart,
        WorkOffset,
        Shift,
        Pause,
        ToolChange,
        ToolTable,
        LengthOffset,
        Output,
        Call,
        Return,
        Loop,
        End
    };
    struct Assigned {
        std::string name; ///< “#101”, “#<_link>”
        double value;
    };

    int line = 0;
    Kind kind = Kind::Nothing;
    Vec3 from_mm{}, to_mm{};
    bool contact = false;
    double begin_s = 0, end_s = 0;
    double dwell_s = 0;
    double feed_mm_min = 0;
    bool condition = false; ///< of a branch
    int work_offset = 0;
    char work_offset_axis = 'Z'; ///< of which the figure below is
    double work_offset_mm = 0;
    int tool = 0;
    double length_mm = 0; ///< of the table or the offset in force
    bool away = false;    ///< of a probing move: waits for the input to open
    std::vector<Assigned> assigned;
    std::string message;
    std::string modes; ///< the mode words of the line
};

/// One sentence: what the line did. Lengths in `units`, machine coordinates named as such.
std::string wordsOf(Record const& record, UnitSystem units);

} // namespace steady::controller
