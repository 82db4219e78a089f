// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/safety/Precautions.h"

#include "core/machine/Run.h"
#include "core/safety/Faults.h"
#include "core/safety/Verdict.h"

#include <algorithm>

namespace steady::safety {

std::vector<std::string> notProtectedFrom(Rehearsal const& rehearsal) {
    std::vector<std::string> found;
    auto const loaded = machine::load(rehearsal.macro.text, dialectOf(rehearsal.world()));
    for (auto const& fault : faults()) {
        if (fault.unseen || !fault.touches(rehearsal.kind, rehearsal.world())) continue;
        auto world = rehearsal.world();
        fault.apply(world);
        auto const how = classify(machine::run(loaded, world), rehearsal);
        if (how == RunClass::Right || how == RunClass::StoppedSafely) continue;
        if (std::find(found.begin(), found.end(), fault.precaution) == found.end()) found.push_back(fault.precaution);
    }
    return found;
}

} // namespace steady::safety
