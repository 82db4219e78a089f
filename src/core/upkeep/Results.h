// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Every result that the book can give, and whether it still holds.

#include "core/facts/Holding.h"
#include "core/shop/kinds/ScaleCheck.h"

namespace steady::upkeep {

struct RestsOn {
    std::int64_t entity = 0, seq = 0; ///< seq: the change that made the entity what it is
    bool operator==(RestsOn const&) const = default;
};

/// One result of one thing.
struct ResultState {
    facts::ResultKind kind = facts::ResultKind::WorkZero;
    std::int64_t subject = 0; ///< the entity that it is of
    Id<shop::ZeroSetup> at;   ///< the place of work that it serves
    std::string title;        ///< “Front left setter: where it trips”
    facts::Hold state = facts::Hold::Open;
    std::optional<double> value_mm, plus_minus_mm;
    std::vector<RestsOn> rests_on; ///< by entity
    std::vector<facts::Because> because;
    std::string remedy;         ///< what to do; empty when it holds
    bool check_settles = false; ///< one new reading that agrees makes it hold again
    bool operator==(ResultState const&) const = default;
};

/// Of all places of work, in the order of the work. Results that a place has no use for are left out.
std::vector<ResultState> resultsOf(facts::Reader const& book);

/// Of each axis of a machine that was moved to known places and measured: what its scale rests on.
std::vector<std::pair<shop::AxisName, facts::Basis>> scaleBases(facts::Reader const& book, Id<shop::Machine> machine);

/// 0: measured, 1: derived from that, 2: in the controller.
int columnOf(facts::ResultKind kind);
/// Whether results of the first kind are made of those of the second.
bool restsOn(facts::ResultKind what, facts::ResultKind on);

/// What to do about a result of a kind that is in this state.
std::string remedyFor(facts::ResultKind kind, facts::Hold state);

} // namespace steady::upkeep
