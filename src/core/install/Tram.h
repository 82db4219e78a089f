// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// What a sweep says: the angle, and the shim at which bolts.

#include "core/facts/Reader.h"
#include "core/shop/kinds/MechanicsCheck.h"
#include "core/shop/kinds/ZeroSetup.h"
#include "core/zeroing/Judgement.h"

#include <optional>
#include <string>

namespace steady::install {

struct Shim {
    double angle_deg = 0;
    double shim_mm = 0; ///< at the bolts, at least 0
    std::string under;  ///< “the right bolts of the column”
    bool operator==(Shim const&) const = default;
};
/// angle = atan(difference / sweep); shim = difference · bolts apart / sweep. Which bolts: the indicator, in the
/// spindle, shows plus where it is pushed in. None: nothing was swept, or there is nothing to put right.
std::optional<Shim> shimFor(shop::MechanicsCheck const& check, double difference_mm);

/// “Head, front to back”.
std::string titleOf(shop::MechanicsCheck const& check);

/// The newest look at each part, in the order of the work; none: {}.
std::vector<std::pair<Id<shop::MechanicsCheck>, shop::MechanicsCheck const*>> newestChecks(facts::Reader const& book,
                                                                                           Id<shop::Machine> machine);

/// Defects first; then each part in order: what it is, what to put where, and what has to be swept again because a part
/// before it was touched since.
std::vector<zeroing::Judgement> mechanicsJudgements(facts::Reader const& book, shop::ZeroSetup const& setup);

} // namespace steady::install
