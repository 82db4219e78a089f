// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// What a text does not protect from, so that the person has to.

#include "core/safety/Rehearsal.h"

namespace steady::safety {

/// The precaution of each fault that ends badly in the world as believed, and that an input could have shown; each
/// once, in the order of the faults. Runs the text once for each fault.
std::vector<std::string> notProtectedFrom(Rehearsal const& rehearsal);

} // namespace steady::safety
