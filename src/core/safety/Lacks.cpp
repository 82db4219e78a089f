// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/safety/Lacks.h"

#include "core/controller/Dialect.h"
#include "core/dialects/Bundle.h"

namespace steady::safety {

macros::Lacks lacksOf(controller::Dialect const& dialect) {
    constexpr double most_override = 2; // where the knob of a control ends; common practice
    bool const locks = !dialect.built_in && !dialect.phrased &&
                       (dialect.has(controller::Does::LockOverride) || dialect.variables.acting.inhibits > 0);
    return {dialect.built_in || dialect.grammar.last_variable == 0, locks ? 1 : most_override, dialect.grammar.kept};
}

Result<macros::Lacks> lacksOf(shop::Machine const& machine) {
    auto const bundle = dialects::bundleOf(machine.dialect);
    if (!bundle) return Failure(bundle.error());
    return lacksOf((*bundle)->language());
}

Result<void> canCount(shop::RackDrive const& drive, std::size_t pockets, shop::Machine const& machine) {
    auto const lacks = lacksOf(machine);
    if (!lacks) return Failure(lacks.error());
    return macros::canCount(drive, pockets, machine, *lacks);
}

} // namespace steady::safety
