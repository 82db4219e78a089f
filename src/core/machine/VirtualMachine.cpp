// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/machine/VirtualMachine.h"

#include "core/machine/Flank.h"
#include "core/machine/Solids.h"
#include "core/quantity/Units.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <limits>
#include <utility>

namespace steady::machine {
namespace {

using controller::Outcome;
using controller::Trouble;
using shop::Act;

constexpr double finger_mm = 15; ///< as thick as a finger on the disc

} // namespace

VirtualMachine::VirtualMachine(World world)
    : m_world(std::move(world)), m_position(m_world.position_mm), m_turns_until_s(m_world.spindle.on ? forever_s : 0),
      m_done(m_world.person.pauses.size(), false), m_began_mm(position()),
      m_spent(m_world.false_contacts.size(), false), m_lowest_over_work_mm(tipOverWork_mm()),
      m_scatter(m_world.seed, 0, Purpose::Scatter), m_poll(m_world.seed, 0, Purpose::Poll),
      m_homing(m_world.seed, 0, Purpose::Home), m_home_error(m_world.home_error_mm) {
    if (m_world.ring && m_world.rack) standInFront(m_world);
    constexpr std::size_t usual_touches = 8;
    m_touches.reserve(usual_touches);
    m_releases.reserve(usual_touches);
}

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
    double feed = feed_mm_min > 0 ? feed_mm_min : forever_s, accel = forever_s;
    if (by[0] == 0 && by[1] == 0 && by[2] != 0) { // most of all moves
        auto const& z = m_world.axes[2];
        length = std::abs(by[2]);
        return {m_position, to, slack, length, Profile(length, std::min(feed, z.rapid_mm_min), z.accel_mm_s2)};
    }
    length = std::sqrt(length);
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
                        "XYZ"[axis], fixedText(to, 3), fixedText(limit, 3)),
            controller::Cause::SoftLimit};
    }
    return std::nullopt;
}

/// Goes as far as until_mm along the leg, or into the first solid.
std::optional<Trouble> VirtualMachine::collide(Leg const& leg, double until_mm, bool cuts) {
    auto const end = leg.at(until_mm);
    m_slack = leg.slack;
    auto const note_height = [this] {
        if (auto const above = tipOverWork_mm())
            m_lowest_over_work_mm = std::min(m_lowest_over_work_mm.value_or(*above), *above);
    };
    if (m_world.rack) {
        if (changerTrouble()) return changerTrouble();
        if (auto const share = rackHit(m_world, m_position, end)) {
            for (std::size_t axis = 0; axis < 3; ++axis) m_position[axis] += *share * (end[axis] - m_position[axis]);
            return Trouble{
                Outcome::Collision,
                fmt::format("Collision: spindle, holder or tool ran into the rack at machine X {} Y {} Z {}.",
                            fixedText(position()[0], 3), fixedText(position()[1], 3), fixedText(position()[2], 3)),
                controller::Cause::Rack};
        }
    }
    bool const turns = spindleTurns();
    auto hit = firstHit(m_world, m_position, end, cuts && turns);
    if (hit && hit->what == Solid::Work && turns && m_cut.isFree(m_position, end))
        hit = firstHit(m_world, m_position, end, true); // fast again where it has cut before
    if (!hit) {
        if (cuts && turns) m_cut.cut(m_world.stock, m_world.tool.diameter_mm / 2, m_position, end);
        m_position = end;
        note_height();
        return overtravel();
    }
    Vec3 at{};
    for (int axis = 0; axis < 3; ++axis) at[axis] = m_position[axis] + hit->share * (end[axis] - m_position[axis]);
    m_position = at;
    note_height();
    return Trouble{Outcome::Collision,
                   fmt::format("Collision: the tool, its nut or the spindle ran into {} at machine Z {}.",
                               name(hit->what), fixedText(position()[2], 3)),
                   causeOf(hit->what)};
}

std::optional<Trouble> VirtualMachine::move(Vec3 const& target_mm, double feed_mm_min) {
    catchUp();
    if (auto limit = softLimit(target_mm)) return limit;
    auto const path = leg(target_mm, feed_mm_min);
    if (m_world.rack) m_clamp.moves(m_world, m_now_s);
    m_ring.moves(m_world);
    restUntil(m_now_s);
    double const bears_mm = m_world.plate.push_in_mm;
    m_world.plate.push_in_mm += std::exchange(m_pressed_mm, 0.0);
    auto trouble = collide(path, path.length_mm, feed_mm_min > 0);
    m_world.plate.push_in_mm = bears_mm;
    m_now_s += path.profile.duration_s();
    if (feed_mm_min == 0 && ++m_rapids == m_world.lost_steps.move)
        for (int axis = 0; axis < 3; ++axis) { // the readout does not know
            m_position[axis] -= m_world.lost_steps.by_mm[axis];
            m_world.home_error_mm[axis] += m_world.lost_steps.by_mm[axis];
        }
    noteMoved();
    return trouble;
}

