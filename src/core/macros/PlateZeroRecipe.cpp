// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/macros/PlateZeroRecipe.h"

#include "core/macros/Figures.h"
#include "core/macros/SideRecipes.h"
#include "core/quantity/WorkOffset.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

namespace steady::macros {
namespace {

using shop::Act;

constexpr double longest_search_mm = 25;
constexpr double most_gap_mm = 20;
constexpr double gap_spare_mm = 0.3;     // of the search, beyond the start window
constexpr double by_eye_mm = 4;          // a start window that the eye alone keeps to; common practice
constexpr double spacer_mm = 5;          // what is at hand in any shop
constexpr double parted_s = 3;           // time to part plate and clip again
constexpr double finger_breadth_mm = 20; // common practice

/// How the plate is seen to signal, and how it is known to be gone at the end.
struct Wording {
    std::string prove;
    Acts prove_acts;
    char const* last;
    Acts last_acts;
};
Wording wordingOf(shop::TouchPlate const& plate, shop::Assembly const& tool) {
    auto const under = tool.tip == shop::TipShape::Insert
                           ? std::string("Plate under one insert, spindle turned so that it stays there")
                           : std::string("Plate under the cutter");
    if (plate.path == shop::Path::OwnSwitch)
        return {under + ", lead plugged in. Resume, then, while Z creeps up, press the plate once beside the cutter.",
                {Act::LayPlate, Act::PressPlate},
                "Plate and lead away from the machine, hands clear. Resume, then press the plate once in your hand.",
                {Act::TakePlate, Act::BringTogether}};
    bool const lift = plate.proof == shop::ProofBy::Lift && mayLift(plate, tool);
    bool const clip = plate.path == shop::Path::Clip;
    auto prove =
        fmt::format("{}, {} on. Resume, then, while Z creeps up, {}.", under, clip ? "lead and clip" : "its lead",
                    lift ? "lift the plate by its edges to the tip and lay it down"
                         : "bridge plate and cutting edge with the collet spanner, held at its end");
    return {std::move(prove),
            {Act::LayPlate, lift ? Act::LiftPlate : Act::BridgePlate},
            clip ? "Plate, lead and clip away from the machine, hands clear. Resume, then touch clip to plate in your "
                   "hand and part them."
                 : "Plate and lead away from the work, hands clear. Resume, then touch the plate to the machine's "
                   "bare, earthed metal and part them.",
            clip ? Acts{Act::TakePlate, Act::TakeClip, Act::BringTogether} : Acts{Act::TakePlate, Act::BringTogether}};
}

char const* axesSet(Kind kind) { return of(kind).setsSides() ? "X, Y and Z" : "Z"; }

struct PlateBuilder {
    zeroing::PlateZeroResult const& zero;
    PlateZeroPlan const& plan;
    PlateZeroUse const& use;
    Parts parts;
    std::optional<LipSteps> lips = {};
    Wording wording = wordingOf(zero.plate, zero.assembly);

    void add(std::string id, std::string purpose, Action action) {
        parts.add(std::move(id), std::move(purpose), std::move(action));
    }
    double fast() const { return plan.touch.feeds.fast_mm_min; }
    bool links() const { return of(use.kind).touches_setter; }
    std::string offset() const { return workOffsetName(zero.setup.place.work_offset); }
    char const* axes() const { return axesSet(use.kind); }
    bool perTool() const { return !use.own_offsets.empty(); }

    void requireTool() {
        if (links()) parts.requireToolOnSetter(use.way);
        if (use.table_length_mm)
            add("require-tool", "The length that is taken off belongs to one tool.",
                RequireToolAllowed{{{zero.assembly.number, {}}},
                                   {},
                                   {},
                                   slot_found,
                                   parts.alarm("Nothing has moved. This macro takes off the length of another tool "
                                               "than the one in the spindle.",
                                               false)});
        if (!perTool()) return;
        RequireToolAllowed own;
        own.into = {slot_offset, slot_low, slot_high};
        own.plain = {slot_offset};
        own.found = slot_found;
        own.alarm = parts.alarm(
            "Nothing has moved. The tool in the spindle has no work offset of its own in this macro.", false);
        for (auto const& tool : use.own_offsets)
            own.rows.push_back({tool.number, {static_cast<double>(tool.work_offset), tool.low_mm, tool.high_mm}});
        add("require-tool", "Each tool sets its own work offset, and no other.", std::move(own));
    }

