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
constexpr double open_check_mm = 0.5;
constexpr double prove_mm = 2;
constexpr double prove_feed_mm_min = 30;
constexpr double parted_s = 3;           // time to part plate and clip again
constexpr double below_safe_mm = 3;      // room for the last check, which goes up
constexpr double least_lag_mm = 0.00005; // half of the last digit that the macro prints
constexpr double sure = 4;               // standard deviations within which honest touches agree

constexpr Slot fast{1}, first{2}, second{3}, mean{4}, zero_at{5};

bool provesByTouch(zeroing::PlateZeroResult const& zero) { return zero.plate.circuit == shop::Circuit::OpenAtRest; }

double leastStep_mm(UnitSystem units) { return units == UnitSystem::Metric ? 0.001 : 0.0001 * mm_per_inch; }

struct Builder {
    zeroing::PlateZeroResult const& zero;
    PlateZeroPlan const& plan;
    std::vector<Step> steps;

    void add(std::string id, std::string purpose, Action action) {
        steps.push_back({std::move(id), std::move(purpose), std::move(action)});
    }

    void begin() {
        auto const& m = zero.machine;
        add("", "Every mode that could be left over is set; no length offset, exact stop, no feed override.",
            SetModes{zero.setup.work_offset});
        add("require-no-shift", "A G92 shift would falsify the readout.",
            RequireNoShift{"Nothing has moved. A G92 shift is in force; cancel it with G92.1 and start again."});
        add("require-homed", "Machine Z means something only after homing.",
            RequireHomed{"Homed since power on, and nothing bumped since? If not, stop here and home.",
                         "Nothing has moved. The machine is not homed; home it and start again."});
        add("spindle-stop", "A turning cutter must not meet the plate, nor a hand.",
            SpindleStop{m.spin_down_s, m.spindle == shop::SpindleSwitch::Hand,
                        "Spindle off, standing still, unable to start. Then resume."});
        requireOpen("open-check", "The input must read open before anything is done.",
                    "Nothing is near the plate yet. The input reads contact at rest; look for a touch, a short or the "
                    "wrong polarity.");
    }

    void requireOpen(char const* id, char const* purpose, char const* alarm) {
        add(id, purpose, RequireOpen{open_check_mm, zero.feeds.fast_mm_min, alarm});
    }

    void prove() {
        if (!provesByTouch(zero)) {
            add("lay-plate", "The plate goes under the tool.",
                Pause{"Plate under the cutter, hands clear. Then resume.", {Act::LayPlate}});
            return;
        }
        add("prove-contact", "A circuit open at rest looks healthy with its lead off; only seeing it close proves it.",
            Pause{"Clip on the tool. Hold the plate by its edge against the flank of the cutter, fingers never under "
                  "it, and resume.",
                  {Act::TouchFlank}});
        add("prove-contact", "Slowly up, clear of everything, until the plate at the flank makes contact.",
            ProveContact{
                prove_mm, prove_feed_mm_min,
                "Take the plate away. No contact was seen; look at lead, clip and plug before anything else."});
        add("lay-plate", "The plate goes under the tool.",
            Pause{"Lay the plate on the work under the cutter, hands clear. Then resume.", {Act::LayPlate}});
        requireOpen("open-check", "The circuit must open again.",
                    "Lift Z by jogging up. The input still reads contact; look for a short or a touch.");
    }

    void measure() {
        add("search", "Finds the plate. The search ends above the work when the plate is missing.",
            ProbeDown{plan.search_mm, zero.feeds.fast_mm_min, fast,
                      "Jog Z up. No plate within the search; look for plate, lead and clip, and start nearer."});
        for (auto const slot : {first, second}) {
            add("back-off", "Off the plate, and a moment to settle.",
                BackOff{plan.back_off_mm, zero.feeds.fast_mm_min, plan.settle_s});
            requireOpen("open-check", "The contact must open again.",
                        "Jog Z up. The input stayed closed after backing off; look for a chip or a short.");
            add("measure", "The slow touch that counts.",
                ProbeDown{
                    plan.slow_search_mm, zero.feeds.slow_mm_min, slot,
                    "Jog Z up. The plate was not where the fast touch found it; a false contact, or the plate moved."});
        }
        add("agreement", "Two slow touches must agree.",
            RequireAgreement{first, second, plan.agreement_mm,
                             "Jog Z up. Two slow touches differ; wipe plate and tip, check that nothing moves."});
        add("measure", "Their mean is the contact.", TakeMean{first, second, mean});
        add("lag-check", "Slow less fast must be what the input's delay explains.",
            RequireLag{mean, fast, plan.lag_expected_mm, plan.lag_tolerance_mm,
                       "Jog Z up. Fast and slow touch do not fit together; a loose plate, or an input slower than the "
                       "book says."});
        add("window", "The contact must lie where the book expects it.",
            RequireWindow{
                mean, plan.window_low_mm, plan.window_high_mm,
                "Jog Z up. The contact is outside the expected window; other work or another tool needs a new macro."});
    }

