// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/proving/ProvenSpread.h"

#include "core/proving/StudyTypes.h"
#include "core/shop/Taken.h"
#include "core/statistics/Summary.h"

#include <cmath>

namespace steady::proving {
namespace {

using Found = Result<std::optional<ProvenSpread>>;

constexpr int least_readings = 5;

/// What a study shows once it is looked at, or all readings that were planned are there: not while it is being taken.
/// Only the spread is computed, none of the judgement. 0 readings: it does not count.
statistics::Summary shownBy(facts::Reader const& book, Id<shop::Study> id, shop::Study const& study,
                            shop::Readings const& readings) {
    auto const& looks = study.question.looks;
    bool const complete = shop::takenCount(readings) >= plannedOf(study);
    if (looks.empty() && !complete) return {};
    auto const shown = statistics::summarise(spreadOf(study, readings, false, looks.empty() ? 0 : looks.back()));
    bool const counts = shown.n >= least_readings && openDefects(book, study).empty() &&
                        facts::holdingOf(book, basisOf(id, study)).state == facts::Hold::Holds;
    return counts ? shown : statistics::Summary{};
}

/// The newest of a type among those that `fits` takes.
template<class Fits> Found newest(facts::Reader const& book, shop::StudyType type, Fits const& fits) {
    std::optional<ProvenSpread> found;
    for (auto const& [id, study] : book.all<shop::Study>()) {
        if (study->type != type || study->practice || !study->conditions.step_mm || !fits(*study)) continue;
        if (found && study->begun_utc_ms < found->at_utc_ms) continue;
        auto const& readings = book.readings(id);
        if (!readings) return Failure(readings.error());
        auto const shown = shownBy(book, id, *study, *readings);
        double const step = *study->conditions.step_mm;
        double const s_eff = std::sqrt(shown.s * shown.s + step * step / 12);
        if (shown.n > 0 && s_eff > 0) found = ProvenSpread{id, shown.n, s_eff, shown.n - 1.0, study->begun_utc_ms};
    }
    return found;
}

} // namespace

Found provenSpread(facts::Reader const& book, Touching const& touching) {
    auto const fits = [&](shop::Study const& study) {
        return study.machine == touching.machine && study.plate == touching.plate && study.setter == touching.setter &&
               (study.plate || study.setter) && study.conditions.direction == touching.direction;
    };
    auto const put_back = newest(book, shop::StudyType::PutBack, fits);
    if (!put_back || *put_back) return put_back;
    return newest(book, shop::StudyType::StayPut, fits);
}

Found provenSpreadOf(facts::Reader const& book, Id<shop::Machine> machine, shop::StudyType type) {
    return newest(book, type, [&](shop::Study const& study) { return study.machine == machine; });
}

} // namespace steady::proving
