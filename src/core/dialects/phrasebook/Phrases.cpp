// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/dialects/phrasebook/Phrases.h"

#include "core/dialects/Spoken.h"
#include "core/macros/Figures.h"
#include "core/macros/Parts.h"
#include "core/macros/Print.h"
#include "core/quantity/WorkOffset.h"

#include <algorithm>
#include <array>
#include <fmt/format.h>
#include <numeric>

namespace steady::dialects {
namespace {

using namespace macros;

std::string slotName(Slot slot) {
    static constexpr std::pair<Slot, char const*> names[] = {
        {slot_fast, "fast"},   {slot_mean, "contact"}, {slot_result, "result"}, {slot_setter, "setter"},
        {slot_begin, "begin"}, {slot_found, "found"},  {slot_start, "start"},   {slot_search, "search"},
        {slot_low, "low"},     {slot_high, "high"},    {slot_offset, "offset"}, {slot_seen, "seen"},
        {slot_tries, "tries"}, {slot_mode, "bound"},   {slot_press, "press"},   {slot_typed, "typed"},
        {slot_told, "told"},   {slot_x, "place_x"},    {slot_y, "place_y"},     {slot_jogged, "jogged"}};
    for (auto const& [known, name] : names)
        if (known == slot) return name;
    for (std::size_t i = 0; i < std::size(touch_slots); ++i)
        if (touch_slots[i] == slot) return fmt::format("touch{}", i + 1);
    return slot.number > 0 ? fmt::format("kept{}", slot.number) : std::string();
}

struct Fields {
    UnitSystem units;
    using All = std::vector<PhraseField>;

    std::string len(double mm) const { return lengthFigure(mm, units); }
    std::string figure(Figure const& f) const {
        auto const* mm = std::get_if<double>(&f);
        return mm ? len(*mm) : slotName(std::get<Slot>(f));
    }
    /// A pocket, which has no unit.
    static PhraseField pocket(char const* name, Figure const& f) {
        auto const* number = std::get_if<double>(&f);
        return {name, "which pocket: a number, or the name of one", true,
                number ? plainNumber(*number, 0) : slotName(std::get<Slot>(f))};
    }
    PhraseField length(char const* name, char const* words, double mm) const { return {name, words, true, len(mm)}; }
    PhraseField feed(double mm_min) const { return {"feed", "feed, units a minute", true, feedFigure(mm_min, units)}; }
    static PhraseField kept(char const* name, char const* words, Slot slot) {
        return {name, words, true, slotName(slot)};
    }
    static PhraseField words(char const* name, char const* what, std::string const& text) {
        auto safe = commentSafe(spoken(text, controller::Dialect())); // no code is a word of a script
        std::replace(safe.begin(), safe.end(), '"', '\'');
        return {name, what, true, std::move(safe)};
    }
    static PhraseField alarm(std::string const& text) { return words("alarm", "what the alarm says", text); }
    static PhraseField number(char const* name, char const* what, double value, int decimals = 0, bool must = true) {
        return {name, what, must, plainNumber(value, decimals)};
    }
    static PhraseField offset(int number_) { return number("number", "of the work offset, from 1", number_); }
    PhraseField added(std::vector<double> const& addends_mm) const {
        return length("add", "what is added, with its sign",
                      std::accumulate(addends_mm.begin(), addends_mm.end(), 0.0));
    }
    static PhraseField list(char const* name, char const* what, std::vector<All> items) {
        return {name, what, true, {}, true, std::move(items)};
    }
    static PhraseField touches(std::vector<Slot> const& slots) {
        std::vector<All> items;
        for (auto const slot : slots.empty() ? std::vector<Slot>{touch_slots[0]} : slots)
            items.push_back({{"name", "of the kept figure", true, slotName(slot)}});
        return list("touches", "the touches", std::move(items));
    }
    static PhraseField onlyIf(char const* name, char const* what, bool on) {
        return {name, what, true, {}, true, on ? std::vector<All>{{}} : std::vector<All>{}};
    }

