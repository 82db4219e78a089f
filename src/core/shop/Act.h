// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// What a person is asked to do while a macro pauses.

#include <optional>
#include <string_view>

namespace steady::shop {

enum class Act { StopSpindle, TouchFlank, LayPlate, TakePlate, TakeClip, BringTogether, PressSetter, WipeDisc, Leave };

char const* name(Act act); ///< “touch_flank”, as files store it
char const* text(Act act); ///< as people read it
std::optional<Act> actNamed(std::string_view name);

} // namespace steady::shop
