// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/BookOptions.h"

#include "core/base/Json.h"
#include "core/changer/Rack.h"
#include "exchange/PocketList.h"

#include <fmt/format.h>
#include <nlohmann/json.hpp>

namespace steady::cli {
namespace {

Json point(changer::Axes const& mm) {
    Json made = Json::array();
    for (auto const& each : mm) made.push_back(each ? Json(*each) : Json(nullptr));
    return made;
}

/// A rack as the file gives it: whatever its maker says is not known.
Result<shop::ToolRack> fromFile(std::string const& path) {
    auto const text = readFile(path);
    if (!text) return Failure(text.error());
    auto const pockets = exchange::readPockets(*text, path);
    if (!pockets) return Failure(pockets.error());
    shop::ToolRack rack;
    rack.mounting.pins_out = rack.mounting.tight = true; // nothing is going to be taught
    if (pockets->empty()) return rack;
    rack.first_number = pockets->front().number;
    rack.pockets.resize(static_cast<std::size_t>(pockets->back().number - rack.first_number + 1));
    for (auto const& each : *pockets)
        for (int axis = 0; axis < 3; ++axis)
            rack.pockets[static_cast<std::size_t>(each.number - rack.first_number)].axis(axis) =
                each.mm[static_cast<std::size_t>(axis)];
    return rack;
}

int tell(shop::ToolRack const& rack, changer::RackState const& state, changer::Sheet sheet, UnitSystem units, bool json,
         Streams streams) {
    bool const bad = state.blocked || (state.fit && (state.fit->torn || !state.fit->suspects.empty()));
    if (!json) {
        for (auto const& each : changer::judgeRack(state, rack, units, sheet))
            streams.out << each.headline << " " << each.text << "\n";
        return bad ? judged_bad : good;
    }
    Json suspects = Json::array(), residuals = Json::array(), chosen = Json::array();
    for (std::size_t i = 0; i < state.pockets.size(); ++i) {
        auto const& pocket = state.pockets[i];
        if (state.fit) residuals.push_back({{"pocket", pocket.number}, {"mm", point(state.fit->residuals_mm[i])}});
        chosen.push_back({{"pocket", pocket.number},
                          {"from", shop::word(rack.pockets[i].from)},
                          {"mm", point(pocket.used_mm)},
                          {"holder_z_mm", pocket.holder_z_mm ? Json(*pocket.holder_z_mm) : Json(nullptr)},
                          {"verdict", changer::verdictWords(pocket.verdict)}});
        if (!pocket.suspect) continue;
        Json causes = Json::array();
        for (auto const cause : pocket.suspect->causes) causes.push_back(changer::word(cause));
        suspects.push_back({{"pocket", pocket.number},
                            {"cause", causes.front()},
                            {"causes", causes},
                            {"off_mm", pocket.suspect->off_mm}});
    }
    auto const or_null = [](auto const& value) { return value ? Json(*value) : Json(nullptr); };
    auto const& fit = state.fit;
    streams.out << dumpJson(Json{{"pitch_mm", fit ? Json(fit->pitch_mm) : Json(nullptr)},
                                 {"skew_rad", fit ? Json(fit->skew_rad) : Json(nullptr)},
                                 {"z_slope", fit ? or_null(fit->z_slope) : Json(nullptr)},
                                 {"xy_checked", fit && fit->xy_checked},
                                 {"z_checked", fit && fit->z_checked},
                                 {"torn", fit && fit->torn},
                                 {"residuals_mm", std::move(residuals)},
                                 {"suspects", std::move(suspects)},
                                 {"chosen", std::move(chosen)}},
                            2)
                << "\n";
    return bad ? judged_bad : good;
}

int rack(std::string const& path, BookOptions const& options, bool json, Streams streams) {
    if (path.empty() && options.book.empty())
        return refuse(Error{Code::Missing, {"rack"}, "A rack", "Give a file of positions, or --book."}, streams);
    if (!path.empty()) {
        auto const read = fromFile(path);
        if (!read) return refuse(read.error(), streams);
        shop::Book const none;
        auto const state = changer::rackState(none, {}, *read);
        if (!state.fit)
            return refuse(Error{Code::Missing, {path}, "X and Y of two pockets", "Teach first and last at least."},
                          streams);
        return tell(*read, state, changer::Sheet::None, UnitSystem::Metric, json, streams);
    }
    auto const opened = options.open();
    if (!opened) return refuse(opened.error(), streams);
    auto const& [book, setup] = *opened;
    auto const racks = changer::racksOf(book, setup.place.machine);
    if (racks.empty())
        return refuse(Error{Code::Missing, {"rack"}, "A rack of this machine", "Add one at Changer."}, streams);
    auto const& first = *book.find(racks.front());
    return tell(first, changer::rackState(book, setup, first), changer::Sheet::Given, book.units(), json, streams);
}

} // namespace

std::function<int()> addRack(CLI::App& app, Streams streams) {
    auto path = std::make_shared<std::string>();
    auto json = std::make_shared<bool>(false);
    auto options = std::make_shared<BookOptions>();
    app.add_option("file", *path, "CSV with pocket, x_mm, y_mm, z_mm");
    options->addPlace(app, false);
    app.get_option("--book")->excludes(app.get_option("file"));
    app.add_flag("--json", *json, "Print the result as JSON");
    return [path, options, json, streams] { return rack(*path, *options, *json, streams); };
}

} // namespace steady::cli
