// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/Command.h"

#include "core/base/Json.h"
#include "core/controller/Executable.h"

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
                        {"remedy", finding.remedy}});
    return list;
}

int lint(std::string const& path, bool json, Streams streams) {
    auto const text = readFile(path);
    if (!text) return refuse(text.error(), streams);
    auto const made = controller::makeExecutable(*text, controller::parametric());
    if (json) {
        streams.out << dumpJson(toJson(made.findings), 2) << "\n";
    } else {
        for (auto const& finding : made.findings)
            streams.out << path << ":" << finding.where.line << ":" << finding.where.column << ": " << finding.text
                        << " " << finding.remedy << "\n";
        if (made.findings.empty()) streams.out << made.program.lines.size() << " lines, nothing wrong with the text\n";
    }
    return made.findings.empty() ? good : judged_bad;
}

} // namespace

std::function<int()> addLint(CLI::App& app, Streams streams) {
    auto path = std::make_shared<std::string>();
    auto json = std::make_shared<bool>(false);
    app.add_option("macro", *path, "The macro, a text file")->required();
    app.add_flag("--json", *json, "Print the findings as JSON");
    return [path, json, streams] { return lint(*path, *json, streams); };
}

} // namespace steady::cli
