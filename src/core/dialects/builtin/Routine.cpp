// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// The routine, as most controls have one: fast until contact, back, slow until contact, the figure, up. Common
// practice. It has none of the checks that a macro has; what it lets through stands on the sheet as precautions.
#include "core/dialects/Bundle.h"
#include "core/dialects/Spoken.h"
#include "core/dialects/builtin/BuiltIn.h"
#include "core/dialects/parametric/Parametric.h"
#include "core/macros/Figures.h"
#include "core/macros/Parts.h"
#include "core/quantity/WorkOffset.h"

#include <cmath>
#include <fmt/format.h>
#include <map>
#include <numeric>

namespace steady::dialects {
namespace {

using namespace macros;

constexpr char const* by_macro = "Zero by the plate with this tool, or take a control that reads macros";

struct Routine {
    Recipe const& recipe;
    shop::Behaviour const& behaviour;
    std::vector<std::string> settings = {};
    PrintedMacro out;
    int step = -1, touches = 0;
    bool relative = false, up = false;
    bool ends = false;  ///< the figure is set
    double down_mm = 0; ///< on the way to the begin of the search, at the feed of the search
    Acts before = {};   ///< the start
    std::map<int, double> fixed = {};
    std::optional<Error> refused = {};

    UnitSystem units() const { return recipe.units; }
    std::string len(double mm) const { return lengthFigure(mm, units()); }
    std::string feed(double mm_min) const { return feedFigure(mm_min, units()); }
    void line(std::string const& text) {
        out.text += text + "\n";
        out.step_of_line.push_back(step);
    }
    void comment(std::string const& text) {
        for (auto const& each : commentLines(text, parametric())) line(each);
    }
    void moveRelative(bool now) {
        if (now != relative) line(now ? "G91" : "G90");
        relative = now;
    }
    void setting(std::string const& what, std::string const& value) { settings.push_back("- " + what + ": " + value); }
    void cannot(char const* what) {
        if (!refused) refused = Error{Code::NotCarried, {"macro"}, what, by_macro};
    }
    void pause(std::string const& text, Acts const& acts) {
        auto const shown = commentSafe(text);
        line("(MSG," + shown + ")");
        line("M0");
        out.asked.push_back({shown, acts, {}});
    }
    std::string kept() const { return fmt::format("#{}", behaviour.scratch_parameter); }
    std::optional<double> known(Figure const& figure) {
        if (auto const* written = std::get_if<double>(&figure)) return *written;
        auto const found = fixed.find(std::get<Slot>(figure).number);
        if (found != fixed.end()) return found->second;
        cannot("a figure that only a macro can work out");
        return std::nullopt;
    }
    /// Z of the contact, machine coordinates, with what is added to it.
    void figure(std::vector<double> const& addends_mm) {
        std::string sum = "#5063 + #[5203 + 20*#5220]";
        for (double const mm : addends_mm) sum += fmt::format(" {} {}", mm < 0 ? '-' : '+', len(std::abs(mm)));
        line(fmt::format("{}=[{}]", kept(), sum));
        ends = true;
    }
    static double sumOf(std::vector<double> const& addends_mm) {
        return std::accumulate(addends_mm.begin(), addends_mm.end(), 0.0);
    }

