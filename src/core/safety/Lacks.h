// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// What macros have to do without on a control, told from its language.

#include "core/macros/SetterRecipes.h"

namespace steady::controller {
struct Dialect;
}

namespace steady::safety {

macros::Lacks lacksOf(controller::Dialect const& dialect);

} // namespace steady::safety
