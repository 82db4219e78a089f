// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/shop/Act.h"

#include <array>

namespace steady::shop {
namespace {

struct Entry {
    Act act;
    char const* name;
    char const* text;
};

constexpr std::array<Entry, 33> entries{{
    {Act::StopSpindle, "stop_spindle", "switches the spindle off"},
    {Act::TouchFlank, "touch_flank", "holds the plate by its edge to the flank of the cutter"},
    {Act::BridgePlate, "bridge_plate", "bridges plate and cutting edge with the collet spanner"},
    {Act::LiftPlate, "lift_plate", "lifts the plate by its edges to the tip and lays it down again"},
    {Act::PressPlate, "press_plate", "presses the plate once"},
    {Act::LayPlate, "lay_plate", "lays the plate on the work under the cutter"},
    {Act::TakePlate, "take_plate", "takes the plate away"},
    {Act::TakeClip, "take_clip", "takes the clip off the tool"},
    {Act::BringTogether, "bring_together", "makes the signal once more, in the hand"},
    {Act::PressSetter, "press_setter", "presses the setter's disc once with a finger"},
    {Act::WipeDisc, "wipe_disc", "wipes the disc and the tool's end"},
    {Act::HomeAgain, "home_again", "homes the machine again, all axes"},
    {Act::ChangeTool, "change_tool", "puts in the tool that was asked for"},
    {Act::LookAtLips, "look_at_lips", "looks whether the lips hang where they will be touched"},
    {Act::TurnSpindle, "turn_spindle", "turns the spindle by hand by an eighth of a turn"},
    {Act::FeelUnder, "feel_under", "jogs the tip down until what lies under it just drags"},
    {Act::SeeOpen, "see_open", "looks whether the clamp is open"},
    {Act::SeeClosed, "see_closed", "looks whether the clamp is closed"},
    {Act::SeeHeld, "see_held", "looks whether a holder is drawn in"},
    {Act::SeeEmpty, "see_empty", "looks whether the spindle is empty"},
    {Act::SeeAir, "see_air", "looks whether there is pressure enough"},
    {Act::SeeNear, "see_near", "looks whether the carousel is at the spindle"},
    {Act::SeeNotNear, "see_not_near", "looks whether the carousel has left the spindle"},
    {Act::SeeBack, "see_back", "looks whether the carousel is back"},
    {Act::SeeNotBack, "see_not_back", "looks whether the carousel is no longer back"},
    {Act::SeeOriented, "see_oriented", "looks whether the spindle is oriented"},
    {Act::SeeNotOriented, "see_not_oriented", "looks whether the spindle is free"},
    {Act::SeeRests, "see_rests", "looks whether the arm is at rest"},
    {Act::SeeSwung, "see_swung", "watches the arm swing"},
    {Act::TurnRing, "turn_ring", "turns the carousel by its button to the pocket that was asked for"},
    {Act::SayHomed, "say_homed", "goes on only if the machine is homed"},
    {Act::SayFinished, "say_finished", "goes on only if the last change was finished"},
    {Act::Leave, "leave", "does not resume"},
}};

} // namespace

char const* name(Act act) { return entries[static_cast<std::size_t>(act)].name; }
char const* text(Act act) { return entries[static_cast<std::size_t>(act)].text; }

std::optional<Act> actNamed(std::string_view name) {
    for (auto const& entry : entries)
        if (name == entry.name) return entry.act;
    return std::nullopt;
}

bool makesSignal(Act act) {
    switch (act) {
    case Act::TouchFlank:
    case Act::BridgePlate:
    case Act::LiftPlate:
    case Act::PressPlate:
    case Act::BringTogether:
    case Act::PressSetter: return true;
    default: return false;
    }
}

} // namespace steady::shop