std::optional<Trouble> VirtualMachine::along(std::span<Vec3 const> points_mm, double feed_mm_min) {
    catchUp();
    for (auto const& point : points_mm)
        if (auto limit = softLimit(point)) return limit;
    double length_mm = 0, accel_mm_s2 = forever_s;
    for (auto const& axis : m_world.axes) {
        accel_mm_s2 = std::min(accel_mm_s2, axis.accel_mm_s2);
        feed_mm_min = std::min(feed_mm_min, axis.rapid_mm_min); // none goes faster than it can
    }
    std::optional<Trouble> trouble;
    for (auto const& point : points_mm) {
        auto const path = leg(point, feed_mm_min);
        length_mm += path.length_mm;
        trouble = collide(path, path.length_mm, true);
        if (trouble) break;
    }
    if (length_mm > 0) m_now_s += Profile(length_mm, feed_mm_min, accel_mm_s2).duration_s();
    noteMoved();
    return trouble;
}

/// The second contact of a setter stops the machine before its end of stroke.
std::optional<Trouble> VirtualMachine::overtravel() {
    auto const opens = overtravelZ_mm(m_world, m_position);
    if (!opens || m_position[2] > *opens + 1e-9) return std::nullopt;
    return Trouble{Outcome::Overtravel,
                   fmt::format("Overtravel: the setter's second contact opened the stop chain at machine Z {}. Get off "
                               "it upward only.",
                               fixedText(position()[2], 3)),
                   controller::Cause::StopChain};
}

bool VirtualMachine::handCloses(double at_s) const { return m_hand.at(at_s) || (m_bridge.at(at_s) && bridgeable()); }

/// A bridge needs what is wired below, and what carries the signal through the tool.
bool VirtualMachine::bridgeable() const {
    return (m_world.plate.place == PlatePlace::OnStock || m_world.work_conducts) && plateSignals();
}

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
    bool const tip = keepsContact(plateTopZ_mm(m_world, m_position)) ||
                     keepsContact(wiredWorkZ_mm(m_world, m_position)) || flankTouches(m_world, m_position) ||
                     (m_flank && m_made_at == m_position);
    return (tip && plateSignals()) || handCloses(m_now_s);
}

bool VirtualMachine::setterTouched() const {
    if (!m_world.setter) return false;
    bool const tip = keepsContact(setterTripsBelow_mm(m_world)) && keepsContact(setterTripZ_mm(m_world, m_position));
    return tip || m_finger.at(m_now_s);
}

namespace {

/// What the controller makes of “touched” or “not touched”: whether current flows, what that does to the lead, and
/// which level counts; `wired` is a plate's input or a setter.
bool contactOf(bool touched, auto const& wired) {
    bool const closed = wired.circuit == Circuit::ClosedAtRest;
    bool const flows = wired.shorted || (!wired.lead_off && touched != closed);
    auto const level = [&](bool current) {
        if (wired.electric.pulled == shop::InputClass::PullUp) // the lead can only be drawn down
            return !current || wired.electric.output == shop::SignalOutput::Sourcing;
        if (wired.electric.pulled == shop::InputClass::PullDown) // or only up
            return current && wired.electric.output != shop::SignalOutput::Sinking;
        return current;
    };
    bool const low_when_on = wired.electric.pulled == shop::InputClass::PullUp;
    bool counts = low_when_on == closed; // high, of a sound circuit that is touched
    if (wired.electric.contact_at != ContactAt::AsItFits) counts = wired.electric.contact_at == ContactAt::High;
    return (level(flows) == counts) != wired.inverted;
}

/// Whether a touch makes it read a contact where none was read before.
bool canChange(auto const& wired) { return !contactOf(false, wired) && contactOf(true, wired); }

} // namespace

bool VirtualMachine::plateWouldSignal() const { return canChange(m_world.input) && plateSignals(); }
bool VirtualMachine::setterWouldSignal() const { return m_world.setter && canChange(*m_world.setter); }

bool VirtualMachine::reads(bool plate_touched, bool setter_touched) const {
    if (contactOf(plate_touched, m_world.input)) return true;
    return m_world.setter && contactOf(setter_touched, *m_world.setter);
}

double VirtualMachine::scattered_mm() {
    return m_world.input.scatter_mm > 0 ? m_world.input.scatter_mm * m_scatter.normal() : 0;
}

