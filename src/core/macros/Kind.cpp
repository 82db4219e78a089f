// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/macros/Kind.h"

#include <iterator>

namespace steady::macros {
namespace {

struct Entry {
    char const* name;
    char const* title;
    bool plate, setter, length;
    bool retouch, table, per_tool; ///< the methods that have a use for it
};
constexpr Entry entries[] = {
    {"plate-zero", "Plate zero", true, false, false, true, true, false},
    {"plate-zero-link", "Plate zero and link", true, true, false, true, false, false},
    {"re-touch", "Re-touch after a change", false, true, false, true, false, false},
    {"tool-length", "Tool length into the table", false, true, true, false, true, false},
    {"offset-per-tool", "Plate zero, one offset per tool", true, false, false, false, false, true},
    {"re-touch-any", "Re-touch any tool", false, true, false, true, false, false},
    {"tool-length-any", "Length of any tool", false, true, true, false, true, false},
    {"table-zero", "Zero on the spoilboard", false, true, false, true, false, false},
    {"trim-zero", "Trim zero", false, false, false, true, true, true},
    {"go-and-look", "Go and look", false, false, false, true, true, true},
};
static_assert(std::size(entries) == std::size(every_kind));

Entry const& of(Kind kind) { return entries[static_cast<int>(kind)]; }

} // namespace

char const* name(Kind kind) { return of(kind).name; }
char const* title(Kind kind) { return of(kind).title; }
bool touchesPlate(Kind kind) { return of(kind).plate; }
bool touchesSetter(Kind kind) { return of(kind).setter; }
bool setsLength(Kind kind) { return of(kind).length; }

std::optional<Kind> kindNamed(std::string_view name) {
    for (auto const kind : every_kind)
        if (name == macros::name(kind)) return kind;
    return std::nullopt;
}

bool belongsTo(Kind kind, shop::Method method) {
    auto const& entry = of(kind);
    switch (method) {
    case shop::Method::Retouch: return entry.retouch;
    case shop::Method::LengthTable: return entry.table;
    case shop::Method::OffsetPerTool: return entry.per_tool;
    }
    return false;
}

} // namespace steady::macros
