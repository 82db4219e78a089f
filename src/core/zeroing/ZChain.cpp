// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/zeroing/ZChain.h"

#include <cmath>

namespace steady::zeroing {

MachineZ ZChain::sum() const {
    MachineZ z{terms.front().value_mm};
    for (std::size_t i = 1; i < terms.size(); ++i) z = z + Length{terms[i].value_mm};
    return z;
}

std::string ZChain::text(UnitSystem units) const {
    std::string line = lengthNumber(terms.front().value_mm, units);
    for (std::size_t i = 1; i < terms.size(); ++i)
        line += (terms[i].value_mm < 0 ? " − " : " + ") + lengthNumber(std::abs(terms[i].value_mm), units);
    return line + " = " + lengthText(sum().mm, units);
}

} // namespace steady::zeroing
