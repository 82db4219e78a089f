// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// Text for a control that reads ahead and whose skip move ends without a word: where it ended tells whether anything
// was met. Targets are absolute and worked out before the move; behind each move that something rests on it waits.
#include "core/dialects/hash/HashLines.h"
#include "core/quantity/WorkOffset.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

namespace steady::dialects {
namespace {

using namespace macros;

constexpr int first_program = 7000, most_tries = 3, most_tool = 200;
constexpr double most_below_mm = 1; // of the begin below where a proof begins
constexpr char const* instead_pressing = "Read while pressing: at Kit, the practice of this device";

struct Phrasing : HashLines {
    std::vector<int> open = {};
    int fetched = 0; ///< number of the tool, once a change has named it

    void operator()(SetModes const& s) {
        moves(units == UnitSystem::Metric ? "G21" : "G20");
        moves("G90 G94 G80 G40 G49 G61");
        if (s.work_offset > 6) return cannot("this work offset", "Use one of the first six");
        if (s.work_offset > 0) moves(workOffsetName(s.work_offset));
    }
    void operator()(RequireNoShift const& s) {
        settle();
        for (int axis = 0; axis < 3; ++axis)
            alarmIf(fmt::format("ABS[#{}-#{}-#{}-{}] GT {}", 5021 + axis, 5041 + axis, 5201 + axis, inUse(axis),
                                len(hash_reached_mm)),
                    s.alarm);
    }
    void operator()(RequireHomed const& s) {
        if (behaviour.homed_parameter) alarmIf(fmt::format("#{} NE 1", *behaviour.homed_parameter), s.alarm);
    }
    void operator()(RequireToolAllowed const& s) {
        settle();
        line(name(s.found) + "=0");
        for (auto const& row : s.rows) {
            if (row.number > most_tool) return cannot("a tool number above 200", "Give the tool a lower number");
            int const other = newLabel();
            jumpIf(fmt::format("#4120 NE {}", row.number), other);
            line(name(s.found) + "=1");
            for (std::size_t i = 0; i < s.into.size(); ++i)
                line(fmt::format("{}={}", name(s.into[i]),
                                 s.isPlain(s.into[i]) ? plainNumber(row.figures[i], 0) : len(row.figures[i])));
            mark(other);
        }
        alarmIf(name(s.found) + " EQ 0", s.alarm);
    }
    void operator()(RequireToolNot const& s) {
        for (int const number : s.numbers) alarmIf(fmt::format("#4120 EQ {}", number), s.alarm);
    }
    void operator()(SpindleStop const& s) {
        moves("M5");
        if (s.spin_down_s > 0) dwell(s.spin_down_s);
    }
    void operator()(Pause const& s) { pause(s.text, s.acts, s.expect_mm); }
    void operator()(RequireOpen const& s) {
        skipBy(addend(s.up_mm), s.feed_mm_min);
        alarmIf(metAnything(), s.alarm);
        if (s.begin.number > 0) line(fmt::format("{}=#5063{}", name(s.begin), addend(-s.up_mm)));
    }
    /// Only as far as a proof can have gone.
    void back(Slot begin, double most_mm, double feed_mm_min, std::string const& alarm_words) {
        alarmIf(fmt::format("{}-#5043 GT {}", name(begin), len(hash_reached_mm)), alarm_words);
        alarmIf(fmt::format("{}-#5043 LT {}", name(begin), len(-most_mm)), alarm_words);
        skipTo(name(begin), feed_mm_min);
        alarmIf(met(name(begin)), alarm_words);
    }
    void operator()(ProveContact const& s) {
        int const ask = newLabel(), seen = newLabel();
        settle();
        line(name(s.tries) + "=0");
        mark(ask);
        pause(s.ask, s.acts);
        skipBy(addend(s.up_mm), s.feed_mm_min);
        line(fmt::format("{0}={0}+1", name(s.tries)));
        jumpIf(metAnything(), seen);
        alarmIf(fmt::format("{} GE {}", name(s.tries), most_tries), s.alarm);
        pause(s.again, {});
        back(s.begin, s.up_mm + most_below_mm, s.feed_mm_min * 4, s.met);
        line(fmt::format("GOTO {}", ask));
        mark(seen);
    }
    void operator()(TakeBack const& s) { back(s.begin, s.most_mm, s.feed_mm_min, s.alarm); }
    void operator()(ProbeDown const& s) {
        skipBy("-" + figure(s.distance_mm), s.feed_mm_min);
        alarmIf(notMet(), s.alarm);
        line(fmt::format("{}={}", name(s.into), skipped(2)));
    }
    void operator()(Release const&) {
        cannot("a touch that is read as the input opens: a skip ends at a contact only", instead_pressing);
    }
    void operator()(Descend const& s) {
        skipBy("+" + name(s.by), s.feed_mm_min);
        alarmIf(metAnything(), s.alarm);
    }
    void operator()(DescendToWork const& s) {
        settle();
        line(fmt::format("{}={}", name(hash_target), len(s.above_zero_mm)));
        skipTo(name(hash_target), s.feed_mm_min);
        alarmIf(metAnything(), s.alarm);
    }
    void operator()(BackOff const& s) {
        settle();
        line(fmt::format("{}=#5043{}", name(hash_target), addend(s.up_mm)));
        moves(fmt::format("G1 Z{} F{}", name(hash_target), feed(s.feed_mm_min)));
        dwell(s.settle_s);
    }
    void operator()(Wait const& s) { dwell(s.seconds); }
    void operator()(AirBlast const& s) {
        settle();
        line(fmt::format("#{}=1", 1100 + s.output));
        dwell(s.seconds);
        line(fmt::format("#{}=0", 1100 + s.output));
    }
    void operator()(RequireAgreement const& s) {
        for (std::size_t i = 1; i < s.touches.size(); ++i)
            alarmIf(apart(name(s.touches[i]), name(s.touches[0]), "GT", s.tolerance_mm), s.alarm);
    }
    void operator()(TakeMean const& s) {
        std::string all;
        for (auto const slot : s.touches) all += (all.empty() ? "" : "+") + name(slot);
        line(fmt::format("{}=[{}]/{}", name(s.into), all, s.touches.size()));
    }
    void operator()(RequireLag const& s) {
        alarmIf(
            fmt::format("ABS[{}-{}{}] GT {}", name(s.slow), name(s.fast), addend(-s.expected_mm), len(s.tolerance_mm)),
            s.alarm);
    }
    void operator()(RequireWindow const& s) {
        alarmIf(fmt::format("{} LT {}", name(s.slot), figure(s.low_mm)), s.alarm);
        alarmIf(fmt::format("{} GT {}", name(s.slot), figure(s.high_mm)), s.alarm);
    }
    /// Z of a work offset, and what the control keeps of it, less what it adds to all.
    void setZ(std::string const& number, Slot into, std::string const& wrong) {
        moves(fmt::format("G10 L2 P{} Z[{}-#5203]", number, name(into)));
        settle();
        alarmIf(apart(offsetZ(number), name(into), "GT", storage_mm()), wrong);
    }
    void operator()(SetWorkZero const& s) {
        line(fmt::format("{}={}", name(s.into), sum(s.slot, s.addends_mm)));
        auto const* fixed = std::get_if<int>(&s.work_offset);
        if (fixed && *fixed > 6) return cannot("this work offset", "Use one of the first six");
        if (!fixed) alarmIf(fmt::format("{} GT 6", name(std::get<Slot>(s.work_offset))), s.wrong);
        setZ(fixed ? std::to_string(*fixed) : name(std::get<Slot>(s.work_offset)), s.into, s.wrong);
    }
    void operator()(ClearLink const& s) {
        settle();
        line(fmt::format("#{}=0", link(s.work_offset).seal));
    }
    std::string sealOf(int work_offset) const {
        return fmt::format("#{}+{}.", link(work_offset).d, 1000 + work_offset);
    }
    void seal(int work_offset) {
        auto const at = link(work_offset);
        line(fmt::format("#{}={}", at.unit, unitCode()));
        line(fmt::format("#{}={}", at.seal, sealOf(work_offset)));
        line(fmt::format("#{}={}", at.offset, work_offset));
    }
    void operator()(StoreLink const& s) {
        auto const at = link(s.work_offset);
        line(fmt::format("#{}={}-{}", at.d, sum(s.setter, s.addends_mm), name(s.zero)));
        line(fmt::format("#{}={}", at.last, name(s.zero)));
        line(fmt::format("#{}={}", at.next, name(s.zero)));
        seal(s.work_offset);
    }
    /// Each is the case where the seal does not fit.
    std::vector<std::string> unsealed(int work_offset) const {
        auto const at = link(work_offset);
        return {fmt::format("#{} NE {}", at.offset, work_offset), fmt::format("#{} NE {}", at.unit, unitCode()),
                fmt::format("ABS[#{}-{}] GT 0.00001", at.seal, "[" + sealOf(work_offset) + "]")};
    }
    void requireUnchanged(int work_offset, std::string const& words) {
        auto const at = link(work_offset);
        auto const z = offsetZ(std::to_string(work_offset));
        alarmIfAll({apart(z, name(at.last), "LE", storage_mm()), apart(z, name(at.next), "LE", storage_mm())}, words);
    }
    void operator()(RequireLink const& s) {
        for (auto const& each : unsealed(s.work_offset)) alarmIf(each, s.unsealed);
        requireUnchanged(s.work_offset, s.changed);
    }
    void operator()(SetZeroFromLink const& s) {
        for (int const offset : s.work_offsets) {
            if (offset > 6) return cannot("this work offset", "Use one of the first six");
            auto const at = link(offset);
            line(fmt::format("{}={}-#{}", name(s.into), sum(s.slot, s.addends_mm), at.d));
            line(fmt::format("#{}={}", at.next, name(s.into)));
            setZ(std::to_string(offset), s.into, s.wrong);
            line(fmt::format("#{}={}", at.last, name(s.into)));
        }
    }
    /// The state of a trim stands where the link's offset number does: n + 100 while it is under way without a link,
    /// n + 200 with one. What it began with is kept before, so that the same sum comes out when it is started again.
    void operator()(Trim const& s) {
        int const n = s.work_offset;
        auto const at = link(n);
        auto const z = offsetZ(std::to_string(n)), from = name(at.trim_from), offset = name(at.offset);
        auto const target = fmt::format("{}={}{}", name(s.into), from, addend(-s.by_mm));
        int const under_way = newLabel(), fresh = newLabel(), no_link = newLabel(), go_on = newLabel();
        settle();
        line(target);
        jumpIf(fmt::format("{} EQ {}", offset, n + 100), under_way);
        jumpIf(fmt::format("{} NE {}", offset, n + 200), fresh);
        mark(under_way);
        jumpIf(apart(z, from, "LE", storage_mm()), go_on);
        jumpIf(apart(z, name(s.into), "LE", storage_mm()), go_on);
        mark(fresh);
        line(name(s.into) + "=100");
        for (auto const& each : unsealed(n)) jumpIf(each, no_link);
        line(name(s.into) + "=200");
        requireUnchanged(n, s.changed);
        mark(no_link);
        line(fmt::format("{}={}", from, z));
        line(fmt::format("#{}=#{}", at.trim_d, at.d));
        line(fmt::format("{}={}+{}", offset, name(s.into), n));
        line(target);
        mark(go_on);
        line(fmt::format("#{}=0", at.seal));
        setZ(std::to_string(n), s.into, s.wrong);
        int const without = newLabel(), end = newLabel();
        jumpIf(fmt::format("{} NE {}", offset, n + 200), without);
        line(fmt::format("#{}=#{}{}", at.d, at.trim_d, addend(s.by_mm)));
        line(fmt::format("#{}={}", at.last, name(s.into)));
        line(fmt::format("#{}={}", at.next, name(s.into)));
        seal(n);
        line(fmt::format("GOTO {}", end));
        mark(without);
        line(offset + "=0");
        mark(end);
    }
    void operator()(SetToolLength const& s) {
        line(fmt::format("{}={}", name(s.into), sum(s.slot, s.addends_mm)));
        alarmIf(fmt::format("#4120 GT {}", most_tool), s.wrong);
        moves(fmt::format("G10 L10 P#4120 R{}{}", s.negative ? "-" : "", name(s.into)));
        moves("G10 L11 P#4120 R0.");
        settle();
        alarmIf(fmt::format("ABS[#[2200+#4120]+#[2000+#4120]{}{}] GT {}", s.negative ? "+" : "-", name(s.into),
                            len(storage_mm())),
                s.wrong);
    }
    void operator()(LengthOffset const& s) { moves(s.on ? "G43 H#4120" : "G49"); }
    void operator()(ChooseBound const& s) {
        auto const typed = name(s.typed), mode = name(s.mode), told = name(slot_told);
        auto bound = [&](int number, std::string const& start, double search_mm, std::string const& low,
                         std::string const& high) {
            line(fmt::format("{}={}", mode, number));
            line(fmt::format("{}={}", name(s.start), start));
            line(fmt::format("{}={}", name(s.search), len(search_mm)));
            line(fmt::format("{}={}", name(s.low), low));
            line(fmt::format("{}={}", name(s.high), high));
        };
        auto more = [&](double mm) { return typed + addend(mm); };
        int const untyped = newLabel(), nowhere = newLabel(), chosen = newLabel();
        settle();
        line(mode + "=0");
        jumpIf(typed + " LE 0", untyped);
        bound(1, more(s.start_less_length_mm), s.search_mm, more(s.low_less_length_mm), more(s.high_less_length_mm));
        line(fmt::format("GOTO {}", chosen));
        mark(untyped);
        jumpIf(apart("#5021", len(s.x_mm), "GE", s.within_mm), nowhere);
        jumpIf(apart("#5022", len(s.y_mm), "GE", s.within_mm), nowhere);
        jumpIf(fmt::format("#5023 GE {}", len(s.jogged_below_mm)), nowhere);
        bound(2, len(-1), s.jogged_search_mm, len(s.travel_low_mm), len(s.travel_high_mm));
        line(fmt::format("GOTO {}", chosen));
        mark(nowhere);
        if (s.free_search_mm) bound(3, len(-1), *s.free_search_mm, len(s.travel_low_mm), len(s.travel_high_mm));
        mark(chosen);
        line(fmt::format("{}={}+0", told, typed)); // one that holds nothing counts as 0
        line(typed + "=0");                        // used once: the next tool has another
        for (auto const& unfit :
             {fmt::format("{} LT {}", told, len(s.shortest_mm)), fmt::format("{} GT {}", told, len(s.longest_mm))}) {
            int const past = newLabel();
            jumpIf(told + " EQ 0", past);
            alarmIf(unfit, s.unfit);
            mark(past);
        }
        alarmIf(mode + " EQ 0", s.alarm);
    }
    void operator()(StartWhereJogged const& s) {
        line(fmt::format("{}={}-{}", name(s.start), name(s.begin), name(s.parked)));
    }
    void operator()(When const& s) {
        settle();
        open.push_back(newLabel());
        jumpIf(fmt::format("{} {} {}", name(s.slot), s.is ? "NE" : "EQ", s.number), open.back());
    }
    void operator()(EndWhen const&) {
        settle();
        mark(open.back());
        open.pop_back();
    }
    void operator()(KeepSpot const& s) {
        settle();
        auto const at = link(s.work_offset);
        line(fmt::format("#{}=#5021", at.x));
        line(fmt::format("#{}=#5022", at.y));
    }
    void operator()(MoveToSpot const& s) {
        auto const at = link(s.work_offset);
        alarmIf(fmt::format("#{} EQ #0", at.x), s.unknown);
        alarmIfAll({fmt::format("#{} NE 0", at.x), fmt::format("#{} NE 0", at.y)}, s.unknown);
        moves(fmt::format("G90 G53 G0 X#{} Y#{}", at.x, at.y));
    }
    void operator()(RetractTo const& s) { moves(fmt::format("G90 G53 G0 Z{}", len(s.machine_z_mm))); }
    void operator()(MoveAcross const& s) { moves(fmt::format("G90 G53 G0 X{} Y{}", len(s.x_mm), len(s.y_mm))); }
    void operator()(ChangeTool const& s) {
        if (s.number > most_tool) return cannot("a tool number above 200", "Give the tool a lower number");
        comment(s.text);
        moves(fmt::format("T{} M6", s.number));
        settle();
    }
    void operator()(KeepPlace const& s) {
        settle();
        line(fmt::format("{}=#5021", name(s.x)));
        line(fmt::format("{}=#5022", name(s.y)));
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
        return fmt::format("#{}+#{}+{:.1f}", at.x, at.y, StoredNumbers::sealed(place, units));
    }
    void operator()(GoToStored const& s) {
        StoredNumbers const at(behaviour, s.place);
        alarmIf(fmt::format("#{} EQ #0", at.seal), s.unknown);
        alarmIf(fmt::format("ABS[#{}-[{}]] GT 0.0001", at.seal, sealed(at, s.place)), s.unknown);
        moves(fmt::format("G90 G53 G0 X#{} Y#{}", at.x, at.y));
    }
    void operator()(KeepHeight const& s) {
        settle();
        line(fmt::format("{}=#5023{}", name(s.into), addend(-s.less_mm)));
    }
    void operator()(MoveBack const& s) { moves(fmt::format("G90 G53 G0 X{} Y{}", name(s.x), name(s.y))); }
    void operator()(ProbeSide const& s) {
        int const axis = static_cast<int>(s.axis);
        skipBy(addend(s.distance_mm), s.feed_mm_min, axis);
        alarmIf(notMet(axis), s.alarm);
        line(fmt::format("{}={}", name(s.into), skipped(axis)));
    }
    void operator()(GoSoftly const& s) {
        skipBy(addend(s.by_mm), s.feed_mm_min, s.axis);
        alarmIf(metAnything(s.axis), s.alarm);
    }
    void operator()(GoSoftlyTo const& s) {
        int const axis = static_cast<int>(s.axis);
        settle();
        auto const by =
            fmt::format("{}{}-#{}", name(s.to), s.add_mm == 0 ? std::string() : addend(s.add_mm), 5021 + axis);
        alarmIf(fmt::format("ABS[{}] GT {}", by, len(s.most_mm)), s.alarm);
        skipBy("+" + by, s.feed_mm_min, axis);
        alarmIf(metAnything(axis), s.alarm);
    }
    void operator()(BackOffSide const& s) {
        int const axis = static_cast<int>(s.axis);
        settle();
        line(fmt::format("{}=#{}{}", name(hash_target), 5041 + axis, addend(s.by_mm)));
        moves(fmt::format("G1 {}{} F{}", "XYZ"[axis], name(hash_target), feed(s.feed_mm_min)));
        dwell(s.settle_s);
    }
    void operator()(TakeCorner const& s) {
        auto const t = name(s.skew), x = name(s.x), y = name(s.y);
        settle();
        line(fmt::format("{}=[{}-{}]/[{}-{}]", t, name(s.x2), name(s.x1), name(s.y2), name(s.y1)));
        alarmIf(fmt::format("ABS[{}] GT {}", t, plainNumber(s.most_skew, 4)), s.alarm);
        line(fmt::format("{}={}{}*SQRT[1.+{}*{}]", x, name(s.x1), addend(s.x_offset_mm), t, t));
        line(fmt::format("{}={}{}*SQRT[1.+{}*{}]", y, name(s.y3), addend(s.y_offset_mm), t, t));
        line(fmt::format("{0}=[{0}+{1}*[{2}-{3}+{1}*{4}]]/[1.+{1}*{1}]", x, t, y, name(s.y1), name(s.x3)));
        line(fmt::format("{0}={0}-{1}*[{2}-{3}]", y, t, x, name(s.x3)));
    }
    void operator()(SetSideZero const& s) {
        int const axis = static_cast<int>(s.axis);
        if (s.work_offset > 6) return cannot("this work offset", "Use one of the first six");
        line(fmt::format("{}={}", name(s.into), sum(s.slot, s.addends_mm)));
        moves(fmt::format("G10 L2 P{} {}[{}-#{}]", s.work_offset, "XYZ"[axis], name(s.into), 5201 + axis));
        settle();
        alarmIf(apart(fmt::format("[#{}+#{}]", 5201 + axis, 5201 + axis + 20 * s.work_offset), name(s.into), "GT",
                      storage_mm()),
                s.wrong);
    }
    void operator()(RequireFinished const& s) { requireFinished(*this, s); }
    void operator()(MarkUnderWay const& s) { markUnderWay(*this, s, fetched); }
    void operator()(SwitchOutput const& s) {
        settle();
        line(fmt::format("#{}={}", 1100 + s.output, s.on ? 1 : 0));
    }
    void operator()(AwaitInput const& s) { awaitInput(*this, s); }
    void operator()(CountChange const& s) { countChange(*this, s); }
    void operator()(FindPocket const& s) { findPocket(*this, s); }
    void operator()(KeepPocket const& s) { keepPocket(*this, s); }
    void operator()(RequireRing const& s) { requireRing(*this, s); }
    void operator()(TurnRing const& s) { turnRing(*this, s); }
    void operator()(MoveOver const& s) {
        moves(fmt::format("G90 G53 G0 X{} Y{}", with(s.x_mm, s.add_x_mm), with(s.y_mm, s.add_y_mm)));
    }
    void operator()(MoveAlong const& s) {
        auto const to = fmt::format("{}{}", "XYZ"[s.axis], with(s.to_mm, s.add_mm));
        moves(s.feed_mm_min > 0 ? fmt::format("G90 G53 G1 {} F{}", to, feed(s.feed_mm_min)) : "G90 G53 G0 " + to);
    }
    void operator()(NameTool const& s) {
        if (s.number > most_tool) return cannot("a tool number above 200", "Give the tool a lower number");
        moves(fmt::format("T{}", s.number));
        settle();
        fetched = s.number;
    }
    void operator()(TellLength const& s) {
        if (s.slot.number == 0) return comment(s.text);
        line(fmt::format("{}={}", name(s.into), sum(s.slot, s.addends_mm)));
        pause(fmt::format("{} is in {}. Note it, then resume.", s.text, name(s.into)), {});
    }
    void operator()(End const& s) {
        if (!s.text.empty()) comment(s.text);
        line("M30");
        line("%");
    }
};

} // namespace

Result<PrintedMacro> printHash(Recipe const& recipe, shop::Behaviour const& behaviour) {
    Phrasing made{{recipe.units, behaviour}};
    made.out.recipe = recipe;
    made.line("%");
    made.line(fmt::format("O{} ({})", first_program + recipe.number,
                          hashUpper(firstPart(commentSafe(recipe.title), hash_shown_length))));
    made.comment(recipe.title + ", written by Steady Pin for a control with hash variables.");
    made.comment("Take another program number if yours has this one.");
    for (std::size_t i = 0; i < recipe.header.size(); ++i) {
        made.comment(recipe.header[i]);
        if (i > 0) continue; // behind the machine
        made.comment(fmt::format("Variables: {} to {} for a moment, {} to {} for links, ten for each work offset.",
                                 behaviour.scratch_parameter, behaviour.scratch_parameter + shop::scratch_count - 1,
                                 behaviour.link_parameter,
                                 behaviour.link_parameter + work_offset_count * shop::link_block - 1));
        made.comment(fmt::format("Leaves in force: G{} G90 G94 G80 G40 G49 G61, feed override free, spindle off.",
                                 made.unitCode()));
        made.comment(std::string("What an alarm or a stop says in full stands above its line, by its number. After an "
                                 "alarm: reset, ") +
                     (goesIntoForks(recipe) ? "then Changer, Recover, before anything moves." : "then jog Z up."));
        made.comment("This control reads ahead: leave each G4 where it is.");
    }
    for (auto const& step : recipe.steps) {
        ++made.step;
        if (!step.purpose.empty()) made.comment(step.purpose);
        std::visit(made, step.action);
    }
    if (made.refused) return Failure(*made.refused);
    return std::move(made.out);
}

} // namespace steady::dialects
