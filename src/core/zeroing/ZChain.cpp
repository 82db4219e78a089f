// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/zeroing/ZChain.h"

#include "core/quantity/Sums.h"

#include <cmath>

namespace steady::zeroing {

MachineZ ZChain::sum() const {
    MachineZ z{terms.front().value_mm};
    for (std::size_t i = 1; i < terms.size(); ++i) z = z + Length{terms[i].value_mm};
    return z;
}

std::vector<double> ZChain::shown_mm(UnitSystem units) const {
    std::vector<double> values;
    for (auto const& term : terms) values.push_back(term.value_mm);
    return roundedTogether(values, units);
}

std::string ZChain::text(UnitSystem units) const {
    auto const shown = shown_mm(units);
    std::string line = lengthNumber(shown.front(), units);
    for (std::size_t i = 1; i < shown.size(); ++i)
        line += (terms[i].value_mm < 0 ? " − " : " + ") + lengthNumber(std::abs(shown[i]), units);
    return line + " = " + lengthText(sum().mm, units);
}

} // namespace steady::zeroing
