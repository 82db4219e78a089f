// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Lines for a control that reads ahead and whose skip move ends without a word: each waits where something rests on it,
// alarms and stops are short and numbered, and where a skip ended tells whether anything was met.

#include "core/dialects/Spoken.h"
#include "core/dialects/hash/Hash.h"
#include "core/macros/Figures.h"
#include "core/macros/LinkNumbers.h"
#include "core/macros/Parts.h"

#include <cmath>
#include <fmt/format.h>

namespace steady::dialects {

inline constexpr double hash_reached_mm = 0.01;      // a move that met nothing ends where it was to end
inline constexpr std::size_t hash_shown_length = 31; // letters of an alarm or a stop that are shown; common practice
inline constexpr int hash_screen_width = 64;         // letters of a line that such a screen shows; common practice
inline constexpr macros::Slot hash_target{26};       // of the next skip

inline std::string hashUpper(std::string text) {
    for (auto& c : text)
        if (c >= 'a' && c <= 'z') c = static_cast<char>(c - 32);
    return text;
}

struct HashLines {
    UnitSystem units;
    shop::Behaviour behaviour;
    macros::PrintedMacro out;
    int step = -1, label = 10, alarms = 0, pauses = 0;
    bool moving = false; ///< something is under way that the control has read past
    std::vector<int> open = {};
    std::optional<Error> refused = {};

    void line(std::string const& text) {
        out.text += text + "\n";
        out.step_of_line.push_back(step);
    }
    void comment(std::string const& text) {
        for (auto const& each : commentLines(text, hashVariable(), hash_screen_width)) line(hashUpper(each));
    }
    /// A line that is done when its turn comes, not when it is read.
    void moves(std::string const& text) {
        line(text);
        moving = true;
    }
    void dwell(double seconds) {
        line(fmt::format("G4 X{}", macros::plainNumber(std::max(seconds, 0.05), 2)));
        moving = false;
    }
    void settle() {
        if (moving) dwell(0);
    }
    /// In full above, and as much of it as the control shows.
    std::string shown(int number, std::string const& text) {
        auto const full = fmt::format("{}: {}", number, text);
        comment(full);
        return hashUpper(macros::firstPart(macros::commentSafe(spoken(full, hashVariable())), hash_shown_length));
    }
    void cannot(char const* what, char const* instead) {
        if (!refused) refused = Error{Code::NotCarried, {"macro"}, what, instead};
    }

    std::string len(double mm) const { return macros::lengthFigure(mm, units); }
    std::string feed(double mm_min) const { return macros::feedFigure(mm_min, units); }
    std::string name(macros::Slot slot) const {
        return fmt::format("#{}", behaviour.scratch_parameter + slot.number - 1);
    }
    static std::string name(int number) { return fmt::format("#{}", number); }
    macros::LinkNumbers link(int work_offset) const { return {behaviour, work_offset}; }
    std::string addend(double mm) const { return fmt::format("{}{}", mm < 0 ? '-' : '+', len(std::abs(mm))); }
    std::string figure(macros::Figure const& f) const {
        auto const* mm = std::get_if<double>(&f);
        return mm ? len(*mm) : name(std::get<macros::Slot>(f));
    }
    /// A figure, and what is added to it.
    std::string with(macros::Figure const& f, double add_mm) const {
        return std::abs(add_mm) < 0.00005 ? figure(f) : fmt::format("[{}{}]", figure(f), addend(add_mm));
    }
    std::string sum(macros::Slot slot, std::vector<double> const& addends_mm) const {
        auto text = name(slot);
        for (double mm : addends_mm) text += addend(mm);
        return text;
    }
    static std::string inUse(int axis) { return fmt::format("#[{}+20*[#4014-53]]", 5201 + axis); }
    /// Machine coordinates of the last skip.
    static std::string skipped(int axis) { return fmt::format("#{}+#{}+", 5061 + axis, 5201 + axis) + inUse(axis); }
    /// With what is added to all offsets.
    static std::string offsetZ(std::string const& number) { return fmt::format("[#5203+#[5203+20*{}]]", number); }
    double storage_mm() const { return 2 * (units == UnitSystem::Metric ? 0.001 : 0.0001 * mm_per_inch); }
    std::string unitCode() const { return units == UnitSystem::Metric ? "21" : "20"; }
    std::string apart(std::string const& a, std::string const& b, char const* how, double mm) const {
        auto const less = b.starts_with('-') ? "+" + b.substr(1) : "-" + b; // never two signs in a row
        return fmt::format("ABS[{}{}] {} {}", a, less, how, len(mm));
    }

    void jumpIf(std::string const& condition, int to) { line(fmt::format("IF [{}] GOTO {}", condition, to)); }
    void mark(int number) { line(fmt::format("N{}", number)); }
    int newLabel() { return label += 10; }
    void alarm(std::string const& before, std::string const& words) {
        static std::string const resume = "Resume only ends", reset = "Reset ends"; // an alarm waits for nobody
        auto said = words;
        if (auto const at = said.find(resume); at != std::string::npos) said.replace(at, resume.size(), reset);
        int const n = ++alarms;
        auto const text = shown(n, said);
        line(fmt::format("{}#3000={}({})", before, n, text));
    }
    void alarmIf(std::string const& condition, std::string const& words) {
        settle();
        alarm(fmt::format("IF [{}] THEN ", condition), words);
    }
    /// Only when all of them are the case.
    void alarmIfAll(std::vector<std::string> const& otherwise, std::string const& words) {
        settle();
        int const past = newLabel();
        for (auto const& each : otherwise) jumpIf(each, past);
        alarm("", words);
        mark(past);
    }
    void pause(std::string const& text, macros::Acts const& acts, std::optional<double> expect_mm = {}) {
        settle();
        auto const message = shown(++pauses, text);
        line(fmt::format("#3006=1({})", message));
        out.asked.push_back({message, acts, expect_mm});
    }

    /// A skip move; the override is locked for it alone.
    void skipTo(std::string const& target, double feed_mm_min, int axis = 2) {
        line("#3004=2");
        moves(fmt::format("G90 G31 {}{} F{}", "XYZ"[axis], target, feed(feed_mm_min)));
        settle();
        line("#3004=0");
    }
    void skipBy(std::string const& by, double feed_mm_min, int axis = 2) {
        settle();
        line(fmt::format("{}=#{}{}", name(hash_target), 5041 + axis, by));
        skipTo(name(hash_target), feed_mm_min, axis);
    }
    std::string met(std::string const& target, int axis = 2) const {
        return apart(name(5061 + axis), target, "GT", hash_reached_mm);
    }
    std::string notMet(int axis = 2) const {
        return apart(name(5061 + axis), name(hash_target), "LE", hash_reached_mm);
    }
    std::string metAnything(int axis = 2) const { return met(name(hash_target), axis); }
};

// Of every change, in Changing.cpp. `fetched`: number of the tool, once it was named.
void requireFinished(HashLines& out, macros::RequireFinished const& s);
void markUnderWay(HashLines& out, macros::MarkUnderWay const& s, int fetched);
void awaitInput(HashLines& out, macros::AwaitInput const& s);
void countChange(HashLines& out, macros::CountChange const& s);

// Of a carousel, in TurnRing.cpp.
void requireRing(HashLines& out, macros::RequireRing const& s);
void findPocket(HashLines& out, macros::FindPocket const& s);
void keepPocket(HashLines& out, macros::KeepPocket const& s);
void turnRing(HashLines& out, macros::TurnRing const& s);

} // namespace steady::dialects
