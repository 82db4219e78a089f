// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Fault tables and faults as JSON, as docs/formats.md describes.

#include "core/base/Json.h"
#include "core/safety/TableSteps.h"

namespace steady::exchange {

/// `steps`: of tableSteps(), or empty: then no step is named.
Json toJson(safety::FaultTable const& table, std::vector<safety::TableStep> const& steps);
Json toJson(safety::Fault const& fault);

} // namespace steady::exchange
