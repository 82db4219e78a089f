// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// A rack from its plan to the table: where its towers are bolted, by the machine as its own template or on paper, and
// how far it ended from the plan.

#include "core/install/HoleTemplate.h"
#include "core/install/SettingOut.h"
#include "core/shop/kinds/ToolRack.h"

namespace steady::install {

/// A hole of a tower, machine coordinates.
struct RackMark {
    int pocket = 0; ///< its number
    int hole = 0;   ///< from 1, the one beside the holder first
    double x_mm = 0, y_mm = 0;
    bool operator==(RackMark const&) const = default;
};

/// Pocket by pocket. Error: Missing, where the plan was not typed.
Result<std::vector<RackMark>> rackMarks(shop::ToolRack const& rack);

/// From the first fork's holder: all holes, the row of holders and the middle of each fork. Error: as rackMarks;
/// Missing, where a tower has no hole.
Result<HoleTemplate> rackTemplate(shop::ToolRack const& rack);

/// What is done and jogged to, mark by mark; what lies outside the travel is left to the template. Error: as rackMarks.
Result<std::vector<OutStep>> rackOutSteps(facts::Reader const& book, shop::ZeroSetup const& setup,
                                          shop::ToolRack const& rack);

/// What was taught of the first pocket against the plan, and how much farther off the last one is, machine X and Y.
struct RackOff {
    double first_mm[2] = {0, 0};
    double last_mm[2] = {0, 0}; ///< of the last pocket, less that of the first: turned, or another pitch
};
/// None: no plan, or the first or last pocket was not taught.
std::optional<RackOff> rackOff(shop::ToolRack const& rack);

/// The plan against the travel, and against what was taught.
std::vector<zeroing::Judgement> judgeRackSetting(facts::Reader const& book, shop::ZeroSetup const& setup,
                                                 shop::ToolRack const& rack);

} // namespace steady::install
