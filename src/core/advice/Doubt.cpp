// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/advice/Doubt.h"

#include "core/facts/Facts.h"
#include "core/proving/Studied.h"
#include "core/proving/StudyPairs.h"
#include "core/quantity/Units.h"
#include "core/statistics/Quantiles.h"
#include "core/studies/DiscMap.h"
#include "core/studies/Tilt.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <map>

namespace steady::advice {
namespace {

using shop::StudyType;
using zeroing::Judgement;

constexpr double usual_sweep_mm = 200, indicator_error_mm = 0.02; // ±; common practice

std::vector<Doubt> inOrder() {
    return {{Cause::Gauge, "The height gauge, on blocks", "it reads the blocks wrong, or not twice the same",
             "gauge blocks", 10, StudyType::Artefact},
            {Cause::Seat, "The holder pressed home",
             "pressed and loaded readings differ, or the loaded ones scatter more", "nothing", 20, StudyType::Seating},
            {Cause::Insert, "Every insert of the cutter", "one insert reads longer than the others",
             "nothing: turn each insert over the setter", 10, StudyType::SpindleTurned},
            {Cause::Backlash, "Backlash of Z", "press and lift-off lie farther apart than the switch needs", "nothing",
             10, StudyType::PressRelease},
            {Cause::Homing, "Homing", "all readings jump together after each homing", "nothing", 20, StudyType::Homing},
            {Cause::SpindleAngle, "Angle of the spindle", "readings follow the turn of the spindle", "nothing", 10,
             StudyType::SpindleTurned},
            {Cause::Disc, "The disc", "a dome, a dent or a tilt under the cutter’s rim", "a point in the spindle", 15,
             StudyType::Map},
            {Cause::Tram,
             "Tram of the head",
             "lengths are off in proportion to the diameter of the rim",
             "an indicator in the spindle",
             20,
             {}},
            {Cause::Following, "Following error", "what is read depends on the phase of the move",
             "the control’s own screen", 15, StudyType::Following}};
}

/// The newest sweep of the head each way.
std::map<shop::SweepAlong, shop::MechanicsCheck const*> sweepsOf(facts::Reader const& book, Id<shop::Machine> machine) {
    std::map<shop::SweepAlong, shop::MechanicsCheck const*> newest;
    for (auto const& [id, check] : book.all<shop::MechanicsCheck>()) {
        if (check->machine != machine || check->part != shop::MechanicsPart::Head) continue;
        if (!check->after_mm && !check->before_mm) continue;
        auto& last = newest[check->along];
        if (!last || check->at_utc_ms >= last->at_utc_ms) last = check.get();
    }
    return newest;
}

/// Both ways together.
double tiltOf(std::map<shop::SweepAlong, shop::MechanicsCheck const*> const& sweeps) {
    double tilt_deg = 0;
    for (auto const& [along, check] : sweeps)
        tilt_deg = std::hypot(tilt_deg, studies::tiltOfSweep_deg(check->after_mm ? *check->after_mm : *check->before_mm,
                                                                 check->sweep_mm));
    return tilt_deg;
}

class Evidence {
public:
    Evidence(facts::Reader const& book, shop::ZeroSetup const& setup) : m_book(book), m_setup(setup) {}

