// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// What macros have to do without on a control, told from its language.

#include "core/macros/ChangeParts.h"

namespace steady::controller {
struct Dialect;
}

namespace steady::safety {

macros::Lacks lacksOf(controller::Dialect const& dialect);
/// Of its control. Error: as dialects::bundleOf.
Result<macros::Lacks> lacksOf(shop::Machine const& machine);

/// Whether the control of that machine can count the changes of so many pockets. Error: as dialects::bundleOf and
/// macros::canCount.
Result<void> canCount(shop::RackDrive const& drive, std::size_t pockets, shop::Machine const& machine);

} // namespace steady::safety
