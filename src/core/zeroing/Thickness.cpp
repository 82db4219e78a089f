// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/zeroing/Thickness.h"

#include <cmath>
#include <fmt/format.h>
#include <numbers>

namespace steady::zeroing {
namespace {

using uncertainty::Contribution;
using uncertainty::Shape;

constexpr double nominal_half_width_mm = 0.1; // what sold plates keep to; common practice
constexpr double assumed_scatter_mm = 0.01;   // caliper by hand; common practice
constexpr double inf = std::numeric_limits<double>::infinity();

Contribution rectangle(std::string name, double half_width_mm) {
    return {std::move(name), half_width_mm / std::numbers::sqrt3, 1, inf, Shape::Rectangular};
}

/// As sold: evenly between two bounds, which stay on their side of the nominal size (−0/+0.025).
Contribution tolerance(double below_mm, double above_mm) {
    auto const shape = below_mm == above_mm ? Shape::Rectangular : Shape::OneSided;
    return {"nominal thickness, tolerance as sold",
            (below_mm + above_mm) / 2 / std::numbers::sqrt3,
            1,
            inf,
            shape,
            -below_mm,
            above_mm};
}

/// Where nobody has measured.
void takeNominal(Thickness& result, shop::TouchPlate const& plate, UnitSystem units) {
    result.mm = plate.nominal_mm.value_or(assumed_nominal_mm);
    bool const told = plate.nominal_mm && plate.sold_below_mm && plate.sold_above_mm;
    result.budget = uncertainty::combine({told ? tolerance(*plate.sold_below_mm, *plate.sold_above_mm)
                                               : rectangle("nominal thickness, not measured", nominal_half_width_mm)});
    auto said = !plate.nominal_mm ? fmt::format("Nobody has said how thick the plate is; {} is assumed.",
                                                lengthText(assumed_nominal_mm, units))
                : told            ? fmt::format("The plate's thickness is its nominal one, sold as −{}/+{}.",
                                                lengthNumber(*plate.sold_below_mm, units), lengthText(*plate.sold_above_mm, units))
                                  : fmt::format("The plate's thickness is its nominal one, taken as good to {}.",
                                                plusMinusText(nominal_half_width_mm, units));
    result.assumptions.push_back(
        {Severity::Attention, std::move(said), "Measure it with a caliper at five places.", {"plate thickness"}});
}

} // namespace

Thickness thicknessOf(shop::TouchPlate const& plate, std::span<shop::Reading const> readings,
                      shop::Instrument const* instrument, UnitSystem units) {
    std::vector<double> values;
    for (auto const& reading : readings)
        if (!reading.withdrawn) values.push_back(reading.value_mm);
    Thickness result;
    result.summary = statistics::summarise(values);
    if (values.empty()) {
        takeNominal(result, plate, units);
        return result;
    }
    result.mm = result.summary.mean;
    shop::Instrument const assumed{"a caliper", 0.01, 0.03};
    if (!instrument) {
        result.assumptions.push_back(
            {Severity::Attention,
             fmt::format("No instrument is named; a caliper good to {} is assumed.", plusMinusText(0.03, units)),
             "Name the instrument with its resolution and permissible error.",
             {"instrument"}});
        instrument = &assumed;
    }
    std::vector<Contribution> parts;
    if (values.size() == 1) {
        parts.push_back({"scatter of one reading, assumed", assumed_scatter_mm, 1, inf, Shape::Normal});
        result.assumptions.push_back({Severity::Note,
                                      fmt::format("One reading says nothing about the spread; {} is assumed for it.",
                                                  plusMinusText(2 * assumed_scatter_mm, units)),
                                      "Measure at four more places.",
                                      {"plate thickness"}});
    } else {
        parts.push_back({fmt::format("scatter of {} readings", values.size()),
                         result.summary.s / std::sqrt(values.size()), 1, static_cast<double>(values.size() - 1),
                         Shape::Normal});
    }
    parts.push_back(rectangle(instrument->name + ", its step", instrument->resolution_mm / 2));
    parts.push_back(rectangle(instrument->name + ", its permissible error", instrument->permissible_error_mm));
    result.budget = uncertainty::combine(std::move(parts));
    return result;
}

} // namespace steady::zeroing
