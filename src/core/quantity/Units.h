// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Lengths and feeds from and to text, in the way people type them.

#include "core/base/Result.h"

#include <string>
#include <string_view>

namespace steady {

inline constexpr double mm_per_inch = 25.4; // exact since 1959

enum class UnitSystem { Metric, Inch };
constexpr char const* word(UnitSystem units) {
    switch (units) {
    case UnitSystem::Metric: return "mm";
    case UnitSystem::Inch: return "inch";
    }
    return nullptr;
}

/// What a person typed, kept beside its value.
struct TypedLength {
    double mm = 0;
    std::string as_typed;
    bool operator==(TypedLength const&) const = default;
};

/// mm, cm, in, ", thou, mil, µm, um, micron; decimal point or comma; 1/4", 1 1/4 in. A typed unit wins over `book`.
/// Errors name the column in `text` (from 1, in characters) and `place`.
Result<TypedLength> parseLength(std::string_view text, UnitSystem book, std::string const& place);
/// mm/min, mm/s, in/min, in/s, ipm; without a unit: mm/min or in/min after `book`. Returns mm/min, above zero.
Result<double> parseFeed(std::string_view text, UnitSystem book, std::string const& place);

enum class Sign { AsNeeded, Always };

/// Three decimals in mm, four in inch, a true minus sign, with its unit: “−63.218 mm”.
std::string lengthText(double mm, UnitSystem units, Sign sign = Sign::AsNeeded);
/// As a rule reads it: whole millimetres, tenths of an inch.
std::string roughLengthText(double mm, UnitSystem units);
/// Like lengthText, without the unit.
std::string lengthNumber(double mm, UnitSystem units, Sign sign = Sign::AsNeeded);
/// Uncertainties: “±0.016 mm”, never below the last digit shown.
std::string plusMinusText(double mm, UnitSystem units);
/// “250 mm/min” or “9.8 in/min”.
std::string feedText(double feed_mm_min, UnitSystem units);
/// The unit's sign: “mm” or “in”.
std::string unitName(UnitSystem units);
/// A number with a true minus sign and fixed decimals; −0 is shown as 0.
std::string fixedText(double value, int decimals, Sign sign = Sign::AsNeeded);

} // namespace steady