std::optional<VirtualMachine::Trip> VirtualMachine::firstTrip(Leg const& path) {
    std::optional<Trip> first;
    auto offer = [&](Trip trip) {
        if (trip.t_s <= path.profile.duration_s() && (!first || trip.t_s < first->t_s)) first = trip;
    };
    auto const& input = m_world.input;
    double const scatter_mm = scattered_mm();
    double const drop = path.from[2] - path.to[2];
    /// How far along the path it comes down to a height; none when it does not.
    auto downTo = [&](double z_mm) -> std::optional<double> {
        if (drop <= 0 || path.from[2] <= z_mm || path.to[2] > z_mm) return std::nullopt;
        return (path.from[2] - z_mm) / drop * path.length_mm;
    };
    auto tip = [&](std::optional<double> trips_at_z_mm) {
        if (auto const s = trips_at_z_mm ? downTo(*trips_at_z_mm + scatter_mm) : std::nullopt)
            offer({path.profile.timeAt_s(*s), *s, false, false, true});
    };
    auto hand = [&](Hand const& held, bool finger = false) {
        double const t = std::max(0.0, held.from_s - m_now_s);
        if (m_now_s + t < held.until_s) offer({t, path.profile.distanceAt_mm(t), false, finger});
    };
    if (canChange(input)) {
        if (drop > 0 && plateSignals()) {
            tip(plateTopZ_mm(m_world, path.to));
            tip(wiredWorkZ_mm(m_world, path.to));
        }
        if (auto const share = plateSignals() ? flankMeets(m_world, path.from, path.to) : std::nullopt) {
            double const s = std::clamp(*share * path.length_mm - scatter_mm, 0.0, path.length_mm);
            Trip made{path.profile.timeAt_s(s), s, false, false, true};
            made.flank = true;
            made.late_mm = std::max(0.0, s - *share * path.length_mm);
            offer(made);
        }
        hand(m_hand);
        if (bridgeable()) hand(m_bridge);
    }
    if (auto const& setter = m_world.setter; setter && canChange(*setter)) {
        if (drop > 0) tip(setterTripZ_mm(m_world, path.to));
        hand(m_finger, true);
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
    double const scatter_mm = scattered_mm();
    auto leaves = [&](std::optional<double> made_at_z_mm) {
        if (made_at_z_mm) leave_z = std::max(leave_z, *made_at_z_mm + scatter_mm);
    };
    if (plateTouched() && !handCloses(m_now_s)) leaves(plateTopZ_mm(m_world, m_position));
    if (setterTouched() && !m_finger.at(m_now_s)) leaves(setterTripZ_mm(m_world, m_position));
    if (rise <= 0 || std::isinf(leave_z) || path.to[2] <= leave_z) return std::nullopt;
    double const s = std::max(0.0, (leave_z - path.from[2]) / rise * path.length_mm);
    return Trip{path.profile.timeAt_s(s), s};
}

/// A turning cutter must not meet the plate, nor a tool a finger.
std::optional<Trouble> VirtualMachine::touchTrouble(Trip const& trip) {
    if (trip.finger) {
        auto const trips = setterTripZ_mm(m_world, m_position);
        if (!trips || m_position[2] >= *trips + finger_mm) return std::nullopt;
        return Trouble{Outcome::Collision, "Collision: the tool came down on a finger on the setter's disc.",
                       controller::Cause::Hand};
    }
    bool const at_holder = m_world.plate.place == PlatePlace::InHand; // away from the cutter
    if (trip.false_contact || at_holder || m_now_s + trip.t_s >= m_turns_until_s) return std::nullopt;
    return Trouble{Outcome::Collision, "Collision: the spindle still turns as the cutter meets the plate.",
                   controller::Cause::TurningCutter};
}

/// Nor may a plate or a spanner be held to it, whether the circuit sees it or not.
std::optional<Trouble> VirtualMachine::handTrouble() const {
    bool const at_flank =
        m_world.plate.place == PlatePlace::AtFlank && std::max(m_now_s, m_hand.from_s) < m_turns_until_s;
    bool const bridges = m_bridge.until_s > m_now_s && std::max(m_now_s, m_bridge.from_s) < m_turns_until_s;
    if (!at_flank && !bridges) return std::nullopt;
    return Trouble{Outcome::Collision, "Collision: a hand came to a cutter that still turns.", controller::Cause::Hand};
}

controller::ProbeReport VirtualMachine::probe(Vec3 const& target_mm, double feed_mm_min, bool away) {
    catchUp();
    if (auto limit = softLimit(target_mm)) return {false, position(), limit};
    if (auto held = handTrouble()) return {false, position(), held};
    auto const path = leg(target_mm, feed_mm_min);
    // What a plate bears counts from where this touch really tripped, as the feeds are computed.
    double const bears_mm = m_world.plate.push_in_mm;
    m_world.plate.push_in_mm += std::exchange(m_pressed_mm, 0.0);
    auto const trip = away ? firstRelease(path) : firstTrip(path);
    if (!trip) {
        auto trouble = collide(path, path.length_mm);
        m_world.plate.push_in_mm = bears_mm;
        m_now_s += path.profile.duration_s();
        noteMoved();
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
    if (trip->tip && !trip->flank && !away)
        if (auto const top = plateTopZ_mm(m_world, path.to)) m_world.plate.push_in_mm += std::max(0.0, *top - true_z);
    m_world.plate.push_in_mm += away ? 0 : trip->late_mm;
    if (!trouble) trouble = collide(path, stop_mm);
    m_world.plate.push_in_mm = bears_mm;
    m_flank = trip->flank;
    m_pressed_mm = !away && trip->flank ? trip->late_mm : 0; // it comes off as far as it was pressed on
    m_made_at = !away && trip->tip ? std::optional(m_position) : std::nullopt;
    m_now_s += brake_s + path.profile.speedAt_mm_s(brake_s) / m_world.axes[2].accel_mm_s2;
    (away ? m_releases : m_touches).push_back({kept[2], true_z, now_s(), trip->false_contact});
    noteMoved();
    return {true, kept, trouble};
}

void VirtualMachine::spindle(bool on) {
    if (m_world.spindle.switched == SpindleSwitch::Hand) return; // the controller has no wire to it
    if (on)
        m_turns_until_s = forever_s;
    else if (std::isinf(m_turns_until_s))
        m_turns_until_s = m_now_s + m_world.spindle.spin_down_s;
}

std::optional<double> VirtualMachine::tipOverWork_mm() const {
    auto const& f = m_world.stock;
    if (m_position[0] < f.x_low_mm || m_position[0] > f.x_high_mm || m_position[1] < f.y_low_mm ||
        m_position[1] > f.y_high_mm)
        return std::nullopt;
    return m_position[2] - m_world.tool.length_mm - m_world.table_z_mm - m_world.stock_thickness_mm;
}

std::optional<RackLamps> VirtualMachine::rackLamps() const {
    if (!m_world.rack) return std::nullopt;
    auto const& rack = *m_world.rack;
    return RackLamps{m_clamp.toldOpen(), rack.open.reads(rack.is_open),
                     rack.held.reads(!rack.is_open && rack.in_spindle != 0), rack.air.reads(rack.air_on)};
}

std::optional<RingLamps> VirtualMachine::ringLamps() const {
    if (!m_world.ring) return std::nullopt;
    auto const& ring = *m_world.ring;
    return RingLamps{m_ring.toldNear(),
                     m_ring.turning(),
                     ring.near.reads(ring.is_near),
                     ring.back.reads(ring.is_back),
                     ring.place.reads(ring.atPlace()),
                     ring.oriented.reads(ring.is_oriented),
                     ring.swap_output < 0 ? std::nullopt : std::optional(ring.rest.reads(ring.is_at_rest))};
}

std::optional<double> VirtualMachine::changerDue_s() const {
    if (!m_world.rack) return std::nullopt;
    auto const clamp = m_clamp.due_s(), ring = m_world.ring ? m_ring.due_s() : std::nullopt;
    return !clamp ? ring : !ring ? clamp : std::min(*clamp, *ring);
}

void VirtualMachine::restUntil(double s) {
    if (!m_world.rack) {
        m_now_s = s;
        return;
    }
    for (auto due = changerDue_s(); due && *due <= s; due = changerDue_s()) {
        double const at_s = std::max(*due, m_now_s);
        if (m_world.ring) m_ring.catchUp(m_world, m_position, at_s);
        m_clamp.catchUp(m_world, m_position, at_s);
        if (m_world.ring) keepInRing(m_world);
    }
    m_now_s = s;
    if (m_world.ring) m_ring.catchUp(m_world, m_position, s); // as far as it turned
}

void VirtualMachine::dwell(double seconds) { restUntil(m_now_s + seconds); }

bool VirtualMachine::awaitInput(int number, bool on, double limit_s) {
    double const end_s = m_now_s + limit_s;
    // What has not come in a whole turn does not come in the next.
    int edges = m_world.ring ? 4 * (m_world.ring->count() + 1) : 0;
    while (input(number) != on) {
        auto next_s = changerDue_s();
        if (auto const edge_s = edges > 0 ? m_ring.edge_s() : std::nullopt; edge_s && (!next_s || *edge_s < *next_s)) {
            next_s = edge_s;
            --edges;
        }
        if (!next_s || *next_s > end_s) {
            restUntil(end_s);
            return false;
        }
        restUntil(std::max(m_now_s, *next_s));
    }
    return true;
}

void VirtualMachine::output(int number, bool on) {
    m_clamp.output(m_world, number, on, m_now_s);
    m_ring.output(m_world, number, on, m_now_s);
    if (on && m_world.setter && number == m_world.air_output) m_world.setter->chip_mm = 0;
}

} // namespace steady::machine
