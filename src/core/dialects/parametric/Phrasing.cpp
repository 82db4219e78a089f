// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/dialects/CountedIn.h"
#include "core/dialects/parametric/ParametricLines.h"

#include <algorithm>

namespace steady::dialects {
namespace {

using namespace macros;

constexpr int most_tries = 3;
constexpr double most_below_mm = 1; // of the begin below where a proof begins

/// Prints step after step.
struct Phrasing : ParametricLines {
    void operator()(SetModes const& s) {
        line(units == UnitSystem::Metric ? "G21" : "G20");
        line("G90 G94 G80 G40 G49 G61 M48");
        if (s.work_offset > 0) line(workOffsetName(s.work_offset));
    }
    void operator()(RequireToolAllowed const& s) {
        line(fmt::format("{}=0", name(s.found)));
        for (auto const& row : s.rows) {
            int const o = label++;
            line(fmt::format("O{} IF [#5400 EQ {}]", o, row.number));
            line(fmt::format("{}=1", name(s.found)));
            for (std::size_t i = 0; i < s.into.size(); ++i)
                line(fmt::format("{}={}", name(s.into[i]),
                                 s.isPlain(s.into[i]) ? plainNumber(row.figures[i], 0) : len(row.figures[i])));
            line(fmt::format("O{} ENDIF", o));
        }
        alarmIf(fmt::format("{} EQ 0", name(s.found)), s.alarm);
    }
    void operator()(RequireToolNot const& s) {
        constexpr std::size_t a_line = 6;
        for (std::size_t first = 0; first < s.numbers.size(); first += a_line) {
            std::string any;
            for (auto i = first; i < std::min(first + a_line, s.numbers.size()); ++i)
                any += fmt::format("{}[#5400 EQ {}]", any.empty() ? "" : " OR ", s.numbers[i]);
            alarmIf(any, s.alarm);
        }
    }
    void operator()(RequireNoShift const& s) { alarmIf("[#5211 NE 0] OR [#5212 NE 0] OR [#5213 NE 0]", s.alarm); }
    void operator()(RequireHomed const& s) {
        if (behaviour.homed_parameter) alarmIf(fmt::format("#{} NE 1", *behaviour.homed_parameter), s.alarm);
    }
    void operator()(SpindleStop const& s) {
        line("M5");
        if (s.spin_down_s > 0) line(fmt::format("G4 P{}", plainNumber(s.spin_down_s, 1)));
    }
    /// A pause at which the person does something.
    void ask(std::string const& text, Acts const& acts, std::optional<double> expect_mm = {}) {
        pause(text);
        auto const known = [&](AskedFor const& each) { return each.message == last_shown; };
        if (std::none_of(out.asked.begin(), out.asked.end(), known)) out.asked.push_back({last_shown, acts, expect_mm});
    }
    void operator()(Pause const& s) { ask(s.text, s.acts, s.expect_mm); }
    void operator()(RequireOpen const& s) {
        probe(len(s.up_mm), s.feed_mm_min);
        alarmIf("#5070 NE 0", s.alarm);
        if (s.begin.number > 0) line(fmt::format("{}=[#5063{}]", name(s.begin), addend(-s.up_mm)));
    }
    /// Only as far as a proof can have gone: a control that does not say where a probing move without contact ended
    /// would send it anywhere.
    void back(Slot begin, double most_mm, double feed_mm_min, std::string const& alarm) {
        alarmIf(fmt::format("[[{0} - #5063] GT 0] OR [[{0} - #5063] LT {1}]", name(begin), len(-most_mm)), alarm);
        probe(fmt::format("[{} - #5063]", name(begin)), feed_mm_min);
        alarmIf("#5070 NE 0", alarm);
    }
    void operator()(ProveContact const& s) {
        auto ask = [&] {
            this->ask(s.ask, s.acts);
            probe(len(s.up_mm), s.feed_mm_min);
            line(fmt::format("{}=#5070", name(s.seen)));
        };
        ask();
        line(fmt::format("{}=1", name(s.tries)));
        int const o = label++;
        line(fmt::format("O{} WHILE [[{} EQ 0] AND [{} LT {}]]", o, name(s.seen), name(s.tries), most_tries));
        this->ask(s.again, {});
        back(s.begin, s.up_mm + most_below_mm, s.feed_mm_min * 4, s.met);
        ask();
        line(fmt::format("{0}=[{0} + 1]", name(s.tries)));
        line(fmt::format("O{} ENDWHILE", o));
        alarmIf(fmt::format("{} EQ 0", name(s.seen)), s.alarm);
    }
    void operator()(TakeBack const& s) { back(s.begin, s.most_mm, s.feed_mm_min, s.alarm); }
    void operator()(ProbeDown const& s) {
        auto const* mm = std::get_if<double>(&s.distance_mm);
        probe(mm ? len(-*mm) : fmt::format("[0.0 - {}]", figure(s.distance_mm)), s.feed_mm_min);
        alarmIf("#5070 EQ 0", s.alarm);
        line(fmt::format("{}={}", name(s.into), probed(2)));
    }
    void operator()(Release const& s) {
        probe("G38.5", len(s.up_mm), s.feed_mm_min);
        alarmIf("#5070 EQ 0", s.alarm);
        line(fmt::format("{}={}", name(s.into), probed(2)));
    }
    void operator()(Descend const& s) {
        probe(name(s.by), s.feed_mm_min);
        alarmIf("#5070 NE 0", s.alarm);
    }
    void operator()(DescendToWork const& s) {
        line("M49");
        line(fmt::format("G38.3 Z{} F{}", len(s.above_zero_mm), feed(s.feed_mm_min)));
        line("M48");
        alarmIf("#5070 NE 0", s.alarm);
    }
    void operator()(BackOff const& s) {
        line("G91");
        line(fmt::format("G1 Z{} F{}", len(s.up_mm), feed(s.feed_mm_min)));
        line("G90");
        line(fmt::format("G4 P{}", plainNumber(s.settle_s, 2)));
    }
    void operator()(Wait const& s) { line(fmt::format("G4 P{}", plainNumber(s.seconds, 1))); }
    void operator()(AirBlast const& s) {
        line(fmt::format("M64 P{}", s.output));
        line(fmt::format("G4 P{}", plainNumber(s.seconds, 1)));
        line(fmt::format("M65 P{}", s.output));
    }
    void operator()(RequireAgreement const& s) {
        std::string any;
        for (std::size_t i = 1; i < s.touches.size(); ++i)
            any += fmt::format("{}[ABS[{} - {}] GT {}]", any.empty() ? "" : " OR ", name(s.touches[i]),
                               name(s.touches[0]), len(s.tolerance_mm));
        alarmIf(any, s.alarm);
    }
    void operator()(TakeMean const& s) {
        std::string all;
        for (auto const slot : s.touches) all += (all.empty() ? "" : " + ") + name(slot);
        line(fmt::format("{}=[[{}]/{}]", name(s.into), all, s.touches.size()));
    }
    void operator()(RequireLag const& s) {
        alarmIf(fmt::format("ABS[{} - {}{}] GT {}", name(s.slow), name(s.fast), addend(-s.expected_mm),
                            len(s.tolerance_mm)),
                s.alarm);
    }
    void operator()(RequireWindow const& s) {
        alarmIf(fmt::format("[{0} LT {1}] OR [{0} GT {2}]", name(s.slot), figure(s.low_mm), figure(s.high_mm)),
                s.alarm);
    }
    void operator()(SetWorkZero const& s) {
        line(fmt::format("{}=[{}]", name(s.into), sum(s.slot, s.addends_mm)));
        auto const* fixed = std::get_if<int>(&s.work_offset);
        auto const number = fixed ? std::to_string(*fixed) : name(std::get<Slot>(s.work_offset));
        line(fmt::format("G10 L2 P{} Z{}", number, name(s.into)));
        alarmIf(differs(fixed ? offsetZ(*fixed) : fmt::format("#[5203 + 20*{}]", number), name(s.into)), s.wrong);
    }
    void operator()(ClearLink const& s) {
        auto const names = link(s.work_offset);
        line(names.seal + "=0");
    }
    void seal(int work_offset) {
        auto const names = link(work_offset);
        line(fmt::format("{}={}", names.unit, unitCode()));
        line(fmt::format("{}={}", names.seal, names.sum(work_offset)));
        line(fmt::format("{}={}", names.offset, work_offset));
    }
    void operator()(StoreLink const& s) {
        auto const names = link(s.work_offset);
        line(fmt::format("{}=[{} - {}]", names.d, sum(s.setter, s.addends_mm), name(s.zero)));
        line(fmt::format("{}={}", names.last, name(s.zero)));
        line(fmt::format("{}={}", names.next, name(s.zero)));
        seal(s.work_offset);
    }
    void operator()(RequireLink const& s) {
        auto const names = link(s.work_offset);
        alarmIf(unsealed(s.work_offset), s.unsealed);
        auto const z = offsetZ(s.work_offset);
        alarmIf(fmt::format("{} AND {}", differs(z, names.last), differs(z, names.next)), s.changed,
                fmt::format("{} Z is {}, the link was made for {}", workOffsetName(s.work_offset), z, names.last));
    }
    void operator()(SetZeroFromLink const& s) {
        for (int const offset : s.work_offsets) {
            auto const names = link(offset);
            line(fmt::format("{}=[{} - {}]", name(s.into), sum(s.slot, s.addends_mm), names.d));
            line(fmt::format("{}={}", names.next, name(s.into)));
            line(fmt::format("G10 L2 P{} Z{}", offset, name(s.into)));
            alarmIf(differs(offsetZ(offset), name(s.into)), s.wrong);
            line(fmt::format("{}={}", names.last, name(s.into)));
        }
    }
    /// The state of a trim stands where the link's offset number does: n + 100 while it is under way without a link,
    /// n + 200 with one. What it began with is kept before, so that the same sum comes out when it is started again.
    void operator()(Trim const& s) {
        int const n = s.work_offset;
        auto const names = link(n);
        auto const z = offsetZ(n);
        auto const target = fmt::format("{}=[{}{}]", name(s.into), names.trim_from, addend(-s.by_mm));
        line(target);
        int const fresh = label++;
        line(fmt::format("O{} IF [[[{} NE {}] AND [{} NE {}]] OR [{} AND {}]]", fresh, names.offset, n + 100,
                         names.offset, n + 200, differs(z, names.trim_from), differs(z, name(s.into))));
        line(fmt::format("{}=100", name(s.into)));
        int const linked = label++;
        line(fmt::format("O{} IF [[{}] EQ 0]", linked, unsealed(n)));
        line(fmt::format("{}=200", name(s.into)));
        alarmIf(fmt::format("{} AND {}", differs(z, names.last), differs(z, names.next)), s.changed,
                fmt::format("{} Z is {}, the link was made for {}", workOffsetName(n), z, names.last));
        line(fmt::format("O{} ENDIF", linked));
        line(fmt::format("{}={}", names.trim_from, z));
        line(fmt::format("{}={}", names.trim_d, names.d));
        line(fmt::format("{}=[{} + {}]", names.offset, name(s.into), n));
        line(target);
        line(fmt::format("O{} ENDIF", fresh));
        line(names.seal + "=0");
        line(fmt::format("G10 L2 P{} Z{}", n, name(s.into)));
        alarmIf(differs(z, name(s.into)), s.wrong);
        int const o = label++;
        line(fmt::format("O{} IF [{} EQ {}]", o, names.offset, n + 200));
        line(fmt::format("{}=[{}{}]", names.d, names.trim_d, addend(s.by_mm)));
        line(fmt::format("{}={}", names.last, name(s.into)));
        line(fmt::format("{}={}", names.next, name(s.into)));
        figures(
            fmt::format("{} Z goes from {} to {}, its link with it", workOffsetName(n), names.trim_from, name(s.into)));
        seal(n);
        line(fmt::format("O{} ELSE", o));
        figures(
            fmt::format("{} Z goes from {} to {}; it has no link", workOffsetName(n), names.trim_from, name(s.into)));
        line(fmt::format("{}=0", names.offset));
        line(fmt::format("O{} ENDIF", o));
    }
    void operator()(SetToolLength const& s) {
        line(fmt::format("{}=[{}]", name(s.into), sum(s.slot, s.addends_mm)));
        line(fmt::format("G10 L1 P#5400 Z{}", s.negative ? fmt::format("[0.0 - {}]", name(s.into)) : name(s.into)));
        line("G43"); // what the table gives back stands in #5403 while it is in force
        line(fmt::format("{}=#5403", name(slot_told)));
        line("G49");
        alarmIf(differs(name(slot_told), name(s.into)), s.wrong);
    }
    void operator()(LengthOffset const& s) { line(s.on ? "G43" : "G49"); }
    void operator()(ChooseBound const& s) {
        auto const typed = name(s.typed), mode = name(s.mode);
        auto bound = [&](int number, std::string const& start, double search_mm, std::string const& low,
                         std::string const& high) {
            line(fmt::format("{}={}", mode, number));
            line(fmt::format("{}={}", name(s.start), start));
            line(fmt::format("{}={}", name(s.search), len(search_mm)));
            line(fmt::format("{}={}", name(s.low), low));
            line(fmt::format("{}={}", name(s.high), high));
        };
        auto more = [&](double mm) { return fmt::format("[{}{}]", typed, addend(mm)); };
        line(mode + "=0");
        int o = label++;
        line(fmt::format("O{} IF [{} GT 0]", o, typed));
        bound(1, more(s.start_less_length_mm), s.search_mm, more(s.low_less_length_mm), more(s.high_less_length_mm));
        line(fmt::format("O{} ELSEIF [[ABS[{}{}] LT {}] AND [ABS[{}{}] LT {}] AND [{} LT {}]]", o, probed(0),
                         addend(-s.x_mm), len(s.within_mm), probed(1), addend(-s.y_mm), len(s.within_mm), probed(2),
                         len(s.jogged_below_mm)));
        bound(2, len(-1), s.jogged_search_mm, len(s.travel_low_mm), len(s.travel_high_mm));
        if (s.free_search_mm) {
            line(fmt::format("O{} ELSE", o));
            bound(3, len(-1), *s.free_search_mm, len(s.travel_low_mm), len(s.travel_high_mm));
        }
        line(fmt::format("O{} ENDIF", o));
        line(fmt::format("{}={}", name(slot_told), typed));
        line(typed + "=0"); // used once: the next tool has another
        auto const kept = name(slot_told);
        alarmIf(
            fmt::format("[{0} NE 0] AND [[{0} LT {1}] OR [{0} GT {2}]]", kept, len(s.shortest_mm), len(s.longest_mm)),
            s.unfit);
        alarmIf(fmt::format("{} EQ 0", mode), s.alarm);
    }
    void operator()(StartWhereJogged const& s) {
        line(fmt::format("{}=[{} - {}]", name(s.start), name(s.begin), name(s.parked)));
    }
    std::vector<int> open;
    void operator()(When const& s) {
        open.push_back(label++);
        line(fmt::format("O{} IF [{} {} {}]", open.back(), name(s.slot), s.is ? "EQ" : "NE", s.number));
    }
    void operator()(EndWhen const&) {
        line(fmt::format("O{} ENDIF", open.back()));
        open.pop_back();
    }
    void operator()(KeepSpot const& s) {
        auto const names = link(s.work_offset);
        line(fmt::format("{}={}", names.x, probed(0)));
        line(fmt::format("{}={}", names.y, probed(1)));
    }
    void operator()(MoveToSpot const& s) {
        auto const names = link(s.work_offset);
        alarmIf(fmt::format("[{} EQ 0] AND [{} EQ 0]", names.x, names.y), s.unknown);
        line(fmt::format("G53 G0 X{} Y{}", names.x, names.y));
    }
    void operator()(MoveAcross const& s) { line(fmt::format("G53 G0 X{} Y{}", len(s.x_mm), len(s.y_mm))); }
    void operator()(RetractTo const& s) { line(fmt::format("G53 G0 Z{}", len(s.machine_z_mm))); }
    void operator()(ChangeTool const& s) {
        message(s.text);
        line(fmt::format("T{} M6", s.number));
    }
    void operator()(KeepPlace const& s) {
        line(fmt::format("{}={}", name(s.x), probed(0)));
        line(fmt::format("{}={}", name(s.y), probed(1)));
    }
    void operator()(KeepStored const& s) {
        StoredNumbers const at(behaviour, s.place);
        comment(fmt::format("#{} to #{} keep it.", at.x, at.seal));
        line(fmt::format("#{}=0", at.seal)); // broken off in between, it is none
        line(fmt::format("#{}={}", at.x, name(s.x)));
        line(fmt::format("#{}={}", at.y, name(s.y)));
        line(fmt::format("#{}={}", at.seal, sealed(at, s.place)));
    }
    std::string sealed(StoredNumbers const& at, int place) const {
        return fmt::format("[#{} + #{} + {:.1f}]", at.x, at.y, StoredNumbers::sealed(place, units));
    }
    void operator()(GoToStored const& s) {
        StoredNumbers const at(behaviour, s.place);
        alarmIf(fmt::format("ABS[#{} - {}] GT 0.00001", at.seal, sealed(at, s.place)), s.unknown);
        line(fmt::format("G53 G0 X#{} Y#{}", at.x, at.y));
    }
    void operator()(KeepHeight const& s) {
        line(fmt::format("{}=[{}{}]", name(s.into), probed(2), addend(-s.less_mm)));
    }
    void operator()(MoveBack const& s) { line(fmt::format("G53 G0 X{} Y{}", name(s.x), name(s.y))); }
    void operator()(ProbeSide const& s) {
        int const axis = static_cast<int>(s.axis);
        probe("G38.3", len(s.distance_mm), s.feed_mm_min, letter(axis));
        alarmIf("#5070 EQ 0", s.alarm);
        line(fmt::format("{}={}", name(s.into), probed(axis)));
    }
    void operator()(GoSoftly const& s) {
        probe("G38.3", len(s.by_mm), s.feed_mm_min, letter(s.axis));
        alarmIf("#5070 NE 0", s.alarm);
    }
    /// The move before it was a probing one that met nothing, so that where it ended is where the tool stands.
    void operator()(GoSoftlyTo const& s) {
        int const axis = static_cast<int>(s.axis);
        auto const by =
            fmt::format("[{} - {}]", name(s.to) + (s.add_mm == 0 ? std::string() : addend(s.add_mm)), probed(axis));
        alarmIf(fmt::format("ABS{} GT {}", by, len(s.most_mm)), s.alarm);
        probe("G38.3", by, s.feed_mm_min, letter(axis));
        alarmIf("#5070 NE 0", s.alarm);
    }
    void operator()(BackOffSide const& s) {
        line("G91");
        line(fmt::format("G1 {}{} F{}", letter(static_cast<int>(s.axis)), len(s.by_mm), feed(s.feed_mm_min)));
        line("G90");
        line(fmt::format("G4 P{}", plainNumber(s.settle_s, 2)));
    }
    void operator()(TakeCorner const& s) {
        auto const t = name(s.skew), x = name(s.x), y = name(s.y);
        line(fmt::format("{}=[[{} - {}]/[{} - {}]]", t, name(s.x2), name(s.x1), name(s.y2), name(s.y1)));
        alarmIf(fmt::format("ABS[{}] GT {}", t, plainNumber(s.most_skew, 4)), s.alarm);
        line(fmt::format("{}=[{}{}*SQRT[1.0 + {}*{}]]", x, name(s.x1), addend(s.x_offset_mm), t, t));
        line(fmt::format("{}=[{}{}*SQRT[1.0 + {}*{}]]", y, name(s.y3), addend(s.y_offset_mm), t, t));
        line(fmt::format("{0}=[[{0} + {1}*[{2} - {3} + {1}*{4}]]/[1.0 + {1}*{1}]]", x, t, y, name(s.y1), name(s.x3)));
        line(fmt::format("{0}=[{0} - {1}*[{2} - {3}]]", y, t, x, name(s.x3)));
    }
    void operator()(SetSideZero const& s) {
        int const axis = static_cast<int>(s.axis);
        line(fmt::format("{}=[{}]", name(s.into), sum(s.slot, s.addends_mm)));
        line(fmt::format("G10 L2 P{} {}{}", s.work_offset, letter(axis), name(s.into)));
        alarmIf(differs(fmt::format("#{}", 5201 + axis + 20 * s.work_offset), name(s.into)), s.wrong);
    }
    void operator()(RequireFinished const& s) {
        comment(fmt::format("#{} is 1 while a change is under way; 0 again only once table and spindle are signed off.",
                            changeNumber(behaviour)));
        alarmIf(fmt::format("#{} EQ 1", changeNumber(behaviour)), s.alarm);
    }
    void operator()(MarkUnderWay const& s) { line(fmt::format("#{}={}", changeNumber(behaviour), s.on ? 1 : 0)); }
    void operator()(SwitchOutput const& s) {
        line("G4 P0.1"); // whatever moves has come to rest
        line(fmt::format("{} P{}", s.on ? "M64" : "M65", s.output));
    }
    void operator()(AwaitInput const& s) {
        if (s.limit_s > 0) {
            line(fmt::format("M66 P{} {} Q{}", s.input, s.on ? "L3" : "L4", plainNumber(s.limit_s, 1)));
            alarmIf("#5399 LT 0", s.alarm);
        } else {
            line(fmt::format("M66 P{} L0", s.input));
            alarmIf(fmt::format("#5399 {} 1", s.on ? "NE" : "EQ"), s.alarm);
        }
    }
    void operator()(CountChange const& s) {
        auto const counter = countedIn(
            s, [this](Slot pocket) { return name(pocket); }, " + ", " * ");
        line(fmt::format("{0}=[{0} + 1]", counter));
    }
    void operator()(FindPocket const& s) { findPocket(*this, s); }
    void operator()(KeepPocket const& s) { keepPocket(*this, s); }
    void operator()(RequireRing const& s) { requireRing(*this, s); }
    void operator()(TurnRing const& s) { turnRing(*this, s); }
    void operator()(MoveOver const& s) {
        line(fmt::format("G53 G0 X{} Y{}", with(s.x_mm, s.add_x_mm), with(s.y_mm, s.add_y_mm)));
    }
    void operator()(MoveAlong const& s) {
        auto const to = fmt::format("{}{}", letter(s.axis), with(s.to_mm, s.add_mm));
        line(s.feed_mm_min > 0 ? fmt::format("G53 G1 {} F{}", to, feed(s.feed_mm_min)) : "G53 G0 " + to);
    }
    void operator()(NameTool const& s) { line(fmt::format("M61 Q{}", s.number)); }
    void operator()(TellLength const& s) {
        if (s.slot.number == 0) return message(s.text);
        line(fmt::format("{}=[{}]", name(s.into), sum(s.slot, s.addends_mm)));
        figures(s.text, name(s.into));
    }
    void operator()(End const& s) {
        if (!s.text.empty()) message(s.text);
        line("M2");
    }
};

} // namespace

Result<PrintedMacro> printParametric(Recipe const& recipe, shop::Behaviour const& behaviour) {
    Phrasing phrasing{{recipe.units, behaviour, {}}};
    phrasing.out.recipe = recipe;
    phrasing.comment(recipe.title + ", written by Steady Pin for a parametric controller.");
    for (std::size_t i = 0; i < recipe.header.size(); ++i) {
        phrasing.comment(recipe.header[i]);
        if (i == 0) phrasing.about(); // behind the machine
    }
    for (auto const& step : recipe.steps) {
        ++phrasing.step;
        if (!step.purpose.empty()) phrasing.comment(step.purpose);
        std::visit(phrasing, step.action);
    }
    return std::move(phrasing.out);
}

} // namespace steady::dialects
