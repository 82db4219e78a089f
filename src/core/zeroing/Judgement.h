// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// What follows, as sentences.

#include "core/base/Finding.h"

#include <string>
#include <vector>

namespace steady::zeroing {

/// A statement with its reasons.
struct Judgement {
    Severity severity = Severity::Note;
    std::string headline;
    std::string text;
    std::vector<std::string> why;
    bool operator==(Judgement const&) const = default;
};

} // namespace steady::zeroing