    All operator()(SetModes const& s) const {
        return {{"unit", "mm or in", false, unitName(units)},
                {"offset", "the work offset by its name; empty: the one in use stays", false,
                 s.work_offset > 0 ? workOffsetName(s.work_offset) : std::string()},
                number("number", "of the work offset, from 1; 0: the one in use stays", s.work_offset, 0, false)};
    }
    All operator()(RequireNoShift const& s) const { return {alarm(s.alarm)}; }
    All operator()(RequireHomed const& s) const { return {alarm(s.alarm)}; }
    All operator()(RequireToolAllowed const& s) const {
        std::vector<All> rows;
        for (auto const& row : s.rows.empty() ? std::vector<RequireToolAllowed::Row>{{1, {}}} : s.rows) {
            std::vector<All> figures;
            for (std::size_t i = 0; i < s.into.size(); ++i)
                figures.push_back({{"into", "name under which it is kept", true, slotName(s.into[i])},
                                   {"figure", "length", true,
                                    s.isPlain(s.into[i]) ? plainNumber(row.figures[i], 0) : len(row.figures[i])}});
            if (s.into.empty())
                figures.push_back({{"into", "name under which it is kept", true, {}}, {"figure", "length", true, {}}});
            bool const none = s.into.empty();
            rows.push_back({number("tool", "its number", row.number),
                            {"figures",
                             "what belongs to it",
                             true,
                             {},
                             true,
                             none && !s.rows.empty() ? std::vector<All>{} : figures}});
        }
        return {list("tools", "the tools", std::move(rows)), alarm(s.alarm)};
    }
    All operator()(RequireToolNot const& s) const {
        std::vector<All> rows;
        for (int const each : s.numbers.empty() ? std::vector<int>{1} : s.numbers)
            rows.push_back({number("tool", "its number", each)});
        return {list("tools", "the tools", std::move(rows)), alarm(s.alarm)};
    }
    All operator()(SpindleStop const& s) const { return {number("seconds", "until it stands", s.spin_down_s, 1)}; }
    All operator()(Pause const& s) const { return {words("text", "the sentence", s.text)}; }
    All operator()(RequireOpen const& s) const {
        return {length("up", "way up", s.up_mm),
                feed(s.feed_mm_min),
                {"begin", "name of where it began; empty: not kept", false, slotName(s.begin)},
                alarm(s.alarm)};
    }
    All operator()(ProveContact const& s) const {
        constexpr int most_tries = 3;
        return {words("ask", "what the person is asked", s.ask),
                words("again", "what is asked when nothing was seen", s.again),
                length("up", "way up", s.up_mm),
                feed(s.feed_mm_min),
                kept("begin", "name of where it began", s.begin),
                number("tries", "how often it is asked", most_tries),
                words("met", "what the alarm says when the way back is not clear", s.met),
                alarm(s.alarm)};
    }
    All operator()(TakeBack const& s) const {
        return {kept("begin", "name of where it began", s.begin), length("most", "farther than this: stop", s.most_mm),
                feed(s.feed_mm_min), alarm(s.alarm)};
    }
    All operator()(ProbeDown const& s) const {
        return {{"distance", "way down at most: a length, or the name of one", true, figure(s.distance_mm)},
                feed(s.feed_mm_min),
                kept("into", "name under which the trip point is kept", s.into),
                alarm(s.alarm)};
    }
    All operator()(Release const& s) const {
        return {length("up", "way up at most", s.up_mm), feed(s.feed_mm_min),
                kept("into", "name under which the release is kept", s.into), alarm(s.alarm)};
    }
    All operator()(Descend const& s) const {
        return {kept("by", "name of the way, below zero for down", s.by), feed(s.feed_mm_min), alarm(s.alarm)};
    }
    All operator()(DescendToWork const& s) const {
        return {length("height", "above the work zero in use", s.above_zero_mm), feed(s.feed_mm_min), alarm(s.alarm)};
    }
    All operator()(BackOff const& s) const {
        return {length("up", "way up", s.up_mm), feed(s.feed_mm_min), number("seconds", "to settle", s.settle_s, 2)};
    }
    All operator()(Wait const& s) const { return {number("seconds", "to wait", s.seconds, 1)}; }
    All operator()(AirBlast const& s) const {
        return {number("output", "its number", s.output), number("seconds", "to blow", s.seconds, 1)};
    }
    All operator()(RequireAgreement const& s) const {
        return {touches(s.touches), length("tolerance", "farthest from the first", s.tolerance_mm), alarm(s.alarm)};
    }
    All operator()(TakeMean const& s) const {
        return {touches(s.touches), number("count", "how many they are", static_cast<double>(s.touches.size())),
                kept("into", "name under which it is kept", s.into)};
    }
    All operator()(RequireLag const& s) const {
        return {kept("slow", "name of the slow touch", s.slow), kept("fast", "name of the fast touch", s.fast),
                length("expected", "slow less fast", s.expected_mm),
                length("tolerance", "so far from it", s.tolerance_mm), alarm(s.alarm)};
    }
    All operator()(RequireWindow const& s) const {
        return {kept("value", "name of the contact", s.slot),
                {"low", "machine Z, least: a length, or the name of one", true, figure(s.low_mm)},
                {"high", "machine Z, most: a length, or the name of one", true, figure(s.high_mm)},
                alarm(s.alarm)};
    }
    All operator()(SetWorkZero const& s) const {
        auto const* fixed = std::get_if<int>(&s.work_offset);
        return {kept("value", "name of the contact", s.slot),
                added(s.addends_mm),
                kept("into", "name under which the zero is kept", s.into),
                {"number", "of the work offset, from 1, or the name of it", true,
                 fixed ? std::to_string(*fixed) : slotName(std::get<Slot>(s.work_offset))},
                alarm(s.wrong)};
    }
    All operator()(ClearLink const& s) const { return {offset(s.work_offset)}; }
    All operator()(StoreLink const& s) const {
        return {kept("setter", "name of the setter's contact", s.setter), added(s.addends_mm),
                kept("zero", "name of the zero", s.zero), offset(s.work_offset)};
    }
    All operator()(RequireLink const& s) const {
        return {offset(s.work_offset), words("alarm", "what the alarm says without a link", s.unsealed),
                words("changed", "what it says when the zero was set since", s.changed)};
    }
    All operator()(SetZeroFromLink const& s) const {
        std::vector<All> rows;
        for (int const each : s.work_offsets.empty() ? std::vector<int>{1} : s.work_offsets)
            rows.push_back({offset(each)});
        return {kept("value", "name of the setter's contact", s.slot), added(s.addends_mm),
                kept("into", "name under which the zero is kept", s.into),
                list("offsets", "the work offsets", std::move(rows)), alarm(s.wrong)};
    }
    All operator()(Trim const& s) const {
        return {offset(s.work_offset), length("by", "how much lower; below zero: higher", s.by_mm),
                words("changed", "what the alarm says when the zero was set since its link", s.changed),
                alarm(s.wrong)};
    }
    All operator()(SetToolLength const& s) const {
        return {kept("value", "name of the setter's contact", s.slot), added(s.addends_mm),
                kept("into", "name under which the length is kept", s.into),
                onlyIf("negative", "the table keeps negative lengths", s.negative), alarm(s.wrong)};
    }
    All operator()(LengthOffset const& s) const { return {onlyIf("on", "it goes in force", s.on)}; }
    All operator()(ChooseBound const& s) const {
        return {kept("typed", "name of the typed length; 0: none", s.typed),
                kept("bound", "name for 1 typed, 2 jogged, 3 free", s.mode),
                kept("start", "name for the way to the begin", s.start),
                kept("search", "name for the search", s.search),
                kept("low", "name for the lowest contact", s.low),
                kept("high", "name for the highest", s.high),
                length("shortest", "typed, at least", s.shortest_mm),
                length("longest", "typed, at most", s.longest_mm),
                length("start_add", "typed with this: the way to the begin", s.start_less_length_mm),
                length("search_typed", "the search then", s.search_mm),
                length("low_add", "typed with this: the lowest contact", s.low_less_length_mm),
                length("high_add", "typed with this: the highest", s.high_less_length_mm),
                length("x", "of the setter", s.x_mm),
                length("y", "of the setter", s.y_mm),
                length("within", "jogged so near", s.within_mm),
                length("below", "and below this machine Z", s.jogged_below_mm),
                length("search_jogged", "the search then", s.jogged_search_mm),
                onlyIf("free", "it may search without either", s.free_search_mm.has_value()),
                {"search_free", "the search then", false, len(s.free_search_mm.value_or(0))},
                length("travel_low", "the lowest contact then", s.travel_low_mm),
                length("travel_high", "the highest", s.travel_high_mm),
                words("unfit", "what the alarm says to a length that cannot be", s.unfit),
                alarm(s.alarm)};
    }
    All operator()(StartWhereJogged const& s) const {
        return {kept("start", "name for the way to the begin", s.start),
                kept("begin", "name of where it began", s.begin),
                kept("parked", "name of the height where it was checked", s.parked),
                length("add", "from there to safe Z", 0)};
    }
    All operator()(When const& s) const {
        return {kept("value", "name of the figure", s.slot), number("number", "the number", s.number),
                onlyIf("is", "when it is that number", s.is)};
    }
    All operator()(EndWhen const&) const { return {}; }
    All operator()(KeepSpot const& s) const { return {offset(s.work_offset)}; }
    All operator()(MoveToSpot const& s) const { return {offset(s.work_offset), alarm(s.unknown)}; }
    All operator()(RetractTo const& s) const { return {length("z", "machine Z", s.machine_z_mm)}; }
    All operator()(MoveAcross const& s) const {
        return {length("x", "machine X", s.x_mm), length("y", "machine Y", s.y_mm)};
    }
    All operator()(TellLength const& s) const {
        auto text = words("text", "the sentence", s.text);
        if (s.slot.number == 0) return {std::move(text)};
        return {std::move(text), kept("value", "name of the figure", s.slot), added(s.addends_mm)};
    }
    All operator()(ChangeTool const& s) const {
        return {number("tool", "its number", s.number), words("text", "what the person is told", s.text)};
    }
    All operator()(KeepPlace const& s) const {
        return {kept("x", "name under which X is kept", s.x), kept("y", "name under which Y is kept", s.y)};
    }
    All operator()(KeepStored const& s) const {
        return {number("place", "its number, from 1", s.place), kept("x", "name of the kept X", s.x),
                kept("y", "name of the kept Y", s.y)};
    }
    All operator()(GoToStored const& s) const {
        return {number("place", "its number, from 1", s.place), alarm(s.unknown)};
    }
    All operator()(KeepHeight const& s) const {
        return {kept("into", "name under which it is kept", s.into),
                length("add", "what is added, with its sign", -s.less_mm)};
    }
    All operator()(MoveBack const& s) const {
        return {kept("x", "name of the kept X", s.x), kept("y", "name of the kept Y", s.y)};
    }
    static PhraseField axis(int which) { return {"axis", "X, Y or Z", true, std::string(1, "XYZ"[which])}; }
    static PhraseField axis(Across which) { return axis(static_cast<int>(which)); }
    All operator()(ProbeSide const& s) const {
        return {axis(s.axis), length("distance", "at most, with its sign", s.distance_mm), feed(s.feed_mm_min),
                kept("into", "name under which the trip point is kept", s.into), alarm(s.alarm)};
    }
    All operator()(GoSoftly const& s) const {
        return {axis(s.axis), length("by", "how far, with its sign", s.by_mm), feed(s.feed_mm_min), alarm(s.alarm)};
    }
    All operator()(GoSoftlyTo const& s) const {
        return {axis(s.axis),
                kept("to", "name of the place", s.to),
                length("add", "what is added, with its sign", s.add_mm),
                length("most", "farther than this: stop", s.most_mm),
                feed(s.feed_mm_min),
                alarm(s.alarm)};
    }
    All operator()(BackOffSide const& s) const {
        return {axis(s.axis), length("by", "how far, with its sign", s.by_mm), feed(s.feed_mm_min),
                number("seconds", "to settle", s.settle_s, 2)};
    }
    All operator()(TakeCorner const& s) const {
        return {kept("x1", "name of the first touch in X", s.x1),
                kept("y1", "its Y", s.y1),
                kept("x2", "name of the second touch in X", s.x2),
                kept("y2", "its Y", s.y2),
                kept("y3", "name of the touch in Y", s.y3),
                kept("x3", "its X", s.x3),
                length("x_add", "from the pin to the edge in X", s.x_offset_mm),
                length("y_add", "from the pin to the edge in Y", s.y_offset_mm),
                number("most", "steepest slope", s.most_skew, 4),
                kept("slope", "name for the slope", s.skew),
                kept("x", "name for the corner's X", s.x),
                kept("y", "name for the corner's Y", s.y),
                alarm(s.alarm)};
    }
    All operator()(SetSideZero const& s) const {
        return {axis(s.axis),          kept("value", "name of the figure", s.slot),
                added(s.addends_mm),   kept("into", "name under which the zero is kept", s.into),
                offset(s.work_offset), alarm(s.wrong)};
    }
    All operator()(RequireFinished const& s) const { return {alarm(s.alarm)}; }
    All operator()(MarkUnderWay const& s) const { return {onlyIf("on", "it begins", s.on)}; }
    All operator()(SwitchOutput const& s) const {
        return {number("output", "its number", s.output), onlyIf("on", "it goes on", s.on)};
    }
    All operator()(AwaitInput const& s) const {
        return {number("input", "its number", s.input), onlyIf("on", "it must be on", s.on),
                number("seconds", "to wait at most; 0: it is so now", s.limit_s, 1), alarm(s.alarm)};
    }
    All operator()(CountChange const& s) const {
        return {number("first", "the first of the numbers it counts in, two for each pocket", s.first),
                pocket("pocket", s.pocket), onlyIf("taken", "it was taken from there", s.taken)};
    }
    All operator()(FindPocket const& s) const {
        return {number("first", "the number that holds the tool of pocket 1; the others follow", s.first),
                number("places", "pockets of the carousel", s.places), number("tool", "its number", s.tool),
                kept("into", "name under which the pocket is kept", s.into), alarm(s.alarm)};
    }
    All operator()(KeepPocket const& s) const {
        return {number("first", "the number that holds the tool of pocket 1; the others follow", s.first),
                pocket("pocket", s.pocket), pocket("tool", s.tool)};
    }
    All operator()(RequireRing const& s) const {
        return {number("places", "pockets of the carousel", s.places), alarm(s.alarm)};
    }
    All operator()(TurnRing const& s) const {
        return {pocket("to", s.to),
                number("places", "pockets of the carousel", s.places),
                number("with", "output that turns it with the numbers", s.with_output),
                number("against", "output that turns it against them; -1: none", s.against_output.value_or(-1)),
                number("place", "input “pocket in front”", s.place_input),
                number("first", "input “pocket 1”; 0: none", s.first_input.value_or(0)),
                number("seconds", "to wait at most for a place", s.limit_s, 2),
                kept("left", "name for the places to go", s.left),
                kept("way", "name for the way", s.way),
                kept("at", "name for the pocket in front", s.at),
                alarm(s.stuck),
                words("elsewhere", "said when another pocket is in front", s.elsewhere)};
    }
    All operator()(MoveOver const& s) const {
        return {{"x", "machine X: a length, or the name of one", true, figure(s.x_mm)},
                {"y", "machine Y: a length, or the name of one", true, figure(s.y_mm)},
                length("add_x", "what is added to X", s.add_x_mm),
                length("add_y", "what is added to Y", s.add_y_mm)};
    }
    All operator()(MoveAlong const& s) const {
        return {axis(s.axis),
                {"to", "where: a length, or the name of one", true, figure(s.to_mm)},
                length("add", "what is added, with its sign", s.add_mm),
                feed(s.feed_mm_min)};
    }
    All operator()(NameTool const& s) const { return {number("tool", "its number", s.number)}; }
    All operator()(End const& s) const { return {words("text", "the sentence; may be empty", s.text)}; }
};

/// An action of that step, with slots where there is one, so that its figures can be listed.
template<std::size_t... I> Action anActionOf(std::size_t index, std::index_sequence<I...>) {
    Action made;
    ((I == index ? void(made = Action(std::in_place_index<I>)) : void()), ...);
    if (auto* told = std::get_if<TellLength>(&made)) told->slot = slot_setter;
    return made;
}

} // namespace

std::vector<PhraseField> fieldsOf(Action const& action, UnitSystem units) { return std::visit(Fields{units}, action); }

std::vector<PhraseField> fieldsOf(PhraseStep const& step) {
    auto const index = actionOf(step);
    if (!index) return remark({});
    auto const action = anActionOf(*index, std::make_index_sequence<std::variant_size_v<Action>>());
    return fieldsOf(action, UnitSystem::Metric);
}

Result<void> checkPhrase(PhraseStep const& step, std::string const& text) {
    return checkWords(step.title, fieldsOf(step), text);
}

Result<std::string> filled(PhraseStep const& step, std::string const& text, std::vector<PhraseField> const& values) {
    return filledWords(step.title, fieldsOf(step), text, values);
}

std::vector<PhraseField> remark(std::string const& text) { return {Fields::words("text", "the sentence", text)}; }

} // namespace steady::dialects
