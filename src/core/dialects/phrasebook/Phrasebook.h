// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// A control with a script language of its own: the owner says how each step is written there. Such a text is not run
// here; the same recipe runs beside it as a parametric text, and the lines are checked back against the phrases.

#include "core/base/Finding.h"
#include "core/controller/Dialect.h"
#include "core/macros/Print.h"

namespace steady::dialects {

struct Asked;

controller::Dialect const& phrasebook();
std::span<Asked const> phrasebookAsks();
/// What runs here instead.
Result<macros::PrintedMacro> printBesidePhrases(macros::Recipe const& recipe, shop::Behaviour const& behaviour);
/// The text for the control. Error: PhraseMissing, with every step that has no words yet; as checkPhrase.
Result<macros::PrintedMacro> sayInPhrases(macros::Recipe const& recipe, shop::Behaviour const& behaviour);

/// Whether a text is still what the phrases say for that recipe, step by step. Remarks and blank lines do not count; a
/// figure that differs is named. Empty: it is. Error: as sayInPhrases.
Result<Findings> checkedBack(std::string_view text, macros::Recipe const& recipe, shop::Behaviour const& behaviour);

} // namespace steady::dialects
