// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// How a carousel is turned and counted on a control with hash variables, and how it keeps the table of an arm.
#include "core/dialects/CountedIn.h"
#include "core/dialects/hash/HashLines.h"
#include "core/macros/Parts.h"

#include <cmath>
#include <fmt/format.h>

namespace steady::dialects {
namespace {

/// Until an input reads so; otherwise to that line.
void until(HashLines& out, int input, bool on, double limit_s, std::string const& tries, int otherwise) {
    constexpr double look_every_s = 0.05;
    int const again = out.newLabel(), seen = out.newLabel();
    out.line(tries + "=0");
    out.mark(again);
    out.dwell(look_every_s);
    out.jumpIf(fmt::format("#{} EQ {}", 1000 + input, on ? 1 : 0), seen);
    out.jumpIf(fmt::format("{} GE {}", tries, macros::plainNumber(std::ceil(limit_s / look_every_s), 0)), otherwise);
    out.line(fmt::format("{0}={0}+1", tries));
    out.line(fmt::format("GOTO {}", again));
    out.mark(seen);
}
} // namespace

void requireRing(HashLines& out, macros::RequireRing const& s) {
    int const kept = macros::ringNumber(out.behaviour);
    out.comment(fmt::format("#{} is the pocket in front; 0 while it turns.", kept));
    out.alarmIf(fmt::format("#{} LT 1", kept), s.alarm);
    out.alarmIf(fmt::format("#{} GT {}", kept, s.places), s.alarm);
    out.alarmIf(fmt::format("#{0} NE FIX[#{0}]", kept), s.alarm);
}
void findPocket(HashLines& out, macros::FindPocket const& s) {
    auto const at = out.name(s.into);
    auto const here = pocketIn(
        s.first, s.into, [&](macros::Slot slot) { return out.name(slot); }, "+");
    int const again = out.newLabel(), found = out.newLabel();
    out.comment(fmt::format("#{} to #{} are the tools in its pockets, 0: none.", s.first, s.first + s.places - 1));
    out.settle();
    out.line(at + "=1");
    out.mark(again);
    out.jumpIf(fmt::format("{} EQ {}", here, s.tool), found);
    out.alarmIf(fmt::format("{} GE {}", at, s.places), s.alarm);
    out.line(fmt::format("{0}={0}+1", at));
    out.line(fmt::format("GOTO {}", again));
    out.mark(found);
}
void keepPocket(HashLines& out, macros::KeepPocket const& s) {
    auto const name = [&](macros::Slot slot) { return out.name(slot); };
    auto const* written = std::get_if<double>(&s.tool);
    out.settle();
    out.line(fmt::format("{}={}", pocketIn(s.first, s.pocket, name, "+"),
                         written ? macros::plainNumber(*written, 0) : name(std::get<macros::Slot>(s.tool))));
}
/// Told to stop on every way out: what is left is below zero when it did not turn on.
void turnRing(HashLines& out, macros::TurnRing const& s) {
    int const kept = macros::ringNumber(out.behaviour);
    auto const left = out.name(s.left), way = out.name(s.way), at = out.name(s.at),
               tries = out.name(macros::slot_tries);
    auto const* written = std::get_if<double>(&s.to);
    auto const to = written ? macros::plainNumber(*written, 0) : out.name(std::get<macros::Slot>(s.to));
    int const ahead = out.newLabel(), chosen = out.newLabel(), next = out.newLabel(), within = out.newLabel(),
              above = out.newLabel(), late = out.newLabel(), stop = out.newLabel();
    // Between two of them the next one would be counted wrong.
    out.alarmIf(fmt::format("#{} NE 1", 1000 + s.place_input), s.elsewhere);
    out.line(fmt::format("{}=#{}", at, kept));
    out.line(fmt::format("{}={}-{}", left, to, at));
    out.jumpIf(fmt::format("{} GE 0", left), ahead);
    out.line(fmt::format("{0}={0}+{1}", left, s.places));
    out.mark(ahead);
    out.line(fmt::format("{}=1", way));
    if (s.against_output) {
        out.jumpIf(fmt::format("2*{} LE {}", left, s.places), chosen);
        out.line(fmt::format("{0}={1}-{0}", left, s.places));
        out.line(fmt::format("{}=-1", way));
        out.mark(chosen);
    }
    out.jumpIf(fmt::format("{} EQ 0", left), stop);
    out.line(fmt::format("#{}=0", kept));
    out.dwell(0.1);
    if (s.against_output) {
        int const with = out.newLabel();
        out.jumpIf(fmt::format("{} GT 0", way), with);
        out.line(fmt::format("#{}=1", 1100 + *s.against_output));
        out.line(fmt::format("GOTO {}", next));
        out.mark(with);
    }
    out.line(fmt::format("#{}=1", 1100 + s.with_output));
    out.mark(next);
    until(out, s.place_input, false, s.limit_s, tries, late);
    until(out, s.place_input, true, s.limit_s, tries, late);
    out.line(fmt::format("{0}={0}-1", left));
    out.line(fmt::format("{0}={0}+{1}", at, way));
    out.jumpIf(fmt::format("{} LE {}", at, s.places), within);
    out.line(fmt::format("{}=1", at));
    out.mark(within);
    out.jumpIf(fmt::format("{} GE 1", at), above);
    out.line(fmt::format("{}={}", at, s.places));
    out.mark(above);
    out.jumpIf(fmt::format("{} GT 0", left), next);
    out.line(fmt::format("GOTO {}", stop));
    out.mark(late);
    out.line(fmt::format("{}=-1", left));
    out.mark(stop);
    out.line(fmt::format("#{}=0", 1100 + s.with_output));
    if (s.against_output) out.line(fmt::format("#{}=0", 1100 + *s.against_output));
    out.alarmIf(fmt::format("{} LT 0", left), s.stuck);
    out.dwell(0.3); // it falls into its notch
    out.alarmIf(fmt::format("#{} NE 1", 1000 + s.place_input), s.elsewhere);
    if (s.first_input) {
        auto const first = fmt::format("#{}", 1000 + *s.first_input);
        out.alarmIfAll({fmt::format("{} NE 1", first), fmt::format("{} EQ 1", at)}, s.elsewhere);
        out.alarmIfAll({fmt::format("{} EQ 1", first), fmt::format("{} NE 1", at)}, s.elsewhere);
    }
    out.line(fmt::format("#{}={}", kept, at));
}
} // namespace steady::dialects
