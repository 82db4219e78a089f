// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Lines for a parametric control: how a comment, a message, an alarm, a probing move and a figure are written; the
// steps that they make up stand in Phrasing.cpp.

#include "core/dialects/Spoken.h"
#include "core/dialects/parametric/Parametric.h"
#include "core/macros/Figures.h"
#include "core/macros/LinkNumbers.h"
#include "core/macros/Parts.h"
#include "core/quantity/WorkOffset.h"

#include <cmath>
#include <fmt/format.h>

namespace steady::dialects {

/// The parameters of a link, as the text names them.
struct LinkNames {
    std::string seal, d, offset, unit, last, next, trim_from, trim_d, x, y;
    LinkNames(shop::Behaviour const& behaviour, int work_offset) {
        macros::LinkNumbers const n(behaviour, work_offset);
        auto name = [](int number) { return fmt::format("#{}", number); };
        seal = name(n.seal), d = name(n.d), offset = name(n.offset), unit = name(n.unit);
        last = name(n.last), next = name(n.next);
        trim_from = name(n.trim_from), trim_d = name(n.trim_d);
        x = name(n.x), y = name(n.y);
    }
    std::string sum(int work_offset) const { return fmt::format("[{} + {}.0]", d, 1000 + work_offset); }
};

/// Every number has a decimal point.
struct ParametricLines {
    UnitSystem units;
    shop::Behaviour behaviour;
    macros::PrintedMacro out;
    int step = -1;
    int label = 101; ///< of the next O word
    std::string last_shown = {};

    static std::size_t lineLength() { return static_cast<std::size_t>(parametric().grammar.line_length); }
    void line(std::string const& text) {
        out.text += text + "\n";
        out.step_of_line.push_back(step);
    }
    void comment(std::string const& text) {
        for (auto const& each : commentLines(text, parametric())) line(each);
    }
    void about() {
        auto const& b = behaviour;
        comment(fmt::format("Parameters: {} to {} for a moment, {} to {} for links, ten for each work offset.",
                            b.scratch_parameter, b.scratch_parameter + shop::scratch_count - 1, b.link_parameter,
                            b.link_parameter + work_offset_count * shop::link_block - 1));
        comment(
            fmt::format("Leaves in force: G{} G90 G94 G80 G40 G49 G61, feed override free, spindle off.", unitCode()));
    }
    void message(std::string const& text) { shown("MSG", text, {}); }
    /// With the values of parameters in it: `values` are their names.
    void figures(std::string const& text, std::string const& values = {}) { shown("DEBUG", text, values); }
    /// A control shows one line at a time: what is too long for it stands above in full.
    void shown(std::string const& how, std::string const& text, std::string const& values) {
        static std::string const goes_on = " ... see above";
        auto const frame = how.size() + 3 + (values.empty() ? 0 : values.size() + 1);
        auto safe = macros::commentSafe(spoken(text, parametric()));
        if (safe.size() + frame > lineLength()) {
            comment(text);
            safe = macros::firstPart(safe, lineLength() - frame - goes_on.size()) + goes_on;
        }
        last_shown = safe;
        line("(" + how + "," + safe + (values.empty() ? "" : " " + values) + ")");
    }
    void pause(std::string const& text) {
        message(text);
        line("M0");
    }

    std::string len(double mm) const { return macros::lengthFigure(mm, units); }
    std::string feed(double mm_min) const { return macros::feedFigure(mm_min, units); }
    std::string name(macros::Slot slot) const {
        return fmt::format("#{}", behaviour.scratch_parameter + slot.number - 1);
    }
    LinkNames link(int work_offset) const { return {behaviour, work_offset}; }
    /// “ - 9.9420” or “ + 0.0008”
    std::string addend(double mm) const { return fmt::format(" {} {}", mm < 0 ? '-' : '+', len(std::abs(mm))); }
    /// Machine coordinates of the last probing move; X, Y, Z are 0, 1, 2.
    static std::string probed(int axis) { return fmt::format("[#{} + #[{} + 20*#5220]]", 5061 + axis, 5201 + axis); }
    static char letter(int axis) { return "XYZ"[axis]; }
    static std::string offsetZ(int work_offset) { return fmt::format("#{}", 5203 + 20 * work_offset); }
    /// Two steps of what a control stores.
    double storage_mm() const { return 2 * (units == UnitSystem::Metric ? 0.001 : 0.0001 * mm_per_inch); }

    void alarmIf(std::string const& condition, std::string const& words, std::string const& shown_figures = {}) {
        int const o = label++;
        line(fmt::format("O{} IF [{}]", o, condition));
        if (!shown_figures.empty()) figures(shown_figures);
        pause(words);
        line("M2");
        line(fmt::format("O{} ENDIF", o));
    }
    /// The override is locked for this move alone, so that every way out leaves it free.
    void probe(std::string const& code, std::string const& by, double feed_mm_min, char axis = 'Z') {
        line("G91 M49");
        line(fmt::format("{} {}{} F{}", code, axis, by, feed(feed_mm_min)));
        line("G90 M48");
    }
    void probe(std::string const& by, double feed_mm_min) { probe("G38.3", by, feed_mm_min); }
    std::string figure(macros::Figure const& f) const {
        auto const* mm = std::get_if<double>(&f);
        return mm ? len(*mm) : name(std::get<macros::Slot>(f));
    }
    std::string sum(macros::Slot slot, std::vector<double> const& addends_mm) const {
        std::string text = name(slot);
        for (double mm : addends_mm) text += addend(mm);
        return text;
    }
    std::string unitCode() const { return units == UnitSystem::Metric ? "21" : "20"; }
    std::string differs(std::string const& a, std::string const& b) const {
        return fmt::format("[ABS[{} - {}] GT {}]", a, b, len(storage_mm()));
    }
    /// Whether the link's seal fits what it seals.
    std::string unsealed(int work_offset) const {
        auto const names = link(work_offset);
        return fmt::format("[{} NE {}] OR [{} NE {}] OR [ABS[{} - {}] GT 0.00001]", names.offset, work_offset,
                           names.unit, unitCode(), names.seal, names.sum(work_offset));
    }
    /// A figure, and what is added to it.
    std::string with(macros::Figure const& f, double add_mm) const {
        return std::abs(add_mm) < 0.00005 ? figure(f) : fmt::format("[{}{}]", figure(f), addend(add_mm));
    }
};

/// A carousel, in TurnRing.cpp.
void requireRing(ParametricLines& out, macros::RequireRing const& s);
void findPocket(ParametricLines& out, macros::FindPocket const& s);
void keepPocket(ParametricLines& out, macros::KeepPocket const& s);
void turnRing(ParametricLines& out, macros::TurnRing const& s);

} // namespace steady::dialects
