// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// A value that reaches a controller, as a sum with terms: value, sign, source, date.

#include "core/quantity/Frames.h"
#include "core/quantity/Units.h"
#include "core/shop/Readings.h"
#include "core/uncertainty/Budget.h"

#include <string>
#include <vector>

namespace steady::zeroing {

struct Term {
    std::string key;            ///< stable name: “contact”, “thickness”, “lag”
    std::string label;          ///< as people read it
    double value_mm = 0;        ///< as it is added; the first term is a machine Z, the others are lengths
    std::string source;         ///< where it comes from, in words
    std::int64_t at_utc_ms = 0; ///< 0: no date
    bool operator==(Term const&) const = default;
};

struct ZChain {
    std::string label;       ///< what the sum is: “work zero, G54 Z”
    std::vector<Term> terms; ///< at least one
    uncertainty::Budget budget;
    std::string tool; ///< whose machine Z it is
    bool simulated = false;

    MachineZ sum() const;
    /// The terms as they are shown: rounded together, so that they add up to the sum as it is shown.
    std::vector<double> shown_mm(UnitSystem units) const;
    /// “−63.218 − 9.942 = −73.160 mm”
    std::string text(UnitSystem units) const;
};

} // namespace steady::zeroing
