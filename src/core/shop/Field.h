// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// How a kind of entity lists its fields. Whatever is done with all of them (writing, reading, checking references,
// telling what changed) walks that one list:
//
//     static constexpr KindName kind{"board", "board"};
//     template<class Self, class F> static void fields(Self& self, F&& f) {
//         f({"thickness_mm", "thickness"}, self.thickness_mm, bounds::size_mm);
//     }
//
// A struct with fields() and no kind is a part: it stands as an object within the body of its entity.

#include "core/base/Id.h"
#include "core/shop/Bounds.h"

#include <concepts>
#include <string_view>

namespace steady::shop {

struct KindName {
    char const* key;         ///< as files store it
    char const* words;       ///< as people read it: “plate”
    int version = 2;         ///< of its body; goes up when an older program would misread it
    bool of_another = false; ///< says something of another thing, and nothing without it
};

struct FieldName {
    char const* key; ///< as files store it; carries the unit
    char const* words;
    char const* was = nullptr; ///< of a part's field: its key when it stood outside of the part, in older bodies
};

/// What is known of an older body beside what could be read of it.
struct OldBody {
    int version = 1;
    bool has_path = true; ///< the first plates said only how they are at rest
};

struct Ignored {
    template<class... T> void operator()(T&&...) const {}
};
template<class T>
concept Part = requires(T value) {
    T::fields(value, Ignored{});
};
template<class T>
concept Upgraded = requires(T value, OldBody old) {
    T::upgrade(value, old);
};

/// What the number of a field measures, told from its key: “mm”, “mm/min”, …; empty for a bare number.
constexpr std::string_view unitOf(std::string_view key) {
    constexpr struct {
        std::string_view end, unit;
    } known[] = {{"_mm_min", "mm/min"}, {"_mm_s2", "mm/s²"}, {"_utc_ms", "ms"}, {"_mm", "mm"}, {"_s", "s"},
                 {"_deg", "°"},         {"_nm", "Nm"},       {"_v", "V"},       {"_c", "°C"},  {"_days", "days"}};
    for (auto const& [end, unit] : known)
        if (key.ends_with(end)) return unit;
    return "";
}

} // namespace steady::shop
