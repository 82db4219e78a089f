// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// The second way to say a text in segments: a sender that keeps reports and works out sums does by itself what stands
// between the segments. Its owner says how it writes that. Such a text is not run here: only the segments are.

#include "core/base/Result.h"
#include "core/dialects/Filling.h"

#include <span>
#include <string_view>

namespace steady::dialects {

struct SenderStep {
    char const* id;    ///< “sender-report”, as the book keeps it
    char const* title; ///< “Keep a report”
    char const* does;  ///< what the sender must do there
    std::vector<PhraseField> (*fields)();
};
std::span<SenderStep const> senderSteps();

/// Whether the words can be filled in. Error: as checkWords.
Result<void> checkSenderWords(SenderStep const& step, std::string const& text);

/// Error: PhraseMissing, with what the text needs and nobody has said; as checkSenderWords; the first finding of a text
/// that is not in segments as it should be.
Result<std::string> forSender(std::string_view segmented, std::vector<shop::Phrase> const& words);

} // namespace steady::dialects
