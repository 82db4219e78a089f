// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// The one most useful thing to do now, and why; and how far each station is.

#include "core/upkeep/Due.h"
#include "core/upkeep/Redo.h"
#include "core/zeroing/PlateZero.h"

namespace steady::upkeep {

enum class Standing { Open, Proved, Suspect, Failed, Due };

struct StationState {
    Standing standing = Standing::Open;
    std::string word; ///< a few words, as the route shows them
    bool operator==(StationState const&) const = default;
};

struct Progress {
    StationState machine, kit, layout, wiring, repeatability, zeroing, changer, macros, upkeep;
    std::string next;         ///< what to do
    std::string next_station; ///< “machine”, “kit”, “wiring”, “zeroing”, …
    std::string next_section; ///< of that station; empty: the first
};

/// What is known at this moment.
struct Known {
    facts::Reader const& book;
    zeroing::PlateZeroResult const& zero;
    Findings const& slips;
    std::vector<RedoStep> const& redo; ///< what no longer holds
    std::vector<Due> const& due;       ///< or not due yet
    std::optional<bool> run_good;      ///< the macro as it stands has been run and set a right zero; none: not run yet
    bool attacked = false;             ///< a kept macro has a fault table in which nothing bad is unlisted
};
Progress progressOf(Known const& known);

} // namespace steady::upkeep
