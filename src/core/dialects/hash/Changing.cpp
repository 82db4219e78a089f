// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// How a control with hash variables keeps that a change is under way, waits for its inputs and counts.
#include "core/dialects/CountedIn.h"
#include "core/dialects/hash/HashLines.h"
#include "core/macros/Parts.h"

#include <cmath>
#include <fmt/format.h>

namespace steady::dialects {

void requireFinished(HashLines& out, macros::RequireFinished const& s) {
    int const kept = macros::changeNumber(out.behaviour), as_left = out.newLabel();
    out.comment(
        fmt::format("#{} is 1 while a change is under way; 0 again only once table and spindle are signed off.", kept));
    out.alarmIf(fmt::format("#{} EQ 1", kept), s.alarm);
    // #4120 is the tool that T chose last, and a job may choose its next one early.
    out.comment(
        fmt::format("From {0} on it is {0} and the tool that the last change left in the spindle.", macros::left_tool));
    out.settle();
    out.jumpIf(fmt::format("#{} LT {}", kept, macros::left_tool), as_left);
    out.alarmIf(fmt::format("#{}-{} NE #4120", kept, macros::left_tool),
                fmt::format("Nothing has moved. T names another tool than the last change left in the spindle. Look, "
                            "call T with the number on the holder; put in by hand: put #{} to 0. Z zero is as it was.",
                            kept));
    out.mark(as_left);
}

void markUnderWay(HashLines& out, macros::MarkUnderWay const& s, int fetched) {
    out.settle();
    out.line(fmt::format("#{}={}", macros::changeNumber(out.behaviour), s.on ? 1 : macros::left_tool + fetched));
}

/// Asked again and again; each wait also lets the control read what is so by then.
void awaitInput(HashLines& out, macros::AwaitInput const& s) {
    constexpr double look_every_s = 0.1;
    auto const input = fmt::format("#{}", 1000 + s.input);
    out.settle();
    if (s.limit_s <= 0) return out.alarmIf(fmt::format("{} NE {}", input, s.on ? 1 : 0), s.alarm);
    int const again = out.newLabel(), seen = out.newLabel();
    auto const tries = out.name(macros::slot_tries);
    out.line(tries + "=0");
    out.mark(again);
    out.jumpIf(fmt::format("{} EQ {}", input, s.on ? 1 : 0), seen);
    out.alarmIf(fmt::format("{} GE {}", tries, macros::plainNumber(std::ceil(s.limit_s / look_every_s), 0)), s.alarm);
    out.line(fmt::format("{0}={0}+1", tries));
    out.dwell(look_every_s);
    out.line(fmt::format("GOTO {}", again));
    out.mark(seen);
}

void countChange(HashLines& out, macros::CountChange const& s) {
    out.settle();
    auto const counter = countedIn(
        s, [&](macros::Slot pocket) { return out.name(pocket); }, "+", "*");
    out.line(fmt::format("{0}={0}+1", counter));
}

} // namespace steady::dialects
