// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/Command.h"

#include "core/base/Json.h"
#include "core/base/Words.h"
#include "core/dialects/Bundle.h"
#include "core/dialects/Likeness.h"
#include "core/machine/Run.h"

#include <iostream>
#include <nlohmann/json.hpp>

namespace steady::cli {
namespace {

Json toJson(Findings const& findings) {
    Json list = Json::array();
    for (auto const& finding : findings)
        list.push_back({{"line", finding.where.line},
                        {"column", finding.where.column},
                        {"text", finding.text},
                        {"remedy", finding.remedy},
                        {"note", finding.severity == Severity::Note}});
    return list;
}

int lint(std::string const& path, std::string const& dialect, bool json, Streams streams) {
    auto const bundle = dialects::bundleOf(dialect);
    if (!bundle) return refuse(bundle.error(), streams);
    auto const text = readFile(path);
    if (!text) return refuse(text.error(), streams);
    auto made = machine::load(*text, (*bundle)->language());
    if (made.program && made.findings.empty())
        if (auto const cut = controller::cutShort(*made.program)) made.findings.push_back(toFinding(*cut));
    if (auto like = dialects::readsLikeAnother(*text, (*bundle)->language())) made.notes.push_back(std::move(*like));
    if (json) {
        auto all = made.findings;
        all.insert(all.end(), made.notes.begin(), made.notes.end());
        streams.out << dumpJson(toJson(all), 2) << "\n";
    } else {
        auto print = [&](Finding const& finding, char const* kind) {
            streams.out << path << ":" << finding.where.line << ":" << finding.where.column << ": " << kind
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
    auto dialect = addDialect(app, dialects::bundles().front().id());
    auto json = std::make_shared<bool>(false);
    app.add_option("macro", *path, "The macro, a text file")->required();
    app.add_flag("--json", *json, "Print the findings as JSON");
    return [path, dialect, json, streams] { return lint(*path, *dialect, *json, streams); };
}

} // namespace steady::cli
