// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/StudyFiles.h"

#include "core/base/Json.h"
#include "core/quantity/Units.h"
#include "core/studies/Pairs.h"

#include <fmt/format.h>
#include <iostream>
#include <nlohmann/json.hpp>

namespace steady::cli {
namespace {

int pairs(std::string const& path, bool json, Streams streams) {
    auto const table = readTable(path);
    if (!table) return refuse(table.error(), streams);
    auto const rows = readColumns(*table, path, {"setter_mm", "gauge_mm", "diameter_mm"});
    if (!rows) return refuse(rows.error(), streams);
    auto const contact = exchange::columnOf(*table, "contact");
    if (!contact)
        return refuse(Error{Code::Missing, {path}, "The column “contact”", "Its header has to name it."}, streams);
    std::vector<studies::LengthPair> all;
    for (std::size_t i = 0; i < rows->size(); ++i) {
        auto const& cells = table->rows[i].cells;
        auto const word = *contact < cells.size() ? cells[*contact] : std::string();
        if (word != "point" && word != "rim")
            return refuse(
                Error{Code::OutOfRange, {path + ", contact", table->rows[i].line}, "“" + word + "”", "point or rim"},
                streams);
        all.push_back({(*rows)[i][0], (*rows)[i][1], (*rows)[i][2], word == "rim"});
    }
    auto const found = studies::judgePairs(all);
    if (!found) return refuse(Error{Code::FewReadings, {path}, fmt::format("{}", all.size()), "two pairs"}, streams);
    if (!json) {
        auto mm = [](double value) { return lengthText(value, UnitSystem::Metric, Sign::Always); };
        streams.out << fmt::format("Setter less gauge: {}, 95 % of them between {} and {}\n", mm(found->bias_mm),
                                   mm(found->low_mm), mm(found->high_mm));
        for (auto const& model : found->models)
            streams.out << fmt::format("{}: leaves {:.2g} mm, {:.2g} mm where one was left out\n", model.name,
                                       model.residual_s_mm, model.leave_one_out_mm);
        return good;
    }
    Json models = Json::array();
    for (auto const& model : found->models)
        models.push_back({{"name", model.name},
                          {"coefficients", model.coefficients},
                          {"standard_errors", model.errors},
                          {"residual_s_mm", model.residual_s_mm},
                          {"leave_one_out_mm", model.leave_one_out_mm}});
    streams.out << dumpJson(Json{{"bias_mm", found->bias_mm},
                                 {"limits_low_mm", found->low_mm},
                                 {"limits_high_mm", found->high_mm},
                                 {"models", std::move(models)}},
                            2)
                << "\n";
    return good;
}

} // namespace

std::function<int()> addPairs(CLI::App& app, Streams streams) {
    auto path = std::make_shared<std::string>();
    auto json = std::make_shared<bool>(false);
    app.add_option("file", *path, "CSV with setter_mm, gauge_mm, diameter_mm, contact (point or rim)")->required();
    app.add_flag("--json", *json, "Print the result as JSON");
    return [path, json, streams] { return pairs(*path, *json, streams); };
}

} // namespace steady::cli
