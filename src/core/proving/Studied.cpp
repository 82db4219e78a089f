// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/proving/Studied.h"

#include "core/proving/StudyTypes.h"
#include "core/shop/Taken.h"
#include "core/statistics/Compare.h"
#include "core/statistics/Quantiles.h"
#include "core/statistics/Summary.h"
#include "core/studies/Looks.h"

#include <cmath>
#include <fmt/format.h>
#include <map>

namespace steady::proving {
namespace {

using shop::Answer;
using shop::StudyType;

constexpr int most_groups_compared = 12;

struct Counted {
    double value_mm;
    int group;
};

std::vector<Counted> counted(shop::Study const& study, shop::Readings const& readings, bool with_marked, int first) {
    std::vector<Counted> all;
    all.reserve(readings.size());
    bool const pairs = study.type == StudyType::TwoWays || study.type == StudyType::Lengths;
    int taken = 0;
    for (auto const& each : readings) {
        if (shop::undone(each)) continue;
        if (first > 0 && ++taken > first) break;
        if (each.withdrawn && !with_marked) continue;
        if (each.source == shop::Source::Simulated && !study.practice) continue;
        if (pairs && !each.second_value) continue;
        all.push_back({pairs ? *each.second_value - each.value_mm : each.value_mm, each.group_nr.value_or(0)});
    }
    return all;
}

std::map<int, std::vector<double>> byGroup(std::vector<Counted> const& all) {
    std::map<int, std::vector<double>> groups;
    for (auto const& each : all) groups[each.group].push_back(each.value_mm);
    return groups;
}

std::string nameOf(shop::Study const& study, int group) {
    auto const at = static_cast<std::size_t>(group) - 1;
    if (group >= 1 && at < study.groups.size()) return study.groups[at];
    return group == 0 ? "no group" : fmt::format("group {}", group);
}

class Judge {
public:
    Judge(facts::Reader const& book, Id<shop::Study> id, shop::Study const& study, shop::Readings const& readings)
        : m_book(book), m_id(id), m_study(study), m_readings(readings) {}

    Studied judged() {
        auto& r = m_result;
        r.n = shop::takenCount(m_readings);
        for (auto const& each : m_readings) r.marked += each.withdrawn && !shop::undone(each);
        auto const& question = m_study.question;
        int const planned = plannedOf(m_study);
        r.judged = question.looks.empty() ? 0 : std::min(question.looks.back(), r.n);
        r.next_look = studies::nextPlannedLook(planned, std::max(r.judged, 0));
        r.blocked = openDefects(m_book, m_study);
        openPoints();
        if (r.n == 0) return std::move(r);
        auto asked = studies::Question{
            m_study.conditions.step_mm.value_or(0), {}, question.coverage, question.confidence, m_book.units()};
        auto const judge = [&](bool with_marked, int first) {
            auto const values = spreadOf(m_study, m_readings, with_marked, first);
            return values.empty() ? studies::StudyResult{} : studies::judgeStudy(values, asked);
        };
        if (judgedBySpread(m_study.type)) {
            if (r.judged < r.n || r.judged == 0) r.so_far = judge(false, 0);
            if (r.judged > 0) {
                r.confidence = asked.confidence = studies::confidenceAtLook(question.confidence, planned, r.judged);
                asked.requirement_mm = question.requirement_mm;
                r.without = judge(false, r.judged);
                r.with = r.marked ? judge(true, r.judged) : r.without;
                if (r.judged == r.n) r.so_far = r.without;
                if (r.blocked.empty()) r.verdict = r.without.verdict;
            }
        }
        compareGroups();
        accuracy();
        r.holding = facts::holdingOf(m_book, basisOf(m_id, m_study));
        return std::move(r);
    }

private:
    void openPoints() {
        auto& open = m_result.open;
        auto const& look = m_study.look;
        auto const nobody = [&](Answer answer, char const* words) {
            if (answer == Answer::NotAsked) open.push_back(words);
        };
        if (m_study.type != StudyType::Thickness) {
            nobody(look.flat, "Nobody has looked whether the base is flat, with no chip or paint under it.");
            nobody(look.firm, "Nobody has looked whether it is held firm.");
            nobody(look.free, "Nobody has looked whether the cable pulls at it.");
            nobody(look.clean, "Nobody has looked whether disc and tool are clean.");
        }
        if (!m_study.conditions.step_mm) open.push_back("The step of the readout was not said.");
    }
    void compareGroups() {
        auto const groups = byGroup(counted(m_study, m_readings, false, 0));
        if (groups.size() < 2 && m_study.groups.empty()) return;
        std::vector<std::span<double const>> spans;
        for (auto const& [nr, values] : groups) {
            auto const summary = statistics::summarise(values);
            m_result.groups.push_back({nr, nameOf(m_study, nr), summary.n, summary.mean, summary.s, summary.range()});
            if (values.size() >= 2) spans.emplace_back(values);
        }
        if (spans.size() >= 2)
            if (auto const found = statistics::brownForsythe(spans)) m_result.spread_p = found->p;
        auto const first = groups.begin();
        int compared = 0;
        for (auto it = std::next(first, first != groups.end()); it != groups.end(); ++it)
            if (compared++ < most_groups_compared) shift(first->first, first->second, it->first, it->second);
    }
    void shift(int from, std::vector<double> const& a, int to, std::vector<double> const& b) {
        auto const found = statistics::welch(a, b);
        if (!found) return;
        Shift made{nameOf(m_study, from),
                   nameOf(m_study, to),
                   found->difference,
                   (found->limits.high - found->limits.low) / 2,
                   found->p,
                   {}};
        if (m_study.question.margin_mm)
            if (auto const p = statistics::tost(a, b, *m_study.question.margin_mm))
                made.agree = *p < 1 - m_study.question.confidence;
        m_result.shifts.push_back(std::move(made));
    }
    /// Not of a foil: there the difference between the groups is what is known.
    void accuracy() {
        bool const shim = m_study.type == StudyType::Shim, pairs = m_study.type == StudyType::TwoWays;
        if (!pairs && !m_study.known_mm) return;
        Accuracy made;
        if (shim) {
            if (m_result.shifts.empty()) return;
            auto const& found = m_result.shifts.front();
            made.bias_mm = std::abs(found.mm) - *m_study.known_mm;
            made.plus_minus_mm = std::hypot(found.plus_minus_mm, m_study.known_error_mm);
        } else {
            std::vector<double> values;
            for (auto const& each : counted(m_study, m_readings, false, 0)) values.push_back(each.value_mm);
            auto const summary = statistics::summarise(values);
            if (summary.n < 2) return;
            double const step = m_study.conditions.step_mm.value_or(0);
            double const u = std::sqrt((summary.s * summary.s) / summary.n + step * step / 12);
            made.bias_mm = summary.mean - (pairs ? 0 : *m_study.known_mm);
            made.plus_minus_mm =
                std::hypot(statistics::studentQuantile(0.975, summary.n - 1) * u, m_study.known_error_mm);
        }
        if (auto const wanted = m_study.question.requirement_mm) {
            double const off = std::abs(made.bias_mm);
            made.verdict = off + made.plus_minus_mm <= *wanted  ? studies::Verdict::Proved
                           : off - made.plus_minus_mm > *wanted ? studies::Verdict::Failed
                                                                : studies::Verdict::Open;
        }
        m_result.accuracy = made;
    }

