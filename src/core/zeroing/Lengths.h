// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Tool lengths from contacts, and the zeros of the methods that use them.

#include "core/zeroing/PlateZero.h"
#include "core/zeroing/SetterHeight.h"

namespace steady::zeroing {

/// What lengths are counted from.
struct LengthBasis {
    double length_mm = 0;  ///< L_ref
    double contact_mm = 0; ///< m_setter,ref, lag taken out
    std::string words;     ///< “the bare nose”, “tool 9, the master”
    std::int64_t at_utc_ms = 0;
    Id<shop::Contact> contact;
};
/// Of the present era, or the one asked for. Error: NoSetter; Missing: the reference has not touched the setter;
/// LengthUnknown: a master without length.
Result<LengthBasis> lengthBasis(facts::Reader const& book, shop::ZeroSetup const& setup, std::optional<Era> era = {});

struct ToolLength {
    Id<shop::Assembly> assembly;
    int number = 0;
    std::string name;
    std::optional<double> length_mm; ///< as it goes into the table, positive
    double expanded_95_mm = 0;       ///< with seating and homing, where a study shows how they scatter
    std::string source;              ///< “on the setter”, “on the plate, against tool 2”, or why there is none
    std::int64_t at_utc_ms = 0;
    Id<shop::Contact> contact; ///< of the tool on the setter; none: found otherwise
};
/// Every tool of the book, by number. L = L_ref + (m − m_ref), both of one era, the latest that has both. A tool
/// measured on the plate: against another one's length and plate contact.
std::vector<ToolLength> lengthTable(facts::Reader const& book, shop::ZeroSetup const& setup);

/// W_nose = plate contact − thickness − L, of the tool that touched the plate: the work offset of the length table.
Result<ZChain> lengthTableZero(facts::Reader const& book, shop::ZeroSetup const& setup);

struct OffsetOfTool {
    Id<shop::Assembly> assembly;
    int number = 0;
    int work_offset = 0; ///< 0: none is assigned
    std::optional<ZChain> zero;
};
/// One offset per tool: W_i = plate contact − thickness.
std::vector<OffsetOfTool> offsetsPerTool(facts::Reader const& book, shop::ZeroSetup const& setup);

/// W_i − W_j must be L_i − L_j, from job to job: says each pair that contradicts the lengths on the setter.
std::vector<Judgement> offsetJudgements(facts::Reader const& book, shop::ZeroSetup const& setup);

} // namespace steady::zeroing
