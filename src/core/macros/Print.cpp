// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/macros/Print.h"

#include <array>
#include <utility>

namespace steady::macros {

std::string PrintedMacro::purposeOf(int line, std::string_view text_now) const {
    if (text_now != text || line < 1 || line > static_cast<int>(step_of_line.size())) return {};
    int const step = step_of_line[line - 1];
    return step < 0 ? std::string() : recipe.steps[step].purpose;
}

std::string firstPart(std::string const& text, std::size_t room) {
    if (text.size() <= room) return text;
    auto const blank = text.rfind(' ', room);
    return text.substr(0, blank == std::string::npos || blank < room / 2 ? room : blank);
}

std::string commentSafe(std::string_view text) {
    static constexpr std::array<std::pair<char const*, char const*>, 12> known{{{"−", "-"},
                                                                                {"±", "+/-"},
                                                                                {"×", "x"},
                                                                                {"µ", "u"},
                                                                                {"°", " deg"},
                                                                                {"–", "-"},
                                                                                {"’", "'"},
                                                                                {"“", "'"},
                                                                                {"”", "'"},
                                                                                {"ä", "ae"},
                                                                                {"ö", "oe"},
                                                                                {"ü", "ue"}}};
    std::string out;
    for (std::size_t i = 0; i < text.size();) {
        bool replaced = false;
        for (auto const& [from, to] : known) {
            if (!text.substr(i).starts_with(from)) continue;
            out += to;
            i += std::string_view(from).size();
            replaced = true;
            break;
        }
        if (replaced) continue;
        auto const c = static_cast<unsigned char>(text[i++]);
        if (c == '(')
            out += '[';
        else if (c == ')')
            out += ']';
        else if (c == ';')
            out += ',';
        else if (c < 0x20)
            out += ' ';
        else if (c < 0x80)
            out += static_cast<char>(c);
        else if (c >= 0xc0)
            out += '?'; // one mark for each character that has no plain form
    }
    return out;
}

} // namespace steady::macros
