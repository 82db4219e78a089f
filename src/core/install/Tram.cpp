// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/install/Tram.h"

#include "core/quantity/Units.h"

#include <cmath>
#include <fmt/format.h>
#include <map>
#include <numbers>

namespace steady::install {
namespace {

using shop::MechanicsCheck;
using shop::MechanicsPart;
using shop::SweepAlong;
using zeroing::Judgement;

/// The thinnest stock that shims are cut from; common practice.
constexpr double thinnest_mm = 0.02;

char const* partName(MechanicsPart part) {
    switch (part) {
    case MechanicsPart::Bolts: return "Bolts";
    case MechanicsPart::Level: return "Level";
    case MechanicsPart::Head: return "Head";
    case MechanicsPart::Column: return "Column";
    case MechanicsPart::Table: return "Table";
    }
    return "";
}

/// Where `plus` is the side that pushes the indicator in: right or back.
std::string under(MechanicsCheck const& check, bool plus) {
    bool const x = check.along == SweepAlong::X;
    switch (check.part) {
    // Pushed in on one side: the spindle leans over to it at its top.
    case MechanicsPart::Head:
        return x ? (plus ? "turn its top to the left, by so much over its bolts"
                         : "turn its top to the right, by so much over its bolts")
                 : (plus ? "behind the head, at the upper bolts" : "behind the head, at the lower bolts");
    case MechanicsPart::Column:
        return x ? (plus ? "under the right bolts of the column" : "under the left bolts of the column")
                 : (plus ? "under the back bolts of the column" : "under the front bolts of the column");
    // The table is high there.
    case MechanicsPart::Level:
    case MechanicsPart::Table:
        return x ? (plus ? "under the left side" : "under the right side")
                 : (plus ? "under the front" : "under the back");
    case MechanicsPart::Bolts: break;
    }
    return {};
}

} // namespace

std::string titleOf(MechanicsCheck const& check) {
    std::string const name = partName(check.part);
    if (check.part == MechanicsPart::Bolts) return name;
    return name + (check.along == SweepAlong::X ? ", left to right" : ", front to back");
}

std::optional<Shim> shimFor(MechanicsCheck const& check, double difference_mm) {
    if (check.part == MechanicsPart::Bolts || check.sweep_mm <= 0) return std::nullopt;
    double const shim = std::abs(difference_mm) * check.bolts_apart_mm / check.sweep_mm;
    if (shim < thinnest_mm) return std::nullopt;
    return Shim{std::atan2(std::abs(difference_mm), check.sweep_mm) * 180 / std::numbers::pi, shim,
                under(check, difference_mm > 0)};
}

std::vector<std::pair<Id<MechanicsCheck>, MechanicsCheck const*>> newestChecks(facts::Reader const& book,
                                                                               Id<shop::Machine> machine) {
    std::map<std::pair<MechanicsPart, SweepAlong>, std::pair<Id<MechanicsCheck>, MechanicsCheck const*>> newest;
    for (auto const& [id, check] : book.all<MechanicsCheck>()) {
        if (check->machine != machine) continue;
        auto& kept = newest[{check->part, check->along}];
        if (!kept.second || check->at_utc_ms >= kept.second->at_utc_ms) kept = {id, check.get()};
    }
    std::vector<std::pair<Id<MechanicsCheck>, MechanicsCheck const*>> all;
    for (auto const& [part, each] : newest) all.push_back(each);
    return all;
}

std::vector<Judgement> mechanicsJudgements(facts::Reader const& book, shop::ZeroSetup const& setup) {
    auto const units = book.units();
    auto const checks = newestChecks(book, setup.place.machine);
    std::vector<Judgement> defects, said;
    std::int64_t touched_utc_ms = 0; // the last time that a part before was put right
    MechanicsPart touched = MechanicsPart::Bolts;
    for (auto const& [id, check] : checks) {
        auto const name = titleOf(*check);
        if (check->defect)
            defects.push_back({Severity::Bad,
                               name + ": a defect is open.",
                               (check->note.empty() ? std::string() : "“" + check->note + "”. ") +
                                   "Nothing is proved on a machine with it; mend it first. Everything else goes on.",
                               {}});
        auto const now = check->after_mm ? check->after_mm : check->before_mm;
        if (touched_utc_ms > check->at_utc_ms && now)
            said.push_back({Severity::Attention,
                            name + ": sweep it again.",
                            std::string(partName(touched)) + " was put right since, and this rests on it.",
                            {}});
        else if (now) {
            auto const shim = shimFor(*check, *now);
            Judgement judged;
            judged.severity = shim ? Severity::Attention : Severity::Note;
            judged.headline = shim ? fmt::format("{}: {:.3f}° off.", name, shim->angle_deg)
                                   : name + ": as true as a shim can make it.";
            judged.text =
                fmt::format("{} over {}.", lengthText(std::abs(*now), units), lengthText(check->sweep_mm, units));
            if (shim) judged.text += fmt::format(" {}: {}.", lengthText(shim->shim_mm, units), shim->under);
            if (check->after_mm && check->before_mm)
                judged.text += fmt::format(" It was {} before.", lengthText(std::abs(*check->before_mm), units));
            said.push_back(std::move(judged));
        }
        if (check->after_mm && check->at_utc_ms > touched_utc_ms) {
            touched_utc_ms = check->at_utc_ms;
            touched = check->part;
        }
    }
    if (checks.empty())
        said.push_back({Severity::Note,
                        "Nobody has written down a look at the mechanics.",
                        "Bolts first, then level, head, column, table: each is put right on those before it.",
                        {}});
    said.insert(said.begin(), defects.begin(), defects.end());
    said.push_back(
        {Severity::Note,
         "Cautions",
         "Spindle stopped and locked out, Z blocked before its bolts are loosened. The maker's manual says which "
         "bolts may be.",
         {}});
    return said;
}

} // namespace steady::install
