// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/macros/Print.h"
#include "core/quantity/WorkOffset.h"

#include <cmath>
#include <fmt/format.h>

namespace steady::macros {
namespace {

constexpr int first_parameter = 100; ///< slot n is kept in #(100 + n)
constexpr int first_label = 101;

/// Prints step after step; every number has a decimal point.
struct Phrasing {
    UnitSystem units;
    std::optional<int> homed_parameter;
    PrintedMacro out;
    int step = -1;
    int label = first_label;

    void line(std::string const& text) {
        out.text += text + "\n";
        out.step_of_line.push_back(step);
    }
    void comment(std::string const& text) { line("(" + commentSafe(text) + ")"); }
    void message(std::string const& text) { line("(MSG," + commentSafe(text) + ")"); }

    std::string number(double value, int decimals) const {
        double const unit = std::pow(10.0, -decimals);
        return fmt::format("{:.{}f}", std::abs(value) < unit / 2 ? 0.0 : value, decimals);
    }
    std::string len(double mm) const {
        return units == UnitSystem::Metric ? number(mm, 4) : number(mm / mm_per_inch, 5);
    }
    std::string feed(double mm_min) const {
        return units == UnitSystem::Metric ? number(mm_min, 1) : number(mm_min / mm_per_inch, 3);
    }
    static std::string name(Slot slot) { return fmt::format("#{}", first_parameter + slot.number); }
    /// “ - 9.9420” or “ + 0.0008”
    std::string addend(double mm) const { return fmt::format(" {} {}", mm < 0 ? '-' : '+', len(std::abs(mm))); }

    void alarmIf(std::string const& condition, std::string const& words) {
        int const o = label++;
        line(fmt::format("O{} IF [{}]", o, condition));
        message(words);
        line("M2");
        line(fmt::format("O{} ENDIF", o));
    }
    void probe(double by_mm, double feed_mm_min) {
        line("G91");
        line(fmt::format("G38.3 Z{} F{}", len(by_mm), feed(feed_mm_min)));
        line("G90");
    }

    void operator()(SetModes const& s) {
        line(units == UnitSystem::Metric ? "G21" : "G20");
        line("G90 G94 G80 G49 G61");
        line(workOffsetName(s.work_offset));
        line("M49");
    }
    void operator()(RequireNoShift const& s) { alarmIf("[#5211 NE 0] OR [#5212 NE 0] OR [#5213 NE 0]", s.alarm); }
    void operator()(RequireHomed const& s) {
        if (homed_parameter) {
            alarmIf(fmt::format("#{} NE 1", *homed_parameter), s.alarm);
            return;
        }
        message(s.ask);
        line("M0");
    }
    void operator()(SpindleStop const& s) {
        line("M5");
        if (s.by_hand) {
            message(s.ask);
            line("M0");
        }
        line(fmt::format("G4 P{}", number(s.spin_down_s, 1)));
    }
    void operator()(Pause const& s) {
        message(s.text);
        line("M0");
    }
    void operator()(RequireOpen const& s) {
        probe(s.up_mm, s.feed_mm_min);
        alarmIf("#5070 NE 0", s.alarm);
    }
    void operator()(ProveContact const& s) {
        probe(s.up_mm, s.feed_mm_min);
        alarmIf("#5070 EQ 0", s.alarm);
    }
    void operator()(ProbeDown const& s) {
        probe(-s.distance_mm, s.feed_mm_min);
        alarmIf("#5070 EQ 0", s.alarm);
        line(fmt::format("{}=[#5063 + #[5203 + 20*#5220]]", name(s.into)));
    }
    void operator()(BackOff const& s) {
        line("G91");
        line(fmt::format("G1 Z{} F{}", len(s.up_mm), feed(s.feed_mm_min)));
        line("G90");
        line(fmt::format("G4 P{}", number(s.settle_s, 2)));
    }
    void operator()(Wait const& s) { line(fmt::format("G4 P{}", number(s.seconds, 1))); }
    void operator()(RequireAgreement const& s) {
        alarmIf(fmt::format("ABS[{} - {}] GT {}", name(s.a), name(s.b), len(s.tolerance_mm)), s.alarm);
    }
    void operator()(TakeMean const& s) { line(fmt::format("{}=[[{} + {}]/2]", name(s.into), name(s.a), name(s.b))); }
    void operator()(RequireLag const& s) {
        alarmIf(fmt::format("ABS[{} - {}{}] GT {}", name(s.slow), name(s.fast), addend(-s.expected_mm),
                            len(s.tolerance_mm)),
                s.alarm);
    }
    void operator()(RequireWindow const& s) {
        alarmIf(fmt::format("[{0} LT {1}] OR [{0} GT {2}]", name(s.slot), len(s.low_mm), len(s.high_mm)), s.alarm);
    }
    void operator()(SetWorkZero const& s) {
        std::string sum = name(s.slot);
        for (double mm : s.addends_mm) sum += addend(mm);
        line(fmt::format("{}=[{}]", name(s.into), sum));
        line(fmt::format("G10 L2 P{} Z{}", s.work_offset, name(s.into)));
    }
    void operator()(RetractTo const& s) { line(fmt::format("G53 G0 Z{}", len(s.machine_z_mm))); }
    void operator()(End const& s) {
        message(s.text);
        line("M2");
    }
};

} // namespace

PrintedMacro printParametric(Recipe const& recipe, std::optional<int> homed_parameter) {
    Phrasing phrasing{recipe.units, homed_parameter, {}};
    phrasing.out.recipe = recipe;
    phrasing.comment(recipe.title + ", written by Steady Pin for a parametric controller.");
    for (auto const& text : recipe.header) phrasing.comment(text);
    for (auto const& step : recipe.steps) {
        ++phrasing.step;
        if (!step.purpose.empty()) phrasing.comment(step.purpose);
        std::visit(phrasing, step.action);
    }
    return std::move(phrasing.out);
}

} // namespace steady::macros
