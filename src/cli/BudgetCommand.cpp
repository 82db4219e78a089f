// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/Command.h"

#include "core/base/Json.h"
#include "core/uncertainty/Budget.h"

#include <fmt/format.h>
#include <iostream>
#include <nlohmann/json.hpp>

namespace steady::cli {
namespace {

using uncertainty::Contribution;
using uncertainty::Shape;

/// [{name, u, sensitivity, dof or null, shape, low, high}]; all but name and u may be left out.
Result<std::vector<Contribution>> contributionsOf(Json const& json, std::string const& path) {
    if (!json.is_array() || json.empty()) return fail(Code::BadJson, {path}, "This", "a list of contributions");
    std::vector<Contribution> all;
    for (std::size_t i = 0; i < json.size(); ++i) {
        auto const& each = json[i];
        auto const place = fmt::format("{}, number {}", path, i + 1);
        auto wrong = [&](char const* what, char const* limit) { return fail(Code::BadJson, {place}, what, limit); };
        if (!each.is_object()) return wrong("It", "an object");
        Contribution c;
        for (auto const& [key, value] : each.items()) {
            if (key == "name") {
                if (!value.is_string()) return wrong("name", "a text");
                c.name = value;
            } else if (key == "shape") {
                bool known = false;
                for (int s = 0; uncertainty::word(static_cast<Shape>(s)); ++s)
                    if (value == uncertainty::word(static_cast<Shape>(s))) {
                        c.shape = static_cast<Shape>(s);
                        known = true;
                    }
                if (!known) return wrong("shape", "normal, rectangular or one_sided");
            } else if (key == "u" || key == "sensitivity" || key == "dof" || key == "low" || key == "high") {
                if (key == "dof" && value.is_null()) continue;
                if (!value.is_number()) return wrong(key.c_str(), "a number");
                double const number = value;
                if (key == "u" && number < 0) return wrong("u", "0 or more");
                if (key == "dof" && number <= 0) return wrong("dof", "above 0, or null");
                (key == "u"             ? c.u
                 : key == "sensitivity" ? c.sensitivity
                 : key == "dof"         ? c.dof
                 : key == "low"         ? c.low
                                        : c.high) = number;
            } else {
                return wrong(key.c_str(), "name, u, sensitivity, dof, shape, low or high");
            }
        }
        if (!each.contains("u")) return wrong("u", "there");
        if (c.low > c.high) return wrong("low", "at most high");
        if (c.shape == Shape::OneSided && c.low == c.high) return wrong("one_sided", "with its low and its high");
        all.push_back(std::move(c));
    }
    return all;
}

int budget(std::string const& path, bool json, Streams streams) {
    auto const text = readFile(path);
    if (!text) return refuse(text.error(), streams);
    auto const parsed = parseJson(*text, path);
    if (!parsed) return refuse(parsed.error(), streams);
    auto contributions = contributionsOf(*parsed, path);
    if (!contributions) return refuse(contributions.error(), streams);
    auto const found = uncertainty::combine(std::move(*contributions));
    double const expanded = uncertainty::expandedByWelch(found, 0.95);
    auto const dominant = found.contributions[static_cast<std::size_t>(found.dominant)].name;
    if (json)
        streams.out << dumpJson(Json{{"combined_u", found.combined_u},
                                     {"effective_dof",
                                      std::isinf(found.effective_dof) ? Json(nullptr) : Json(found.effective_dof)},
                                     {"expanded_95", expanded},
                                     {"worst_case_low", found.worst_low},
                                     {"worst_case_high", found.worst_high},
                                     {"dominant", dominant}},
                                2)
                    << "\n";
    else
        streams.out << fmt::format("u {:.4g}, 95 % ±{:.4g}, at worst {:+.4g} to {:+.4g}; {} dominates\n",
                                   found.combined_u, expanded, found.worst_low, found.worst_high, dominant);
    return good;
}

} // namespace

std::function<int()> addBudget(CLI::App& app, Streams streams) {
    auto path = std::make_shared<std::string>();
    auto json = std::make_shared<bool>(false);
    app.add_option("file", *path, "JSON: a list of contributions")->required();
    app.add_flag("--json", *json, "Print the result as JSON");
    return [path, json, streams] { return budget(*path, *json, streams); };
}

} // namespace steady::cli
