// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/safety/Draw.h"

#include "core/base/Rng.h"
#include "core/machine/World.h"

#include <numbers>

namespace steady::safety {
namespace {

double oneOf(uncertainty::Contribution const& part, Rng& rng) {
    switch (part.shape) {
    case uncertainty::Shape::Normal: return part.u * rng.normal();
    case uncertainty::Shape::Rectangular:
        return rng.between(-1, 1) * part.u * std::numbers::sqrt3; // JCGM 100:2008, 4.3.7
    case uncertainty::Shape::OneSided: return rng.between(part.low, part.high);
    }
    return 0;
}

double sumOf(std::vector<uncertainty::Contribution> const& parts, Rng& rng) {
    double sum = 0;
    for (auto const& part : parts) sum += part.sensitivity * oneOf(part, rng);
    return sum;
}

} // namespace

machine::World drawn(machine::World const& believed, Spreads const& spreads, std::uint64_t seed, std::uint64_t number) {
    Rng rng(seed, number, Purpose::World);
    auto world = believed;
    world.seed = rng.bits();
    world.plate.thickness_mm += sumOf(spreads.plate, rng);
    double const stock = rng.between(-1, 1) * spreads.stock_mm, length = rng.between(-1, 1) * spreads.length_mm;
    world.stock_thickness_mm += stock;
    if (spreads.tool_number == 0) world.tool.length_mm += length;
    int const varied = spreads.tool_number > 0 ? spreads.tool_number : world.memory.tool;
    for (auto& each : world.tools)
        if (each.number == varied) each.tool.length_mm += length;
    if (world.plate.place == machine::PlatePlace::OnStock) world.position_mm[2] += stock + length;
    world.table_z_mm -= sumOf(spreads.kept, rng); // the work lies where it lies: the link is off
    for (auto& axis : world.home_error_mm) axis += spreads.home_mm * rng.normal();
    world.input.scatter_mm = spreads.scatter_mm;
    if (spreads.feel_mm > 0) world.person.under_mm += rng.between(-1, 1) * spreads.feel_mm;
    world.input.driver_lag_s *= 1 + rng.between(-1, 1) * spreads.driver_lag_share;
    return world;
}

} // namespace steady::safety
