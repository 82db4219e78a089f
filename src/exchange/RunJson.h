// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// The result of a run as JSON; docs/formats.md describes it.

#include "core/base/Json.h"
#include "core/machine/Run.h"

namespace steady::exchange {

/// What `run --json` prints.
Json toJson(machine::RunResult const& result, controller::Memory const& before);

} // namespace steady::exchange
