// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Recipes speak of what a word does; the text for a control names the word.

#include "core/controller/Dialect.h"
#include "core/macros/Recipe.h"

namespace steady::dialects {

/// “{no shift}” becomes the word of that control for it: “G92.1”. What it has no word for stays in words.
std::string spoken(std::string text, controller::Dialect const& dialect);

/// A comment, spoken, in as many lines as that control needs for it; `most`: letters of one, where its screen is
/// narrower than what it reads.
std::vector<std::string> commentLines(std::string const& text, controller::Dialect const& dialect, int most = 1000);

/// It goes into forks: whoever jogs up after an alarm may tear one off.
bool goesIntoForks(macros::Recipe const& recipe);

} // namespace steady::dialects
