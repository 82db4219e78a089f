// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/BookOptions.h"

#include "core/base/Json.h"
#include "core/base/Words.h"
#include "core/dialects/Bundle.h"
#include "core/dialects/Likeness.h"
#include "core/machine/Run.h"
#include "exchange/MacroText.h"

#include <algorithm>
#include <iostream>
#include <nlohmann/json.hpp>

namespace steady::cli {
namespace {

Json toJson(Findings const& findings, gcode::WithSubs const& whole) {
    Json list = Json::array();
    for (auto const& finding : findings) {
        auto const [file, line] = whole.place(finding.where.line);
        list.push_back({{"line", line},
                        {"column", finding.where.column},
                        {"text", finding.text},
                        {"remedy", finding.remedy},
                        {"note", finding.severity == Severity::Note}});
        if (file) list.back()["sub"] = file->name;
    }
    return list;
}

struct Read {
    Findings findings, notes;
    int lines = 0;
    gcode::WithSubs whole;
};

/// By the language alone; or, of a text in a control's own words, step by step against those words in the book.
Result<Read> readText(BookOptions const& options, std::string const& path, std::string const& text) {
    auto const& id = options.dialect->empty() ? dialects::bundles().front().id() : *options.dialect;
    auto const bundle = dialects::bundleOf(id);
    if (!bundle) return Failure(bundle.error());
    auto language = (*bundle)->language();
    if (!options.book.empty()) {
        auto const rehearsal = options.rehearse();
        if (!rehearsal) return Failure(rehearsal.error());
        if (auto const& said = rehearsal->said) {
            if (!*said) return Failure(said->error());
            auto found = dialects::checked(text, (*said)->recipe, rehearsal->zero.machine);
            if (!found) return Failure(found.error());
            return Read{std::move(*found), {}, static_cast<int>(std::count(text.begin(), text.end(), '\n')), {}};
        }
        language = safety::dialectOf(rehearsal->world()); // as its owner found it
    }
    if (language.phrased)
        return fail(Code::Missing, {"--book"}, "The book with the words of that control", "Add --book and --kind.");
    auto whole = exchange::withSubsBeside(text, path, language.grammar);
    if (!whole) return Failure(whole.error());
    auto const alone = machine::load(text, language);
    auto made = whole->files.empty() ? alone : machine::load(whole->text, language);
    if (alone.program && made.findings.empty())
        if (auto const cut = controller::cutShort(*alone.program)) made.findings.push_back(toFinding(*cut));
    if (auto like = dialects::readsLikeAnother(text, language)) made.notes.push_back(std::move(*like));
    return Read{std::move(made.findings), std::move(made.notes), alone.lines, std::move(*whole)};
}

int lint(std::string const& path, BookOptions const& options, bool json, Streams streams) {
    auto const text = readFile(path);
    if (!text) return refuse(text.error(), streams);
    auto const read = readText(options, path, *text);
    if (!read) return refuse(read.error(), streams);
    auto const& made = *read;
    if (json) {
        auto all = made.findings;
        all.insert(all.end(), made.notes.begin(), made.notes.end());
        streams.out << dumpJson(toJson(all, made.whole), 2) << "\n";
    } else {
        auto print = [&](Finding const& finding, char const* kind) {
            auto const [file, line] = made.whole.place(finding.where.line);
            streams.out << (file ? file->name : path) << ":" << line << ":" << finding.where.column << ": " << kind
                        << finding.text << " " << finding.remedy << "\n";
        };
        for (auto const& finding : made.findings) print(finding, "");
        for (auto const& note : made.notes) print(note, "note: ");
        if (made.findings.empty()) streams.out << made.lines << " lines, nothing wrong with the text\n";
    }
    return made.findings.empty() ? good : judged_bad;
}

} // namespace

std::function<int()> addLint(CLI::App& app, Streams streams) {
    auto path = std::make_shared<std::string>();
    auto options = std::make_shared<BookOptions>();
    options->addKind(app, false);
    options->add(app, false);
    auto json = std::make_shared<bool>(false);
    app.add_option("macro", *path, "The macro, a text file")->required();
    app.add_flag("--json", *json, "Print the findings as JSON");
    return [path, options, json, streams] { return lint(*path, *options, *json, streams); };
}

} // namespace steady::cli
