// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Whether a change has room: out of the fork, over what hangs in the rack, beside the neighbours.

#include "core/changer/Rack.h"

namespace steady::changer {

/// What stands up from a hanging holder that nobody has measured; common practice.
inline constexpr double usual_cone_mm = 40;

/// From where it may go sideways without meeting its own fork: flange radius + fork depth + gap.
double wayOut_mm(shop::ToolRack const& rack);
/// From so far above a seat a spindle comes down slowly: as typed, but clear of the cone.
double approach_mm(shop::ToolRack const& rack);
/// Spindle nose beside the cone of a neighbour: (nose + stud) / 2 + gap, less the pitch; positive, it meets it. None:
/// not measured.
std::optional<double> noseLacks_mm(shop::ToolRack const& rack);

/// What has no room, and what nobody has measured for it.
std::vector<zeroing::Judgement> judgeClearances(facts::Reader const& book, shop::ZeroSetup const& setup,
                                                RackState const& state, shop::ToolRack const& rack, UnitSystem units);

} // namespace steady::changer
