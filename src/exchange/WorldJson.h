// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Worlds as JSON; docs/formats.md describes them.

#include "core/base/Json.h"
#include "core/machine/World.h"

namespace steady::exchange {

/// Strict: unknown fields and wrong kinds are errors that name the field. `place` names the file.
Result<machine::World> worldFromJson(Json const& json, std::string const& place);
Json toJson(machine::World const& world);

} // namespace steady::exchange