    void operator()(SetModes const& s) {
        line(units() == UnitSystem::Metric ? "G21" : "G20");
        line("G90 G94 G80 G40 G49");
        if (s.work_offset > 0) line(workOffsetName(s.work_offset));
    }
    void operator()(RequireToolAllowed const& s) {
        if (s.rows.size() != 1) return cannot("which tool is in the spindle is not known to it");
        setting("for tool", std::to_string(s.rows.front().number));
        for (std::size_t i = 0; i < s.into.size(); ++i) fixed[s.into[i].number] = s.rows.front().figures[i];
    }
    /// No routine asks for a signal: what else the person does is done before the start.
    void operator()(ProveContact const& s) { collect(s.acts); }
    void operator()(Pause const& s) {
        if (touches == 0) return collect(s.acts);
        if (ends) pause(s.text, s.acts);
    }
    void collect(Acts const& acts) {
        for (auto const& act : acts)
            if (!shop::makesSignal(act.what)) before.push_back(act);
    }
    void operator()(Descend const& s) {
        if (auto const by = known(s.by)) down_mm += *by;
    }
    void operator()(ProbeDown const& s) {
        auto const distance = known(s.distance_mm);
        if (!distance || ++touches > 2) return;
        auto const most = *distance - (touches == 1 ? down_mm : 0);
        if (touches == 1) {
            pause("Ready as the sheet says, hands clear? Then start the routine.", before);
            setting("search, at most", lengthWithUnit(most, units()));
        }
        setting(touches == 1 ? "search feed" : "feed of the second touch", feedWithUnit(s.feed_mm_min, units()));
        moveRelative(true);
        line(fmt::format("G38.2 Z{} F{}", len(-most), feed(s.feed_mm_min)));
    }
    void operator()(BackOff const& s) {
        if (touches != 1) return;
        setting("back off between the touches", lengthWithUnit(s.up_mm, units()));
        line(fmt::format("G1 Z{} F{}", len(s.up_mm), feed(s.feed_mm_min)));
    }
    void operator()(SetWorkZero const& s) {
        auto const offset = std::holds_alternative<int>(s.work_offset)
                                ? std::optional<double>(std::get<int>(s.work_offset))
                                : known(std::get<Slot>(s.work_offset));
        if (!offset) return;
        setting("work offset", workOffsetName(static_cast<int>(*offset)));
        setting("height of what is touched above zero", lengthWithUnit(-sumOf(s.addends_mm), units()));
        moveRelative(false);
        figure(s.addends_mm);
        line(fmt::format("G10 L2 P{} Z{}", static_cast<int>(*offset), kept()));
    }
    void operator()(SetToolLength const& s) {
        setting("machine Z at which a tool of no length trips the setter",
                lengthWithUnit(-sumOf(s.addends_mm), units()));
        moveRelative(false);
        figure(s.addends_mm);
        line(fmt::format("G10 L1 P#5400 Z{}", s.negative ? fmt::format("[0.0 - {}]", kept()) : kept()));
    }
    void operator()(RetractTo const& s) {
        if ((touches > 0 && !ends) || up) return;
        up = ends; // once, at its end
        setting(ends ? "at its end, to machine Z" : "before it goes across, to machine Z",
                lengthWithUnit(s.machine_z_mm, units()));
        line(fmt::format("G53 G0 Z{}", len(s.machine_z_mm)));
    }
    void operator()(MoveAcross const& s) {
        if (touches > 0) return;
        setting("where the setter stands",
                fmt::format("machine X {} Y {}", lengthWithUnit(s.x_mm, units()), lengthWithUnit(s.y_mm, units())));
        line(fmt::format("G53 G0 X{} Y{}", len(s.x_mm), len(s.y_mm)));
    }
    void operator()(End const&) { line("M2"); }
    void operator()(SetZeroFromLink const&) { cannot("a height that is kept from one tool to the next"); }
    void operator()(StoreLink const&) { cannot("a height that is kept from one tool to the next"); }
    void operator()(Trim const&) { cannot("a zero that is moved without a touch"); }
    void operator()(MoveToSpot const&) { cannot("a way to where it was touched"); }
    void operator()(DescendToWork const&) { cannot("a way down to a height above zero"); }
    void operator()(ChooseBound const&) { cannot("a search whose length is chosen as it runs"); }
    void operator()(ProbeSide const&) { cannot("a touch from the side"); }
    void operator()(ChangeTool const&) { cannot("a change of the tool within it"); }
    void operator()(KeepStored const&) { cannot("a place that is kept"); }
    void operator()(GoToStored const&) { cannot("a way to a kept place"); }
    void operator()(KeepHeight const&) { cannot("a height that is found by feel"); }
    void operator()(SwitchOutput const&) {
        if (!refused)
            refused = Error{Code::NotCarried,
                            {"macro"},
                            "a change at a rack or a carousel",
                            "Set up the changer that it has of its own, as its manual says and the sheet of settings "
                            "(Wiring) lists"};
    }
    void operator()(Release const&) { cannot("a touch that is read as the input opens"); }
    void operator()(auto const&) {} // a check that no routine has
};

} // namespace

controller::Dialect const& builtIn() {
    static controller::Dialect const dialect = [] {
        auto made = parametric();
        made.id = "builtin";
        made.name = "Built-in routine";
        made.built_in = true;
        made.finish();
        return made;
    }();
    return dialect;
}

std::span<Asked const> builtInAsks() {
    static constexpr Asked asks[] = {
        {Question::LengthSign, "Look at a tool in the table: its length, or how far below the top it reaches."},
        {Question::ClosedAtStart,
         "Tool high, plate held to the clip: start the routine. It is refused, or ends at once."},
        {Question::OffsetAtEnd, "Choose the second work offset, run the routine, then look which one is shown."}};
    return asks;
}

Result<PrintedMacro> printBuiltIn(Recipe const& recipe, shop::Behaviour const& behaviour) {
    Routine played{recipe, behaviour};
    for (auto const& each : recipe.steps) {
        ++played.step;
        std::visit(played, each.action);
    }
    if (played.refused) return Failure(*played.refused);
    if (!played.ends) return fail(Code::NotCarried, {"macro"}, "a macro that measures nothing", by_macro);
    Routine sheet{recipe, behaviour};
    sheet.comment(recipe.title + ", by the control's own routine. Nothing is loaded: this is a sheet of what to type.");
    sheet.comment("To type where the routine asks for it, whatever it calls it there:");
    for (auto const& text : played.settings) sheet.comment(text);
    for (auto const& text : recipe.header) sheet.comment(text);
    sheet.comment("Below: what such a routine does, as the virtual machine plays it. Compare it with its manual.");
    auto made = std::move(played.out);
    made.text = sheet.out.text + made.text;
    made.step_of_line.insert(made.step_of_line.begin(), sheet.out.step_of_line.begin(), sheet.out.step_of_line.end());
    made.recipe = recipe;
    return made;
}

} // namespace steady::dialects