    Result<void> look(Doubt& doubt) const {
        if (doubt.cause == Cause::Tram) return tram(doubt), Result<void>();
        if (doubt.cause == Cause::Insert && !anyInserts())
            return tell(doubt, false, "no tool has inserts"), Result<void>();
        if (doubt.cause == Cause::Disc) return disc(doubt);
        if (!doubt.study) return {};
        auto const id = newest(*doubt.study, doubt.cause == Cause::Insert);
        if (!id) return {};
        auto const state = m_book.ask<&proving::studied>(id);
        if (!state) return Failure(state.error());
        if (state->n < 4) return doubt.evidence = fmt::format("{} readings: too few to tell", state->n), Result<void>();
        switch (doubt.cause) {
        case Cause::Gauge:
            if (!state->accuracy || !state->accuracy->verdict)
                return doubt.evidence = "no known value or no requirement to hold it against", Result<void>();
            tell(doubt, *state->accuracy->verdict != studies::Verdict::Proved,
                 fmt::format("off by {} {}", len(state->accuracy->bias_mm), pm(state->accuracy->plus_minus_mm)));
            break;
        case Cause::Insert:
            tell(doubt, state->so_far.range_mm > allowed(),
                 fmt::format("inserts span {}", len(state->so_far.range_mm)));
            break;
        case Cause::Backlash:
            if (!state->shifts.empty()) {
                auto const& shift = state->shifts.front();
                tell(doubt, std::abs(shift.mm) - shift.plus_minus_mm > allowed(),
                     fmt::format("press and lift-off lie {} {} apart", len(std::abs(shift.mm)),
                                 pm(shift.plus_minus_mm)));
            }
            break;
        case Cause::Following: {
            double widest = 0;
            for (auto const& group : state->groups) widest = std::max(widest, std::abs(group.mean_mm));
            tell(doubt, widest > allowed(), fmt::format("up to {} in a phase", len(widest)));
            break;
        }
        default: {
            bool const apart = std::any_of(state->shifts.begin(), state->shifts.end(), [&](auto const& shift) {
                return shift.p < 0.05 && std::abs(shift.mm) > allowed() / 2;
            });
            double widest = 0; // of the groups that do not scatter alike
            if (state->spread_p.value_or(1) < 0.05)
                for (auto const& group : state->groups) widest = std::max(widest, group.s_mm);
            bool const wide = 2 * state->so_far.s_eff_mm > allowed() || 2 * widest > allowed() / 2;
            tell(doubt, apart || wide,
                 fmt::format("s {}{}{}", len(state->so_far.s_mm), apart ? ", its groups lie apart" : "",
                             widest > 0 ? ", its groups do not scatter alike" : ""));
        }
        }
        return {};
    }

private:
    double allowed() const { return m_setup.prefer.good_enough_mm; }
    std::string len(double mm) const { return lengthText(mm, m_book.units()); }
    std::string pm(double mm) const { return plusMinusText(mm, m_book.units()); }
    static void tell(Doubt& doubt, bool suspect, std::string evidence) {
        doubt.state = suspect ? Cleared::Suspect : Cleared::Cleared;
        doubt.evidence = std::move(evidence);
    }
    /// A spindle is turned to look at its angle, or, under a cutter with inserts, at each of these.
    Id<shop::Study> newest(StudyType type, bool of_inserts) const {
        Id<shop::Study> found;
        std::int64_t at = -1;
        for (auto const& [id, study] : m_book.all<shop::Study>())
            if (study->type == type && !study->practice && study->machine == m_setup.place.machine &&
                study->begun_utc_ms >= at &&
                (type != StudyType::SpindleTurned || of_inserts == withInserts(study->tool))) {
                found = id;
                at = study->begun_utc_ms;
            }
        return found;
    }
    Result<void> disc(Doubt& doubt) const {
        auto const id = newest(StudyType::Map, false);
        if (!id) return {};
        auto const& readings = m_book.readings(id);
        if (!readings) return Failure(readings.error());
        auto const places = proving::placesOf(*readings);
        auto const map = studies::judgeMap(places);
        if (!map) return doubt.evidence = "too few places to tell", Result<void>();
        double worst = 0, widest = 0;
        for (auto const& [tool_id, tool] : shop::toolsOf(m_book, m_setup.place.machine)) {
            double const rim = 2 * tool->contactRadius_mm();
            if (rim <= 0 || rim / 2 > map->reach_mm) continue;
            double const error = std::abs(studies::error_mm(map->surface, {rim}));
            if (error >= worst) worst = error, widest = rim;
        }
        tell(doubt, worst > allowed() / 2,
             widest > 0 ? fmt::format("a cutter of {} reads {} off by it", len(widest), len(worst))
                        : fmt::format("it spans {}", len(map->spread_mm)));
        return {};
    }
    void tram(Doubt& doubt) const {
        auto const sweeps = sweepsOf(m_book, m_setup.place.machine);
        if (sweeps.empty()) return;
        double const tilt = tiltOf(sweeps);
        double rim = 0;
        for (auto const& [tool_id, tool] : shop::toolsOf(m_book, m_setup.place.machine))
            rim = std::max(rim, 2 * tool->contactRadius_mm());
        double const off = studies::sweepUnder_mm(tilt, rim / 2);
        tell(doubt, off > allowed() / 2,
             fmt::format("an indicator shows {:.3f}°, {} at the widest rim", tilt, len(off)));
    }
    bool withInserts(Id<shop::Assembly> tool) const {
        auto const* found = m_book.find(tool);
        return found && found->tip == shop::TipShape::Insert;
    }
    bool anyInserts() const {
        auto const tools = shop::toolsOf(m_book, m_setup.place.machine);
        return std::any_of(tools.begin(), tools.end(), [&](auto const& tool) { return withInserts(tool.first); });
    }