    void begin() {
        parts.zero_now = "Z zero is as it was.";
        if (!perTool())
            add("", "",
                TellLength{"Sets " + offset() + " " + axes() + ". " +
                               afterTheEnd(zero.machine, zero.setup.place.work_offset),
                           {},
                           {},
                           {}});
        parts.begin(perTool() ? 0 : zero.setup.place.work_offset);
        requireTool();
        parts.requireOpen("open-check", "The input must read open before anything is done.",
                          "The input reads contact at rest; look for a touch, a short or the wrong polarity.", false,
                          fast(), slot_begin);
    }

    void prove() {
        parts.prove("prove-contact",
                    "Laying the plate is when a clip falls off: the signal is proved with all of it in place.",
                    wording.prove, wording.prove_acts,
                    zero.plate.path == shop::Path::OwnSwitch ? "lead and plug" : "lead, clip and plug",
                    "The plate's signal was not seen; nothing goes near it.");
        add("lay-plate", "Before the first move down.", Pause{"Plate flat on the work, hands clear. Then resume.", {}});
        add("lay-plate", "Back to where it began, by a probing move that must meet nothing.",
            TakeBack{slot_begin, zero.machine.proof_creep_mm + 1, fast(),
                     parts.alarm("The way back is not clear, or the control does not say where Z is.")});
        parts.air(plan.touch);
    }

    void measure() {
        add("search", "Finds the plate. The search ends above the work when the plate is missing.",
            ProbeDown{plan.search_mm, fast(), slot_fast,
                      parts.alarm("No plate within the search; look for plate, lead and clip, and start nearer.")});
        parts.measure(plan.touch, "plate", slot_mean);
        auto window = perTool() ? RequireWindow{slot_mean, slot_low, slot_high, {}}
                                : RequireWindow{slot_mean, plan.window_low_mm, plan.window_high_mm, {}};
        window.alarm = parts.alarm(use.window_mm || perTool()
                                       ? "The contact does not fit this tool; another tool, or other work?"
                                       : "The contact is where no work can be; a false contact, or not homed?");
        add("window", "The contact must lie where it can.", std::move(window));
    }

    void setZero() {
        std::vector<double> others{-zero.thickness.mm};
        if (use.table_length_mm) others.push_back(-*use.table_length_mm);
        if (!perTool())
            add("clear-link", "The new zero makes an older link worthless; its seal is broken first.",
                ClearLink{zero.setup.place.work_offset});
        auto const wrong = parts.zero_now;
        parts.zero_now = "Z zero is wrong now: set it again before anything else.";
        SetWorkZero set{
            slot_mean, slot_result, zero.setup.place.work_offset, addends(plan.touch.lag_mm, others),
            parts.alarm("The control kept another figure than it was given; is its unit that of the book?")};
        if (perTool()) set.work_offset = slot_offset;
        add("",
            use.table_length_mm ? "Zero lies the thickness below the trip point; the tool's length is taken off."
                                : "The trip point is given the thickness: zero lies that much below it.",
            std::move(set));
        if (!perTool() && !lips)
            add("", "Where it was touched, for going to look.", KeepSpot{zero.setup.place.work_offset});
        if (lips)
            for (auto& step : lips->zeroes) parts.steps.push_back(std::move(step));
        parts.zero_now = lips ? "X, Y and Z zero are set." : "Z zero is set.";
        add("", "Up and out of the way, Z alone.", RetractTo{zero.machine.safeZ_mm()});
    }

    void lastCheck() {
        parts.requireOpen("last-check", "The input must read open with the tool up.",
                          "The input still reads contact; plate or clip may touch the tool.", false, fast(), slot_begin,
                          At::Top);
        parts.prove("last-check", "Only what is in the hand can make the signal now: plate and clip are away.",
                    wording.last, wording.last_acts, "the table: plate or clip may still be on the machine",
                    "The signal was not seen; plate or clip may still be on the machine.", At::Top);
        add("last-check", "Time to part them.", Wait{parted_s});
        parts.requireOpen("last-check", "The input must read open before the job.",
                          "The input still reads contact; plate or clip may still be on the tool.", false, fast(), {},
                          At::Top);
    }

    void link() {
        auto feeds = zeroing::feedsFor(zero.machine, *use.setter);
        feeds.fast_mm_min /= use.most_override;
        auto const touch = planTouch(use.at_setter, feeds, use.setter->practice, true);
        parts.readySetter(touch, *use.setter, true, {});
        parts.acrossToSetter(*use.setter);
        parts.touchSetter(touch);
        add("", "Up, Z alone.", RetractTo{zero.machine.safeZ_mm()});
        add("", "D is the setter's height above work zero. Its seal is set last, when all of it is true.",
            StoreLink{zero.setup.place.work_offset, slot_setter, slot_result, addends(touch.lag_mm, {})});
    }

