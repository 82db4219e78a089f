// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// The error budget of a purpose: the very sums that Zeroing and Macros use, from studies where there are any.

#include "core/facts/Reader.h"
#include "core/shop/kinds/ZeroSetup.h"
#include "core/uncertainty/Budget.h"
#include "core/zeroing/Judgement.h"

namespace steady::advice {

enum class BudgetFor { ZeroByPlate, ChangeBySetter, LengthTable, Paper };
inline constexpr BudgetFor every_budget[] = {BudgetFor::ZeroByPlate, BudgetFor::ChangeBySetter, BudgetFor::LengthTable,
                                             BudgetFor::Paper};
char const* titleOf(BudgetFor purpose);

/// Where there is a zero, a link or a length, that one's; else of the touches that it would take. Error: no setter, a
/// study that cannot be read.
Result<uncertainty::Budget> budgetFor(facts::Reader const& book, shop::ZeroSetup const& setup, BudgetFor purpose);

/// What it comes to, what dominates, the cheapest improvement and what that would give.
std::vector<zeroing::Judgement> budgetJudgements(facts::Reader const& book, shop::ZeroSetup const& setup,
                                                 uncertainty::Budget const& budget);

} // namespace steady::advice
