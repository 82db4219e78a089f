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

/// How far shops were drawn from the book.
Json toJson(safety::Spreads const& spreads);

/// How far a shop may be from what its book says, stated by hand: half-widths of what lies anywhere within them
/// (`_rect_mm` and those without an ending) and standard deviations (`_sd_mm`). What is left out does not differ.
/// Error: BadJson, BadSchema, with the field.
Result<safety::Spreads> spreadsFrom(std::string const& text, std::string const& place);

} // namespace steady::exchange
