// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/StudyFiles.h"

#include "core/base/Json.h"
#include "core/quantity/Units.h"
#include "core/statistics/Surface.h"

#include <fmt/format.h>
#include <iostream>
#include <nlohmann/json.hpp>

namespace steady::cli {
namespace {

int surface(std::string const& path, bool json, Streams streams) {
    auto const table = readTable(path);
    if (!table) return refuse(table.error(), streams);
    auto const rows = readColumns(*table, path, {"x_mm", "y_mm", "z_mm"});
    if (!rows) return refuse(rows.error(), streams);
    std::vector<statistics::SurfacePoint> points;
    for (auto const& row : *rows) points.push_back({row[0], row[1], row[2]});
    auto const found = statistics::fitSurface(points);
    if (!found)
        return refuse(
            Error{Code::FewReadings, {path}, fmt::format("{}", points.size()), "three places, not on one line"},
            streams);
    auto const rings = statistics::rings(points);
    if (!json) {
        streams.out << fmt::format("{} places, tilt {:.4g} rad, {} from peak to valley beside the plane\n",
                                   points.size(), found->tilt_rad,
                                   lengthText(found->peak_to_valley_mm, UnitSystem::Metric));
        for (auto const& ring : rings)
            streams.out << fmt::format("radius {}: {} from highest to lowest\n",
                                       lengthText(ring.radius_mm, UnitSystem::Metric),
                                       lengthText(ring.spread_mm, UnitSystem::Metric));
        return good;
    }
    auto named = [](auto const& coefficients) {
        Json object;
        for (std::size_t i = 0; i < coefficients.size(); ++i)
            object[std::string(1, static_cast<char>('a' + i))] = coefficients[i];
        return object;
    };
    Json list = Json::array();
    for (auto const& ring : rings) list.push_back({{"radius_mm", ring.radius_mm}, {"spread_mm", ring.spread_mm}});
    streams.out << dumpJson(Json{{"plane", named(found->plane)},
                                 {"quadratic", found->quadratic ? named(*found->quadratic) : Json(nullptr)},
                                 {"tilt_rad", found->tilt_rad},
                                 {"peak_to_valley_mm", found->peak_to_valley_mm},
                                 {"rings", std::move(list)}},
                            2)
                << "\n";
    return good;
}

} // namespace

std::function<int()> addSurface(CLI::App& app, Streams streams) {
    auto path = std::make_shared<std::string>();
    auto json = std::make_shared<bool>(false);
    app.add_option("file", *path, "CSV with x_mm, y_mm, z_mm")->required();
    app.add_flag("--json", *json, "Print the result as JSON");
    return [path, json, streams] { return surface(*path, *json, streams); };
}

} // namespace steady::cli
