// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// A problem as data: screens list it and jump to it, the command line prints it and sets the exit code.

#include "core/base/Result.h"

#include <string>
#include <vector>

namespace steady {

enum class Severity { Note, Attention, Bad };

struct Finding {
    Severity severity = Severity::Note;
    std::string text;   ///< one sentence: what is the case
    std::string remedy; ///< what to do about it; may be empty
    Where where;
    bool operator==(Finding const&) const = default;
};

using Findings = std::vector<Finding>;

} // namespace steady
