// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// What the workshop measures with, and the beam setter of its small mill.

#include "core/shop/Kinds.h"
#include "demo/Diary.h"

namespace steady::demo {

struct BeamThings {
    Id<shop::Standard> setter, master;
};
BeamThings writeStandards(Diary& diary);

/// Aligned once and left before it was calibrated.
void setUpBeam(Diary& diary, Id<shop::Machine> mill, BeamThings things);

} // namespace steady::demo
