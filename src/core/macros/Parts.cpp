// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/macros/Parts.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

namespace steady::macros {
namespace {

constexpr double below_safe_mm = 3;
constexpr double sure = 4; // standard deviations within which honest touches agree

double leastStep_mm(UnitSystem units) { return units == UnitSystem::Metric ? 0.001 : 0.0001 * mm_per_inch; }

} // namespace

TouchPlan planTouch(shop::Machine const& machine, zeroing::ProbingFeeds const& feeds) {
    TouchPlan plan;
    plan.feeds = feeds;
    auto const fast = zeroing::predictTouch(machine, feeds.fast_mm_min);
    auto const slow = zeroing::predictTouch(machine, feeds.slow_mm_min);
    double const backlash = machine.axes[2].backlash_mm;
    plan.back_off_mm = std::max(1.0, fast.overshoot_mm + 0.5) + backlash;
    plan.settle_s = std::max(0.2, 3 * machine.debounce_s);
    plan.slow_search_mm = plan.back_off_mm + 2 * open_check_mm + fast.overshoot_mm;
    double const s = machine.switch_scatter_mm, steps = 2 * leastStep_mm(machine.units);
    plan.agreement_mm = std::max(steps, sure * std::sqrt(2.0) * s + slow.poll_spread_mm);
    plan.lag_expected_mm = fast.lag_mm - slow.lag_mm;
    plan.lag_tolerance_mm =
        std::max(steps, sure * std::sqrt(1.5) * s + (fast.poll_spread_mm + slow.poll_spread_mm) / 2);
    plan.lag_mm = slow.lag_mm;
    return plan;
}

std::vector<double> addends(double lag_mm, std::vector<double> others_mm) {
    if (lag_mm > least_lag_mm) others_mm.insert(others_mm.begin(), lag_mm);
    return others_mm;
}

double Parts::parkingZ_mm() const { return machine.safeZ_mm() - below_safe_mm; }

void Parts::begin(int work_offset) {
    add("", "Every mode that could be left over is set; no length offset, exact stop, no feed override.",
        SetModes{work_offset});
    add("require-no-shift", "A G92 shift would falsify the readout.",
        RequireNoShift{"Nothing has moved. A G92 shift is in force; cancel it with G92.1 and start again."});
    add("require-homed", "Machine Z means something only after homing.",
        RequireHomed{"Homed since power on, and nothing bumped since? If not, stop here and home.",
                     "Nothing has moved. The machine is not homed; home it and start again."});
    add("spindle-stop", "A turning cutter must not meet plate or setter, nor a hand.",
        SpindleStop{machine.spin_down_s, machine.spindle == shop::SpindleSwitch::Hand,
                    "Spindle off, standing still, unable to start. Then resume."});
}

void Parts::requireOpen(char const* id, char const* purpose, char const* alarm, double feed_mm_min) {
    add(id, purpose, RequireOpen{open_check_mm, feed_mm_min, alarm});
}

void Parts::measure(TouchPlan const& plan, std::string const& device, Slot mean) {
    for (auto const slot : {slot_first, slot_second}) {
        add("back-off", fmt::format("Off the {}, and a moment to settle.", device),
            BackOff{plan.back_off_mm, plan.feeds.fast_mm_min, plan.settle_s});
        requireOpen("open-check", "The contact must open again.",
                    "Jog Z up. The input stayed closed after backing off; look for a chip or a short.",
                    plan.feeds.fast_mm_min);
        add("measure", "The slow touch that counts.",
            ProbeDown{
                plan.slow_search_mm, plan.feeds.slow_mm_min, slot,
                fmt::format("Jog Z up. The {0} was not where the fast touch found it; a false contact, or the {0} "
                            "moved.",
                            device)});
    }
    add("agreement", "Two slow touches must agree.",
        RequireAgreement{
            slot_first, slot_second, plan.agreement_mm,
            fmt::format("Jog Z up. Two slow touches differ; wipe {} and tip, check that nothing moves.", device)});
    add("measure", "Their mean is the contact.", TakeMean{slot_first, slot_second, mean});
    add("lag-check", "Slow less fast must be what the input's delay explains.",
        RequireLag{mean, slot_fast, plan.lag_expected_mm, plan.lag_tolerance_mm,
                   fmt::format("Jog Z up. Fast and slow touch do not fit together; a loose {}, or an input slower than "
                               "the book says.",
                               device)});
}

void Parts::requireToolOnSetter(SetterWay const& way) {
    RequireToolAllowed check;
    check.into = {slot_start, slot_search, slot_low, slot_high};
    check.found = slot_found;
    check.alarm = "Nothing has moved. This macro was not written for the tool in the spindle; check its number.";
    for (auto const& row : way.rows)
        check.rows.push_back({row.number, {row.start_z_mm, row.search_mm, row.low_mm, row.high_mm}});
    add("require-tool", "Only tools whose length is known may go down on the setter.", std::move(check));
}

void Parts::touchSetter(TouchPlan const& plan, SetterWay const&, shop::ToolSetter const& setter) {
    double const parking = parkingZ_mm();
    add("", "Up, with room for a check that goes up.", RetractTo{parking});
    add("wipe", "A chip on the disc lifts the zero by its own thickness.",
        Pause{"Disc and tip wiped, plate and clip away, hands clear. Then resume.", {shop::Act::WipeDisc}});
    requireOpen(
        "open-check", "The setter must read open before the tool comes near.",
        "Stay clear; the tool is up. The input reads contact at rest; look at the setter, its lead and its plug.",
        plan.feeds.fast_mm_min);
    if (setter.circuit == shop::Circuit::OpenAtRest) {
        add("prove-contact", "A circuit open at rest looks healthy with its lead off; only seeing it close proves it.",
            Pause{"Resume, then press the setter's disc once with a finger, away from the tool.",
                  {shop::Act::PressSetter}});
        add("prove-contact", "Slowly up, clear of everything, until the disc is pressed.",
            ProveContact{prove_mm, prove_feed_mm_min,
                         "Stay clear; the tool is up. The setter was not seen; look at its lead and plug."});
        add("prove-contact", "Time to take the finger away.", Wait{3});
    }
    add("", "Safe Z before any X and Y.", RetractTo{machine.safeZ_mm()});
    add("", "Across to the setter, Z untouched.", MoveAcross{setter.x_mm, setter.y_mm});
    add("approach", "Down by a probing move: a tool longer than its record is met softly.",
        Descend{machine.safeZ_mm(), slot_start, plan.feeds.fast_mm_min,
                "Jog Z up. Something was met above the setter; the tool is longer than its record, or it is another."});
    add("search", "Finds the setter. The search ends above its end of stroke.",
        ProbeDown{
            slot_search, plan.feeds.fast_mm_min, slot_fast,
            "Jog Z up. No contact; the tool is shorter than its record, or the setter is not where the book says."});
    measure(plan, "setter", slot_setter);
    add("window", "The contact must fit the tool's length.",
        RequireWindow{slot_setter, slot_low, slot_high,
                      "Jog Z up. The contact does not fit the tool's length; another tool, or the setter has moved."});
}

} // namespace steady::macros
