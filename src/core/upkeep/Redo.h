// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// What to do again, in which order, and how long it takes.

#include "core/upkeep/Results.h"

namespace steady::upkeep {

enum class SecondsFrom { Predicted, Owner, None };
constexpr char const* word(SecondsFrom source) {
    switch (source) {
    case SecondsFrom::Predicted: return "predicted";
    case SecondsFrom::Owner: return "owner";
    case SecondsFrom::None: return "none";
    }
    return nullptr;
}

/// One thing to do again.
struct RedoStep {
    facts::ResultKind kind = facts::ResultKind::WorkZero;
    std::int64_t subject = 0;
    std::string title, remedy;
    facts::Hold state = facts::Hold::Stale; ///< or suspect: a spot check is enough
    std::optional<double> seconds; ///< of the machine, where pauses come on top; or the owner's own, with everything
    SecondsFrom seconds_from = SecondsFrom::None;
    bool operator==(RedoStep const&) const = default;
};

/// What is stale or suspect at one place of work, in the order of the work, without what a later step makes anyway.
std::vector<RedoStep> shortestRedo(facts::Reader const& book, std::vector<ResultState> const& results,
                                   Id<shop::ZeroSetup> at);

/// The station where it is done: “machine”, “kit”, “wiring”, “zeroing”, “macros”.
char const* stationOf(facts::ResultKind kind);

} // namespace steady::upkeep
