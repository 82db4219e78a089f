// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// The readings of a study, and who fetches them.

#include "core/base/Result.h"
#include "core/shop/kinds/Contact.h"
#include "core/shop/kinds/Study.h"

#include <limits>
#include <vector>

namespace steady::shop {

struct Reading {
    int nr = 0; ///< from 1
    double value_mm = 0;
    std::string as_typed;
    Source source = Source::Measured;
    std::int64_t at_utc_ms = 0;
    bool withdrawn = false;
    std::string cause; ///< why it was withdrawn
    // Where and how it was taken, as far as its study asks for that.
    std::optional<double> x_mm, y_mm, temperature_c;
    std::optional<int> group_nr;
    std::optional<double> second_value; ///< the other of a pair, in `unit`
    std::string quantity, unit;         ///< empty: a length in mm
    bool operator==(Reading const&) const = default;
};

using Readings = std::vector<Reading>;

/// Who fetches readings; may be asked by several threads at once.
class ReadingSource {
public:
    static constexpr std::int64_t latest = std::numeric_limits<std::int64_t>::max();
    virtual ~ReadingSource() = default;
    /// In order, as they stood after change `up_to`; a read that fails is an error, never an empty list.
    virtual Result<Readings> readings(Id<Study> study, std::int64_t up_to) const = 0;
};

} // namespace steady::shop
