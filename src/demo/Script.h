// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Words of a script language that no control has: what an owner might type into a phrasebook.

#include "core/shop/Phrase.h"

#include <vector>

namespace steady::demo {

/// For every step of a plate zero.
std::vector<shop::Phrase> scriptWords();

} // namespace steady::demo
