// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// How a carousel is turned and counted on a parametric control, and how it keeps the table of an arm.
#include "core/dialects/CountedIn.h"
#include "core/dialects/parametric/ParametricLines.h"

#include <fmt/format.h>

namespace steady::dialects {

void requireRing(ParametricLines& out, macros::RequireRing const& s) {
    int const kept = macros::ringNumber(out.behaviour);
    out.comment(fmt::format("#{} is the pocket in front; 0 while it turns.", kept));
    out.alarmIf(fmt::format("[#{0} LT 1] OR [#{0} GT {1}] OR [#{0} NE FIX[#{0}]]", kept, s.places), s.alarm);
}
void findPocket(ParametricLines& out, macros::FindPocket const& s) {
    auto const at = out.name(s.into);
    auto const here = pocketIn(
        s.first, s.into, [&](macros::Slot slot) { return out.name(slot); }, " + ");
    int const loop = out.label++;
    out.comment(fmt::format("#{} to #{} are the tools in its pockets, 0: none.", s.first, s.first + s.places - 1));
    out.line(at + "=1");
    out.line(fmt::format("O{} WHILE [[{} LT {}] AND [{} NE {}]]", loop, at, s.places, here, s.tool));
    out.line(fmt::format("{0}=[{0} + 1]", at));
    out.line(fmt::format("O{} ENDWHILE", loop));
    out.alarmIf(fmt::format("{} NE {}", here, s.tool), s.alarm);
}
void keepPocket(ParametricLines& out, macros::KeepPocket const& s) {
    auto const name = [&](macros::Slot slot) { return out.name(slot); };
    auto const* written = std::get_if<double>(&s.tool);
    out.line(fmt::format("{}={}", pocketIn(s.first, s.pocket, name, " + "),
                         written ? macros::plainNumber(*written, 0) : name(std::get<macros::Slot>(s.tool))));
}
/// Told to stop on every way out: the loop ends with what is left below zero when it did not turn on.
void turnRing(ParametricLines& out, macros::TurnRing const& s) {
    int const kept = macros::ringNumber(out.behaviour);
    auto const left = out.name(s.left), way = out.name(s.way), at = out.name(s.at);
    auto const* written = std::get_if<double>(&s.to);
    auto const to = written ? macros::plainNumber(*written, 0) : out.name(std::get<macros::Slot>(s.to));
    out.line(fmt::format("M66 P{} L0", s.place_input)); // between two of them the next one would be counted wrong
    out.alarmIf("#5399 NE 1", s.elsewhere);
    out.line(fmt::format("{}=#{}", at, kept));
    out.line(fmt::format("{}=[[{} - {} + {}] MOD {}]", left, to, at, s.places, s.places));
    out.line(fmt::format("{}=1", way));
    if (s.against_output) {
        int const o = out.label++;
        out.line(fmt::format("O{} IF [[2 * {}] GT {}]", o, left, s.places));
        out.line(fmt::format("{}=[{} - {}]", left, s.places, left));
        out.line(fmt::format("{}=-1", way));
        out.line(fmt::format("O{} ENDIF", o));
    }
    int const turns = out.label++, loop = out.label++;
    out.line(fmt::format("O{} IF [{} GT 0]", turns, left));
    out.line(fmt::format("#{}=0", kept));
    out.line("G4 P0.1");
    if (s.against_output) {
        int const o = out.label++;
        out.line(fmt::format("O{} IF [{} GT 0]", o, way));
        out.line(fmt::format("M64 P{}", s.with_output));
        out.line(fmt::format("O{} ELSE", o));
        out.line(fmt::format("M64 P{}", *s.against_output));
        out.line(fmt::format("O{} ENDIF", o));
    } else {
        out.line(fmt::format("M64 P{}", s.with_output));
    }
    out.line(fmt::format("O{} ENDIF", turns));
    out.line(fmt::format("O{} WHILE [{} GT 0]", loop, left));
    for (auto const* gone : {"L4", "L3"}) {
        int const o = out.label++;
        out.line(fmt::format("O{} IF [{} GT 0]", o, left));
        out.line(fmt::format("M66 P{} {} Q{}", s.place_input, gone, macros::plainNumber(s.limit_s, 2)));
        int const late = out.label++;
        out.line(fmt::format("O{} IF [#5399 LT 0]", late));
        out.line(fmt::format("{}=-1", left));
        out.line(fmt::format("O{} ENDIF", late));
        out.line(fmt::format("O{} ENDIF", o));
    }
    int const counts = out.label++;
    out.line(fmt::format("O{} IF [{} GT 0]", counts, left));
    out.line(fmt::format("{0}=[{0} - 1]", left));
    out.line(fmt::format("{0}=[[{0} - 1 + {1} + {2}] MOD {2} + 1]", at, way, s.places));
    out.line(fmt::format("O{} ENDIF", counts));
    out.line(fmt::format("O{} ENDWHILE", loop));
    out.line(fmt::format("M65 P{}", s.with_output));
    if (s.against_output) out.line(fmt::format("M65 P{}", *s.against_output));
    out.alarmIf(fmt::format("{} LT 0", left), s.stuck);
    out.line("G4 P0.3"); // it falls into its notch
    out.line(fmt::format("M66 P{} L0", s.place_input));
    out.alarmIf("#5399 NE 1", s.elsewhere);
    if (s.first_input) {
        out.line(fmt::format("M66 P{} L0", *s.first_input));
        out.alarmIf(fmt::format("[#5399 EQ 1] XOR [{} EQ 1]", at), s.elsewhere);
    }
    out.line(fmt::format("#{}={}", kept, at));
}
} // namespace steady::dialects
