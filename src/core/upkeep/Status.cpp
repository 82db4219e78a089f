// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/upkeep/Status.h"

#include "core/facts/Facts.h"
#include "core/safety/Rehearsal.h"
#include "core/zeroing/Slips.h"

#include <algorithm>

namespace steady::upkeep {

bool Status::holds() const {
    return std::none_of(results.begin(), results.end(), [](auto const& result) {
        return result.state == facts::Hold::Stale || result.state == facts::Hold::Suspect;
    });
}

Status statusOf(facts::Reader const& book, std::int64_t now_utc_ms, std::optional<bool> run_good) {
    auto const [id, setup] = safety::setupOf(book);
    Status status;
    status.seq = book.snapshot().seq();
    status.results = book.ask<resultsOf>();
    status.redo = shortestRedo(book, status.results, id);
    status.due = dueOf(book, setup.place.machine, now_utc_ms);
    bool const attacked = std::any_of(status.results.begin(), status.results.end(), [](ResultState const& result) {
        return result.kind == facts::ResultKind::MacroProof && result.state == facts::Hold::Holds;
    });
    if (auto const zero = book.ask<zeroing::plateZero>(setup, std::optional<shop::Contact>()))
        status.progress =
            progressOf({book, *zero, book.ask<zeroing::findSlips>(setup), status.redo, status.due, run_good, attacked});
    return status;
}

} // namespace steady::upkeep
