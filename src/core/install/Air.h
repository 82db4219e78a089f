// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// What can be wrong with the air that blows a disc clean, before it is switched on.

#include "core/quantity/Units.h"
#include "core/shop/kinds/AirLine.h"
#include "core/zeroing/Judgement.h"

namespace steady::install {

/// Nothing where no tube has been typed. `switched`: a macro switches it by an output.
std::vector<zeroing::Judgement> airJudgements(shop::AirLine const& air, bool switched, UnitSystem units);

} // namespace steady::install
