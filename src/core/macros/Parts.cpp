// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/macros/Parts.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

namespace steady::macros {
namespace {

constexpr double least_below_safe_mm = 3;
constexpr double sure = 4; // standard deviations within which honest touches agree

static_assert(2 * top_check_mm + top_proof_mm < 1 && top_proof_mm > 0.254 && top_check_mm > 0.254);

double leastStep_mm(UnitSystem units) { return units == UnitSystem::Metric ? 0.001 : 0.0001 * mm_per_inch; }

} // namespace

TouchPlan planTouch(shop::Machine const& machine, zeroing::ProbingFeeds const& feeds,
                    shop::TouchPractice const& practice, bool switch_of_its_own) {
    TouchPlan plan;
    plan.feeds = feeds;
    plan.touches = std::clamp(practice.touches, 1, static_cast<int>(std::size(touch_slots)));
    plan.at_release = practice.read_on == shop::Direction::Release;
    plan.air_output = practice.air_output;
    plan.air_s = practice.air_s;
    auto const fast = zeroing::predictTouch(machine, feeds.fast_mm_min);
    auto const slow = zeroing::predictTouch(machine, feeds.slow_mm_min);
    double const backlash = machine.axes[2].backlash_mm;
    double const least_off = fast.overshoot_mm + 0.5;
    plan.back_off_mm = std::max(practice.back_off_mm.value_or(std::max(1.0, least_off)), least_off) + backlash;
    plan.settle_s = std::max(practice.dwell_s.value_or(0.2), 3 * machine.debounce_s);
    plan.slow_search_mm = plan.back_off_mm + 2 * open_check_mm + fast.overshoot_mm;
    double const s = machine.switch_scatter_mm, steps = 2 * leastStep_mm(machine.units);
    plan.agreement_mm = std::max(steps, sure * std::sqrt(2.0) * s + slow.poll_spread_mm);
    // At the release the axis comes from below: the lag turns, and the backlash is in the reading.
    plan.lag_mm = plan.at_release ? -slow.lag_mm - backlash : slow.lag_mm;
    plan.lag_expected_mm = fast.lag_mm - plan.lag_mm;
    plan.lag_checked = !plan.at_release || !switch_of_its_own;
    plan.lag_tolerance_mm =
        std::max(steps, sure * std::sqrt(1 + 1.0 / plan.touches) * s + (fast.poll_spread_mm + slow.poll_spread_mm) / 2);
    plan.press_lag_mm = fast.lag_mm - slow.lag_mm;
    plan.press_tolerance_mm =
        std::max(steps, sure * std::sqrt(2.0) * s + (fast.poll_spread_mm + slow.poll_spread_mm) / 2);
    return plan;
}

std::vector<double> addends(double lag_mm, std::vector<double> others_mm) {
    if (std::abs(lag_mm) > least_lag_mm) others_mm.insert(others_mm.begin(), lag_mm);
    return others_mm;
}

bool provesSetter(shop::ToolSetter const& setter, bool bounded_by_list) {
    return setter.circuit == shop::Circuit::OpenAtRest || !bounded_by_list;
}

std::string Parts::alarm(std::string const& what, bool down) const {
    return fmt::format("{} {} Resume only ends this macro{}.", what, zero_now, down ? "; then jog Z up" : "");
}

double Parts::startZ_mm() const {
    return machine.safeZ_mm() - std::max(least_below_safe_mm, machine.proof_creep_mm + 2 * open_check_mm);
}

void Parts::begin(int work_offset) {
    add("", "Every mode that could be left over is set; no length offset, exact stop, feed override free.",
        SetModes{work_offset});
    add("require-no-shift", "A shift of the coordinates would falsify the readout.",
        RequireNoShift{
            alarm("Nothing has moved. A {shift} shift is in force; cancel it with {no shift}, start again.", false)});
    add("require-homed", "Machine Z means something only after homing.",
        RequireHomed{"Homed since power on, nothing bumped?",
                     alarm("Nothing has moved. The machine is not homed; home it and start again.", false)});
    add("spindle-stop", "A turning cutter must not meet plate or setter, nor a hand.",
        SpindleStop{machine.spin_down_s, machine.spindle == shop::SpindleSwitch::Hand,
                    "Spindle off, unable to start?"});
}

void Parts::requireOpen(char const* id, char const* purpose, std::string const& what, bool down, double feed_mm_min,
                        Slot begin, At at) {
    add(id, purpose, RequireOpen{at == At::Top ? top_check_mm : open_check_mm, feed_mm_min, alarm(what, down), begin});
}

void Parts::prove(char const* id, char const* purpose, std::string ask, Acts acts, std::string const& where_to_look,
                  std::string const& what, At at) {
    ProveContact step;
    step.ask = std::move(ask);
    step.acts = std::move(acts);
    step.up_mm = at == At::Top ? std::min(top_proof_mm, machine.proof_creep_mm) : machine.proof_creep_mm;
    step.feed_mm_min = step.up_mm / machine.proof_creep_s * 60;
    step.begin = slot_begin;
    step.seen = slot_seen;
    step.tries = slot_tries;
    step.again = fmt::format("The signal was not seen. Look at {}. Hands clear; resume: Z goes back, then try again.",
                             where_to_look);
    step.met = alarm("The way back is not clear, or the control does not say where Z is.");
    step.alarm = alarm(what, false);
    add(id, purpose, std::move(step));
}

void Parts::air(TouchPlan const& plan) {
    if (plan.air_output) add("air", "Air blows chips away.", AirBlast{*plan.air_output, plan.air_s});
}

void Parts::measure(TouchPlan const& plan, std::string const& device, Slot mean) {
    std::vector<Slot> used(std::begin(touch_slots), std::begin(touch_slots) + plan.touches);
    auto const lost =
        fmt::format("The {0} was not where the fast touch found it; a false contact, or the {0} moved.", device);
    for (auto const slot : used) {
        add("back-off", fmt::format("Off the {}, and a moment to settle.", device),
            BackOff{plan.back_off_mm, plan.feeds.fast_mm_min, plan.settle_s});
        air(plan);
        requireOpen("open-check", "The contact must open again.",
                    "The input stayed closed after backing off; look for a chip or a short.", true,
                    plan.feeds.fast_mm_min);
        add("measure", plan.at_release ? "Slowly down until it trips." : "The slow touch that counts.",
            ProbeDown{plan.slow_search_mm, plan.feeds.slow_mm_min,
                      plan.at_release && slot == used.front() ? slot_press : slot, alarm(lost)});
        if (plan.at_release)
            add("measure", "Slowly up: the release is what counts.",
                Release{plan.back_off_mm, plan.feeds.slow_mm_min, slot,
                        alarm("The input did not open on the way up; look for a chip or a short.")});
    }
    if (plan.touches > 1)
        add("agreement", "Slow touches must agree.",
            RequireAgreement{
                used, plan.agreement_mm,
                alarm(fmt::format("Slow touches differ; wipe {} and tip, check that nothing moves.", device))});
    add("measure", plan.touches > 1 ? "Their mean is the contact." : "It is the contact.", TakeMean{used, mean});
    auto const unfit = alarm(fmt::format(
        "Fast and slow touch do not fit together; a loose {}, or an input slower than the book says.", device));
    if (plan.at_release)
        add("lag-check", "Pressed slowly less fast must be what the input's delay explains.",
            RequireLag{slot_press, slot_fast, plan.press_lag_mm, plan.press_tolerance_mm, unfit});
    if (plan.lag_checked)
        add("lag-check", "Slow less fast must be what the input's delay explains.",
            RequireLag{mean, slot_fast, plan.lag_expected_mm, plan.lag_tolerance_mm, unfit});
}

void Parts::requireToolOnSetter(SetterWay const& way, char const* so_far) {
    RequireToolAllowed check;
    check.into = {slot_start, slot_search, slot_low, slot_high};
    check.found = slot_found;
    check.alarm = alarm(
        fmt::format("{} This macro was not written for the tool in the spindle; check its number.", so_far), false);
    for (auto const& row : way.rows)
        check.rows.push_back(
            {row.number, {row.start_z_mm - machine.safeZ_mm(), row.search_mm, row.low_mm, row.high_mm}});
    add("require-tool", "Only tools whose length is known may go down on the setter.", std::move(check));
}

void Parts::readySetter(TouchPlan const& plan, shop::ToolSetter const& setter, bool proof, std::string const& ask,
                        std::string const& look) {
    bool const joined = ask.empty(); // nothing else is asked, so that wiping and pressing are one pause
    auto const wiped = std::string("Disc and tip wiped, plate and clip away");
    if (!joined || !proof)
        add("wipe", "A chip on the disc lifts the zero by its own thickness.",
            Pause{fmt::format("{}{}{}, hands clear. Then resume.", ask, ask.empty() ? "" : " ", wiped),
                  {shop::Act::WipeDisc}});
    add("", "Up to safe Z: nothing goes down before it stands over the setter.", RetractTo{machine.safeZ_mm()});
    requireOpen("open-check", "The setter must read open before the tool comes near.",
                "The input reads contact at rest; look at the setter, its lead and its plug.", false,
                plan.feeds.fast_mm_min, slot_begin, At::Top);
    if (proof) {
        auto press = fmt::format("{}Resume, then press the setter's disc once, away from the tool, while Z creeps up.",
                                 joined ? wiped + ". " : "");
        Acts acts;
        if (joined) acts.push_back(shop::Act::WipeDisc);
        acts.push_back(shop::Act::PressSetter);
        prove("prove-contact", "Only seeing the signal come proves that a press will be seen.", std::move(press),
              std::move(acts), "the setter, its lead and its plug",
              "The setter's signal was not seen; nothing goes near it.", At::Top);
        add("prove-contact", "Nothing moves near the setter before hands are away.",
            Pause{look.empty() ? "Hands clear of setter and tool. Then resume." : look + " Hands clear, then resume.",
                  {}});
    }
    if (setter.practice.air_output) air(plan);
}

void Parts::acrossToSetter(shop::ToolSetter const& setter) {
    add("", "Safe Z before any X and Y.", RetractTo{machine.safeZ_mm()});
    add("", "Across to the setter, Z untouched.", MoveAcross{setter.x_mm, setter.y_mm});
}

void Parts::touchSetter(TouchPlan const& plan) {
    add("approach", "Down by a probing move: a tool longer than its record is met softly.",
        Descend{slot_start, plan.feeds.fast_mm_min,
                alarm("Something was met above the setter; the tool is longer than expected, or it is another.")});
    add("search", "Finds the setter. The search ends above its end of stroke.",
        ProbeDown{slot_search, plan.feeds.fast_mm_min, slot_fast,
                  alarm("No contact; the tool is shorter than expected, or the setter is not where the book says.")});
    measure(plan, "setter", slot_setter);
    add("window", "The contact must fit the tool's length.",
        RequireWindow{slot_setter, slot_low, slot_high,
                      alarm("The contact does not fit the tool's length; another tool, or the setter has moved.")});
}

} // namespace steady::macros
