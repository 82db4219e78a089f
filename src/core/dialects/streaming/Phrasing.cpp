// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// Segments for a control that keeps no numbers: it reports a touch, a person or the sender reads that, and the next
// text is sent with the number in it. What must be checked is checked between two texts. Always in mm.
#include "core/changer/Carousel.h"
#include "core/dialects/Spoken.h"
#include "core/dialects/streaming/Streaming.h"
#include "core/macros/Figures.h"
#include "core/macros/Parts.h"
#include "core/macros/SetterRecipes.h"
#include "core/quantity/WorkOffset.h"

#include <cmath>
#include <cstdlib>
#include <fmt/format.h>
#include <map>

namespace steady::dialects {
namespace {

using namespace macros;

constexpr double met_mm = 0.05;     // a move that met nothing ends where it was to end, within what stopping takes
constexpr double stored_mm = 0.002; // two steps of what a control shows
constexpr auto mm = UnitSystem::Metric;
constexpr char const* instead_by_plate = "Touch by hand, or zero by the plate anew after each change of the tool";

/// The slots that a later step reads.
struct Uses {
    std::set<int> slots;
    void add(Slot slot) { slots.insert(slot.number); }
    void operator()(RequireAgreement const& s) {
        for (auto const each : s.touches) add(each);
    }
    void operator()(TakeMean const& s) {
        for (auto const each : s.touches) add(each);
    }
    void operator()(RequireLag const& s) { add(s.slow), add(s.fast); }
    void operator()(RequireWindow const& s) { add(s.slot); }
    void operator()(SetZeroFromLink const& s) { add(s.slot); }
    void operator()(StoreLink const& s) { add(s.setter); }
    void operator()(TellLength const& s) { add(s.slot); }
    void operator()(SetWorkZero const& s) { add(s.slot); }
    void operator()(GoSoftlyTo const& s) { add(s.to); }
    void operator()(SetSideZero const& s) { add(s.slot); }
    void operator()(auto const&) {}
};

struct Segments {
    PrintedMacro out;
    std::set<int> used = {};
    int step = -1, next = 1, reports = 0;
    int last_way_back = -1;               ///< after it nobody asks where a proof began
    std::map<int, std::string> sums = {}; ///< what a slot holds, by the names of reports
    std::map<int, double> fixed = {};     ///< or a figure that is known as this is written
    std::string proof = {};               ///< the last report of a proof
    std::string asked = {};               ///< joined to the next question
    std::optional<Error> refused = {};
    bool finishes = false; ///< the next question asks whether a change was finished

    void line(std::string const& text) {
        out.text += text + "\n";
        out.step_of_line.push_back(step);
    }
    void comment(std::string const& text) {
        for (auto const& each : commentLines(text, streaming())) line(each);
    }
    void between(std::string const& words) { line(fmt::format("(SEGMENT {}: {})", next++, words)); }
    /// Who reads this sends the next segment, where others resume.
    void ask(std::string words, Acts const& acts, std::optional<double> expect_mm = {}) {
        for (auto const& [from, to] : {std::pair{"Resume,", "Send,"}, std::pair{"Resume:", "Send:"},
                                       std::pair{"hen resume", "hen send"}, std::pair{"If so, resume", "If so, send"}})
            for (auto at = words.find(from); at != std::string::npos; at = words.find(from))
                words.replace(at, std::string_view(from).size(), to);
        auto const shown = commentSafe(asked + words);
        between("do " + shown);
        out.asked.push_back({shown, acts, expect_mm});
        if (finishes) out.asked.back().acts.push_back(shop::Act::SayFinished);
        finishes = false;
        asked.clear();
    }
    /// The report of the move before, under a name of its own.
    std::string report(char axis = 'z') {
        auto name = fmt::format("{}{}", axis, ++reports);
        between(fmt::format("report {} AS {}", axis, name));
        return name;
    }
    void require(std::string const& sum, double low_mm, double high_mm) {
        between(fmt::format("require {} within {} to {}", sum, len(low_mm), len(high_mm)));
    }
    void cannot(char const* what, char const* instead) {
        if (!refused) refused = Error{Code::NotCarried, {"macro"}, what, instead};
    }
    static std::string len(double value_mm) { return lengthFigure(value_mm, mm); }
    static std::string plus(double value_mm) {
        return std::abs(value_mm) < 0.00005 ? std::string()
                                            : fmt::format(" {} {}", value_mm < 0 ? '-' : '+', len(std::abs(value_mm)));
    }
    /// What a slot holds. None: the step that reads it was left out.
    std::string sum(Slot slot) {
        auto const known = sums.find(slot.number);
        if (known != sums.end()) return known->second;
        cannot("a number that no step reads any more", "Leave out another protection");
        return {};
    }
    /// A figure that has to be known by now.
    std::optional<double> known(Figure const& figure) {
        if (auto const* written = std::get_if<double>(&figure)) return *written;
        auto const found = fixed.find(std::get<Slot>(figure).number);
        if (found != fixed.end()) return found->second;
        cannot("a figure that stands in a variable", instead_by_plate);
        return std::nullopt;
    }
    void probe(char const* code, std::string const& by, double feed_mm_min, char axis = 'Z') {
        line("G91");
        line(fmt::format("{} {}{} F{}", code, axis, by, feedFigure(feed_mm_min, mm)));
        line("G90");
    }
    /// Into `slot` what the last touch reported, where somebody asks for it.
    void keep(Slot slot) {
        if (used.contains(slot.number)) sums[slot.number] = report();
    }

