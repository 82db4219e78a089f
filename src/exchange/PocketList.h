// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Positions of pockets as a table: pocket, x_mm, y_mm, z_mm, machine coordinates; without a header in that order. An
// empty cell is an axis that was not taught.

#include "core/changer/Rack.h"
#include "core/changer/TableText.h"
#include "exchange/Csv.h"

namespace steady::exchange {

/// By number. Error: as readCsv; Missing, a column; NotANumber, with its line; OutOfRange, a number of a pocket or how
/// far they go; TwoAlike.
Result<std::vector<changer::TaughtPocket>> readPockets(std::string_view text, std::string const& place);

/// Where the calibration pin touches, as each pocket is used, where a holder then sits, and by which figures. It reads
/// back.
std::string writePockets(shop::ToolRack const& rack, changer::RackState const& state);

/// What hangs where: pocket, tool, seen; a tool of 0 is an empty pocket. It reads back.
std::string writeHanging(facts::Reader const& book, shop::ToolRack const& rack);
/// By the columns pocket and tool, or the first two. Error: as readPockets.
Result<std::vector<changer::HangsAt>> readHanging(std::string_view text, std::string const& place);

} // namespace steady::exchange
