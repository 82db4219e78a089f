// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/machine/VirtualMachine.h"

#include "core/machine/Solids.h"
#include "core/quantity/Units.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <limits>

namespace steady::machine {
namespace {

using controller::Outcome;
using controller::Trouble;
using shop::Act;

constexpr double forever_s = std::numeric_limits<double>::infinity();
constexpr double hand_reacts_s = 0.5; ///< from resuming until the hand makes contact
constexpr double hand_holds_s = 1.0;

} // namespace

VirtualMachine::VirtualMachine(World const& world)
    : m_world(world), m_position(world.position_mm), m_turns_until_s(world.spindle.on ? forever_s : 0),
      m_spent(world.false_contacts.size(), false), m_scatter(world.seed, 0, Purpose::Scatter),
      m_poll(world.seed, 0, Purpose::Poll) {}

Vec3 VirtualMachine::reported(Vec3 const& true_mm) const {
    Vec3 seen = true_mm;
    for (int axis = 0; axis < 3; ++axis) seen[axis] += m_world.home_error_mm[axis] - m_slack[axis];
    return seen;
}

Vec3 VirtualMachine::position() const { return reported(m_position); }

Vec3 VirtualMachine::Leg::at(double s_mm) const {
    double const share = length_mm > 0 ? std::clamp(s_mm / length_mm, 0.0, 1.0) : 1;
    return {from[0] + share * (to[0] - from[0]), from[1] + share * (to[1] - from[1]),
            from[2] + share * (to[2] - from[2])};
}

/// The slowest axis sets speed and acceleration along the line.
VirtualMachine::Leg VirtualMachine::leg(Vec3 const& target_mm, double feed_mm_min) const {
    Vec3 to = target_mm;
    Vec3 by{}, slack{};
    double length = 0;
    auto const from = position();
    for (int axis = 0; axis < 3; ++axis) {
        // At a reversal the screw turns without the axis following, until the backlash is taken up.
        slack[axis] = std::clamp(m_slack[axis] - (target_mm[axis] - from[axis]), 0.0, m_world.axes[axis].backlash_mm);
        to[axis] += slack[axis] - m_world.home_error_mm[axis];
        by[axis] = to[axis] - m_position[axis];
        length += by[axis] * by[axis];
    }
    length = std::sqrt(length);
    double feed = feed_mm_min > 0 ? feed_mm_min : forever_s, accel = forever_s;
    for (int axis = 0; axis < 3; ++axis) {
        double const share = length > 0 ? std::abs(by[axis]) / length : 0;
        if (share < 1e-9) continue;
        feed = std::min(feed, m_world.axes[axis].rapid_mm_min / share);
        accel = std::min(accel, m_world.axes[axis].accel_mm_s2 / share);
    }
    if (std::isinf(accel)) accel = feed = 1;
    return {m_position, to, slack, length, Profile(length, feed, accel)};
}

std::optional<Trouble> VirtualMachine::softLimit(Vec3 const& target_mm) const {
    for (int axis = 0; axis < 3; ++axis) {
        auto const& a = m_world.axes[axis];
        double const to = target_mm[axis];
        if (to >= a.low_mm - 1e-6 && to <= a.high_mm + 1e-6) continue;
        double const limit = to < a.low_mm ? a.low_mm : a.high_mm;
        return Trouble{
            Outcome::Limit,
            fmt::format("{} {} is past the soft limit at {}. Nothing moved; start farther from the end of travel.",
                        "XYZ"[axis], fixedText(to, 3), fixedText(limit, 3))};
    }
    return std::nullopt;
}

/// Goes as far as until_mm along the leg, or into the first solid.
std::optional<Trouble> VirtualMachine::collide(Leg const& leg, double until_mm) {
    auto const end = leg.at(until_mm);
    m_slack = leg.slack;
    auto const hit = firstHit(m_world, m_position, end);
    if (!hit) {
        m_position = end;
        return overtravel();
    }
    Vec3 at{};
    for (int axis = 0; axis < 3; ++axis) at[axis] = m_position[axis] + hit->share * (end[axis] - m_position[axis]);
    m_position = at;
    return Trouble{Outcome::Collision,
                   fmt::format("Collision: the tool, its nut or the spindle ran into {} at machine Z {}.", hit->what,
                               fixedText(position()[2], 3))};
}

std::optional<Trouble> VirtualMachine::move(Vec3 const& target_mm, double feed_mm_min) {
    if (auto limit = softLimit(target_mm)) return limit;
    auto const path = leg(target_mm, feed_mm_min);
    auto trouble = collide(path, path.length_mm);
    m_now_s += path.profile.duration_s();
    return trouble;
}

/// The second contact of a setter stops the machine before its end of stroke.
std::optional<Trouble> VirtualMachine::overtravel() {
    if (!m_world.setter || !overDisc(m_world, m_position)) return std::nullopt;
    auto const opens = overtravelZ_mm(m_world);
    if (!opens || m_position[2] > *opens + 1e-9) return std::nullopt;
    return Trouble{Outcome::Overtravel,
                   fmt::format("Overtravel: the setter's second contact opened the stop chain at machine Z {}. Get off "
                               "it upward only.",
                               fixedText(position()[2], 3))};
}

bool VirtualMachine::handCloses(double at_s) const { return at_s >= m_hand_from_s && at_s < m_hand_until_s; }

/// Whether a tip on the plate completes its circuit.
bool VirtualMachine::plateSignals() const {
    auto const& input = m_world.input;
    switch (input.path) {
    case shop::Path::OwnSwitch: return true;
    case shop::Path::SpindleEarth: return m_world.tool.conducts;
    case shop::Path::Clip: return m_world.tool.conducts && input.clip == ClipPlace::OnTool;
    }
    return false;
}

bool VirtualMachine::plateTouched() const {
    bool const tip = overPlate(m_world, m_position) && m_position[2] <= plateTopZ_mm(m_world) + 1e-9;
    return (tip && plateSignals()) || handCloses(m_now_s);
}

bool VirtualMachine::setterTouched() const {
    if (!m_world.setter) return false;
    bool const tip = overDisc(m_world, m_position) && m_position[2] <= setterTripZ_mm(m_world) + 1e-9;
    return tip || pressesSetter(m_now_s);
}

namespace {

/// What the controller makes of “touched” or “not touched”, with the faults of the wiring.
bool contactOf(bool touched, Circuit circuit, bool lead_off, bool shorted, bool inverted) {
    bool contact = touched;
    if (circuit == Circuit::OpenAtRest)
        contact = shorted || (touched && !lead_off);
    else
        contact = !shorted && (lead_off || touched);
    return contact != inverted;
}

bool canChange(bool lead_off, bool shorted, bool inverted) { return !lead_off && !shorted && !inverted; }

} // namespace

bool VirtualMachine::reads(bool plate_touched, bool setter_touched) const {
    auto const& input = m_world.input;
    if (contactOf(plate_touched, input.circuit, input.lead_off, input.shorted, input.inverted)) return true;
    if (!m_world.setter) return false;
    auto const& s = *m_world.setter;
    return contactOf(setter_touched, s.circuit, s.lead_off, s.shorted, s.inverted);
}

std::optional<VirtualMachine::Trip> VirtualMachine::firstTrip(Leg const& path) {
    std::optional<Trip> first;
    auto offer = [&](Trip trip) {
        if (trip.t_s <= path.profile.duration_s() && (!first || trip.t_s < first->t_s)) first = trip;
    };
    auto const& input = m_world.input;
    double const scatter_mm = input.scatter_mm * m_scatter.normal();
    double const drop = path.from[2] - path.to[2];
    /// Share of the path at which it comes down to a height; none when it does not.
    auto downTo = [&](double z_mm) -> std::optional<double> {
        if (drop <= 0 || path.from[2] <= z_mm || path.to[2] > z_mm) return std::nullopt;
        return (path.from[2] - z_mm) / drop * path.length_mm;
    };
    auto hand = [&](double from_s, double until_s) {
        double const t = std::max(0.0, from_s - m_now_s);
        if (until_s > m_now_s && m_now_s + t < until_s) offer({t, path.profile.distanceAt_mm(t)});
    };
    if (canChange(input.lead_off, input.shorted, input.inverted)) {
        auto const s = downTo(plateTopZ_mm(m_world) + scatter_mm);
        if (s && plateSignals() && overPlate(m_world, path.at(*s))) offer({path.profile.timeAt_s(*s), *s});
        hand(m_hand_from_s, m_hand_until_s);
    }
    if (auto const& setter = m_world.setter; setter && canChange(setter->lead_off, setter->shorted, setter->inverted)) {
        auto const s = downTo(setterTripZ_mm(m_world) + scatter_mm);
        if (s && overDisc(m_world, path.at(*s))) offer({path.profile.timeAt_s(*s), *s});
        hand(m_press_from_s, m_press_until_s);
    }
    for (std::size_t i = 0; i < m_world.false_contacts.size(); ++i) {
        auto const& spark = m_world.false_contacts[i];
        if (m_spent[i] || spark.lasts_s <= input.debounce_s) continue; // the filter swallows it
        auto const s = downTo(spark.at_z_mm);
        if (!s) continue;
        double const t = path.profile.timeAt_s(*s);
        if (first && first->t_s < t) continue;
        offer({t, *s, true});
        m_spent[i] = true;
    }
    return first;
}

/// Where an upward move lets the circuit open again.
std::optional<VirtualMachine::Trip> VirtualMachine::firstRelease(Leg const& path) {
    double const rise = path.to[2] - path.from[2];
    double leave_z = -forever_s;
    double const scatter_mm = m_world.input.scatter_mm * m_scatter.normal();
    if (plateTouched() && !handCloses(m_now_s)) leave_z = plateTopZ_mm(m_world) + scatter_mm;
    if (setterTouched() && !pressesSetter(m_now_s)) leave_z = std::max(leave_z, setterTripZ_mm(m_world) + scatter_mm);
    if (rise <= 0 || std::isinf(leave_z) || path.to[2] <= leave_z) return std::nullopt;
    double const s = std::max(0.0, (leave_z - path.from[2]) / rise * path.length_mm);
    return Trip{path.profile.timeAt_s(s), s};
}

/// A turning cutter must not meet the plate.
std::optional<Trouble> VirtualMachine::touchTrouble(Trip const& trip) {
    bool const at_holder = m_world.plate.place == PlatePlace::InHand; // away from the cutter
    if (trip.false_contact || at_holder || m_now_s + trip.t_s >= m_turns_until_s) return std::nullopt;
    return Trouble{Outcome::Collision, "Collision: the spindle still turns as the cutter meets the plate."};
}

/// Nor may a plate be held to it, whether the circuit sees it or not.
std::optional<Trouble> VirtualMachine::flankTrouble() const {
    bool const at_flank = m_world.plate.place == PlatePlace::AtFlank;
    if (!at_flank || std::max(m_now_s, m_hand_from_s) >= m_turns_until_s) return std::nullopt;
    return Trouble{Outcome::Collision, "Collision: the plate was held against a cutter that still turns."};
}

controller::ProbeReport VirtualMachine::probe(Vec3 const& target_mm, double feed_mm_min, bool away) {
    if (auto limit = softLimit(target_mm)) return {false, position(), limit};
    if (auto held = flankTrouble()) return {false, position(), held};
    auto const path = leg(target_mm, feed_mm_min);
    auto const trip = away ? firstRelease(path) : firstTrip(path);
    if (!trip) {
        auto trouble = collide(path, path.length_mm);
        m_now_s += path.profile.duration_s();
        return {false, position(), trouble};
    }
    auto const& input = m_world.input;
    double const seen_s =
        trip->t_s + input.debounce_s + (input.capture == Capture::Polled ? input.poll_s * m_poll.uniform() : 0);
    // Latched in hardware, the position of the edge itself is kept; otherwise that of the moment the program noticed.
    double const kept_mm = input.capture == Capture::Hardware ? trip->s_mm : path.profile.distanceAt_mm(seen_s);
    double const brake_s = seen_s + input.driver_lag_s;
    double const stop_mm =
        std::min(path.length_mm, path.profile.distanceAt_mm(brake_s) + path.profile.brakingFrom_mm(brake_s));
    auto trouble = touchTrouble(*trip);
    m_slack = path.slack;
    auto const kept = reported(path.at(kept_mm));
    double const true_z = path.at(trip->s_mm)[2];
    if (!trouble) trouble = collide(path, stop_mm);
    m_now_s += brake_s + path.profile.speedAt_mm_s(brake_s) / m_world.axes[2].accel_mm_s2;
    if (!away) m_touches.push_back({kept[2], true_z, now_s(), trip->false_contact});
    return {true, kept, trouble};
}

void VirtualMachine::spindle(bool on) {
    if (m_world.spindle.switched == SpindleSwitch::Hand) return; // the controller has no wire to it
    if (on)
        m_turns_until_s = forever_s;
    else if (std::isinf(m_turns_until_s))
        m_turns_until_s = m_now_s + m_world.spindle.spin_down_s;
}

bool VirtualMachine::pause(std::string const&) {
    auto const& pauses = m_world.person.pauses;
    m_now_s += m_world.person.pause_s;
    m_paused_s += m_world.person.pause_s;
    if (m_pauses < pauses.size()) {
        for (auto const what : pauses[m_pauses]) {
            if (what == Act::Leave) return false;
            act(what);
        }
    }
    ++m_pauses;
    return true;
}

/// The person takes the tool of that number; without one of that number the tool in the spindle stays.
bool VirtualMachine::changeTool(int number) {
    m_now_s += m_world.person.pause_s;
    m_paused_s += m_world.person.pause_s;
    for (auto const& each : m_world.tools)
        if (each.number == number) m_world.tool = each.tool;
    return true; // whoever is asked for a tool that the world does not know leaves the one that is in
}

void VirtualMachine::act(Act what) {
    auto& plate = m_world.plate;
    auto& input = m_world.input;
    switch (what) {
    case Act::StopSpindle:
        if (std::isinf(m_turns_until_s)) m_turns_until_s = m_now_s + m_world.spindle.spin_down_s;
        break;
    case Act::TouchFlank:
        plate.place = PlatePlace::AtFlank;
        m_hand_from_s = m_now_s + hand_reacts_s;
        m_hand_until_s = forever_s; // until it is laid down
        break;
    case Act::LayPlate:
        plate.place = PlatePlace::OnStock;
        m_hand_until_s = m_now_s;
        break;
    case Act::TakePlate:
        plate.place = PlatePlace::InHand;
        m_hand_until_s = m_now_s;
        break;
    case Act::TakeClip: input.clip = ClipPlace::Away; break;
    case Act::BringTogether: { // only what is in the hand can be brought together
        bool const has_plate = plate.place == PlatePlace::InHand;
        bool const has_clip = input.path != shop::Path::Clip || input.clip == ClipPlace::Away;
        if (has_plate && has_clip) {
            m_hand_from_s = m_now_s + hand_reacts_s;
            m_hand_until_s = m_hand_from_s + hand_holds_s;
        }
        break;
    }
    case Act::PressSetter:
        m_press_from_s = m_now_s + hand_reacts_s;
        m_press_until_s = m_press_from_s + hand_holds_s;
        break;
    case Act::WipeDisc:
        if (m_world.setter) m_world.setter->chip_mm = 0;
        break;
    case Act::Leave: break;
    }
}

} // namespace steady::machine
