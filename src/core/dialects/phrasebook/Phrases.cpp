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

/// First what only writes, then the steps in the order of macros::Action.
constexpr PhraseStep steps[] = {
    {"remark", "Remark", "A line that the control passes over."},
    {"message", "Message", "Shows a sentence; nothing waits."},
    {"modes", "Modes", "Sets every mode that could be left over: unit, absolute, no length offset, exact stop."},
    {"no-shift", "No shift", "Stops with the alarm while a shift of the coordinates is in force."},
    {"homed", "Homed", "Stops with the alarm unless the machine is homed. Without words it is asked of the person."},
    {"tool-allowed", "Tool is listed",
     "Finds the tool in the spindle in the list and keeps its figures; otherwise "
     "stops with the alarm."},
    {"tool-not", "Tool is not listed", "Stops with the alarm for each of these tools."},
    {"spindle-stop", "Spindle stop", "Stops the spindle, and waits until it stands."},
    {"pause", "Pause", "Shows the sentence and waits for the person."},
    {"open-check", "Input reads open",
     "Creeps up and stops with the alarm if the input reads contact; keeps where it "
     "began."},
    {"prove", "Signal is proved",
     "Asks, then creeps up and watches for the contact; not seen: goes back and asks "
     "again, so many times, then stops with the alarm."},
    {"take-back", "Back to where the proof began", "Down again by a probing move that must meet nothing."},
    {"probe-down", "Touch downward",
     "Goes down until contact and keeps the trip point as machine Z; none: stops with "
     "the alarm."},
    {"release", "Lift until it opens",
     "Goes up until the input opens and keeps that as machine Z; else stops with "
     "the alarm."},
    {"descend", "Down by a kept distance", "Down by a probing move that must meet nothing."},
    {"descend-to-work", "Down to a height above zero", "Down by a probing move that must meet nothing."},
    {"back-off", "Off the contact", "Up, then waits for a moment."},
    {"wait", "Wait", "Waits."},
    {"air", "Air", "Blows for a moment."},
    {"agreement", "Touches agree", "Stops with the alarm when a touch lies farther from the first than that."},
    {"mean", "Mean of the touches", "Keeps their mean."},
    {"lag-check", "Fast and slow fit", "Stops with the alarm unless slow less fast is as expected."},
    {"window", "Contact fits", "Stops with the alarm when the figure lies outside."},
    {"set-zero", "Set the zero",
     "Sets the work offset's Z to the figure with what is added; reads it back: otherwise "
     "stops with the alarm."},
    {"clear-link", "Break the link", "The link of the work offset holds no longer."},
    {"keep-link", "Keep the link", "Keeps setter contact with what is added, less zero, and the zero that it is for."},
    {"link-holds", "Link holds", "Stops with an alarm without a link, or when its zero was set since."},
    {"zero-from-link", "Set the zero from the link",
     "Sets Z of each offset to the contact with what is added, less "
     "its link; reads it back: otherwise stops with the alarm."},
    {"trim", "Trim", "Lowers the offset's Z by that much and raises its link by it, once, even when broken off."},
    {"set-length", "Set the length",
     "Puts the figure with what is added into the table for the tool in the spindle; "
     "reads it back: otherwise stops with the alarm."},
    {"length-offset", "Length offset", "Puts the tool's length from the table in force, or out of force."},
    {"choose-bound", "Bound of the search",
     "Chooses how far the search may go: by a typed length, by where the tip "
     "was jogged, or freely where that is allowed."},
    {"start-jogged", "Begin where jogged", "Keeps the way from safe Z back to where it was jogged."},
    {"when", "Only when", "What follows is done only when the figure is that number, or only when it is not."},
    {"end-when", "End of that", "Ends the last “only when”."},
    {"keep-spot", "Keep the spot", "Keeps X and Y as the touched spot of the offset."},
    {"to-spot", "To the spot", "Goes to the touched spot in X and Y, Z untouched; none kept: stops with the alarm."},
    {"retract", "Up to safe Z", "Straight up in machine coordinates."},
    {"across", "Across", "X and Y in machine coordinates, Z untouched."},
    {"tell", "Tell a figure", "Shows the sentence and the figure with what is added."},
    {"end", "End", "Shows the sentence and ends the program."},
    {"change-tool", "Change the tool", "Shows the sentence, waits for the tool, and takes its number from then on."},
    {"keep-place", "Keep the place", "Keeps machine X and Y of where it stands."},
    {"move-back", "Back over the place", "X and Y in machine coordinates, Z untouched."},
    {"probe-side", "Touch from the side",
     "Goes along the axis until contact and keeps the trip point, machine "
     "coordinates; none: stops with the alarm."},
    {"go-softly", "Along, meeting nothing", "A probing move along the axis that must meet nothing."},
    {"go-softly-to", "To a kept place, meeting nothing", "A probing move to the kept figure with what is added."},
    {"back-off-side", "Off the side", "Away along the axis, then waits for a moment."},
    {"corner", "Work out the corner", "From two touches on one edge and one on the other: slope and crossing."},
    {"set-side-zero", "Set the zero of X or Y",
     "Sets the work offset's X or Y to the figure with what is added; reads "
     "it back: otherwise stops with the alarm."},
    {"finished", "No change was broken off", "Stops with the alarm while a change at the rack is under way."},
    {"under-way", "A change is under way", "Keeps, also without power, that a change has begun, or that it is done."},
    {"output", "Output", "Once everything stands still: on or off."},
    {"await", "Input", "Waits until the input reads so; not in its time: stops with the alarm."},
    {"over", "Over a pocket", "X and Y in machine coordinates, with what is added; Z untouched."},
    {"along", "One axis", "That axis alone, machine coordinates, with what is added; feed 0: fast."},
    {"name-tool", "Tool is named", "From then on the control takes it for the tool in the spindle."},
    {"keep-stored", "Keep the place for good", "Keeps a kept X and Y under a number, also without power."},
    {"to-stored", "To a place kept for good",
     "Goes to the place of that number in X and Y, Z untouched; none kept, or in another unit: stops with the alarm."},
    {"keep-height", "Keep the height", "Keeps machine Z of where the last touching move ended, with what is added."},
    {"require-ring", "Pocket in front is known", "Stops unless the kept number is one of the carousel's pockets."},
    {"turn-ring", "Carousel turns",
     "Turns until a pocket is in front, counted by an input from the kept number; told to stop before any alarm."},
};
constexpr std::size_t only_written = 2; // remark and message are no actions
static_assert(std::size(steps) == only_written + std::variant_size_v<Action>);

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
                                    s.plain == s.into[i] ? plainNumber(row.figures[i], 0) : len(row.figures[i])}});
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
                length("add", "from there to safe Z", s.safe_above_parking_mm)};
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
    All operator()(RequireRing const& s) const {
        return {number("places", "pockets of the carousel", s.places), alarm(s.alarm)};
    }
    All operator()(TurnRing const& s) const {
        return {{"to", "which pocket: a number, or the name of one", true, figure(s.to)},
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

std::span<PhraseStep const> phraseSteps() { return steps; }

PhraseStep const* phraseStep(std::string_view id) {
    for (auto const& each : steps)
        if (id == each.id) return &each;
    return nullptr;
}

PhraseStep const& stepOf(Action const& action) {
    auto const* told = std::get_if<TellLength>(&action);
    return told && told->slot.number == 0 ? steps[1] : steps[only_written + action.index()];
}

std::vector<PhraseField> fieldsOf(Action const& action, UnitSystem units) { return std::visit(Fields{units}, action); }

std::vector<PhraseField> fieldsOf(PhraseStep const& step) {
    auto const index = static_cast<std::size_t>(&step - steps);
    if (index < only_written) return remark({});
    auto const action = anActionOf(index - only_written, std::make_index_sequence<std::variant_size_v<Action>>());
    return fieldsOf(action, UnitSystem::Metric);
}

Result<void> checkPhrase(PhraseStep const& step, std::string const& text) {
    return checkWords(step.title, fieldsOf(step), text);
}

Result<std::string> filled(PhraseStep const& step, std::string const& text, std::vector<PhraseField> const& values) {
    return filledWords(step.title, fieldsOf(step), text, values);
}

std::vector<PhraseField> remark(std::string const& text) { return {Fields::words("text", "the sentence", text)}; }

shop::Phrase const* phraseFor(std::vector<shop::Phrase> const& phrases, PhraseStep const& step) {
    for (auto const& each : phrases)
        if (each.step == step.id && !each.text.empty()) return &each;
    return nullptr;
}

} // namespace steady::dialects
