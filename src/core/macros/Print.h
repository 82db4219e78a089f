// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// A recipe as text in the language of a controller.

#include "core/base/Result.h"
#include "core/macros/Recipe.h"
#include "core/shop/kinds/Machine.h"

namespace steady::macros {

struct PrintedMacro {
    std::string text;
    std::vector<int> step_of_line; ///< index into Recipe::steps by line (from 0); -1: header
    Recipe recipe;
    std::vector<AskedFor> asked = {}; ///< at each pause of the text, in its words, when nothing is forgotten

    /// Why a line (from 1) is there; empty when `text_now` is no longer what was printed.
    std::string purposeOf(int line, std::string_view text_now) const;
};

/// As much of the text as has room: whole words where there are any. Comments are ASCII, so that a byte is a letter.
std::string firstPart(std::string const& text, std::size_t room);

/// For a comment: ASCII, no brackets, no line breaks.
std::string commentSafe(std::string_view text);

} // namespace steady::macros
