// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Where the search of each tool on the setter begins and ends: the numbers that the macros are written with.

#include "core/facts/Reader.h"
#include "core/zeroing/Judgement.h"

namespace steady::macros {

/// All tools of the list, or why there are no bounds.
zeroing::Judgement searchBounds(facts::Reader const& book, shop::ZeroSetup const& setup);

} // namespace steady::macros
