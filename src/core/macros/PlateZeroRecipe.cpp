// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/macros/PlateZeroRecipe.h"

#include "core/quantity/WorkOffset.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

namespace steady::macros {
namespace {

using shop::Act;

constexpr double longest_search_mm = 25;
constexpr double most_gap_mm = 20;
constexpr double above_work_mm = 1; // what is left under the tip when the plate is missing
constexpr double parted_s = 3;      // time to part plate and clip again

bool provesByTouch(zeroing::PlateZeroResult const& zero) { return zero.plate.circuit == shop::Circuit::OpenAtRest; }

/// What is asked of the person for each way that a plate can be wired.
struct Wording {
    char const* prove;
    char const* last;
    std::vector<Act> last_acts;
};
Wording wordingOf(shop::TouchPlate const& plate) {
    if (plate.path == shop::Path::OwnSwitch)
        return {"Hold the plate away from the tool. Resume, then press it once and keep it pressed.",
                "Plate and lead away from the machine, hands clear. Resume, then press the plate once in your hand.",
                {Act::TakePlate, Act::BringTogether}};
    if (plate.path == shop::Path::SpindleEarth)
        return {"Hold the plate by its edge against the flank of the cutter, fingers never under it, and resume.",
                "Plate and lead away from the work, hands clear. Resume, then touch the plate to the machine's bare, "
                "earthed metal and part them.",
                {Act::TakePlate, Act::BringTogether}};
    return {
        "Clip on the tool. Hold the plate by its edge against the flank of the cutter, fingers never under it, and "
        "resume.",
        "Plate, lead and clip away from the machine, hands clear. Resume, then touch clip to plate in your hand and "
        "part them.",
        {Act::TakePlate, Act::TakeClip, Act::BringTogether}};
}

struct Builder {
    zeroing::PlateZeroResult const& zero;
    PlateZeroPlan const& plan;
    PlateZeroUse const& use;
    Parts parts;

    void add(std::string id, std::string purpose, Action action) {
        parts.add(std::move(id), std::move(purpose), std::move(action));
    }
    double fast() const { return plan.touch.feeds.fast_mm_min; }
    bool links() const { return use.kind == Kind::PlateZeroLink; }

    void begin() {
        parts.begin(zero.setup.work_offset);
        if (links()) parts.requireToolOnSetter(use.way);
        if (use.table_length_mm)
            add("require-tool", "The length that is taken off belongs to one tool.",
                RequireToolAllowed{{{zero.assembly.number, {}}},
                                   {},
                                   true,
                                   slot_found,
                                   "Nothing has moved. This macro takes off the length of another tool than the one in "
                                   "the spindle."});
        if (!use.own_offsets.empty()) {
            RequireToolAllowed own;
            own.into = {slot_offset};
            own.plain = true;
            own.found = slot_found;
            own.alarm = "Nothing has moved. The tool in the spindle has no work offset of its own in this macro.";
            for (auto const& tool : use.own_offsets)
                own.rows.push_back({tool.number, {static_cast<double>(tool.work_offset)}});
            add("require-tool", "Each tool sets its own work offset, and no other.", std::move(own));
        }
        if (use.own_offsets.empty())
            add("clear-link", "A new zero makes an older link worthless; its seal is broken first.",
                ClearLink{zero.setup.work_offset});
        parts.requireOpen(
            "open-check", "The input must read open before anything is done.",
            "Nothing is near the plate yet. The input reads contact at rest; look for a touch, a short or "
            "the wrong polarity.",
            fast());
    }

    void prove() {
        if (!provesByTouch(zero)) {
            add("lay-plate", "The plate goes under the tool.",
                Pause{"Plate under the cutter, hands clear. Then resume.", {Act::LayPlate}});
            return;
        }
        add("prove-contact", "A circuit open at rest looks healthy with its lead off; only seeing it close proves it.",
            Pause{wordingOf(zero.plate).prove, {Act::TouchFlank}});
        add("prove-contact", "Slowly up, clear of everything, until the plate makes contact.",
            ProveContact{
                prove_mm, prove_feed_mm_min,
                "Take the plate away. No contact was seen; look at lead, clip and plug before anything else."});
        add("lay-plate", "The plate goes under the tool.",
            Pause{"Lay the plate on the work under the cutter, hands clear. Then resume.", {Act::LayPlate}});
        parts.requireOpen("open-check", "The circuit must open again.",
                          "Lift Z by jogging up. The input still reads contact; look for a short or a touch.", fast());
    }

