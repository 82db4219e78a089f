// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// A table of tools as CSV: which column holds what, which rows can be read, and why the others cannot.

#include "core/base/Finding.h"
#include "core/quantity/Units.h"
#include "core/shop/kinds/Assembly.h"
#include "exchange/Csv.h"

#include <array>
#include <optional>

namespace steady::exchange {

enum class ToolColumn { Number, Name, Diameter, Length, LengthError, Largest, StickOut, ContactRadius, Teeth, Tip };
inline constexpr std::size_t tool_columns = 10;
/// As the header of a table that is written, and as it is called on a screen.
char const* headerOf(ToolColumn column);
char const* wordsOf(ToolColumn column);

/// Which column of the table holds each; none: it is not there.
using ToolMapping = std::array<std::optional<std::size_t>, tool_columns>;
/// By the names in the header, in any of their usual spellings.
ToolMapping guessMapping(CsvTable const& table);

struct ReadTool {
    int line = 1;
    shop::Assembly tool;                   ///< over the one that it was read onto
    std::array<bool, tool_columns> told{}; ///< what the row says
};
struct ReadTools {
    std::vector<ReadTool> good;
    Findings bad; ///< a row that cannot be read: its line, its cell, why
};
/// Lengths without a unit, in the cell or in the name of the column, are in `units`. Error: Missing: no column holds
/// the number.
Result<ReadTools> readTools(CsvTable const& table, ToolMapping const& mapping, UnitSystem units);

/// What a row says put onto a tool that is there already.
shop::Assembly merged(shop::Assembly onto, ReadTool const& read);

/// All columns, lengths in mm, decimal points.
std::string writeTools(std::vector<shop::Assembly> const& tools);

} // namespace steady::exchange
