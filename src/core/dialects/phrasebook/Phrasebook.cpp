// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/dialects/phrasebook/Phrasebook.h"

#include "core/base/LineDiff.h"
#include "core/base/Words.h"
#include "core/dialects/Bundle.h"
#include "core/dialects/parametric/Parametric.h"
#include "core/dialects/phrasebook/Phrases.h"

#include <algorithm>
#include <fmt/format.h>
#include <set>

namespace steady::dialects {
namespace {

using namespace macros;

/// The text as it is written, and which of its lines only remark something.
struct Said {
    PrintedMacro out;
    std::vector<bool> remarks;
    shop::Behaviour const& behaviour;
    int step = -1;
    std::optional<Error> refused = {};

    void say(PhraseStep const& what, std::vector<PhraseField> const& fields, bool remarks_only) {
        auto const* phrase = phraseFor(behaviour.phrases, what);
        if (!phrase) return; // told before
        auto const made = filled(what, phrase->text, fields);
        if (!made) {
            if (!refused) refused = made.error();
            return;
        }
        std::string const& text = *made;
        for (std::size_t from = 0; from <= text.size();) {
            auto const end = std::min(text.find('\n', from), text.size());
            out.text += text.substr(from, end - from) + "\n";
            out.step_of_line.push_back(step);
            remarks.push_back(remarks_only);
            from = end + 1;
        }
    }
    void remarked(std::string const& text) { say(phraseSteps().front(), remark(text), true); }
};

/// The steps of a recipe that nobody has said yet, by their titles.
std::string unsaid(Recipe const& recipe, std::vector<shop::Phrase> const& phrases) {
    std::vector<PhraseStep const*> needed{&phraseSteps().front()};
    for (auto const& step : recipe.steps) needed.push_back(&stepOf(step.action));
    std::string missing;
    for (auto const& each : phraseSteps())
        if (std::find(needed.begin(), needed.end(), &each) != needed.end() && !phraseFor(phrases, each))
            missing += fmt::format("{}“{}”", missing.empty() ? "" : ", ", each.title);
    return missing;
}

Result<Said> said(Recipe const& recipe, shop::Behaviour const& behaviour) {
    if (auto missing = unsaid(recipe, behaviour.phrases); !missing.empty())
        return fail(Code::PhraseMissing, {"phrases"}, std::move(missing));
    Said made{{}, {}, behaviour};
    made.out.recipe = recipe;
    made.remarked(recipe.title + ", written by Steady Pin in this control's own words.");
    made.remarked("Checked against those words step by step, not run: first in air, hand at the stop.");
    for (auto const& text : recipe.header) made.remarked(text);
    for (auto const& step : recipe.steps) {
        ++made.step;
        if (!step.purpose.empty()) made.remarked(step.purpose);
        made.say(stepOf(step.action), fieldsOf(step.action, recipe.units), false);
    }
    if (made.refused) return Failure(*made.refused);
    return made;
}

std::string trimmed(std::string_view line) {
    auto const first = line.find_first_not_of(" \t\r"), last = line.find_last_not_of(" \t\r");
    return first == std::string_view::npos ? std::string() : std::string(line.substr(first, last - first + 1));
}

/// What a remark begins and ends with; both empty: nothing tells one.
struct RemarkMarks {
    std::string before, after;
    bool fit(std::string const& line) const {
        return !(before.empty() && after.empty()) && line.size() >= before.size() + after.size() &&
               line.starts_with(before) && line.ends_with(after);
    }
};
RemarkMarks marksOf(std::vector<shop::Phrase> const& phrases) {
    auto const* phrase = phraseFor(phrases, phraseSteps().front());
    if (!phrase) return {};
    auto const text = trimmed(phrase->text);
    auto const open = text.find("{{"), close = text.rfind("}}");
    if (open == std::string::npos || close == std::string::npos) return {};
    return {trimmed(text.substr(0, open)), trimmed(text.substr(close + 2))};
}

/// A text without remarks and blank lines, and where each line stands.
struct Lines {
    std::string text;
    std::vector<int> at;
    void add(std::string const& line, int number) {
        text += line + "\n";
        at.push_back(number);
    }
};

template<class F> void forEachLine(std::string_view text, F&& f) {
    int number = 0;
    for (std::size_t from = 0; from < text.size();) {
        auto const end = std::min(text.find('\n', from), text.size());
        f(trimmed(text.substr(from, end - from)), ++number);
        from = end + 1;
    }
}

/// The first word in which two lines differ, of each; none: they differ by more than a word.
std::optional<std::pair<std::string, std::string>> oneWordOff(std::string const& a, std::string const& b) {
    auto const words = [](std::string const& line) {
        std::vector<std::string> all(1);
        for (char const c : line) {
            bool const part = std::isalnum(static_cast<unsigned char>(c)) || c == '.' || c == '-' || c == '_';
            if (part)
                all.back() += c;
            else if (!all.back().empty())
                all.emplace_back();
        }
        return all;
    };
    auto const first = words(a), second = words(b);
    if (first.size() != second.size()) return std::nullopt;
    std::optional<std::pair<std::string, std::string>> off;
    for (std::size_t i = 0; i < first.size(); ++i) {
        if (first[i] == second[i]) continue;
        if (off) return std::nullopt;
        off = {first[i], second[i]};
    }
    return off;
}

} // namespace

controller::Dialect const& phrasebook() {
    static controller::Dialect const dialect = [] {
        auto made = parametric();
        made.id = "phrasebook";
        made.name = "Phrasebook";
        made.phrased = true;
        made.finish();
        return made;
    }();
    return dialect;
}

std::span<Asked const> phrasebookAsks() {
    static constexpr Asked asks[] = {
        {Question::LengthSign, "Look at a tool in the table: its length, or how far below the top it reaches."},
        {Question::ClosedAtStart,
         "Tool high, plate held to the clip: start a short touch upward. It is refused, or ends at once."},
        {Question::OffsetAtEnd, "Choose the second work offset, run a script to its end, then look which one is "
                                "shown."}};
    return asks;
}

Result<PrintedMacro> printBesidePhrases(Recipe const& recipe, shop::Behaviour const& behaviour) {
    auto beside = recipe;
    beside.header.insert(beside.header.begin() + std::min<std::ptrdiff_t>(1, std::ssize(beside.header)),
                         "This text runs here only. Your control gets the one in its own words, which cannot be run "
                         "here.");
    auto made = printParametric(beside, behaviour);
    if (made) made->recipe = recipe;
    return made;
}

Result<PrintedMacro> sayInPhrases(Recipe const& recipe, shop::Behaviour const& behaviour) {
    auto made = said(recipe, behaviour);
    if (!made) return Failure(made.error());
    return std::move(made->out);
}

Result<Findings> checkedBack(std::string_view text, Recipe const& recipe, shop::Behaviour const& behaviour) {
    auto const wanted = said(recipe, behaviour);
    if (!wanted) return Failure(wanted.error());
    Lines should, is;
    forEachLine(wanted->out.text, [&](std::string const& line, int number) {
        if (!line.empty() && !wanted->remarks[static_cast<std::size_t>(number - 1)]) should.add(line, number);
    });
    auto const marks = marksOf(behaviour.phrases);
    // A message may begin as a remark does: what the text should hold is never passed over as one.
    std::set<std::string> wanted_lines;
    forEachLine(should.text, [&](std::string const& line, int) { wanted_lines.insert(line); });
    std::size_t const most = 4 * should.at.size() + 100; // telling what differs takes the square of the lines
    int beyond = 0;
    forEachLine(text, [&](std::string const& line, int number) {
        if (line.empty() || (marks.fit(line) && !wanted_lines.contains(line))) return;
        if (is.at.size() < most)
            is.add(line, number);
        else if (beyond == 0)
            beyond = number;
    });
    auto const titleAt = [&](int should_line) -> std::string {
        auto const line = static_cast<std::size_t>(should.at[static_cast<std::size_t>(should_line - 1)] - 1);
        int const step = wanted->out.step_of_line[line];
        return step < 0 ? std::string() : stepOf(recipe.steps[static_cast<std::size_t>(step)].action).title;
    };
    Findings found;
    auto const lines = diffLines(should.text, is.text);
    int last_line = 0; // of the text, behind which something is missing
    for (std::size_t i = 0; i < lines.size(); ++i) {
        if (lines[i].new_line > 0) last_line = is.at[static_cast<std::size_t>(lines[i].new_line - 1)];
        if (lines[i].change == LineChange::Same) continue;
        // A block of lines gone and of lines come: what stands in each other's place is told together.
        std::vector<DiffLine const*> gone, come;
        for (; i < lines.size() && lines[i].change != LineChange::Same; ++i)
            (lines[i].change == LineChange::Gone ? gone : come).push_back(&lines[i]);
        --i;
        auto const both = std::min(gone.size(), come.size());
        for (std::size_t k = 0; k < both; ++k) {
            last_line = is.at[static_cast<std::size_t>(come[k]->new_line - 1)];
            auto const off = oneWordOff(gone[k]->text, come[k]->text);
            found.push_back(toFinding({Code::PhraseDiffers,
                                       {titleAt(gone[k]->old_line), last_line},
                                       off ? off->second : come[k]->text,
                                       off ? off->first : gone[k]->text}));
        }
        for (auto k = both; k < gone.size(); ++k)
            found.push_back(toFinding({Code::PhraseGone,
                                       {titleAt(gone[k]->old_line), last_line},
                                       gone[k]->text,
                                       titleAt(gone[k]->old_line)}));
        for (auto k = both; k < come.size(); ++k) {
            last_line = is.at[static_cast<std::size_t>(come[k]->new_line - 1)];
            found.push_back(toFinding({Code::PhraseNotThere, {"text", last_line}, come[k]->text}));
        }
    }
    if (beyond > 0) found.push_back(toFinding({Code::PhraseNotThere, {"text", beyond}, "All that follows"}));
    return found;
}

} // namespace steady::dialects
