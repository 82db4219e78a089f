// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/macros/Kind.h"

namespace steady::macros {
namespace {

struct Entry {
    char const* name;
    char const* title;
};
constexpr Entry entries[] = {{"plate-zero", "Plate zero"},
                             {"plate-zero-link", "Plate zero and link"},
                             {"re-touch", "Re-touch after a change"},
                             {"tool-length", "Tool length into the table"},
                             {"offset-per-tool", "Plate zero, one offset per tool"}};

} // namespace

char const* name(Kind kind) { return entries[static_cast<int>(kind)].name; }
char const* title(Kind kind) { return entries[static_cast<int>(kind)].title; }

std::optional<Kind> kindNamed(std::string_view name) {
    for (auto const kind : every_kind)
        if (name == macros::name(kind)) return kind;
    return std::nullopt;
}

bool belongsTo(Kind kind, shop::Method method) {
    switch (kind) {
    case Kind::PlateZero: return method != shop::Method::OffsetPerTool;
    case Kind::PlateZeroLink:
    case Kind::Retouch: return method == shop::Method::Retouch;
    case Kind::ToolLength: return method == shop::Method::LengthTable;
    case Kind::OffsetPerTool: return method == shop::Method::OffsetPerTool;
    }
    return false;
}

} // namespace steady::macros
