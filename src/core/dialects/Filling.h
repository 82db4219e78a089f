// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// An owner's words with figures in them, in mustache: whether they can be filled in, and filled in.

#include "core/base/Result.h"
#include "core/shop/Phrase.h"

#include <string>
#include <vector>

namespace steady::dialects {

/// A figure or a text of a step, as a phrase names it: {{name}}; of a list: {{#name}} … {{/name}}.
struct PhraseField {
    char const* name;
    char const* words; ///< what it is, with its unit
    bool must;         ///< a phrase without it would lose what the step is for
    std::string value = {};
    bool list = false;
    std::vector<std::vector<PhraseField>> items = {}; ///< of a list
};

/// Whether the words can be filled in. `title`: of the step, for the message. Error: PhraseUnread, with what is wrong;
/// PhraseUnknownField, with those there are; PhraseLacks, with what must be in it.
Result<void> checkWords(char const* title, std::vector<PhraseField> const& fields, std::string const& text);

/// The words with the values in their places. Error: as checkWords.
Result<std::string> filledWords(char const* title, std::vector<PhraseField> const& fields, std::string const& text,
                                std::vector<PhraseField> const& values);

} // namespace steady::dialects
