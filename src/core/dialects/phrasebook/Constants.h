// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Constants in a script that an owner has written: found by a pattern of theirs, such as “SETTER_X = {{value}}”, and
// compared with what the book knows. A figure that stands in two places is named in both, and changed in both.

#include "core/base/Finding.h"
#include "core/base/Result.h"

#include <string>
#include <string_view>
#include <vector>

namespace steady::dialects {

struct ConstantPlace {
    int line = 0;        ///< from 1
    std::size_t at = 0;  ///< where the figure begins, in the whole text
    std::string written; ///< as it stands there
    double value = 0;
};

struct ConstantRead {
    std::vector<ConstantPlace> places;    ///< where the pattern fits, in order
    std::vector<ConstantPlace> elsewhere; ///< the same figure where the pattern does not fit
};

/// Blanks count as one, letters as they are. Error: PhraseLacks, when the pattern has no {{value}}.
Result<ConstantRead> readConstant(std::string_view text, std::string const& name, std::string const& pattern);

/// What there is to say: not found, two figures, another one than `known` (as `figure` writes it), the same elsewhere.
/// Empty: it stands there once or more, each as known.
Findings judgeConstant(ConstantRead const& read, std::string const& name, double known, std::string const& figure);

/// The text with that figure in all places of the pattern; what stands elsewhere stays.
std::string withConstant(std::string text, ConstantRead const& read, std::string const& figure);

} // namespace steady::dialects
