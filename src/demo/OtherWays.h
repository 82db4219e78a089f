// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// The same workshop as if it lived with its tools otherwise, so that scripts/attack reaches every macro.

#include "demo/Diary.h"

#include <optional>

namespace steady::demo {

enum class Way {
    LengthTable,   ///< with a square for the wings of the large cutter
    OffsetPerTool, ///< each tool with a work offset of its own
    Pin            ///< a round pin in the spindle of each machine, plates with lips, a place to go to
};
std::optional<Way> wayNamed(std::string_view name); ///< “length-table”, “offset-per-tool”, “pin”

void liveOtherwise(Diary& diary, Way way);

} // namespace steady::demo
