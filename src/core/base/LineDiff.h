// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// What changed between two texts, line by line.

#include <string>
#include <string_view>
#include <vector>

namespace steady {

enum class LineChange { Same, Gone, New };

struct DiffLine {
    LineChange change = LineChange::Same;
    int old_line = 0, new_line = 0; ///< from 1; 0 where that text does not have it
    std::string text;
    bool operator==(DiffLine const&) const = default;
};

/// Both texts in one list with as few lines gone and new as can be (longest common subsequence); where lines were
/// exchanged, the old ones stand first. Quadratic in the lines that differ: meant for texts of some hundred lines.
std::vector<DiffLine> diffLines(std::string_view old_text, std::string_view new_text);

} // namespace steady
