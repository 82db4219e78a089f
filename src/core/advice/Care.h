// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Whether a tool was cleaned, looked at and tightened as its owner's sheet says, and whether it is fit to be used.

#include "core/facts/Reader.h"
#include "core/shop/kinds/ToolCare.h"
#include "core/shop/kinds/ZeroSetup.h"
#include "core/zeroing/Judgement.h"

#include <optional>

namespace steady::advice {

/// By time, the newest last.
std::vector<shop::ToolCare> careOf(facts::Reader const& book, Id<shop::Assembly> tool);
/// Why it is set aside; none: it is not.
std::optional<shop::ToolCare> quarantine(facts::Reader const& book, Id<shop::Assembly> tool);

/// Collet, torque and stick-out against what was written down since it was gripped.
std::vector<zeroing::Judgement> careJudgements(facts::Reader const& book, shop::ZeroSetup const& setup);
/// For whoever is about to touch or run with a tool that is set aside.
std::optional<zeroing::Judgement> quarantineWarning(facts::Reader const& book, shop::ZeroSetup const& setup);

} // namespace steady::advice