    static char upper(Across axis) { return axis == Across::X ? 'X' : 'Y'; }
    static char lower(Across axis) { return axis == Across::X ? 'x' : 'y'; }

    /// Steps that are nothing here, or something else than their purpose says.
    static bool saysItsOwn(Action const& action) {
        return std::holds_alternative<SetModes>(action) || std::holds_alternative<ClearLink>(action) ||
               std::holds_alternative<KeepSpot>(action) || std::holds_alternative<StoreLink>(action) ||
               std::holds_alternative<MoveToSpot>(action) || std::holds_alternative<KeepPlace>(action);
    }

    void operator()(SetModes const& s) {
        comment("Modes that could be left over are set; no length offset.");
        line("G21 G90 G94 G80 G40 G49");
        if (s.work_offset > 6) return cannot("this work offset", "Use one of the first six");
        if (s.work_offset > 0) line(workOffsetName(s.work_offset));
    }
    void operator()(RequireNoShift const&) {
        asked += spoken("Is no {shift} shift in force? {no shift} cancels one. ", streaming());
    }
    void operator()(RequireHomed const& s) { asked += s.ask + " "; }
    void operator()(RequireToolAllowed const& s) { // the person knows; what belongs to that tool is written out
        if (s.rows.size() != 1)
            return cannot("which tool is in the spindle is not known to it", "Write it for one tool alone");
        auto const& row = s.rows.front();
        asked += row.number == 0 ? std::string("Is the spindle empty? ")
                                 : fmt::format("Does the holder in the spindle say {}? ", row.number);
        for (std::size_t i = 0; i < s.into.size(); ++i) fixed[s.into[i].number] = row.figures[i];
    }
    void operator()(RequireToolNot const& s) {
        std::string numbers;
        for (int const each : s.numbers) numbers += fmt::format("{}{}", numbers.empty() ? "" : ", ", each);
        asked += "In the spindle there is none of these tools: " + numbers + ". ";
    }
    void operator()(SpindleStop const& s) {
        line("M5");
        if (s.spin_down_s > 0) line(fmt::format("G4 P{}", plainNumber(s.spin_down_s, 1)));
    }
    void operator()(Pause const& s) { ask(s.text, s.acts, s.expect_mm); }
    void operator()(RequireOpen const& s) { // closed at the start is an alarm of the control
        probe("G38.3", len(s.up_mm), s.feed_mm_min);
        if (step < last_way_back && s.begin.number > 0) sums[s.begin.number] = report() + plus(-s.up_mm);
    }
    void operator()(ProveContact const& s) { // not seen is an alarm of the control
        ask(s.ask, s.acts);
        probe("G38.2", len(s.up_mm), s.feed_mm_min);
        if (step < last_way_back) proof = report();
    }
    void operator()(TakeBack const& s) {
        if (proof.empty()) return cannot("a way back from where nothing was reported", "Leave out another protection");
        auto const way = sum(s.begin) + " - " + proof;
        require(way, -s.most_mm, 0);
        probe("G38.3", "{" + way + "}", s.feed_mm_min);
        require(report() + " - [" + sum(s.begin) + "]", -met_mm, met_mm);
    }
    void operator()(ProbeDown const& s) {
        auto const distance_mm = known(s.distance_mm);
        if (!distance_mm) return;
        probe("G38.2", len(-*distance_mm), s.feed_mm_min);
        keep(s.into);
    }
    void operator()(Release const& s) {
        probe("G38.4", len(s.up_mm), s.feed_mm_min);
        keep(s.into);
    }
    void operator()(BackOff const& s) {
        line("G91");
        line(fmt::format("G1 Z{} F{}", len(s.up_mm), feedFigure(s.feed_mm_min, mm)));
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
        for (std::size_t i = 1; i < s.touches.size(); ++i)
            require(sum(s.touches[i]) + " - " + sum(s.touches[0]), -s.tolerance_mm, s.tolerance_mm);
    }
    void operator()(TakeMean const& s) {
        std::string all;
        for (auto const slot : s.touches) all += (all.empty() ? "" : " + ") + sum(slot);
        sums[s.into.number] = s.touches.size() == 1 ? all : fmt::format("[{}] / {}", all, s.touches.size());
    }
    void operator()(RequireLag const& s) {
        require(sum(s.slow) + " - " + sum(s.fast) + plus(-s.expected_mm), -s.tolerance_mm, s.tolerance_mm);
    }
    void operator()(RequireWindow const& s) {
        auto const low = known(s.low_mm), high = known(s.high_mm);
        if (low && high) require(sum(s.slot), *low, *high);
    }
    void operator()(SetWorkZero const& s) {
        auto const* written = std::get_if<int>(&s.work_offset);
        auto const offset = written ? std::optional<double>(*written) : known(std::get<Slot>(s.work_offset));
        if (!offset) return;
        if (*offset > 6) return cannot("this work offset", "Use one of the first six");
        auto zero = sum(s.slot);
        for (double const each : s.addends_mm) zero += plus(each);
        setZ(static_cast<int>(*offset), zero);
        sums[s.into.number] = "[" + zero + "]";
    }
    void setZ(int work_offset, std::string const& zero) {
        line(fmt::format("G10 L2 P{} Z{{{}}}", work_offset, zero));
        line(fmt::format("(Note: {} Z {{{}}})", workOffsetName(work_offset), zero));
    }
    /// The control seals nothing. What is noted with the zero is the setter's height by the same tool, which a plate
    /// zero alone does not find: less D it must be the zero that the control shows.
    void operator()(RequireLink const& s) {
        if (!s.known_d_mm) return cannot("a link that the book does not have", instead_by_plate);
        auto const offset = workOffsetName(s.work_offset);
        comment(fmt::format("Type the setter figure that was noted last for {}. No such note since its Z was set last: "
                            "stop here, run plate zero and link.",
                            offset));
        between(fmt::format("type {} mm 3", noted_name));
        auto const shown = fmt::format("z{}", ++reports);
        between(fmt::format("read {} Z AS {}", offset, shown));
        require(fmt::format("{} - {}{}", shown, noted_name, plus(*s.known_d_mm)), -stored_mm, stored_mm);
    }
    void noteSetter(int work_offset, std::string const& height) {
        line(fmt::format("(Note: setter figure for {} {{{}}})", workOffsetName(work_offset), height));
    }
    void operator()(SetZeroFromLink const& s) {
        if (!s.known_d_mm || s.work_offsets.size() != 1)
            return cannot("a height that is kept from one tool to the next", instead_by_plate);
        if (s.work_offsets.front() > 6) return cannot("this work offset", "Use one of the first six");
        auto zero = sum(s.slot);
        for (double const each : s.addends_mm) zero += plus(each);
        setZ(s.work_offsets.front(), zero + plus(-*s.known_d_mm));
        noteSetter(s.work_offsets.front(), zero);
    }
    void operator()(StoreLink const& s) {
        auto d = sum(s.setter);
        for (double const each : s.addends_mm) d += plus(each);
        comment(fmt::format("D, the setter above {} zero:", workOffsetName(s.work_offset)));
        line(fmt::format("({{{} - {}}})", d, sum(s.zero)));
        noteSetter(s.work_offset, d);
        comment("Type both contacts at Zeroing: the book keeps D, the control does not.");
    }
    void operator()(ClearLink const& s) { // it keeps none; the note is the seal
        comment(fmt::format("Strike out the setter figure noted for {}: with a new zero it counts no more.",
                            workOffsetName(s.work_offset)));
    }
    void operator()(Descend const& s) {
        auto const by_mm = known(s.by);
        if (by_mm) probe("G38.3", len(*by_mm), s.feed_mm_min);
    }
    void operator()(DescendToWork const& s) {
        line(fmt::format("G38.3 Z{} F{}", len(s.above_zero_mm), feedFigure(s.feed_mm_min, mm)));
    }
    void operator()(MoveToSpot const&) {
        ask("Jog X and Y to above the spot that was touched, Z untouched. Then resume.", {});
    }
    void operator()(KeepSpot const&) { comment("Where it was touched is not kept: note X and Y."); }
    void operator()(RetractTo const& s) { line(fmt::format("G53 G0 Z{}", len(s.machine_z_mm))); }
    void operator()(MoveAcross const& s) { line(fmt::format("G53 G0 X{} Y{}", len(s.x_mm), len(s.y_mm))); }
    void operator()(ChangeTool const& s) { ask(s.text + " Then resume.", {shop::Act::ChangeTool}); }
    void operator()(KeepPlace const&) { comment("Note X and Y: the job goes on from there."); }
    void operator()(KeepStored const&) {
        cannot("a place that is kept", "Type it at Macros, below “The place”: the way there is then written out");
    }
    void operator()(GoToStored const& s) {
        if (!s.known_mm) return cannot("a place that nobody typed", "Type X and Y at Macros, below “The place”");
        line(fmt::format("G53 G0 X{} Y{}", len((*s.known_mm)[0]), len((*s.known_mm)[1])));
    }
    void operator()(KeepHeight const& s) { sums[s.into.number] = report() + plus(-s.less_mm); }
    void operator()(MoveBack const&) {
        ask("Jog X and Y back to where they were noted, Z untouched. Then resume.", {});
    }
    void operator()(ProbeSide const& s) {
        probe("G38.2", len(s.distance_mm), s.feed_mm_min, upper(s.axis));
        if (used.contains(s.into.number)) sums[s.into.number] = report(lower(s.axis));
    }
    void operator()(GoSoftly const& s) { probe("G38.3", len(s.by_mm), s.feed_mm_min, "XYZ"[s.axis]); }
    void operator()(GoSoftlyTo const& s) {
        auto const way = sum(s.to) + plus(s.add_mm) + " - " + report(lower(s.axis));
        require(way, -s.most_mm, s.most_mm);
        probe("G38.3", "{" + way + "}", s.feed_mm_min, upper(s.axis));
    }
    void operator()(BackOffSide const& s) {
        line("G91");
        line(fmt::format("G1 {}{} F{}", upper(s.axis), len(s.by_mm), feedFigure(s.feed_mm_min, mm)));
        line("G90");
        line(fmt::format("G4 P{}", plainNumber(s.settle_s, 2)));
    }
    void operator()(TakeCorner const&) {
        cannot("a corner that is worked out from three touches", "Touch one edge after the other, or type the three "
                                                                 "touches at Zeroing, X Y");
    }
    void operator()(SetSideZero const& s) {
        if (s.work_offset > 6) return cannot("this work offset", "Use one of the first six");
        auto zero = sum(s.slot);
        for (double const each : s.addends_mm) zero += plus(each);
        line(fmt::format("G10 L2 P{} {}{{{}}}", s.work_offset, upper(s.axis), zero));
        line(fmt::format("(Note: {} {} {{{}}})", workOffsetName(s.work_offset), upper(s.axis), zero));
        sums[s.into.number] = "[" + zero + "]";
    }
    void operator()(RequireFinished const& s) {
        asked += s.ask + " ";
        finishes = true;
    }
    void operator()(MarkUnderWay const&) {} // it keeps none
    void operator()(SwitchOutput const& s) {
        line("G4 P0.1");
        line(fmt::format("{} P{}", s.on ? "M62" : "M63", s.output));
    }
    void operator()(AwaitInput const& s) {
        auto const within =
            s.limit_s > 0 ? fmt::format(" within {} s", plainNumber(std::ceil(s.limit_s), 0)) : std::string();
        comment("If not: " + s.alarm.substr(0, s.alarm.find(" Resume only")));
        ask(fmt::format("Is the lamp of input {} {}? If so, resume. If not{}, stop here: Changer, Recover.", s.input,
                        s.on ? "on" : "off", within),
            {s.look});
    }
    void operator()(CountChange const&) {} // it keeps none
    void operator()(FindPocket const&) {}  // nor a table
    void operator()(KeepPocket const&) {}
    void operator()(RequireRing const&) {} // the person sees which one is in front
    void operator()(TurnRing const& s) {
        auto const to = known(s.to);
        if (!to) return;
        auto const pocket = static_cast<int>(*to);
        int const by = changer::shortWay(s.now, pocket, s.places);
        auto const way =
            by == 0 ? std::string("it is in front by the table")
                    : fmt::format("{} places {} the numbers by the table", std::abs(by), by > 0 ? "with" : "against");
        ask(fmt::format("Nobody leans in. By its button turn the carousel until pocket {} is in front: {}. Resume only "
                        "when it stands there.",
                        pocket, way),
            {shop::Act::TurnRing});
    }
    void operator()(MoveOver const& s) {
        auto const x = known(s.x_mm), y = known(s.y_mm);
        if (x && y) line(fmt::format("G53 G0 X{} Y{}", len(*x + s.add_x_mm), len(*y + s.add_y_mm)));
    }
    void operator()(MoveAlong const& s) {
        auto const to = known(s.to_mm);
        if (!to) return;
        auto const word = fmt::format("{}{}", "XYZ"[s.axis], len(*to + s.add_mm));
        line(s.feed_mm_min > 0 ? fmt::format("G53 G1 {} F{}", word, feedFigure(s.feed_mm_min, mm)) : "G53 G0 " + word);
    }
    void operator()(NameTool const& s) {
        comment(fmt::format("From here on tool {} is in the spindle: note it, and which pocket is empty.", s.number));
    }
    void operator()(TellLength const& s) {
        if (s.slot.number == 0) return comment(s.text);
        auto shown = sum(s.slot);
        for (double const each : s.addends_mm) shown += plus(each);
        comment(s.text);
        line(fmt::format("({{{}}})", shown));
    }
    void operator()(End const& s) {
        if (!s.text.empty()) comment(s.text);
        if (out.recipe.units == UnitSystem::Inch) line("G20");
        line("M2");
    }
    void operator()(SetToolLength const&) {
        cannot("a table of lengths that a text could fill", "Type both reports and the sum at Zeroing, Lengths");
    }
    void operator()(auto const&) { cannot("a step that needs a number kept in the control", instead_by_plate); }
};

} // namespace

Result<PrintedMacro> printStreaming(Recipe const& recipe, shop::Behaviour const& behaviour) {
    Segments made{};
    if (behaviour.closed_at_start != shop::ClosedAtStart::Refused)
        made.cannot("an input that is closed before the move counts as a contact, and no text can tell",
                    "Set the control to refuse that, if it can; otherwise zero by hand with paper");
    Uses uses;
    for (std::size_t i = 0; i < recipe.steps.size(); ++i) {
        std::visit(uses, recipe.steps[i].action);
        if (std::holds_alternative<TakeBack>(recipe.steps[i].action)) made.last_way_back = static_cast<int>(i);
    }
    made.used = std::move(uses.slots);
    made.out.recipe = recipe;
    made.comment(recipe.title + ", written by Steady Pin for a control that only streams.");
    for (auto const& text : recipe.header) made.comment(text);
    made.comment(
        "In segments: send one, do what stands below it, fill in, send the next. Lines and reports are in mm.");
    made.comment("A report counts until a jog, a home or a change of the tool: after any of them begin anew.");
    if (goesIntoForks(recipe))
        made.comment("What ends it in the rack: Changer, Recover, before anything moves. Zero stays as it was.");
    else
        made.comment(
            "An alarm of the control ends it, and so does a figure out of its bounds. Before the line {data} zero is "
            "as it was, after it zero is set. Jog Z up before anything else.");
    made.comment("Feed override at 100 %: this control does not lock it.");
    for (auto const& step : recipe.steps) {
        ++made.step;
        if (!step.purpose.empty() && !made.saysItsOwn(step.action)) made.comment(step.purpose);
        std::visit(made, step.action);
    }
    if (made.refused) return Failure(*made.refused);
    return std::move(made.out);
}

} // namespace steady::dialects
