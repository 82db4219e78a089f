// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// The person at the virtual machine: what is done at a pause, and when the hands do it.
#include "core/machine/VirtualMachine.h"

#include <algorithm>
#include <cmath>

namespace steady::machine {
namespace {

using shop::Act;

constexpr double hand_holds_s = 1.5;

} // namespace

/// A person reads what is asked; where no message is known, the list goes on in its order.
PauseActs const* VirtualMachine::actsAt(std::string const& message) {
    auto const& pauses = m_world.person.pauses;
    for (std::size_t i = 0; i < pauses.size(); ++i)
        if (!pauses[i].says.empty() && pauses[i].says == message) {
            m_done[i] = true;
            return &pauses[i];
        }
    for (std::size_t i = 0; i < pauses.size(); ++i)
        if (!m_done[i]) {
            m_done[i] = true;
            return &pauses[i];
        }
    return nullptr;
}

bool VirtualMachine::pause(std::string const& message) {
    restUntil(m_now_s + m_world.person.pause_s);
    m_paused_s += m_world.person.pause_s;
    catchUp();
    auto const* asked = actsAt(message);
    if (!asked) return true;
    if (auto const above = tipOverWork_mm(); above && asked->expects_mm) {
        double const plainly_mm = std::max(0.5, 0.1 * *asked->expects_mm); // what an eye sees; common practice
        if (std::abs(*above - *asked->expects_mm) > plainly_mm) return false;
    }
    for (auto const& each : asked->acts) {
        if (each.what == Act::Leave) return false;
        if (!sees(each.what)) return false;
        if (each.what == Act::TurnRing && m_world.ring && !m_world.ring->turns) return false; // it does not turn
        if (each.what == Act::LookAtLips && (!m_world.plate.lips || m_world.plate.lips->turned)) return false;
        if (shop::makesSignal(each.what))
            signal(each);
        else if (each.after_s < 0)
            act(each.what);
        else
            m_later.push_back({m_now_s + each.after_s, each.what});
    }
    return true;
}

/// By the lamps of the inputs, where there are any; otherwise by eye.
bool VirtualMachine::sees(Act what) const {
    if (what == Act::SayHomed) return m_world.homed;
    if (!m_world.rack) return true;
    auto const& rack = *m_world.rack;
    bool const holds = !rack.is_open && rack.in_spindle != 0;
    switch (what) {
    case Act::SeeOpen: return rack.open.reads(rack.is_open);
    case Act::SeeClosed: return !rack.open.reads(rack.is_open);
    case Act::SeeHeld: return rack.held.reads(holds);
    case Act::SeeEmpty: return !rack.held.reads(holds);
    case Act::SeeAir: return rack.air.reads(rack.air_on);
    case Act::SeeNear: return !m_world.ring || m_world.ring->near.reads(m_world.ring->is_near);
    case Act::SeeNotNear: return !m_world.ring || !m_world.ring->near.reads(m_world.ring->is_near);
    case Act::SeeBack: return !m_world.ring || m_world.ring->back.reads(m_world.ring->is_back);
    case Act::SeeNotBack: return !m_world.ring || !m_world.ring->back.reads(m_world.ring->is_back);
    case Act::SeeOriented: return !m_world.ring || m_world.ring->oriented.reads(m_world.ring->is_oriented);
    case Act::SeeNotOriented: return !m_world.ring || !m_world.ring->oriented.reads(m_world.ring->is_oriented);
    case Act::SeeRests: // the lamp, and the arm itself
        return !m_world.ring || (m_world.ring->is_at_rest && m_world.ring->rest.reads(true));
    case Act::SeeSwung: return m_ring.swung();
    case Act::SayFinished: return !m_again;
    default: return true;
    }
}

void VirtualMachine::catchUp() {
    restUntil(m_now_s);
    if (m_later.empty()) return;
    for (auto const& each : m_later)
        if (each.at_s <= m_now_s) act(each.what);
    std::erase_if(m_later, [this](Later const& each) { return each.at_s <= m_now_s; });
}

void VirtualMachine::startAgain(std::optional<Vec3> const& at) {
    m_again = true;
    m_done.assign(m_done.size(), false);
    m_later.clear();
    m_hand = m_bridge = m_finger = {};
    m_world.lost_steps.move = 0; // it happened, or did not
    if (!at) return;
    m_position = *at;
    m_slack = {};
    noteMoved();
}

bool VirtualMachine::changeTool(int number) {
    m_now_s += m_world.person.pause_s;
    m_paused_s += m_world.person.pause_s;
    putIn(number);
    return true;
}

/// Whoever is asked for a tool that the world does not know leaves the one that is in.
void VirtualMachine::putIn(int number) {
    for (auto const& each : m_world.tools)
        if (each.number == number) m_world.tool = each.tool;
}

/// A signal made by hand: from its moment on for a while; begun before resuming, it is still there when Z starts.
void VirtualMachine::signal(shop::TimedAct const& act) {
    double const from = m_now_s + std::max(0.0, act.after_s);
    Hand const held{from, from + hand_holds_s};
    auto& plate = m_world.plate;
    auto const& input = m_world.input;
    switch (act.what) {
    case Act::TouchFlank:
        plate.place = PlatePlace::AtFlank;
        if (plateSignals()) m_hand = {from, forever_s}; // until it is laid down
        break;
    case Act::BridgePlate:
    case Act::LiftPlate: m_bridge = held; break;
    case Act::PressPlate:
        if (input.path == shop::Path::OwnSwitch && plate.place != PlatePlace::Away) m_hand = held;
        break;
    case Act::BringTogether: { // only what is in the hand can be brought together
        bool const has_clip = input.path != shop::Path::Clip || input.clip == ClipPlace::Away;
        if (plate.place == PlatePlace::InHand && has_clip) m_hand = held;
        break;
    }
    case Act::PressSetter: m_finger = held; break;
    default: break;
    }
}

void VirtualMachine::act(Act what) {
    auto& plate = m_world.plate;
    switch (what) {
    case Act::StopSpindle:
        if (std::isinf(m_turns_until_s)) m_turns_until_s = m_now_s + m_world.spindle.spin_down_s;
        break;
    case Act::LayPlate: // with its lead, and the clip where there is one
        plate.place = PlatePlace::OnStock;
        m_world.input.clip = ClipPlace::OnTool;
        m_hand.until_s = m_now_s;
        break;
    case Act::TakePlate:
        plate.place = PlatePlace::InHand;
        m_hand.until_s = m_now_s;
        break;
    case Act::TakeClip: m_world.input.clip = ClipPlace::Away; break;
    case Act::WipeDisc:
        if (m_world.setter) m_world.setter->chip_mm = 0;
        break;
    case Act::HomeAgain: homeAgain(); break;
    case Act::ChangeTool: putIn(m_world.person.puts_in); break;
    case Act::FeelUnder: // from above, so that the lost motion is taken up downward
        m_position[2] = m_world.table_z_mm + m_world.tool.length_mm + m_world.person.under_mm;
        m_slack[2] = m_world.axes[2].backlash_mm;
        noteMoved();
        break;
    case Act::TurnRing:
        if (m_world.ring && m_turned_to < m_world.person.turns_to.size())
            m_ring.turnByHand(m_world, m_position, m_world.person.turns_to[m_turned_to++] - 1);
        break;
    case Act::TurnSpindle: m_world.spindle.turned_deg += 45; break;
    default: break;
    }
}

/// The switches are found anew: steps that were lost are found as well, and what differs is their scatter.
void VirtualMachine::homeAgain() {
    m_world.homed = true;
    m_slack = {};
    for (int axis = 0; axis < 3; ++axis) {
        m_world.home_error_mm[axis] = m_home_error[axis] + m_world.home_scatter_mm * m_homing.normal();
        m_position[axis] = m_world.home_mm[axis] - m_world.home_error_mm[axis];
    }
    noteMoved();
}

} // namespace steady::machine
