// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// What the invented workshop has studied: setter and plate, the disc, lengths against a gauge, a warm-up, the seat of
// the holders, check readings over months. The figures are made up, drawn with a fixed seed.

#include "core/shop/Kinds.h"
#include "demo/Diary.h"

namespace steady::demo {

struct StudiedThings {
    Id<shop::Machine> machine;
    Id<shop::TouchPlate> plate;
    Id<shop::ToolSetter> setter;
    std::map<int, Id<shop::Assembly>> tools; ///< by number
};
/// On two days, 23 and 22 days ago.
void writeStudies(Diary& diary, StudiedThings const& things);

} // namespace steady::demo