    void measure() {
        add("search", "Finds the plate. The search ends above the work when the plate is missing.",
            ProbeDown{plan.search_mm, fast(), slot_fast,
                      "Jog Z up. No plate within the search; look for plate, lead and clip, and start nearer."});
        parts.measure(plan.touch, "plate", slot_mean);
        add("window", "The contact must lie where the book expects it.",
            RequireWindow{
                slot_mean, plan.window_low_mm, plan.window_high_mm,
                "Jog Z up. The contact is outside the expected window; other work or another tool needs a new "
                "macro."});
    }

    void setZero() {
        std::vector<double> others{-zero.thickness.mm};
        if (use.table_length_mm) others.push_back(-*use.table_length_mm);
        SetWorkZero set{slot_mean, slot_result, zero.setup.work_offset, addends(zero.slow.lag_mm, others)};
        if (!use.own_offsets.empty()) set.work_offset = slot_offset;
        add("",
            use.table_length_mm ? "Zero lies the thickness below the trip point; the tool's length is taken off."
                                : "The trip point is given the thickness: zero lies that much below it.",
            std::move(set));
        add("", "Up and out of the way, Z alone.", RetractTo{parts.parkingZ_mm()});
    }

    void lastCheck() {
        auto const wording = wordingOf(zero.plate);
        add("last-check", "Nothing may be left under the tool.", Pause{wording.last, wording.last_acts});
        add("last-check", "Only what is in the hand can make the signal now: plate and clip are away.",
            ProveContact{prove_mm, prove_feed_mm_min,
                         "Stay clear; Z zero is set and the tool is up. The signal was not seen; plate or clip may "
                         "still be on the machine."});
        add("last-check", "Time to part them.", Wait{parted_s});
        parts.requireOpen(
            "last-check", "The input must read open before the job.",
            "Stay clear; Z zero is set and the tool is up. The input still reads contact; plate or clip may "
            "still be on the tool.",
            fast());
    }

    void link() {
        auto const touch = planTouch(zero.machine, zeroing::feedsFor(zero.machine, *use.setter));
        parts.touchSetter(touch, use.way, *use.setter);
        add("", "Up, Z alone.", RetractTo{zero.machine.safeZ_mm()});
        add("", "D is the setter's height above work zero. Its seal is set last, when all of it is true.",
            StoreLink{zero.setup.work_offset, slot_setter, slot_result, addends(touch.lag_mm, {})});
    }