    void finish() {
        std::vector<double> addends;
        if (zero.slow.lag_mm > least_lag_mm) addends.push_back(zero.slow.lag_mm);
        addends.push_back(-zero.thickness.mm);
        add("", "The trip point is given the thickness: zero lies that much below it.",
            SetWorkZero{mean, zero_at, zero.setup.work_offset, addends});
        add("", "Up and out of the way, Z alone.", RetractTo{plan.parking_z_mm});
        auto const* text =
            provesByTouch(zero)
                ? "Plate, lead and clip away from the machine, hands clear. Resume, then touch clip to plate in your "
                  "hand and part them."
                : "Plate and lead away from the machine, hands clear. Resume, then press the plate once in your hand.";
        auto acts = provesByTouch(zero) ? std::vector{Act::TakePlate, Act::TakeClip, Act::BringTogether}
                                        : std::vector{Act::TakePlate, Act::BringTogether};
        add("last-check", "Nothing may be left under the tool.", Pause{text, std::move(acts)});
        add("last-check", "Only what is in the hand can make the signal now: plate and clip are away.",
            ProveContact{prove_mm, prove_feed_mm_min,
                         "Stay clear; Z zero is set and the tool is up. The signal was not seen; plate or clip may "
                         "still be on the machine."});
        add("last-check", "Time to part them.", Wait{parted_s});
        requireOpen("last-check", "The input must read open before the job.",
                    "Stay clear; Z zero is set and the tool is up. The input still reads contact; plate or clip may "
                    "still be on the tool.");
        add("", "Safe Z.", RetractTo{zero.machine.safeZ_mm()});
        add("", "", End{"Z zero is set. Go to it above the work and look before you cut."});
    }
};

std::vector<std::string> header(zeroing::PlateZeroResult const& zero, PlateZeroPlan const& plan) {
    auto const units = zero.machine.units;
    auto len = [&](double mm) { return lengthText(mm, units); };
    auto const offset = workOffsetName(zero.setup.work_offset);
    std::vector<std::string> lines{
        fmt::format("Machine: {}. Unit {}.", zero.machine.name, unitName(units)),
        fmt::format("Tool {}: {}.", zero.assembly.number, zero.assembly.name),
        fmt::format("Plate: {}, {} thick {}{}.", zero.plate.name, len(zero.thickness.mm),
                    plusMinusText(zero.thickness.budget.expanded_95, units),
                    zero.thickness.measured() ? fmt::format(" from {} readings", zero.thickness.summary.n)
                                              : ", nominal"),
        fmt::format("Sets: {} Z, work offset number {}. Nothing else.", offset, zero.setup.work_offset),
        fmt::format("Start: tip {} to {} above the plate.", len(plan.least_gap_mm), len(plan.most_gap_mm)),
        fmt::format("Searches at most {}; with the plate missing it ends at least {} above the work.",
                    len(plan.search_mm), len(above_work_mm)),
        fmt::format("Feeds: {} to find, {} to measure.", feedText(zero.feeds.fast_mm_min, units),
                    feedText(zero.feeds.slow_mm_min, units)),
        fmt::format("Contact expected at machine Z {} to {}{}.", lengthNumber(plan.window_low_mm, units),
                    len(plan.window_high_mm),
                    plan.window_from_contact ? ", from the contact in the book"
                                             : ", the travel; no contact in the book yet"),
    };
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
    auto const fast_touch = zeroing::predictTouch(zero.machine, zero.feeds.fast_mm_min);
    plan.back_off_mm = std::max(1.0, fast_touch.overshoot_mm + 0.5);
    plan.settle_s = std::max(0.2, 3 * zero.machine.debounce_s);
    plan.slow_search_mm = plan.back_off_mm + 2 * open_check_mm + fast_touch.overshoot_mm;
    double const s = zero.machine.switch_scatter_mm, steps = 2 * leastStep_mm(zero.machine.units);
    plan.agreement_mm = std::max(steps, sure * std::sqrt(2.0) * s + zero.slow.poll_spread_mm);
    plan.lag_expected_mm = fast_touch.lag_mm - zero.slow.lag_mm;
    plan.lag_tolerance_mm =
        std::max(steps, sure * std::sqrt(1.5) * s + (fast_touch.poll_spread_mm + zero.slow.poll_spread_mm) / 2);
    plan.parking_z_mm = zero.machine.safeZ_mm() - below_safe_mm;
    // Above this the retract would no longer go up.
    plan.window_high_mm = plan.parking_z_mm - plan.back_off_mm - 1;
    plan.window_low_mm = zero.machine.axes[2].low_mm;
    if (zero.chain && !zero.chain->simulated) {
        double const expected = zero.chain->terms.front().value_mm;
        plan.window_from_contact = true;
        plan.window_low_mm = std::max(plan.window_low_mm, expected - zero.setup.window_mm);
        plan.window_high_mm = std::min(plan.window_high_mm, expected + zero.setup.window_mm);
    }
    return plan;
}

Result<Recipe> plateZeroRecipe(zeroing::PlateZeroResult const& zero) {
    auto const plan = planPlateZero(zero);
    if (!plan) return Failure(plan.error());
    Builder builder{zero, *plan, {}};
    builder.begin();
    builder.prove();
    builder.measure();
    builder.finish();
    return Recipe{"Plate zero", header(zero, *plan), zero.machine.units, std::move(builder.steps)};
}

} // namespace steady::macros