    facts::Reader const& m_book;
    Id<shop::Study> m_id;
    shop::Study const& m_study;
    shop::Readings const& m_readings;
    Studied m_result;
};

} // namespace

bool judgedBySpread(StudyType type) {
    return type != StudyType::Map && type != StudyType::Lengths && type != StudyType::Thickness &&
           type != StudyType::CheckReading;
}

bool groupsDiffer(StudyType type) {
    return type == StudyType::ByFeed || type == StudyType::PressRelease || type == StudyType::Shim ||
           type == StudyType::Following || type == StudyType::OtherPlaces;
}

std::vector<double> spreadOf(shop::Study const& study, shop::Readings const& readings, bool with_marked, int first) {
    auto const all = counted(study, readings, with_marked, first);
    std::vector<double> values;
    values.reserve(all.size());
    if (!groupsDiffer(study.type)) {
        for (auto const& each : all) values.push_back(each.value_mm);
        return values;
    }
    std::map<int, statistics::Summary> of;
    for (auto const& [nr, group] : byGroup(all)) of[nr] = statistics::summarise(group);
    for (auto const& each : all) {
        auto const& group = of[each.group];
        if (group.n < 2) continue; // alone in its group it tells no spread
        values.push_back((each.value_mm - group.mean) * std::sqrt(static_cast<double>(group.n) / (group.n - 1)));
    }
    return values;
}

std::vector<std::string> openDefects(facts::Reader const& book, shop::Study const& study) {
    std::vector<std::string> all;
    auto const wrong = [&](Answer answer, char const* words) {
        if (answer == Answer::No) all.push_back(words);
    };
    wrong(study.look.flat, "The base is not flat, or something lies under it.");
    wrong(study.look.firm, "It is not held firm.");
    wrong(study.look.free, "The cable pulls at it.");
    wrong(study.look.clean, "Disc or tool is not clean.");
    std::map<shop::MechanicsPart, std::pair<std::int64_t, shop::MechanicsCheck const*>> newest;
    for (auto const& [id, check] : book.all<shop::MechanicsCheck>()) {
        if (study.machine && check->machine != study.machine) continue;
        auto& last = newest[check->part];
        if (!last.second || check->at_utc_ms >= last.first) last = {check->at_utc_ms, check.get()};
    }
    for (auto const& [part, check] : newest)
        if (check.second->defect)
            all.push_back(fmt::format("The machine has an open defect: {}{}.", word(part),
                                      check.second->note.empty() ? "" : ", " + check.second->note));
    return all;
}

facts::Basis basisOf(Id<shop::Study> id, shop::Study const& study) {
    facts::Basis basis;
    basis.kind = study.type == StudyType::Map       ? facts::ResultKind::DiscMap
                 : study.type == StudyType::Lengths ? facts::ResultKind::LengthModel
                                                    : facts::ResultKind::Repeatability;
    basis.machine = study.machine;
    basis.plate = study.plate;
    basis.setter = study.setter;
    if (study.tool) basis.tools = {study.tool};
    basis.typed = {{"readings", id.value, {}}}; // more readings do not undo what happened between them
    return basis;
}

Result<Studied> studied(facts::Reader const& book, Id<shop::Study> id) {
    auto const* study = book.find(id);
    if (!study) return fail(Code::Missing, {"study"}, "The study", "Choose another one.");
    auto const& readings = book.readings(id);
    if (!readings) return Failure(readings.error());
    return Judge(book, id, *study, *readings).judged();
}

} // namespace steady::proving
