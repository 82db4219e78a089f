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

constexpr std::array<Entry, 9> entries{{
    {Act::StopSpindle, "stop_spindle", "switches the spindle off"},
    {Act::TouchFlank, "touch_flank", "holds the plate by its edge to the flank of the cutter"},
    {Act::LayPlate, "lay_plate", "lays the plate on the work under the cutter"},
    {Act::TakePlate, "take_plate", "takes the plate away"},
    {Act::TakeClip, "take_clip", "takes the clip off the tool"},
    {Act::BringTogether, "bring_together", "makes the signal once more, in the hand"},
    {Act::PressSetter, "press_setter", "presses the setter's disc once with a finger"},
    {Act::WipeDisc, "wipe_disc", "wipes the disc and the tool's end"},
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

} // namespace steady::shop
