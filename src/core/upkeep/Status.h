// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Everything that upkeep knows of a book at one moment.

#include "core/upkeep/Due.h"
#include "core/upkeep/NextStep.h"

namespace steady::upkeep {

struct Status {
    std::int64_t seq = 0;
    std::vector<ResultState> results;
    std::vector<RedoStep> redo; ///< at the place in use
    std::vector<Due> due;       ///< of the machine in use
    Progress progress;
    /// Whether nothing is stale or suspect.
    bool holds() const;
};

/// `run_good`: as in Known.
Status statusOf(facts::Reader const& book, std::int64_t now_utc_ms, std::optional<bool> run_good = {});

} // namespace steady::upkeep
