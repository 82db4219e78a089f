// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/Words.h"
#include "core/macros/SetterRecipes.h"

#include <algorithm>
#include <fmt/format.h>
#include <map>

namespace steady::macros {
namespace {

constexpr double end_margin_mm = 0.5; // between the end of stroke and the tip at the end of the search, at most
constexpr double press_mm = 0.3;      // by which the shortest that it may be still trips, at most
constexpr double clear_mm = 2;        // between what comes down and what stands there

/// Short strokes have smaller margins.
struct Margins {
    double end_mm, press_mm;
    explicit Margins(shop::ToolSetter const& setter)
        : end_mm(std::min(end_margin_mm, 0.15 * setter.stroke_mm())),
          press_mm(std::min(steady::macros::press_mm, 0.15 * setter.stroke_mm())) {}
};

/// Length ± as the tool may really be: gripped anew, or only its own last contact.
double lengthError_mm(shop::Assembly const& tool, zeroing::Expected const& expected) {
    return std::max(tool.length_error_mm, expected.error_mm);
}

} // namespace

Result<SetterWay::Row> setterRow(facts::Reader const& book, shop::ZeroSetup const& setup, Id<shop::Assembly> id) {
    auto const* setter = book.find(setup.place.setter);
    if (!setter) return fail(Code::NoSetter, {"setter"});
    auto const* tool = book.find(id);
    auto const name = tool ? fmt::format("tool {}", tool->number) : std::string("the tool in the spindle");
    auto const units = book.units();
    auto const machine = zeroing::machineOf(book, setup);
    if (tool && !zeroing::reachesDisc(*tool, *setter))
        return fail(Code::NotOnDisc, {name}, name, lengthText(setter->disc_mm, units));
    auto const expected = zeroing::expectedTrip(book, setup, id);
    if (!expected) return Failure(expected.error());
    double const error = tool ? lengthError_mm(*tool, *expected) : expected->error_mm;
    Margins const margins(*setter);
    SetterWay::Row row;
    row.number = tool ? tool->number : 1;
    row.start_z_mm = expected->z_mm + error + setter->free_mm - setter->trigger_mm + above_disc_mm;
    double const end_z = expected->z_mm - setter->stroke_mm() + error + margins.end_mm;
    if (end_z > expected->z_mm - error - margins.press_mm)
        return fail(Code::StrokeTooShort, {name}, name, lengthText(error, units));
    row.search_mm = row.start_z_mm - end_z;
    row.low_mm = expected->z_mm - error - beyond_length_mm;
    row.high_mm = expected->z_mm + error + beyond_length_mm;
    double const highest = machine.safeZ_mm() - 1;
    auto const& z = machine.axes[2];
    if (row.start_z_mm > highest || end_z < z.low_mm)
        return fail(Code::NotInTravel, {name},
                    fmt::format("The way of {} over the setter, Z {} to {},", name, lengthNumber(end_z, units),
                                lengthText(row.start_z_mm, units)),
                    fmt::format("{} to {}", lengthNumber(z.low_mm, units), lengthText(highest, units)));
    return row;
}

Result<SetterWay> setterWay(facts::Reader const& book, shop::ZeroSetup const& setup, Id<shop::Assembly> must) {
    SetterWay way;
    auto const needed = setterRow(book, setup, must);
    if (!needed) return Failure(needed.error());
    way.rows.push_back(*needed);
    std::map<int, std::string> names;
    for (auto const& [id, tool] : shop::toolsOf(book, setup.place.machine)) {
        auto const row = setterRow(book, setup, id);
        if (!row) {
            way.left_out.push_back(fmt::format("tool {}: {}", tool->number, sentence(row.error())));
            continue;
        }
        auto const [known, is_new] = names.emplace(row->number, tool->name);
        if (!is_new)
            return fail(Code::TwoAlike, {"tool number"}, fmt::format("“{}” and “{}”", known->second, tool->name),
                        fmt::format("number, {}", row->number));
        if (id != must) way.rows.push_back(*row);
    }
    std::sort(way.rows.begin(), way.rows.end(), [](auto const& a, auto const& b) { return a.number < b.number; });
    return way;
}

Result<FitsSetter> fitsSetter(facts::Reader const& book, shop::ZeroSetup const& setup) {
    auto const height = zeroing::setterHeight(book, setup);
    if (!height) return Failure(height.error());
    auto const& setter = *book.find(setup.place.setter);
    auto const machine = zeroing::machineOf(book, setup);
    Margins const margins(setter);
    double const to_trip = setter.free_mm - setter.trigger_mm;
    FitsSetter fits;
    fits.widest_mm = setter.disc_mm;
    fits.estimate_error_mm = (setter.stroke_mm() - margins.end_mm - margins.press_mm) / 2 - height->error_mm;
    fits.longest_mm = machine.safeZ_mm() - 1 - above_disc_mm - to_trip - height->nose_z_mm - height->error_mm -
                      fits.estimate_error_mm;
    // At the end of its stroke the disc lies that much lower; nut and shoe must stay above what stands beside it.
    double const beside_mm = std::max(0.0, setter.bracket_top_mm - (setter.trigger_mm - setter.stroke_mm()));
    fits.least_stick_out_mm = beside_mm + clear_mm;
    fits.shortest_mm = std::max({clear_mm, machine.axes[2].low_mm + setter.stroke_mm() - height->nose_z_mm,
                                 machine.dust_shoe_mm ? *machine.dust_shoe_mm + fits.least_stick_out_mm : 0});
    fits.least_jog_mm = 0.2;
    fits.most_jog_mm = setter.stroke_mm() - margins.end_mm - margins.press_mm;
    fits.free = setter.overtravel_mm.has_value();
    if (fits.estimate_error_mm <= 0)
        return fail(Code::StrokeTooShort, {setter.name}, "The setter's height",
                    lengthText(height->error_mm, book.units()));
    return fits;
}

} // namespace steady::macros
