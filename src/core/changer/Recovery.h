// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// After a change that did not come to its end: from what is seen now, not from where a text stopped, to a spindle that
// is up and clear, and a table that is true. What a machine does by itself comes before what a hand does.

#include "core/base/Result.h"
#include "core/shop/kinds/Carousel.h"

#include <map>
#include <optional>
#include <string>
#include <vector>

namespace steady::changer {

enum class ClampSeen { Unknown, Closed, Open };
constexpr char const* word(ClampSeen clamp) {
    switch (clamp) {
    case ClampSeen::Unknown: return "unknown";
    case ClampSeen::Closed: return "closed";
    case ClampSeen::Open: return "open";
    }
    return nullptr;
}

/// A mark on the machine that a known position stands over: gone to after homing, and looked at.
enum class MarkSeen { NotLooked, Hit, Missed };

/// Number of the tool whose holder is there; 0: nothing; none: nobody has looked.
using HolderSeen = std::optional<int>;

struct SeenState {
    HolderSeen spindle;
    ClampSeen clamp = ClampSeen::Unknown;
    /// The pocket that the spindle stands at or over, or whose fork it is in; 0: it is up and clear; none: not looked.
    /// Of a carousel: the one in front while it is at the spindle; 0: it is back.
    std::optional<int> at_pocket;
    bool in_fork = false;              ///< down at that pocket's seat, or on the way in or out
    HolderSeen arm = {};               ///< of a changer that has one
    std::map<int, HolderSeen> pockets; ///< by number
    bool air = false, homed = false;
    std::string alarm;      ///< what the control says; empty: nothing
    bool power_cut = false; ///< while something moved: steps may be lost, and what the control shows is old
    MarkSeen mark = MarkSeen::NotLooked; ///< since it was homed after that
};

/// What a step does, for whoever plays it out.
enum class Do {
    Stop,        ///< nothing moves, nobody reaches in
    Block,       ///< what could fall is held
    AirOn,       ///< with all hands out
    OpenClamp,   ///< where the holder sits in its fork
    CloseClamp,  ///< on what sits in the cone, or on nothing
    StraightUp,  ///< slowly, Z alone, to the top
    OutOfFork,   ///< along the fork's own axis, then up
    SendBack,    ///< the carousel, by its own button
    FreeSpindle, ///< it is no longer held where a holder fits
    FirstPocket, ///< turned until pocket 1 is in front, and the control told so
    LookAtClamp,
    LookAtSpindle,
    LookAtPlace, ///< in which fork the spindle is, if in any
    LookAtArm,
    EmptyArm,     ///< its holder is taken out by hand
    LookAtPocket, ///< `pocket`
    Home,
    LookAtMark,
    NameSpindle, ///< the control is told `tool`, 0 for none
    SignOff,     ///< table and spindle are read against what hangs there
    TypeTable,   ///< into the numbers of the control
    ClearMark,   ///< the number that says “under way” goes back to 0
    Prove        ///< one pocket watched, at the lowest override
};

struct RecoveryStep {
    Do what = Do::Stop;
    std::string text, caution, expect;
    bool by_hand = false;
    int pocket = 0, tool = 0;
};

struct Recovery {
    std::vector<RecoveryStep> steps;
    /// What is open until somebody has looked: then the steps are made anew from what was seen. True: no step behind
    /// the last look is listed.
    bool looks_first = false;
};

/// What the way back depends on.
struct Device {
    int first_number = 1;
    int pockets = 0;
    shop::WithoutAir without_air = shop::WithoutAir::Unknown;
    bool comes = false;   ///< a carousel that comes to the spindle; otherwise forks that the spindle goes into
    bool arm = false;     ///< an arm may hold one, too
    bool orients = false; ///< the spindle is held while it changes
    int kept_number = 0;  ///< where the control keeps the pocket in front; 0: nowhere
    int table_number = 0; ///< where it keeps the tool of the first pocket, the others behind it; 0: nowhere
};
Device deviceOf(shop::ToolRack const& rack);
Device deviceOf(shop::Carousel const& carousel, int kept_number);

/// Error: OutOfRange, for a pocket that the rack does not have, or one tool in two places.
Result<Recovery> recover(Device const& device, SeenState const& seen);

/// What follows for the shop: which lengths, pockets and proofs are not to be trusted as before.
std::vector<std::string> afterRecovery(Device const& device, SeenState const& seen);

} // namespace steady::changer
