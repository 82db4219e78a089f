// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Yes, no, or nobody has asked: what is not known is not taken for a no.

namespace steady::shop {

/// An answer to a question that was asked, or was not yet.
enum class Answer { NotAsked, Yes, No };
constexpr char const* word(Answer answer) {
    switch (answer) {
    case Answer::NotAsked: return "not_asked";
    case Answer::Yes: return "yes";
    case Answer::No: return "no";
    }
    return nullptr;
}

} // namespace steady::shop