    void finish() {
        setZero();
        lastCheck();
        if (links()) link();
        add("", "Safe Z.", RetractTo{zero.machine.safeZ_mm()});
        auto last = perTool() ? std::string("Z zero of this tool's offset is set. Go and look before you cut.")
                              : fmt::format("Set: {} {} zero{}. {} Go and look before you cut.", offset(), axes(),
                                            links() ? " and its link" : "",
                                            afterTheEnd(zero.machine, zero.setup.place.work_offset));
        if (use.board_z_mm) { // the stock lies on the board
            add("", "The tip stood on the plate, the plate on the work, the work on the board.",
                TellLength{last + " Stock thickness, " + unitName(zero.machine.units) + ":", slot_mean, slot_told,
                           addends(plan.touch.lag_mm, {-zero.thickness.mm, -*use.board_z_mm})});
            last.clear();
        }
        add("", "", End{last});
    }
};

void describeUse(std::vector<std::string>& lines, zeroing::PlateZeroResult const& zero, PlateZeroUse const& use) {
    auto len = [&](double mm) { return lengthWithUnit(mm, zero.machine.units); };
    auto const offset = workOffsetName(zero.setup.place.work_offset);
    if (of(use.kind).touches_setter) {
        lines.push_back(
            fmt::format("Sets: {} Z, work offset number {}, and its link.", offset, zero.setup.place.work_offset));
        lines.push_back(fmt::format("Setter: {}, at machine X {} Y {}.", use.setter->name, len(use.setter->x_mm),
                                    len(use.setter->y_mm)));
        lines.push_back("Let the control keep the link's parameters over a power cut, or run this again after one.");
    } else if (!use.own_offsets.empty()) {
        lines.push_back("Sets the Z of the work offset that belongs to the tool in the spindle:");
        for (auto const& tool : use.own_offsets)
            lines.push_back(fmt::format("tool {}: {}, contact at machine Z {} to {}.", tool.number,
                                        workOffsetName(tool.work_offset), lengthFigure(tool.low_mm, zero.machine.units),
                                        len(tool.high_mm)));
    } else {
        lines.push_back(fmt::format("Sets: {} {}, work offset number {}. Its link, if any, is void.", offset,
                                    axesSet(use.kind), zero.setup.place.work_offset));
    }
    if (use.table_length_mm)
        lines.push_back(
            fmt::format("Length table: {} of tool {} is taken off; jobs call {{table length}} with each tool.",
                        len(*use.table_length_mm), zero.assembly.number));
}

std::vector<std::string> header(zeroing::PlateZeroResult const& zero, PlateZeroPlan const& plan,
                                PlateZeroUse const& use) {
    auto const units = zero.machine.units;
    auto len = [&](double mm) { return lengthWithUnit(mm, units); };
    auto lines = headerBegin(zero.machine);
    if (use.own_offsets.empty()) lines.push_back(fmt::format("Tool {}: {}.", zero.assembly.number, zero.assembly.name));
    lines.push_back(fmt::format("Plate: {}, {} thick {}{}.", zero.plate.name, len(zero.thickness.mm),
                                plusMinusText(zero.thickness.budget.expanded_95, units),
                                zero.thickness.measured() ? fmt::format(" from {} readings", zero.thickness.summary.n)
                                                          : ", nominal"));
    lines.push_back(fmt::format(
        "Start: tip {} to {} above the plate, that is {} to {} above the work{}.", len(plan.least_gap_mm),
        len(plan.most_gap_mm), len(plan.least_gap_mm + zero.thickness.mm), len(plan.most_gap_mm + zero.thickness.mm),
        plan.spacer_mm
            ? fmt::format(": set it with a spacer of {} on the plate, then take it away", len(*plan.spacer_mm))
            : ""));
    lines.push_back(fmt::format("Searches at most {}; with the plate missing it ends at least {} above the work.",
                                len(plan.search_mm), len(plan.above_work_mm)));
    lines.push_back(fmt::format("Feeds: {} to find, {} to measure, {} while a signal is proved.",
                                feedWithUnit(plan.touch.feeds.fast_mm_min, units),
                                feedWithUnit(plan.touch.feeds.slow_mm_min, units),
                                feedWithUnit(Parts{zero.machine, {}}.proof_mm_min(), units)));
    if (use.own_offsets.empty())
        lines.push_back(fmt::format("Contact expected at machine Z {} to {}{}.",
                                    lengthFigure(plan.window_low_mm, units), len(plan.window_high_mm),
                                    plan.window_from_contact ? ", from this tool's own contact in the book"
                                                             : ", for any stock that fits"));
    describeUse(lines, zero, use);
    if (std::abs(plan.touch.lag_mm) > least_lag_mm)
        lines.push_back(fmt::format("Input lag at the slow feed: {}, added.", len(plan.touch.lag_mm)));
    lines.push_back("First run: hand at the stop, above the work, without the plate. It must give up above the work.");
    return lines;
}

} // namespace

std::pair<std::string, Acts> proofWords(shop::TouchPlate const& plate, shop::Assembly const& tool) {
    auto words = wordingOf(plate, tool);
    return {std::move(words.prove), std::move(words.prove_acts)};
}

bool mayLift(shop::TouchPlate const& plate, shop::Assembly const& tool) {
    double const wide = std::max(plate.width_mm, plate.depth_mm);
    return tool.tip != shop::TipShape::Insert && (wide - tool.diameter_mm) / 2 >= finger_breadth_mm;
}

Result<PlateZeroPlan> planPlateZero(zeroing::PlateZeroResult const& zero, PlateZeroUse const& use) {
    PlateZeroPlan plan;
    double const thickness = zero.thickness.mm;
    plan.above_work_mm = std::min(1.0, thickness / 4);
    double const room = thickness - plan.above_work_mm - gap_spare_mm; // how far apart least and most may be
    constexpr double least_thickness_mm = 2;
    if (thickness < least_thickness_mm)
        return fail(Code::TooThin, {"plate thickness"}, lengthText(thickness, zero.units),
                    lengthText(least_thickness_mm, zero.units));
    if (room < by_eye_mm) {
        plan.spacer_mm = spacer_mm;
        plan.least_gap_mm = spacer_mm - room / 3;
    }
    plan.search_mm = std::min(longest_search_mm, plan.least_gap_mm + thickness - plan.above_work_mm);
    plan.most_gap_mm = std::min(most_gap_mm, std::floor((plan.search_mm - gap_spare_mm) * 10) / 10);
    plan.touch = planTouch(zero.machine, zero.feeds, zero.plate.practice, zero.plate.path == shop::Path::OwnSwitch);
    // Above this the retract would no longer go up.
    plan.window_high_mm = Parts{zero.machine, {}}.startZ_mm() - plan.touch.back_off_mm - 1;
    plan.window_low_mm = zero.machine.axes[2].low_mm;
    if (use.board_z_mm) plan.window_low_mm = std::max(plan.window_low_mm, *use.board_z_mm + thickness - 0.5);
    if (use.window_mm) {
        plan.window_from_contact = true;
        plan.window_low_mm = std::max(plan.window_low_mm, use.window_mm->low_mm);
        plan.window_high_mm = std::min(plan.window_high_mm, use.window_mm->high_mm);
    }
    return plan;
}

Result<Recipe> plateZeroRecipe(zeroing::PlateZeroResult const& zero, PlateZeroUse const& use) {
    auto const plan = planPlateZero(zero, use);
    if (!plan) return Failure(plan.error());
    PlateBuilder builder{zero, *plan, use, {zero.machine, {}}};
    builder.begin();
    builder.prove();
    builder.measure();
    auto lines = header(zero, *plan, use);
    if (of(use.kind).sideways == Sideways::Lips) {
        auto lips = lipSteps(zero, plan->touch);
        if (!lips) return Failure(lips.error());
        builder.add("", "Where it was touched, for going to look.", KeepSpot{zero.setup.place.work_offset});
        for (auto& step : lips->touches) builder.parts.steps.push_back(std::move(step));
        lines.insert(lines.end(), lips->header.begin(), lips->header.end());
        builder.lips = std::move(*lips);
    }
    builder.finish();
    return Recipe{title(use.kind), std::move(lines), zero.machine.units, std::move(builder.parts.steps)};
}

std::vector<std::string> headerBegin(shop::Machine const& machine) {
    return {fmt::format("Machine: {}. Unit {}.", machine.name, unitName(machine.units))};
}

std::string afterTheEnd(shop::Machine const& machine, int work_offset, bool selected) {
    auto const name = workOffsetName(work_offset);
    bool const kept = machine.behaviour.offset_at_end == shop::OffsetAtEnd::Kept;
    if (kept && !selected) return "The work offset in force stays the one it was.";
    if (kept || work_offset == 1) return fmt::format("In force after the end: {}.", name);
    return fmt::format("After the end {} is in force: select {} again before the job.", workOffsetName(1), name);
}

} // namespace steady::macros
