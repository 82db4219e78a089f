// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// The number of an entity in a book. Never used again, even when the entity is retired.

#include <compare>
#include <cstdint>

namespace steady {

template<class T> struct Id {
    std::int64_t value = 0; ///< 0: none
    explicit operator bool() const { return value != 0; }
    auto operator<=>(Id const&) const = default;
};

} // namespace steady
