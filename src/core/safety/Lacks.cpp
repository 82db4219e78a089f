// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/safety/Lacks.h"

#include "core/controller/Dialect.h"

namespace steady::safety {

macros::Lacks lacksOf(controller::Dialect const& dialect) {
    constexpr double most_override = 2; // where the knob of a control ends; common practice
    return {dialect.grammar.last_variable == 0, dialect.has(controller::Does::LockOverride) ? 1 : most_override};
}

} // namespace steady::safety
