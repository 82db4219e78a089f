// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/Command.h"
#include "core/base/Json.h"
#include "core/facts/Facts.h"
#include "core/upkeep/Status.h"
#include "store/BookFile.h"
#include "store/SystemClock.h"

#include <fmt/format.h>
#include <nlohmann/json.hpp>

namespace steady::cli {
namespace {

Json orNull(std::optional<double> const& value) { return value ? Json(*value) : Json(nullptr); }

Json toJson(upkeep::ResultState const& result) {
    Json rests = Json::array(), because = Json::array();
    for (auto const& on : result.rests_on) rests.push_back({{"entity", on.entity}, {"seq", on.seq}});
    for (auto const& why : result.because)
        because.push_back({{"event", why.event ? Json(why.event) : Json(nullptr)},
                           {"seq", why.seq ? Json(why.seq) : Json(nullptr)},
                           {"text", why.text}});
    return {{"id", word(result.kind)},
            {"subject", result.subject},
            {"title", result.title},
            {"state", word(result.state)},
            {"value_mm", orNull(result.value_mm)},
            {"plus_minus_mm", orNull(result.plus_minus_mm)},
            {"rests_on", std::move(rests)},
            {"because", std::move(because)},
            {"remedy", result.remedy}};
}

Json toJson(upkeep::Status const& status) {
    Json results = Json::array(), redo = Json::array();
    for (auto const& result : status.results) results.push_back(toJson(result));
    for (auto const& step : status.redo)
        redo.push_back({{"id", word(step.kind)},
                        {"subject", step.subject},
                        {"title", step.title},
                        {"seconds", orNull(step.seconds)},
                        {"seconds_source", word(step.seconds_from)}});
    Json due = Json::array();
    for (auto const& each : status.due)
        due.push_back({{"id", each.entity}, {"title", each.title}, {"by", word(each.by)}, {"left", each.left}});
    auto const& progress = status.progress;
    return {
        {"seq", status.seq},
        {"results", std::move(results)},
        {"redo", std::move(redo)},
        {"due", std::move(due)},
        {"next", {{"station", progress.next_station}, {"section", progress.next_section}, {"text", progress.next}}}};
}

void tell(upkeep::Status const& status, std::ostream& out) {
    for (auto const& result : status.results) {
        out << fmt::format("{:<8} {}\n", word(result.state), result.title);
        for (auto const& why : result.because) out << "         " << why.text << "\n";
        if (!result.remedy.empty()) out << "         " << result.remedy << "\n";
    }
    if (!status.redo.empty()) out << "\nTo do again, in this order:\n";
    int nr = 0;
    for (auto const& step : status.redo)
        out << fmt::format(
            "{}. {}{}\n", ++nr, step.title,
            step.seconds
                ? fmt::format(", about {:.0f} s{}", *step.seconds,
                              step.seconds_from == upkeep::SecondsFrom::Owner ? ", as you said" : " of the machine")
                : "");
    for (auto const& each : status.due)
        if (each.now()) out << fmt::format("\n{}: {}", each.title, leftText(each));
    out << "\nNext: " << status.progress.next << "\n";
}

int status(std::string const& path, std::string const& now, bool json, Streams streams) {
    auto const now_utc_ms = store::momentOr(now);
    if (!now_utc_ms) return refuse(now_utc_ms.error(), streams);
    auto const file = store::BookFile::open(QString::fromStdString(path), store::Access::ReadOnly);
    if (!file) return refuse(file.error(), streams);
    auto const snapshot = (*file)->load();
    if (!snapshot) return refuse(snapshot.error(), streams);
    facts::Facts facts(*snapshot, snapshot->book().units());
    auto const found = upkeep::statusOf(facts.reader(), *now_utc_ms);
    if (json)
        streams.out << dumpJson(toJson(found), 2) << "\n";
    else
        tell(found, streams.out);
    return found.holds() ? good : judged_bad;
}

} // namespace

std::function<int()> addStatus(CLI::App& app, Streams streams) {
    auto path = std::make_shared<std::string>();
    auto json = std::make_shared<bool>(false);
    app.add_option("--book", *path, "The book, a .pinbook file")->required();
    auto now = std::make_shared<std::string>();
    app.add_option("--now", *now,
                   "What is due on that day (2026-11-27, or 2026-11-27T09:00:00Z); else STEADY_PIN_NOW, else today");
    app.add_flag("--json", *json, "As JSON, for scripts");
    return [path, now, json, streams] { return status(*path, *now, *json, streams); };
}

} // namespace steady::cli