    void finish() {
        setZero();
        lastCheck();
        if (links()) link();
        add("", "Safe Z.", RetractTo{zero.machine.safeZ_mm()});
        add("", "",
            End{links() ? "Z zero and link are set. Go to zero above the work and look before you cut."
                        : "Z zero is set. Go to it above the work and look before you cut."});
    }
};

void describeUse(std::vector<std::string>& lines, zeroing::PlateZeroResult const& zero, PlateZeroUse const& use) {
    auto len = [&](double mm) { return lengthText(mm, zero.machine.units); };
    auto const offset = workOffsetName(zero.setup.work_offset);
    int const first = 3000 + 10 * zero.setup.work_offset;
    if (use.kind == Kind::PlateZeroLink) {
        lines.push_back(fmt::format("Sets: {} Z, work offset number {}, and its link, parameters {} to {}.", offset,
                                    zero.setup.work_offset, first, first + 3));
        lines.push_back(fmt::format("Setter: {}, at machine X {} Y {}.", use.setter->name, len(use.setter->x_mm),
                                    len(use.setter->y_mm)));
        lines.push_back("Let the control keep these parameters over a power cut, or run this again after one.");
    } else if (!use.own_offsets.empty()) {
        std::string pairs;
        for (auto const& tool : use.own_offsets)
            pairs +=
                fmt::format("{}tool {} {}", pairs.empty() ? "" : ", ", tool.number, workOffsetName(tool.work_offset));
        lines.push_back("Sets the Z of the work offset that belongs to the tool in the spindle: " + pairs + ".");
    } else {
        lines.push_back(fmt::format("Sets: {} Z, work offset number {}. Its link, if any, is void.", offset,
                                    zero.setup.work_offset));
    }
    if (use.table_length_mm)
        lines.push_back(fmt::format("Length table: {} of tool {} is taken off; jobs call G43 with each tool.",
                                    len(*use.table_length_mm), zero.assembly.number));
}

std::vector<std::string> header(zeroing::PlateZeroResult const& zero, PlateZeroPlan const& plan,
                                PlateZeroUse const& use) {
    auto const units = zero.machine.units;
    auto len = [&](double mm) { return lengthText(mm, units); };
    auto lines = headerBegin(zero.machine);
    for (auto const& line : {
             fmt::format("Tool {}: {}.", zero.assembly.number, zero.assembly.name),
             fmt::format("Plate: {}, {} thick {}{}.", zero.plate.name, len(zero.thickness.mm),
                         plusMinusText(zero.thickness.budget.expanded_95, units),
                         zero.thickness.measured() ? fmt::format(" from {} readings", zero.thickness.summary.n)
                                                   : ", nominal"),
             fmt::format("Start: tip {} to {} above the plate.", len(plan.least_gap_mm), len(plan.most_gap_mm)),
             fmt::format("Searches at most {}; with the plate missing it ends at least {} above the work.",
                         len(plan.search_mm), len(above_work_mm)),
             fmt::format("Feeds: {} to find, {} to measure.", feedText(zero.feeds.fast_mm_min, units),
                         feedText(zero.feeds.slow_mm_min, units)),
             fmt::format("Contact expected at machine Z {} to {}{}.", lengthNumber(plan.window_low_mm, units),
                         len(plan.window_high_mm),
                         plan.window_from_contact ? ", from the contact in the book"
                                                  : ", the travel; no contact in the book yet"),
         })
        lines.push_back(line);
    describeUse(lines, zero, use);
    if (zero.slow.lag_mm > least_lag_mm)
        lines.push_back(fmt::format("Input lag at the slow feed: {}, added back.", len(zero.slow.lag_mm)));
    lines.push_back("First run: hand at the stop, above the work, without the plate. It must give up above the work.");
    return lines;
}

} // namespace

Result<PlateZeroPlan> planPlateZero(zeroing::PlateZeroResult const& zero) {
    PlateZeroPlan plan;
    double const thickness = zero.thickness.mm;
    bool const proves = provesByTouch(zero);
    // The checks before the search go up; how far the proof goes depends on when it makes contact.
    double const least_rise = open_check_mm * (proves ? 2 : 1), most_rise = least_rise + (proves ? prove_mm : 0);
    plan.search_mm = std::min(longest_search_mm, plan.least_gap_mm + least_rise + thickness - above_work_mm);
    plan.most_gap_mm = std::min(most_gap_mm, std::floor((plan.search_mm - most_rise - 0.3) * 10) / 10);
    double const spare = plan.most_gap_mm - plan.least_gap_mm;
    if (spare < 1) {
        return fail(Code::TooThin, {"plate thickness"}, lengthText(thickness, zero.units),
                    lengthText(std::ceil(thickness + 1 - spare), zero.units));
    }
    plan.touch = planTouch(zero.machine, zero.feeds);
    // Above this the retract would no longer go up.
    plan.window_high_mm = Parts{zero.machine, {}}.parkingZ_mm() - plan.touch.back_off_mm - 1;
    plan.window_low_mm = zero.machine.axes[2].low_mm;
    if (zero.chain && !zero.chain->simulated) {
        double const expected = zero.chain->terms.front().value_mm;
        plan.window_from_contact = true;
        plan.window_low_mm = std::max(plan.window_low_mm, expected - zero.setup.window_mm);
        plan.window_high_mm = std::min(plan.window_high_mm, expected + zero.setup.window_mm);
    }
    return plan;
}

Result<Recipe> plateZeroRecipe(zeroing::PlateZeroResult const& zero, PlateZeroUse const& use) {
    auto const plan = planPlateZero(zero);
    if (!plan) return Failure(plan.error());
    Builder builder{zero, *plan, use, {zero.machine, {}}};
    builder.begin();
    builder.prove();
    builder.measure();
    builder.finish();
    return Recipe{title(use.kind), header(zero, *plan, use), zero.machine.units, std::move(builder.parts.steps)};
}

std::vector<std::string> headerBegin(shop::Machine const& machine) {
    return {fmt::format("Machine: {}. Unit {}.", machine.name, unitName(machine.units))};
}

} // namespace steady::macros
