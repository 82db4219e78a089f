// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/Command.h"

#include "core/base/Json.h"
#include "core/uncertainty/Budget.h"

#include <cmath>
#include <fmt/format.h>
#include <iostream>
#include <nlohmann/json.hpp>

namespace steady::cli {
namespace {

using uncertainty::Contribution;
using uncertainty::Shape;

/// [{name, u, sensitivity, dof or null, shape, low, high}]; all but name and u may be left out, and u where low and
/// high say it.
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
        if (c.low > c.high) return wrong("low", "at most high");
        if (c.shape == Shape::OneSided && c.low == c.high) return wrong("one_sided", "with its low and its high");
        // Bounds tell u by themselves; a u of 0 beside them is another statement, and they cannot both be meant.
        bool const bounds = c.high > c.low;
        if (!each.contains("u") && !(bounds && c.shape != Shape::Normal)) return wrong("u", "there");
        if (each.contains("u") && c.u == 0 && bounds)
            return wrong("u", "above 0, or left out: low and high say how far it may be off");
        if (!each.contains("u")) c.u = (c.high - c.low) / std::sqrt(12.0); // JCGM 100:2008, 4.3.7
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
    // The interval that holds 95 % of the sum itself: with its shape, and about where the bounds lie.
    double middle = 0;
    auto about_middle = found.contributions;
    for (auto& part : about_middle) {
        if (part.shape == Shape::Normal) continue;
        middle += part.sensitivity * (part.low + part.high) / 2;
        part.shape = Shape::Rectangular;
    }
    double const half = uncertainty::coverageHalfWidth(about_middle, 0.95);
    double const low_95 = middle - half, high_95 = middle + half;
    auto const dominant = found.contributions[static_cast<std::size_t>(found.dominant)].name;
    if (json)
        streams.out << dumpJson(Json{{"combined_u", found.combined_u},
                                     {"effective_dof",
                                      std::isinf(found.effective_dof) ? Json(nullptr) : Json(found.effective_dof)},
                                     {"expanded_95", expanded},
                                     {"low_95", low_95},
                                     {"high_95", high_95},
                                     {"worst_case_low", found.worst_low},
                                     {"worst_case_high", found.worst_high},
                                     {"dominant", dominant}},
                                2)
                    << "\n";
    else
        streams.out << fmt::format("u {:.4g}, ±{:.4g} as textbooks expand it; 95 % within {:+.4g} to {:+.4g}, at worst "
                                   "{:+.4g} to {:+.4g}; {} dominates\n",
                                   found.combined_u, expanded, low_95, high_95, found.worst_low, found.worst_high,
                                   dominant);
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
