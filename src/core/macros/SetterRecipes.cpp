// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/macros/SetterRecipes.h"

#include "core/base/Words.h"
#include "core/macros/PlateZeroRecipe.h"
#include "core/quantity/WorkOffset.h"

#include <algorithm>
#include <fmt/format.h>

namespace steady::macros {
namespace {

constexpr double above_disc_mm = 2;    // between the free disc and the tip of the longest that the tool may be
constexpr double above_solid_mm = 0.5; // between the end of stroke and the tip at the end of the search
constexpr double least_press_mm = 0.3; // by which the shortest that it may be still trips
constexpr double window_mm = 0.3;      // beyond the length's ±

/// Length ± as the tool may really be: gripped anew, or only its own last contact.
double lengthError_mm(shop::Assembly const& tool, zeroing::Expected const& expected) {
    return std::max(tool.length_error_mm, expected.error_mm);
}

std::vector<std::string> header(shop::Machine const& machine, shop::ToolSetter const& setter, SetterWay const& way,
                                zeroing::ProbingFeeds const& feeds) {
    auto const units = machine.units;
    auto lines = headerBegin(machine);
    lines.push_back(fmt::format("Setter: {}, at machine X {} Y {}.", setter.name, lengthText(setter.x_mm, units),
                                lengthText(setter.y_mm, units)));
    std::string tools;
    for (auto const& row : way.rows) tools += fmt::format("{}{}", tools.empty() ? "" : ", ", row.number);
    lines.push_back("Written for tools " + tools + ".");
    for (auto const& text : way.left_out) lines.push_back("Not for " + text);
    lines.push_back(fmt::format("Feeds: {} to find, {} to measure.", feedText(feeds.fast_mm_min, units),
                                feedText(feeds.slow_mm_min, units)));
    lines.push_back("Goes up before it goes across. The control must know the tool's number, by M6 or M61.");
    lines.push_back("First run: hand at the stop, low rapid override, the shortest tool.");
    return lines;
}

struct SetterJob {
    shop::Machine machine;
    shop::ToolSetter setter;
    SetterWay way;
    TouchPlan touch;
    static Result<SetterJob> of(shop::Book const& book, shop::ZeroSetup const& setup) {
        auto const* setter = book.find(setup.setter);
        if (!setter) return fail(Code::NoSetter, {"setter"});
        auto way = setterWay(book, setup, setup.assembly);
        if (!way) return Failure(way.error());
        auto machine = zeroing::machineOf(book, setup);
        auto const feeds = zeroing::feedsFor(machine, *setter);
        auto const touch = planTouch(machine, feeds);
        return SetterJob{std::move(machine), *setter, std::move(*way), touch};
    }
};

} // namespace

Result<SetterWay::Row> setterRow(shop::Book const& book, shop::ZeroSetup const& setup, Id<shop::Assembly> id) {
    auto const* setter = book.find(setup.setter);
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
    SetterWay::Row row;
    row.number = tool ? tool->number : 1;
    row.start_z_mm = expected->z_mm + error + setter->free_mm - setter->trigger_mm + above_disc_mm;
    double const end_z = expected->z_mm - setter->stroke_mm() + error + above_solid_mm;
    if (end_z > expected->z_mm - error - least_press_mm)
        return fail(Code::StrokeTooShort, {name}, name, lengthText(error, units));
    row.search_mm = row.start_z_mm - end_z;
    row.low_mm = expected->z_mm - error - window_mm;
    row.high_mm = expected->z_mm + error + window_mm;
    double const highest = Parts{machine, {}}.parkingZ_mm() - 0.5;
    auto const& z = machine.axes[2];
    if (row.start_z_mm > highest || end_z < z.low_mm)
        return fail(Code::NotInTravel, {name},
                    fmt::format("The way of {} over the setter, Z {} to {},", name, lengthNumber(end_z, units),
                                lengthText(row.start_z_mm, units)),
                    fmt::format("{} to {}", lengthNumber(z.low_mm, units), lengthText(highest, units)));
    return row;
}

Result<SetterWay> setterWay(shop::Book const& book, shop::ZeroSetup const& setup, Id<shop::Assembly> must) {
    SetterWay way;
    auto const needed = setterRow(book, setup, must);
    if (!needed) return Failure(needed.error());
    way.rows.push_back(*needed);
    for (auto const& [id, tool] : shop::toolsOf(book, setup.machine)) {
        if (id == must) continue;
        auto const row = setterRow(book, setup, id);
        if (!row)
            way.left_out.push_back(fmt::format("tool {}: {}", tool->number, sentence(row.error())));
        else if (std::none_of(way.rows.begin(), way.rows.end(), [&](auto const& r) { return r.number == row->number; }))
            way.rows.push_back(*row);
    }
    std::sort(way.rows.begin(), way.rows.end(), [](auto const& a, auto const& b) { return a.number < b.number; });
    return way;
}

Result<Recipe> retouchRecipe(shop::Book const& book, shop::ZeroSetup const& setup) {
    auto job = SetterJob::of(book, setup);
    if (!job) return Failure(job.error());
    auto const offset = workOffsetName(setup.work_offset);
    Parts parts{job->machine, {}};
    parts.add("require-offset", "The job must use the work offset that this macro sets.",
              RequireWorkOffset{setup.work_offset,
                                fmt::format("Nothing has moved. Another work offset than {} is in use; this macro was "
                                            "written for {}.",
                                            offset, offset)});
    parts.begin(0);
    parts.add("require-link", "Without a true link the new zero would be anywhere.",
              RequireLink{setup.work_offset,
                          "Nothing has moved. There is no link for this work offset and unit; run plate "
                          "zero and link."});
    parts.requireToolOnSetter(job->way);
    parts.touchSetter(job->touch, job->way, job->setter);
    parts.add("", "The setter stands D above work zero: the new zero is that much below this contact.",
              SetZeroFromLink{slot_setter, slot_result, setup.work_offset, addends(job->touch.lag_mm, {})});
    parts.add("", "Safe Z.", RetractTo{job->machine.safeZ_mm()});
    parts.add("", "", End{"Z zero is set for this tool. Leave the length offset off."});
    auto lines = header(job->machine, job->setter, job->way, job->touch.feeds);
    lines.push_back(fmt::format("Sets: {} Z from the link in parameters {} to {}. Length offset off.", offset,
                                3000 + 10 * setup.work_offset, 3003 + 10 * setup.work_offset));
    return Recipe{title(Kind::Retouch), std::move(lines), job->machine.units, std::move(parts.steps)};
}

Result<Recipe> toolLengthRecipe(shop::Book const& book, shop::ZeroSetup const& setup) {
    auto job = SetterJob::of(book, setup);
    if (!job) return Failure(job.error());
    auto const basis = zeroing::lengthBasis(book, setup);
    if (!basis) return Failure(basis.error());
    Parts parts{job->machine, {}};
    parts.begin(0);
    parts.requireToolOnSetter(job->way);
    parts.touchSetter(job->touch, job->way, job->setter);
    parts.add("", "The length: what lies between this contact and that of the reference.",
              SetToolLength{slot_setter, slot_result,
                            addends(job->touch.lag_mm, {-basis->contact_mm, basis->length_mm}),
                            job->machine.length_sign == shop::LengthSign::Negative});
    parts.add("", "Safe Z.", RetractTo{job->machine.safeZ_mm()});
    parts.add("", "", End{"The length is in the table. Jobs call it with G43 and the tool's number."});
    auto lines = header(job->machine, job->setter, job->way, job->touch.feeds);
    lines.push_back(fmt::format("Lengths count from {}, machine Z {} on the setter.", basis->words,
                                lengthText(basis->contact_mm, job->machine.units)));
    return Recipe{title(Kind::ToolLength), std::move(lines), job->machine.units, std::move(parts.steps)};
}

} // namespace steady::macros
