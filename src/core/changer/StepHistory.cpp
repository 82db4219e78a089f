// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/changer/StepHistory.h"

#include "core/statistics/Drift.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <map>

namespace steady::changer {
namespace {

using shop::ChangeMoment;

constexpr double sure = 0.05;      // two-sided
constexpr double near_limit = 0.8; // of the limit
constexpr std::size_t most_for_trend = 500;
constexpr int most_told = 100'000; // changes ahead; beyond that it is no forecast

constexpr ChangeMoment all_moments[] = {ChangeMoment::Air,    ChangeMoment::Opens,   ChangeMoment::LetsGo,
                                        ChangeMoment::Closes, ChangeMoment::DrawnIn, ChangeMoment::StaysHeld};

} // namespace

char const* words(ChangeMoment moment) {
    switch (moment) {
    case ChangeMoment::Air: return "there is air";
    case ChangeMoment::Opens: return "the clamp opens";
    case ChangeMoment::LetsGo: return "the holder is let go";
    case ChangeMoment::Closes: return "the clamp closes";
    case ChangeMoment::DrawnIn: return "a holder is drawn in";
    case ChangeMoment::StaysHeld: return "it stays drawn in";
    }
    return "";
}

std::span<LikelyCause const> suspectsOf(ChangeMoment moment) {
    static constexpr LikelyCause air[] = {{"compressor off, or empty", "the gauge at the regulator"},
                                          {"weak air: filter, regulator, thin hose", "the gauge while the clamp works"},
                                          {"switch of the pressure set too high", "its setting against the gauge"}};
    static constexpr LikelyCause opens[] = {
        {"weak air: filter, regulator, thin hose", "the gauge while the clamp works"},
        {"valve or its coil", "its lamp, and whether it clicks"},
        {"sensor out of place, or its cable", "the lamp while the drawbar is moved"},
        {"dry or worn seals, springs", "whether it hisses; the time it takes"}};
    static constexpr LikelyCause lets_go[] = {
        {"holder sticks: dirt or rust in the cone", "cone and holder, clean and dry"},
        {"clamp opens half: weak air", "the gauge while the clamp works"},
        {"stud of another length", "the stud against the maker's figure"},
        {"sensor out of place, or its cable", "the lamp with an empty spindle"}};
    static constexpr LikelyCause closes[] = {
        {"air does not leave: silencer, valve", "whether it hisses as it closes"},
        {"weak or broken springs", "the force that draws in, by a gauge"},
        {"sensor out of place, or its cable", "the lamp while the drawbar is moved"}};
    static constexpr LikelyCause drawn_in[] = {
        {"fork empty: another tool, or none", "the fork, and the table"},
        {"pocket taught too high or beside", "the pocket, with the calibration pin"},
        {"stud loose, missing or too short", "the stud of that very holder"},
        {"chip between cone and holder", "cone and holder, against the light"}};
    static constexpr LikelyCause stays[] = {
        {"holder was not seated: weak springs", "the force that draws in, by a gauge"},
        {"pocket beside its line: torn on the way out", "the pocket's fit"},
        {"sensor's cable breaks as Z moves", "the lamp while Z goes up and down"}};
    switch (moment) {
    case ChangeMoment::Air: return air;
    case ChangeMoment::Opens: return opens;
    case ChangeMoment::LetsGo: return lets_go;
    case ChangeMoment::Closes: return closes;
    case ChangeMoment::DrawnIn: return drawn_in;
    case ChangeMoment::StaysHeld: return stays;
    }
    return {};
}

std::vector<shop::ChangeRecord> historyOf(facts::Reader const& book, Id<shop::ToolRack> rack) {
    std::vector<shop::ChangeRecord> all;
    for (auto const& [id, record] : book.all<shop::ChangeRecord>())
        if (record->rack == rack) all.push_back(*record);
    std::stable_sort(all.begin(), all.end(), [](auto const& a, auto const& b) { return a.at_utc_ms < b.at_utc_ms; });
    return all;
}

MomentTrend trendOf(std::vector<shop::ChangeRecord> const& history, ChangeMoment moment, double limit_s) {
    std::vector<double> times;
    for (auto const& each : history)
        if (each.moment == moment && each.seconds && !each.alarm) times.push_back(*each.seconds);
    if (times.size() > most_for_trend) times.erase(times.begin(), times.end() - most_for_trend);
    MomentTrend made;
    made.count = times.size();
    if (times.empty()) return made;
    made.last_s = times.back();
    auto sorted = times;
    std::sort(sorted.begin(), sorted.end());
    auto const middle = sorted.size() / 2;
    made.median_s = sorted.size() % 2 ? sorted[middle] : (sorted[middle - 1] + sorted[middle]) / 2;
    if (times.size() < least_for_trend) return made;
    auto const kendall = statistics::mannKendall(times);
    auto const slope = statistics::theilSen(times);
    bool const certain = kendall && kendall->p < sure;
    made.slower = certain && slope && *slope > 0;
    if (!made.slower) return made;
    made.slower_s = *slope;
    double const ahead = std::ceil((limit_s - made.last_s) / *slope);
    if (ahead < most_told) made.until_limit = std::max(0, static_cast<int>(ahead));
    return made;
}

std::vector<std::pair<std::string, int>> rankedCauses(std::vector<shop::ChangeRecord> const& history,
                                                      ChangeMoment moment) {
    std::map<std::string, int> found;
    for (auto const& each : history)
        if (each.alarm && each.moment == moment && !each.cause.empty()) ++found[each.cause];
    std::vector<std::pair<std::string, int>> ranked(found.begin(), found.end());
    std::stable_sort(ranked.begin(), ranked.end(), [](auto const& a, auto const& b) { return a.second > b.second; });
    for (auto const& suspect : suspectsOf(moment))
        if (!found.contains(suspect.cause)) ranked.emplace_back(suspect.cause, 0);
    return ranked;
}

std::vector<zeroing::Judgement> judgeHistory(std::vector<shop::ChangeRecord> const& history,
                                             shop::RackDrive const& drive) {
    std::vector<zeroing::Judgement> said;
    std::vector<std::pair<ChangeMoment, int>> alarms;
    for (auto const moment : all_moments) {
        auto const trend = trendOf(history, moment, drive.limit_s);
        if (trend.slower) {
            zeroing::Judgement slow{
                Severity::Attention,
                fmt::format("Until {} it takes longer and longer.", words(moment)),
                fmt::format("{:.2f} s in the middle, {:.2f} s now, {:+.3f} s a change (Mann–Kendall, "
                            "Theil–Sen, {} times).",
                            trend.median_s, trend.last_s, trend.slower_s, trend.count),
                {}};
            if (trend.until_limit)
                slow.text += fmt::format(" Its limit, {:g} s, is reached after {} more, if it goes on so.",
                                         drive.limit_s, *trend.until_limit);
            for (auto const& suspect : suspectsOf(moment))
                slow.why.push_back(fmt::format("{}: look at {}", suspect.cause, suspect.look));
            said.push_back(std::move(slow));
        } else if (trend.count > 0 && trend.last_s > near_limit * drive.limit_s) {
            said.push_back(
                {Severity::Attention,
                 fmt::format("Until {} it took {:.2f} s.", words(moment), trend.last_s),
                 fmt::format("Its limit is {:g} s: what is a little slower ends in an alarm.", drive.limit_s),
                 {}});
        }
        int const count = static_cast<int>(std::count_if(
            history.begin(), history.end(), [&](auto const& each) { return each.alarm && each.moment == moment; }));
        if (count > 0) alarms.emplace_back(moment, count);
    }
    std::stable_sort(alarms.begin(), alarms.end(), [](auto const& a, auto const& b) { return a.second > b.second; });
    for (auto const& [moment, count] : alarms) {
        zeroing::Judgement each{
            Severity::Attention,
            fmt::format("{} alarm{} waiting until {}.", count, count == 1 ? "" : "s", words(moment)),
            "Suspects, those that were found before first:",
            {}};
        for (auto const& [cause, found] : rankedCauses(history, moment))
            each.why.push_back(found > 0 ? fmt::format("{}: found {} time{}", cause, found, found == 1 ? "" : "s")
                                         : cause);
        said.push_back(std::move(each));
    }
    if (said.empty())
        said.push_back(
            {Severity::Note,
             history.empty() ? "Nothing has been written down yet." : "Nothing takes longer, and nothing failed.",
             history.empty() ? "The time until a lamp comes, now and then; and each alarm, with what it "
                               "turned out to be."
                             : fmt::format("{} moments of changes.", history.size()),
             {}});
    return said;
}

} // namespace steady::changer
