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

/// A link keeps four numbers for each work offset, in parameters that a parametric control can be told to keep over a
/// power cut: #30n0 seal, #30n1 D, #30n2 the work offset, #30n3 the unit. The seal is made of the others, so that a
/// variable which another macro has used shows.
struct LinkNames {
    std::string seal, d, offset, unit;
    explicit LinkNames(int work_offset) {
        auto name = [&](int n) { return fmt::format("#{}", 3000 + 10 * work_offset + n); };
        seal = name(0), d = name(1), offset = name(2), unit = name(3);
    }
    std::string sum(int work_offset) const { return fmt::format("[{} + {}.0]", d, 1000 + work_offset); }
};

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
    void probe(std::string const& by, double feed_mm_min) {
        line("G91");
        line(fmt::format("G38.3 Z{} F{}", by, feed(feed_mm_min)));
        line("G90");
    }
    std::string figure(Figure const& f) const {
        auto const* mm = std::get_if<double>(&f);
        return mm ? len(*mm) : name(std::get<Slot>(f));
    }
    std::string sum(Slot slot, std::vector<double> const& addends_mm) const {
        std::string text = name(slot);
        for (double mm : addends_mm) text += addend(mm);
        return text;
    }
    std::string unitCode() const { return units == UnitSystem::Metric ? "21" : "20"; }

    void operator()(SetModes const& s) {
        line(units == UnitSystem::Metric ? "G21" : "G20");
        line("G90 G94 G80 G49 G61");
        if (s.work_offset > 0) line(workOffsetName(s.work_offset));
        line("M49");
    }
    void operator()(RequireWorkOffset const& s) { alarmIf(fmt::format("#5220 NE {}", s.work_offset), s.alarm); }
    void operator()(RequireToolAllowed const& s) {
        line(fmt::format("{}=0", name(s.found)));
        for (auto const& row : s.rows) {
            int const o = label++;
            line(fmt::format("O{} IF [#5400 EQ {}]", o, row.number));
            line(fmt::format("{}=1", name(s.found)));
            for (std::size_t i = 0; i < s.into.size(); ++i)
                line(fmt::format("{}={}", name(s.into[i]), s.plain ? number(row.figures[i], 0) : len(row.figures[i])));
            line(fmt::format("O{} ENDIF", o));
        }
        alarmIf(fmt::format("{} EQ 0", name(s.found)), s.alarm);
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
        probe(len(s.up_mm), s.feed_mm_min);
        alarmIf("#5070 NE 0", s.alarm);
    }
    void operator()(ProveContact const& s) {
        probe(len(s.up_mm), s.feed_mm_min);
        alarmIf("#5070 EQ 0", s.alarm);
    }
    void operator()(ProbeDown const& s) {
        auto const* mm = std::get_if<double>(&s.distance_mm);
        probe(mm ? len(-*mm) : fmt::format("[0.0 - {}]", figure(s.distance_mm)), s.feed_mm_min);
        alarmIf("#5070 EQ 0", s.alarm);
        line(fmt::format("{}=[#5063 + #[5203 + 20*#5220]]", name(s.into)));
    }
    void operator()(Descend const& s) {
        probe(fmt::format("[{} {} {}]", name(s.to_z), s.from_z_mm < 0 ? "+" : "-", len(std::abs(s.from_z_mm))),
              s.feed_mm_min);
        alarmIf("#5070 NE 0", s.alarm);
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
        alarmIf(fmt::format("[{0} LT {1}] OR [{0} GT {2}]", name(s.slot), figure(s.low_mm), figure(s.high_mm)),
                s.alarm);
    }
    void operator()(SetWorkZero const& s) {
        line(fmt::format("{}=[{}]", name(s.into), sum(s.slot, s.addends_mm)));
        auto const* fixed = std::get_if<int>(&s.work_offset);
        line(fmt::format("G10 L2 P{} Z{}", fixed ? std::to_string(*fixed) : name(std::get<Slot>(s.work_offset)),
                         name(s.into)));
    }
    void operator()(ClearLink const& s) { line(LinkNames(s.work_offset).seal + "=0"); }
    void operator()(StoreLink const& s) {
        LinkNames const link(s.work_offset);
        line(fmt::format("{}=[{} - {}]", link.d, sum(s.setter, s.addends_mm), name(s.zero)));
        line(fmt::format("{}={}", link.offset, s.work_offset));
        line(fmt::format("{}={}", link.unit, unitCode()));
        line(fmt::format("{}={}", link.seal, link.sum(s.work_offset)));
    }
    void operator()(RequireLink const& s) {
        LinkNames const link(s.work_offset);
        alarmIf(fmt::format("[{} NE {}] OR [{} NE {}] OR [ABS[{} - {}] GT 0.00001]", link.offset, s.work_offset,
                            link.unit, unitCode(), link.seal, link.sum(s.work_offset)),
                s.alarm);
    }
    void operator()(SetZeroFromLink const& s) {
        line(fmt::format("{}=[{} - {}]", name(s.into), sum(s.slot, s.addends_mm), LinkNames(s.work_offset).d));
        line(fmt::format("G10 L2 P{} Z{}", s.work_offset, name(s.into)));
    }
    void operator()(SetToolLength const& s) {
        line(fmt::format("{}=[{}]", name(s.into), sum(s.slot, s.addends_mm)));
        line(fmt::format("G10 L1 P#5400 Z{}", s.negative ? fmt::format("[0.0 - {}]", name(s.into)) : name(s.into)));
    }
    void operator()(MoveAcross const& s) { line(fmt::format("G53 G0 X{} Y{}", len(s.x_mm), len(s.y_mm))); }
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
