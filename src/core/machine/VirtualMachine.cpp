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

Vec3 VirtualMachine::position() const {
    Vec3 reported = m_position;
    for (int axis = 0; axis < 3; ++axis) reported[axis] += m_world.home_error_mm[axis];
    return reported;
}

Vec3 VirtualMachine::Leg::at(double s_mm) const {
    double const share = length_mm > 0 ? std::clamp(s_mm / length_mm, 0.0, 1.0) : 1;
    return {from[0] + share * (to[0] - from[0]), from[1] + share * (to[1] - from[1]),
            from[2] + share * (to[2] - from[2])};
}

/// The slowest axis sets speed and acceleration along the line.
VirtualMachine::Leg VirtualMachine::leg(Vec3 const& target_mm, double feed_mm_min) const {
    Vec3 to = target_mm;
    Vec3 by{};
    double length = 0;
    for (int axis = 0; axis < 3; ++axis) {
        to[axis] -= m_world.home_error_mm[axis];
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
    return {m_position, to, length, Profile(length, feed, accel)};
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
    auto const hit = firstHit(m_world, m_position, end);
    if (!hit) {
        m_position = end;
        return std::nullopt;
    }
    Vec3 at{};
    for (int axis = 0; axis < 3; ++axis) at[axis] = m_position[axis] + hit->share * (end[axis] - m_position[axis]);
    m_position = at;
    return Trouble{Outcome::Collision, fmt::format("Collision: the tool ran into {} at machine Z {}.", hit->what,
                                                   fixedText(position()[2], 3))};
}

std::optional<Trouble> VirtualMachine::move(Vec3 const& target_mm, double feed_mm_min) {
    if (auto limit = softLimit(target_mm)) return limit;
    auto const path = leg(target_mm, feed_mm_min);
    auto trouble = collide(path, path.length_mm);
    m_now_s += path.profile.duration_s();
    return trouble;
}

/// Whether touching can be seen: the parts of the circuit that a hand or a tip completes are there.
bool VirtualMachine::plateSignals() const {
    auto const& input = m_world.input;
    if (input.circuit == Circuit::ClosedAtRest) return true;
    return !input.lead_off;
}

bool VirtualMachine::handCloses(double at_s) const { return at_s >= m_hand_from_s && at_s < m_hand_until_s; }

bool VirtualMachine::atRest() const {
    bool const tip = overPlate(m_world, m_position) && m_position[2] <= plateTopZ_mm(m_world) + 1e-9;
    bool const circuit = m_world.input.circuit == Circuit::ClosedAtRest ||
                         (m_world.input.clip == ClipPlace::OnTool && m_world.tool.conducts);
    return (tip && circuit) || handCloses(m_now_s);
}

/// What the controller makes of “touched” or “not touched”, with the faults of the wiring.
bool VirtualMachine::reads(bool touched) const {
    auto const& input = m_world.input;
    bool contact = touched;
    if (input.circuit == Circuit::OpenAtRest)
        contact = input.shorted || (touched && !input.lead_off);
    else
        contact = !input.shorted && (input.lead_off || touched);
    return contact != input.inverted;
}

std::optional<VirtualMachine::Trip> VirtualMachine::firstTrip(Leg const& path) {
    std::optional<Trip> first;
    auto offer = [&](Trip trip) {
        if (trip.t_s <= path.profile.duration_s() && (!first || trip.t_s < first->t_s)) first = trip;
    };
    auto const& input = m_world.input;
    bool const can_change =
        input.circuit == Circuit::OpenAtRest ? plateSignals() && !input.shorted : !input.lead_off && !input.shorted;
    if (can_change && !input.inverted) {
        bool const circuit =
            input.circuit == Circuit::ClosedAtRest || (input.clip == ClipPlace::OnTool && m_world.tool.conducts);
        double const top = plateTopZ_mm(m_world) + input.scatter_mm * m_scatter.normal();
        double const drop = path.from[2] - path.to[2];
        if (circuit && drop > 0 && path.from[2] > top && path.to[2] <= top) {
            double const s = (path.from[2] - top) / drop * path.length_mm;
            if (overPlate(m_world, path.at(s))) offer({path.profile.timeAt_s(s), s});
        }
        if (m_hand_from_s > m_now_s || handCloses(m_now_s)) {
            double const t = std::max(0.0, m_hand_from_s - m_now_s);
            if (m_now_s + t < m_hand_until_s) offer({t, path.profile.distanceAt_mm(t)});
        }
    }
    for (std::size_t i = 0; i < m_world.false_contacts.size(); ++i) {
        auto const& spark = m_world.false_contacts[i];
        double const drop = path.from[2] - path.to[2];
        if (m_spent[i] || drop <= 0 || path.from[2] < spark.at_z_mm || path.to[2] > spark.at_z_mm) continue;
        if (spark.lasts_s <= input.debounce_s) continue; // the filter swallows it
        double const s = (path.from[2] - spark.at_z_mm) / drop * path.length_mm;
        double const t = path.profile.timeAt_s(s);
        if (first && first->t_s < t) continue;
        offer({t, s, true});
        m_spent[i] = true;
    }
    return first;
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

controller::ProbeReport VirtualMachine::probe(Vec3 const& target_mm, double feed_mm_min) {
    if (auto limit = softLimit(target_mm)) return {false, position(), limit};
    if (auto held = flankTrouble()) return {false, position(), held};
    auto const path = leg(target_mm, feed_mm_min);
    auto const trip = firstTrip(path);
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
    Vec3 kept = path.at(kept_mm);
    double const true_z = path.at(trip->s_mm)[2];
    for (int axis = 0; axis < 3; ++axis) kept[axis] += m_world.home_error_mm[axis];
    if (!trouble) trouble = collide(path, stop_mm);
    m_now_s += brake_s + path.profile.speedAt_mm_s(brake_s) / m_world.axes[2].accel_mm_s2;
    m_touches.push_back({kept[2], true_z, now_s(), trip->false_contact});
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
        bool const has_clip = input.circuit == Circuit::ClosedAtRest || input.clip == ClipPlace::Away;
        if (has_plate && has_clip) {
            m_hand_from_s = m_now_s + hand_reacts_s;
            m_hand_until_s = m_hand_from_s + hand_holds_s;
        }
        break;
    }
    case Act::Leave: break;
    }
}

} // namespace steady::machine
