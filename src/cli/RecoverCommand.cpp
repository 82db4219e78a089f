// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/Command.h"

#include "core/base/Json.h"
#include "core/changer/Carousel.h"
#include "core/changer/Recovery.h"

#include <algorithm>
#include <charconv>
#include <fmt/format.h>
#include <nlohmann/json.hpp>

namespace steady::cli {
namespace {

using changer::HolderSeen;

Failure wrong(std::string const& what, char const* expected) {
    return Failure(Error{Code::BadSchema, {}, what, expected});
}

Result<HolderSeen> holderOf(Json const& json, std::string const& what) {
    if (json == "unknown") return HolderSeen();
    if (json == "empty") return HolderSeen(0);
    if (json.is_number_integer() && json.get<std::int64_t>() > 0 && json.get<std::int64_t>() <= 99'999)
        return HolderSeen(json.get<int>());
    return wrong(what, "a tool's number, \"empty\" or \"unknown\"");
}

Result<changer::SeenState> stateOf(Json const& json) {
    if (!json.is_object()) return wrong("What is outermost", "an object");
    changer::SeenState seen;
    for (auto const& [key, value] : json.items()) {
        if (key == "spindle") {
            auto const holder = holderOf(value, key);
            if (!holder) return Failure(holder.error());
            seen.spindle = *holder;
        } else if (key == "clamp") {
            if (value == "open")
                seen.clamp = changer::ClampSeen::Open;
            else if (value == "closed")
                seen.clamp = changer::ClampSeen::Closed;
            else if (value != "unknown")
                return wrong(key, "\"open\", \"closed\" or \"unknown\"");
        } else if (key == "arm") {
            if (value.is_null()) continue;
            auto const holder = holderOf(value, key);
            if (!holder) return Failure(holder.error());
            seen.arm = *holder;
        } else if (key == "changer") {
            if (value != "rack" && value != "carousel" && value != "arm")
                return wrong(key, "\"rack\", \"carousel\" or \"arm\"");
        } else if (key == "down") {
            if (!value.is_boolean()) return wrong(key, "true or false");
        } else if (key == "at") {
            if (value == "clear")
                seen.at_pocket = 0;
            else if (value.is_number_integer()) {
                seen.at_pocket = value.get<int>();
                seen.in_fork = true;
            } else if (value != "unknown")
                return wrong(key, "a pocket's number, \"clear\" or \"unknown\"");
        } else if (key == "air" || key == "homed" || key == "power_cut") {
            if (!value.is_boolean()) return wrong(key, "true or false");
            (key == "air" ? seen.air : key == "homed" ? seen.homed : seen.power_cut) = value.get<bool>();
        } else if (key == "mark") {
            if (value == "hit")
                seen.mark = changer::MarkSeen::Hit;
            else if (value == "missed")
                seen.mark = changer::MarkSeen::Missed;
            else if (value != "unknown")
                return wrong(key, "\"hit\", \"missed\" or \"unknown\"");
        } else if (key == "alarm") {
            if (!value.is_null() && !value.is_string()) return wrong(key, "a text, or null");
            if (value.is_string()) seen.alarm = value.get<std::string>();
        } else if (key == "pockets") {
            if (!value.is_object()) return wrong(key, "an object");
            for (auto const& [name, held] : value.items()) {
                int number = 0;
                auto const [end, bad] = std::from_chars(name.data(), name.data() + name.size(), number);
                if (bad != std::errc() || end != name.data() + name.size() || number < 1 || number > 9999)
                    return wrong("pockets." + name, "the number of a pocket");
                auto const holder = holderOf(held, "pockets." + name);
                if (!holder) return Failure(holder.error());
                seen.pockets[number] = *holder;
            }
        } else {
            return wrong(key, "a field that docs/formats.md lists");
        }
    }
    if (json.contains("down")) seen.in_fork = seen.in_fork && json["down"] == true;
    return seen;
}

/// As many pockets as the state names.
changer::Device deviceOf(Json const& json, changer::SeenState const& seen) {
    changer::Device device;
    device.first_number = seen.pockets.begin()->first;
    auto const sort = json.value("changer", std::string("rack"));
    int const most = sort == "rack" ? shop::most_pockets : changer::most_places;
    device.pockets = std::min(seen.pockets.rbegin()->first - device.first_number + 1, most);
    device.comes = sort == "carousel";
    device.arm = sort == "arm";
    return device;
}

int recover(std::string const& path, bool json, Streams streams) {
    auto const text = readFile(path);
    if (!text) return refuse(text.error(), streams);
    auto const parsed = Json::parse(*text, nullptr, false);
    if (parsed.is_discarded()) return refuse(Error{Code::BadJson, {path, 1, 0}, "The state", {}}, streams);
    auto const seen = stateOf(parsed);
    if (!seen) return refuse(seen.error(), streams);
    if (seen->pockets.empty())
        return refuse(Error{Code::Missing,
                            {"pockets"},
                            "What is seen in the pockets",
                            "List each by its number; \"unknown\" where nobody has looked."},
                      streams);
    auto const way = changer::recover(deviceOf(parsed, *seen), *seen);
    if (!way) return refuse(way.error(), streams);
    if (!json) {
        int nr = 0;
        for (auto const& step : way->steps)
            streams.out << fmt::format("{} {}{}{} Then: {}\n", ++nr, step.text, step.caution.empty() ? "" : " ",
                                       step.caution, step.expect);
        return way->looks_first ? judged_bad : good;
    }
    Json steps = Json::array();
    for (auto const& step : way->steps)
        steps.push_back({{"text", step.text},
                         {"caution", step.caution},
                         {"expect", step.expect},
                         {"by", step.by_hand ? "hand" : "machine"}});
    streams.out << dumpJson(Json{{"steps", std::move(steps)},
                                 {"looks_first", way->looks_first},
                                 {"after", changer::afterRecovery(deviceOf(parsed, *seen), *seen)}},
                            2)
                << "\n";
    return way->looks_first ? judged_bad : good;
}

} // namespace

std::function<int()> addRecover(CLI::App& app, Streams streams) {
    auto path = std::make_shared<std::string>();
    auto json = std::make_shared<bool>(false);
    app.add_option("state", *path, "What is seen now, a JSON file")->required();
    app.add_flag("--json", *json, "Print the result as JSON");
    return [path, json, streams] { return recover(*path, *json, streams); };
}

} // namespace steady::cli
