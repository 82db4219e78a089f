// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Whether a result still holds after all that has happened.

#include "core/facts/Reader.h"
#include "core/facts/Rules.h"

namespace steady::facts {

/// What a result rests on, as far as events can end it.
struct Basis {
    ResultKind kind = ResultKind::WorkZero;
    Id<shop::Machine> machine;
    Id<shop::TouchPlate> plate;
    Id<shop::ToolSetter> setter;
    Id<shop::Board> board;
    std::vector<Id<shop::Assembly>> tools;
    std::vector<Id<shop::Contact>> contacts;
    std::vector<shop::Used> typed; ///< figures that nobody computes: as they stand in the book now
    bool operator==(Basis const&) const = default;
};

struct Because {
    std::int64_t event = 0; ///< the entity; 0: a figure that is another one now
    std::int64_t seq = 0;   ///< the change that brought it
    std::string text;
    bool operator==(Because const&) const = default;
};

struct Holding {
    Hold state = Hold::Holds;
    std::vector<Because> because; ///< oldest first
    bool operator==(Holding const&) const = default;
};

/// After the events that came later than what it rests on. Suspicion goes when a spot check of the same result came
/// later still, and so does the end of what was not touched but typed. A surfacing is such an event.
Holding holdingOf(Reader const& book, Basis const& basis);

/// The newest reason in one sentence; empty when there is none.
std::string reasonOf(Holding const& holding);

/// The figures of `then` that are another now: “thickness was 9.942 mm, is 9.931 mm”. Empty: none, or nothing was kept.
std::vector<Because> changedSince(Reader const& book, std::vector<shop::Used> const& then,
                                  std::vector<shop::Used> const& now);

} // namespace steady::facts
