// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/proving/TypedReading.h"

#include "core/base/Decimal.h"
#include "core/quantity/Units.h"
#include "core/shop/Taken.h"

#include <algorithm>
#include <cmath>

namespace steady::proving {
namespace {

using shop::ReadingUnit;
using shop::TypedAs;

constexpr double most_mm = 100'000;
constexpr char const* place = "reading";

Result<double> bareOrWithUnit(ReadingUnit unit, std::string_view typed) {
    auto trimmed = std::string(typed);
    while (!trimmed.empty() && trimmed.back() == ' ') trimmed.pop_back();
    bool const bare = !trimmed.empty() && std::isdigit(static_cast<unsigned char>(trimmed.back()));
    if (bare) trimmed += std::string(" ") + (unit == ReadingUnit::Micron ? "um" : unitWords(unit));
    auto const parsed = parseLength(trimmed, UnitSystem::Metric, place);
    if (!parsed) return Failure(parsed.error());
    return parsed->mm;
}

std::optional<double> lastOf(shop::Readings const& before) {
    auto const* last = shop::lastTaken(before);
    return last ? std::optional(last->value_mm) : std::nullopt;
}

/// The value nearest to `near_mm` whose last digits are those typed.
Result<double> endingWith(shop::Study const& study, double near_mm, std::string_view typed) {
    if (!study.conditions.step_mm)
        return fail(Code::Missing, {place}, "The step of the readout", "Say it first: it tells where digits stand");
    std::string digits;
    for (char const c : typed)
        if (c != ' ') digits += c;
    bool const all = !digits.empty() && digits.size() <= 6 && std::all_of(digits.begin(), digits.end(), [](char c) {
        return std::isdigit(static_cast<unsigned char>(c));
    });
    if (!all) return fail(Code::NotANumber, {place}, digits, "one to six digits");
    // Digits stand where the readout has its last decimal, whatever its step there (…, 0.005, …).
    double const unit = unit_mm(study.typing.unit);
    double const digit_mm = unit * std::pow(10, std::floor(std::log10(*study.conditions.step_mm / unit) + 1e-9));
    double const turn = std::pow(10, static_cast<double>(digits.size()));
    double const ending = *decimal(digits);
    double const near_digits = near_mm / digit_mm;
    auto const at = [&](double turns, double sign) { return sign * (std::abs(turns) * turn + ending); };
    double best = 0, gap = std::numeric_limits<double>::infinity();
    double const turns = std::floor(std::abs(near_digits) / turn);
    for (double const each : {turns - 1, turns, turns + 1})
        for (double const sign : {-1.0, 1.0}) {
            if (each < 0) continue;
            double const value = at(each, sign);
            if (std::abs(value - near_digits) < gap) {
                gap = std::abs(value - near_digits);
                best = value;
            }
        }
    return best * digit_mm;
}

} // namespace

char const* unitWords(ReadingUnit unit) {
    switch (unit) {
    case ReadingUnit::Millimetre: return "mm";
    case ReadingUnit::Inch: return "in";
    case ReadingUnit::Thou: return "thou";
    case ReadingUnit::Micron: return "µm";
    }
    return "";
}

double unit_mm(ReadingUnit unit) {
    switch (unit) {
    case ReadingUnit::Millimetre: return 1;
    case ReadingUnit::Inch: return mm_per_inch;
    case ReadingUnit::Thou: return mm_per_inch / 1000;
    case ReadingUnit::Micron: return 0.001;
    }
    return 1;
}

Result<double> typedReading(shop::Study const& study, shop::Readings const& before, std::string_view typed) {
    auto const stored = study.typing.stored_mm;
    Result<double> value = 0;
    switch (study.typing.as) {
    case TypedAs::Value: value = bareOrWithUnit(study.typing.unit, typed); break;
    case TypedAs::ChangeFromFirst:
        if (!stored) return fail(Code::Missing, {place}, "The stored value", "Type it first: changes start from it");
        value = bareOrWithUnit(study.typing.unit, typed);
        if (value) *value += *stored;
        break;
    case TypedAs::ChangeFromLast:
        if (!stored) return fail(Code::Missing, {place}, "The stored value", "Type it first: changes start from it");
        value = bareOrWithUnit(study.typing.unit, typed);
        if (value) *value += lastOf(before).value_or(*stored);
        break;
    case TypedAs::LastDigits:
        if (!stored && !lastOf(before))
            return fail(Code::Missing, {place}, "The stored value", "Type it first: its leading digits are kept");
        value = endingWith(study, lastOf(before).value_or(stored.value_or(0)), typed);
        break;
    }
    if (!value) return value;
    if (std::abs(*value) > most_mm) return fail(Code::OutOfRange, {place}, std::string(typed), "−100000 to 100000 mm");
    // What was added up carries the dust of binary fractions; no readout shows less than a nanometre.
    return study.typing.as == TypedAs::Value ? *value : std::round(*value * 1e6) / 1e6;
}

} // namespace steady::proving
