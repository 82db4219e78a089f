// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// What there is to say in a script: each semantic step with its figures, and what an owner says for it.

#include "core/dialects/Filling.h"
#include "core/macros/Steps.h"
#include "core/quantity/Units.h"

#include <optional>
#include <span>
#include <string>
#include <string_view>
#include <vector>

namespace steady::dialects {

struct PhraseStep {
    char const* id;    ///< “probe-down”, as the book keeps it
    char const* title; ///< “Touch downward”
    char const* does;  ///< what the script must do here
};
/// Every step, in an order to read: first the two that only write.
std::span<PhraseStep const> phraseSteps();
PhraseStep const* phraseStep(std::string_view id);

/// The step that says an action.
PhraseStep const& stepOf(macros::Action const& action);
/// Index in macros::Action of what one of phraseSteps() says; none: it only writes.
std::optional<std::size_t> actionOf(PhraseStep const& step);
/// Its figures; of `remark` the text. Lengths and feeds in that unit.
std::vector<PhraseField> fieldsOf(macros::Action const& action, UnitSystem units);
/// Those of a step, without values. Error: none; the id is one of phraseSteps().
std::vector<PhraseField> fieldsOf(PhraseStep const& step);

/// The owner's words for a step; null: not said yet.
shop::Phrase const* phraseFor(std::vector<shop::Phrase> const& phrases, PhraseStep const& step);

/// Whether the words can be filled in. Error: as checkWords.
Result<void> checkPhrase(PhraseStep const& step, std::string const& text);

/// The words with the values in their places. Error: as checkWords.
Result<std::string> filled(PhraseStep const& step, std::string const& text, std::vector<PhraseField> const& values);

/// A remark, such as a purpose, as the step `remark` has it.
std::vector<PhraseField> remark(std::string const& text);

} // namespace steady::dialects
