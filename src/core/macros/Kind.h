// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// The procedures that the program writes as macros.

#include "core/shop/kinds/ZeroSetup.h"

#include <optional>
#include <string_view>

namespace steady::macros {

enum class Kind {
    PlateZero,
    PlateZeroLink,
    Retouch,
    ToolLength,
    OffsetPerTool,
    RetouchAny,
    ToolLengthAny,
    TableZero,
    TrimZero,
    GoAndLook
};

inline constexpr Kind every_kind[] = {Kind::PlateZero,     Kind::PlateZeroLink, Kind::Retouch,       Kind::ToolLength,
                                      Kind::OffsetPerTool, Kind::RetouchAny,    Kind::ToolLengthAny, Kind::TableZero,
                                      Kind::TrimZero,      Kind::GoAndLook};

char const* name(Kind kind);  ///< “plate-zero”, as files and the command line say
char const* title(Kind kind); ///< “Plate zero”, as people read it
std::optional<Kind> kindNamed(std::string_view name);
/// Whether a method has a use for it; the others are refused, since mixing methods cuts wrong.
bool belongsTo(Kind kind, shop::Method method);

/// Whether it touches a plate, or the fixed setter; some do neither.
bool touchesPlate(Kind kind);
bool touchesSetter(Kind kind);
/// Whether it fills the tool table; the others, but go and look, set a work offset's Z.
bool setsLength(Kind kind);

} // namespace steady::macros