    facts::Reader const& m_book;
    shop::ZeroSetup const& m_setup;
};

} // namespace

Result<std::vector<Doubt>> doubts(facts::Reader const& book, shop::ZeroSetup const& setup) {
    auto all = inOrder();
    Evidence const evidence(book, setup);
    for (auto& each : all)
        if (auto const looked = evidence.look(each); !looked) return Failure(looked.error());
    auto const fitted = fittedTilt(book, setup);
    if (!fitted) return Failure(fitted.error());
    if (*fitted)
        for (auto& each : all)
            if (each.cause == Cause::Tram) {
                each.state = (*fitted)->confirmed  ? Cleared::Confirmed
                             : (*fitted)->seen_deg ? Cleared::Cleared
                                                   : Cleared::Suspect;
                if (!(*fitted)->seen_deg)
                    each.evidence = fmt::format("lengths fit a tilt of {:.2f}°, not confirmed", (*fitted)->tilt_deg);
            }
    return all;
}

Result<std::optional<FittedTilt>> fittedTilt(facts::Reader const& book, shop::ZeroSetup const& setup) {
    std::optional<FittedTilt> found;
    std::int64_t at = -1;
    for (auto const& [id, study] : book.all<shop::Study>()) {
        if (study->type != StudyType::Lengths || study->practice || study->machine != setup.place.machine ||
            study->begun_utc_ms < at)
            continue;
        auto const& readings = book.readings(id);
        if (!readings) return Failure(readings.error());
        auto const pairs = proving::pairsOf(*readings);
        auto const result = studies::judgePairs(pairs);
        if (!result || result->models.size() < 3) continue;
        auto const& model = result->models[2];
        double const slope = model.coefficients[2];
        double const t = statistics::studentQuantile(0.975, static_cast<double>(pairs.size()) - 3);
        if (slope <= t * model.errors[2]) continue; // it can be nothing; rims that read short are no tilt
        at = study->begun_utc_ms;
        FittedTilt made;
        made.study = id;
        made.tilt_deg = studies::tiltFromSlope_deg(slope);
        made.plus_minus_deg = studies::tiltFromSlope_deg(slope + t * model.errors[2]) - made.tilt_deg;
        found = made;
    }
    if (!found) return found;
    found->sweep_mm = usual_sweep_mm;
    auto const sweeps = sweepsOf(book, setup.place.machine);
    if (!sweeps.empty()) found->sweep_mm = sweeps.begin()->second->sweep_mm;
    found->must_read_mm = studies::sweepUnder_mm(found->tilt_deg, found->sweep_mm);
    found->must_read_plus_minus_mm =
        studies::sweepUnder_mm(found->tilt_deg + found->plus_minus_deg, found->sweep_mm) - found->must_read_mm;
    if (!sweeps.empty()) {
        found->seen_deg = tiltOf(sweeps);
        double const indicator_deg = studies::tiltOfSweep_deg(indicator_error_mm, found->sweep_mm);
        found->confirmed =
            std::abs(*found->seen_deg - found->tilt_deg) <= std::hypot(found->plus_minus_deg, indicator_deg);
    }
    return found;
}

Result<std::vector<Judgement>> doubtJudgements(facts::Reader const& book, shop::ZeroSetup const& setup) {
    auto const all = doubts(book, setup);
    if (!all) return Failure(all.error());
    auto const fitted = fittedTilt(book, setup);
    if (!fitted) return Failure(fitted.error());
    std::vector<Judgement> said;
    auto const next =
        std::find_if(all->begin(), all->end(), [](auto const& each) { return each.state == Cleared::NotLooked; });
    auto const suspect = std::find_if(all->begin(), all->end(), [](auto const& each) {
        return each.state == Cleared::Suspect || each.state == Cleared::Confirmed;
    });
    if (suspect != all->end())
        said.push_back({Severity::Attention,
                        fmt::format("Suspect: {}", suspect->title),
                        suspect->evidence + ". Put it right, and take the readings again.",
                        {}});
    if (next != all->end())
        said.push_back({Severity::Note,
                        fmt::format("Next: {}", next->title),
                        fmt::format("If it were the cause: {}. About {:.0f} minutes; needs {}.", next->would_show,
                                    next->minutes, next->needs),
                        {}});
    else if (suspect == all->end())
        said.push_back({Severity::Note,
                        "Everything in the order of doubt is cleared.",
                        "What is left is the switch itself, or the way it is touched.",
                        {}});
    if (*fitted) {
        auto const& f = **fitted;
        auto const units = book.units();
        Judgement made{f.confirmed ? Severity::Note : Severity::Attention,
                       f.confirmed  ? fmt::format("A tilt of {:.2f}° is confirmed.", f.tilt_deg)
                       : f.seen_deg ? fmt::format("A tilt of {:.2f}° is refused.", f.tilt_deg)
                                    : fmt::format("A tilt of {:.2f}° fits, and is not confirmed.", f.tilt_deg),
                       "",
                       {}};
        auto const must =
            fmt::format("An indicator swept over {} must read {} {} from end to end.", lengthText(f.sweep_mm, units),
                        lengthText(f.must_read_mm, units), plusMinusText(f.must_read_plus_minus_mm, units));
        made.text = !f.seen_deg   ? must + " Type it at Machine, Mechanics, Head."
                    : f.confirmed ? fmt::format("Lengths and indicator agree: it shows {:.2f}°.", *f.seen_deg)
                                  : fmt::format("{} It shows {:.2f}°: something else makes the lengths grow with the "
                                                "diameter. Look at disc and seat.",
                                                must, *f.seen_deg);
        said.push_back(std::move(made));
    }
    return said;
}

} // namespace steady::advice
