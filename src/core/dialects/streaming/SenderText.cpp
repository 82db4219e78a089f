// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/dialects/streaming/SenderText.h"

#include "core/gcode/Segments.h"
#include "core/macros/Figures.h"
#include "core/quantity/WorkOffset.h"

#include <cctype>
#include <fmt/format.h>
#include <map>
#include <set>

namespace steady::dialects {
namespace {

using gcode::Between;
using Fields = std::vector<PhraseField>;

constexpr char const *report = "sender-report", *value = "sender-value", *sum = "sender-sum", *check = "sender-check",
                     *type = "sender-type", *read = "sender-read", *wait = "sender-wait";

PhraseField field(char const* name, char const* words, std::string filled = {}) {
    return {name, words, true, std::move(filled)};
}

constexpr SenderStep steps[] = {
    {report, "Keep a report", "Keeps what the control reports of the last touching move, machine coordinates in mm.",
     [] {
         return Fields{field("name", "under which it is kept"), field("axis", "X, Y or Z")};
     }},
    {value, "A kept figure in a sum", "Stands for the figure that was kept.",
     [] { return Fields{field("name", "under which it was kept")}; }},
    {sum, "A sum in a line", "Becomes a number before the line goes to the control.",
     [] { return Fields{field("sum", "such as z1 - 9.9420")}; }},
    {check, "Check a sum", "Stops, and sends nothing more, unless the sum lies within both.",
     [] {
         return Fields{field("sum", "such as z2 - z1"), field("low", "least"), field("high", "most")};
     }},
    {wait, "Wait for the person", "Shows the sentence and waits.",
     [] { return Fields{field("words", "the sentence")}; }},
    {type, "Ask for a figure", "Asks the person for a figure and keeps it.",
     [] { return Fields{field("name", "under which it is kept")}; }},
    {read, "Read an offset", "Keeps Z of a work offset as the control shows it.",
     [] {
         return Fields{field("name", "under which it is kept"), field("offset", "such as G54")};
     }},
};

SenderStep const& stepOf(char const* id) {
    for (auto const& each : steps)
        if (std::string_view(id) == each.id) return each;
    return steps[0];
}

/// Fills in what was said, and remembers what was not.
struct Saying {
    std::vector<shop::Phrase> const& words;
    std::set<std::string> missing = {};
    std::optional<Error> wrong = {};

    std::string say(char const* id, Fields const& values) {
        for (auto const& each : words) {
            if (each.step != id || each.text.empty()) continue;
            auto made = filledWords(stepOf(id).title, stepOf(id).fields(), each.text, values);
            if (made) return *made;
            if (!wrong) wrong = made.error();
            return {};
        }
        missing.insert(stepOf(id).title);
        return {};
    }
    /// Its names as the sender writes them.
    std::string own(std::string const& text) {
        std::string made, name;
        for (std::size_t i = 0; i <= text.size(); ++i) {
            auto const c = static_cast<unsigned char>(i < text.size() ? text[i] : ' ');
            if (std::isalpha(c) || c == '_' || (!name.empty() && std::isdigit(c))) {
                name += static_cast<char>(c);
                continue;
            }
            if (!name.empty()) made += say(value, {field("name", "", name)});
            name.clear();
            if (i < text.size()) made += text[i];
        }
        return made;
    }
    /// A line of a segment, each {sum} as the sender writes sums.
    std::string line(std::string const& text) {
        std::string made;
        for (std::size_t at = 0; at < text.size();) {
            auto const open = text.find('{', at), close = open == std::string::npos ? open : text.find('}', open);
            if (close == std::string::npos) return made + text.substr(at);
            made +=
                text.substr(at, open - at) + say(sum, {field("sum", "", own(text.substr(open + 1, close - open - 1)))});
            at = close + 1;
        }
        return made;
    }
    std::string between(Between const& b) {
        auto const len = [](double value_mm) { return macros::lengthFigure(value_mm, UnitSystem::Metric); };
        switch (b.what) {
        case Between::What::Report:
            return say(report, {field("name", "", b.name), field("axis", "", std::string(1, "XYZ"[b.axis]))});
        case Between::What::Type: return say(type, {field("name", "", b.name)});
        case Between::What::Read:
            return say(read, {field("name", "", b.name), field("offset", "", workOffsetName(b.work_offset))});
        case Between::What::Do: return say(wait, {field("words", "", b.words)});
        case Between::What::Require:
            return say(check,
                       {field("sum", "", own(b.sum)), field("low", "", len(b.low)), field("high", "", len(b.high))});
        }
        return {};
    }
};

} // namespace

std::span<SenderStep const> senderSteps() { return steps; }

Result<void> checkSenderWords(SenderStep const& step, std::string const& text) {
    return checkWords(step.title, step.fields(), text);
}

Result<std::string> forSender(std::string_view segmented, std::vector<shop::Phrase> const& words) {
    auto const text = gcode::segmentsOf(segmented);
    if (!text.findings.empty()) {
        auto const& first = text.findings.front();
        return fail(Code::TextUnread, first.where, first.text + " " + first.remedy);
    }
    std::map<int, Between> between; // by line
    for (auto const& each : text.segments)
        if (each.then) between.emplace(each.then->line, *each.then);
    Saying saying{words};
    std::string made = "(For a sender that works out sums. Not run here: only the same text in segments is.)\n";
    int number = 0;
    for (std::size_t at = 0; at < segmented.size();) {
        auto const end = std::min(segmented.find('\n', at), segmented.size());
        auto const known = between.find(++number);
        made += (known == between.end() ? saying.line(std::string(segmented.substr(at, end - at)))
                                        : saying.between(known->second)) +
                "\n";
        at = end + 1;
    }
    if (saying.wrong) return Failure(*saying.wrong);
    if (!saying.missing.empty()) {
        std::string all;
        for (auto const& each : saying.missing) all += (all.empty() ? "" : ", ") + each;
        return fail(Code::PhraseMissing, {"sender"}, all);
    }
    return made;
}

} // namespace steady::dialects
