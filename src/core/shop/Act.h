// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// What a person is asked to do while a macro pauses, and when it is done.

#include <optional>
#include <string_view>

namespace steady::shop {

enum class Act {
    StopSpindle,
    TouchFlank,  ///< the plate held against the cutter
    BridgePlate, ///< plate and cutting edge bridged with the collet spanner
    LiftPlate,   ///< the plate lifted by its edges to the tip
    PressPlate,  ///< a plate with a switch of its own, where it lies
    LayPlate,
    TakePlate,
    TakeClip,
    BringTogether, ///< the signal made in the hand, away from the machine
    PressSetter,
    WipeDisc,
    HomeAgain,
    ChangeTool,  ///< puts in the tool that was asked for
    LookAtLips,  ///< goes on only when they hang where the macro will touch them
    TurnSpindle, ///< by hand, an eighth of a turn
    FeelUnder,   ///< jogs the tip down until what lies under it on the board just drags
    SeeOpen,     ///< goes on only when it is so, as are the next four: the clamp is open
    SeeClosed,
    SeeHeld, ///< a holder is drawn in
    SeeEmpty,
    SeeAir,  ///< pressure enough
    SeeNear, ///< goes on only when it is so, as are the next seven: the carousel is at the spindle
    SeeNotNear,
    SeeBack, ///< the carousel is back
    SeeNotBack,
    SeeOriented, ///< the spindle stands where a holder fits, and is held
    SeeNotOriented,
    SeeRests,    ///< the arm of a changer is at rest
    SeeSwung,    ///< it has left its rest since it was started
    TurnRing,    ///< turns the carousel by its button to the pocket that is asked for
    SayHomed,    ///< goes on only when it is homed, as its screen shows
    SayFinished, ///< goes on only when the program was not broken off before
    Leave
};

/// Acts that make a signal come after resuming, this much; all others are done before it.
inline constexpr double before_resuming_s = -1, usual_delay_s = 2;

char const* name(Act act); ///< “touch_flank”, as files store it
char const* text(Act act); ///< as people read it
std::optional<Act> actNamed(std::string_view name);
/// Whether somebody looks at clamp, air, carousel or spindle, and goes on only when it is so.
constexpr bool looksAtChanger(Act act) { return act >= Act::SeeOpen && act <= Act::SeeSwung; }
/// Whether it closes (or opens) the probing circuit by hand.
bool makesSignal(Act act);

/// An act with its moment: seconds after resuming, below zero before it.
struct TimedAct {
    Act what = Act::Leave;
    double after_s = before_resuming_s;
    TimedAct() = default;
    TimedAct(Act act) : what(act), after_s(usual(act)) {} // NOLINT: an act at its usual moment
    TimedAct(Act act, double seconds) : what(act), after_s(seconds) {}
    bool operator==(TimedAct const&) const = default;
    static double usual(Act act) { return makesSignal(act) ? usual_delay_s : before_resuming_s; }
};

} // namespace steady::shop
