// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Numbers from text with a decimal point, whatever the locale of the program: strtod follows it, and where people write
// a comma it would read “9.94” as 9.

#include <charconv>
#include <limits>
#include <optional>
#include <string_view>

namespace steady {

/// The whole text, with a sign or none; none when it is no number. What is too large is infinite, what is too small 0.
inline std::optional<double> decimal(std::string_view text) {
    if (text.starts_with('+')) text.remove_prefix(1);
    double value = 0;
    auto const* last = text.data() + text.size();
    auto const [end, bad] = std::from_chars(text.data(), last, value);
    if (end != last || bad == std::errc::invalid_argument) return std::nullopt;
    if (bad == std::errc()) return value;
    bool const negative = text.starts_with('-');
    bool const small = text.substr(negative).find_first_not_of('0') >= text.substr(negative).find('.');
    if (small) return 0.0;
    return negative ? -std::numeric_limits<double>::infinity() : std::numeric_limits<double>::infinity();
}

} // namespace steady
