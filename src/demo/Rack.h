// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// The six-pocket rack along the back: taught one afternoon, with two digits of one pocket swapped.

#include "core/shop/Kinds.h"
#include "demo/Diary.h"

#include <array>

namespace steady::demo {

/// `hung`: by pocket; none: empty.
void writeRack(Diary& diary, Id<shop::Machine> machine, std::array<Id<shop::Assembly>, 6> const& hung);

} // namespace steady::demo
