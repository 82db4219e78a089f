// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// What a tool can run into: table, stock and plate as upright boxes under it.

#include "core/machine/World.h"

namespace steady::machine {

/// What a move meets first.
struct Hit {
    std::string what;
    double share = 1; ///< of the move, 0 to 1
};

/// The first solid that the tool enters on the way from one gauge-line point to another (true coordinates).
std::optional<Hit> firstHit(World const& world, Vec3 const& from, Vec3 const& to);

/// Whether the tool's footprint, at a gauge-line point, is over the plate where it lies.
bool overPlate(World const& world, Vec3 const& at);
/// True gauge-line Z at which the tip meets the plate where it lies on the stock.
double plateTopZ_mm(World const& world);

} // namespace steady::machine
