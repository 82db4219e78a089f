// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Worlds and run results as JSON; docs/formats.md describes both.

#include "core/base/Json.h"
#include "core/machine/Run.h"

namespace steady::exchange {

/// Strict: unknown fields and wrong kinds are errors that name the field. `place` names the file.
Result<machine::World> worldFromJson(Json const& json, std::string const& place);
Json toJson(machine::World const& world);

/// What `run --json` prints.
Json toJson(machine::RunResult const& result);

} // namespace steady::exchange
