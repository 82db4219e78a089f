// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// What the tests of changes by a clamp share.

#include "core/machine/VirtualMachine.h"
#include "support/Rows.h"

namespace steady::test {

/// For one sort of control, as it usually behaves; `empty`: nothing is in the spindle.
LinkedShop changingShop(macros::Kind kind, std::string const& dialect, bool empty = false);

/// Runs so many lines of a text, also of one that is sent piece by piece, and then no more. None: it came to its end,
/// or there was a collision: then comes repair.
std::optional<machine::VirtualMachine> stoppedAfter(int lines, std::string const& text, machine::World const& world);

} // namespace steady::test
