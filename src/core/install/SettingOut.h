// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// From the plan to the table, with the machine as its own template: where to jog, what to mark, what to read back.

#include "core/facts/Reader.h"
#include "core/shop/kinds/ZeroSetup.h"
#include "core/zeroing/Judgement.h"

#include <optional>
#include <string>
#include <vector>

namespace steady::install {

struct OutStep {
    std::string words;
    std::string figures; ///< to jog to, in the units shown; empty: none
};

/// A point, a vee bit or a pin in the spindle marks the place; then the device is fixed and its true place is read.
std::vector<OutStep> settingOutSteps(facts::Reader const& book, shop::ZeroSetup const& setup);

/// How far the setter stands from its plan, machine X and Y. None: no plan, or no setter.
struct OffPlan {
    double x_mm = 0, y_mm = 0;
    double distance_mm() const;
};
std::optional<OffPlan> offPlan(facts::Reader const& book, shop::ZeroSetup const& setup);

/// What became of it: off by how much, and whether everything still holds where it really stands.
std::vector<zeroing::Judgement> settingOutJudgements(facts::Reader const& book, shop::ZeroSetup const& setup);

} // namespace steady::install
