// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/controller/Dialect.h"

#include <algorithm>
#include <cassert>
#include <fmt/format.h>

namespace steady::controller {

std::string nameOf(CodeWord const& code) {
    return code.tenths % 10 ? fmt::format("{}{}.{}", code.letter, code.tenths / 10, code.tenths % 10)
                            : fmt::format("{}{}", code.letter, code.tenths / 10);
}

void Dialect::finish() {
    assert(words.size() <= 256);
    m_of_g.clear();
    m_of_m.clear();
    for (std::size_t i = 0; i < words.size(); ++i) {
        auto& list = words[i].letter == 'G' ? m_of_g : m_of_m;
        auto const at = static_cast<std::size_t>(words[i].tenths);
        if (at >= list.size()) list.resize(at + 1, -1);
        list[at] = static_cast<std::int16_t>(i);
    }
}

bool Dialect::has(Does what) const {
    return std::any_of(words.begin(), words.end(), [what](CodeWord const& word) { return word.does == what; });
}

CodeWord const* Dialect::find(char letter, int tenths) const {
    auto const& list = letter == 'G' ? m_of_g : m_of_m;
    auto const at = static_cast<std::size_t>(tenths);
    if (tenths < 0 || at >= list.size() || list[at] < 0) return nullptr;
    return &words[static_cast<std::size_t>(list[at])];
}

} // namespace steady::controller
