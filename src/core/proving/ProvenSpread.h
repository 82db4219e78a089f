// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// How much one touch of a device scatters, as a study has shown it; it takes the place of what is assumed.

#include "core/proving/Studied.h"

namespace steady::proving {

struct ProvenSpread {
    Id<shop::Study> study;
    int n = 0;
    double s_mm = 0; ///< with the step of the readout: √(s² + step²/12)
    double dof = 0;
    std::int64_t at_utc_ms = 0;
    bool operator==(ProvenSpread const&) const = default;
};

/// Of which device, and how it is read.
struct Touching {
    Id<shop::Machine> machine;
    Id<shop::TouchPlate> plate; ///< one of the two
    Id<shop::ToolSetter> setter;
    shop::Direction direction = shop::Direction::Press;
    bool operator==(Touching const&) const = default;
};

/// From the newest study of that device that was moved and put back, else left where it was: measured, looked at or
/// complete, its readout's step told, five readings or more, no open defect, no knock since. None: there is no such
/// study. Error: readings that cannot be read.
Result<std::optional<ProvenSpread>> provenSpread(facts::Reader const& book, Touching const& touching);

/// The same of what belongs to the machine, whatever device showed it: seating, homing.
Result<std::optional<ProvenSpread>> provenSpreadOf(facts::Reader const& book, Id<shop::Machine> machine,
                                                   shop::StudyType type);

} // namespace steady::proving
