// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/Command.h"

#include "core/base/Json.h"
#include "core/dialects/Bundle.h"

#include <iostream>
#include <nlohmann/json.hpp>

namespace steady::cli {
namespace {

constexpr char const* flow_words[] = {"none", "labels", "jumps"};

Json toJson(controller::Dialect const& dialect) {
    auto const& grammar = dialect.grammar;
    return {{"id", dialect.id},
            {"name", dialect.name},
            {"line_length", grammar.line_length},
            {"last_variable", grammar.last_variable},
            {"kept_from", grammar.kept.first},
            {"kept_to", grammar.kept.last},
            {"sums", grammar.sums != gcode::Sums::None},
            {"flow", flow_words[static_cast<std::size_t>(grammar.flow)]},
            {"words", dialect.words.size()}};
}

} // namespace

std::shared_ptr<std::string> addDialect(CLI::App& app, std::string of_its_own) {
    auto dialect = std::make_shared<std::string>(std::move(of_its_own));
    app.add_option("--dialect", *dialect, "The sort of control, as `dialects` lists them");
    return dialect;
}

std::function<int()> addDialects(CLI::App& app, Streams streams) {
    auto json = std::make_shared<bool>(false);
    app.add_flag("--json", *json, "Print them as JSON");
    return [json, streams] {
        Json all = Json::array();
        for (auto const& bundle : dialects::bundles()) {
            if (*json)
                all.push_back(toJson(bundle.language()));
            else
                streams.out << bundle.id() << "  " << bundle.name() << "\n";
        }
        if (*json) streams.out << dumpJson(all, 2) << "\n";
        return int(good);
    };
}

} // namespace steady::cli
