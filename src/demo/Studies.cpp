// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "demo/Studies.h"

#include "core/base/Rng.h"
#include "core/proving/StudyTypes.h"
#include "core/studies/Looks.h"

#include <cmath>

namespace steady::demo {
namespace {

using namespace shop;

constexpr std::int64_t a_minute_ms = 60'000;

class Writer {
public:
    Writer(Diary& diary, StudiedThings const& things) : d(diary), t(things) {}

    Study study(StudyType type, char const* what, double step_mm, std::optional<double> requirement_mm,
                int planned) const {
        auto made = proving::newStudy(type, what);
        made.begun_utc_ms = d.now();
        made.machine = t.machine;
        made.setter = t.setter;
        made.tool = t.tools.at(3);
        made.conditions.step_mm = step_mm;
        made.conditions.person = "Thole";
        made.conditions.homed = Answer::No;
        made.conditions.temperature_c = 19;
        made.question.requirement_mm = requirement_mm;
        made.question.planned = planned;
        made.look = {Answer::Yes, Answer::Yes, Answer::Yes, Answer::Yes};
        return made;
    }
    /// As the readout shows it, typed as the readout shows it.
    Reading reading(double mm, double step_mm, int minutes = 0) const {
        Reading made;
        made.value_mm = std::round(mm / step_mm) * step_mm;
        made.value_mm = std::round(made.value_mm * 1e6) / 1e6;
        made.as_typed = fixedText(made.value_mm, step_mm < 0.01 ? 3 : 2);
        made.at_utc_ms = d.now() + minutes * a_minute_ms;
        return made;
    }
    Id<Study> keep(Study made, std::vector<Reading> readings) {
        int const n = static_cast<int>(readings.size()), planned = made.question.planned.value_or(n);
        auto const id = d.add("Study: " + made.what, made);
        Change change{std::to_string(n) + " readings: " + made.what, {}, {}, {}};
        for (auto& each : readings) change.readings.push_back({id, std::move(each)});
        if (made.question.requirement_mm && n >= planned) {
            made.question.looks.push_back(planned);
            change.put(id, made);
        }
        d.commit(std::move(change));
        return id;
    }
    void mark(Id<Study> id, int nr, char const* cause) {
        Change change{std::string("Reading marked: ") + cause, {}, {}, {}};
        change.marks.push_back({id, nr, cause});
        d.commit(std::move(change));
    }
    double scatter(double s_mm) { return s_mm * m_rng.normal(); }

    Diary& d;
    StudiedThings const& t;

private:
    Rng m_rng{2026, 7, Purpose::Reading};
};

void checks(Writer& w) {
    w.d.at(23, 0);
    auto made = w.study(StudyType::CheckReading, "Monday check of the setter, tool 3", 0.001, {}, 20);
    made.every_days = 7;
    made.baseline = 8;
    std::vector<Reading> readings;
    for (int week = 0; week < 14; ++week) {
        auto each = w.reading(-51.590 + (week > 10 ? 0.012 : 0) + w.scatter(0.003), 0.001);
        each.at_utc_ms -= (13 - week) * 7LL * 24 * 60 * a_minute_ms;
        each.temperature_c = 18 + week % 4;
        readings.push_back(each);
    }
    w.keep(made, std::move(readings));
}

void gaugeOnBlocks(Writer& w) {
    w.d.at(23, 50);
    auto made = w.study(StudyType::Artefact, "Height gauge on the 50 mm block", 0.01, 0.02, 10);
    made.setter = {};
    made.tool = {};
    made.known_mm = 50;
    made.known_error_mm = 0.001;
    std::vector<Reading> readings;
    for (int i = 0; i < 10; ++i) readings.push_back(w.reading(50.003 + w.scatter(0.004), 0.01, i));
    w.keep(made, std::move(readings));
}

void seating(Writer& w) {
    w.d.at(23, 90);
    auto made = w.study(StudyType::Seating, "Seat of tool 3 in its holder", 0.001, 0.03, 16);
    std::vector<Reading> readings;
    for (int i = 0; i < 16; ++i) {
        auto each = w.reading(-51.590 + (i < 8 ? w.scatter(0.011) + 0.006 : w.scatter(0.003)), 0.001, 2 * i);
        each.group_nr = proving::plannedGroup(made, i + 1);
        readings.push_back(each);
    }
    w.keep(made, std::move(readings));
}

void disc(Writer& w) {
    w.d.at(23, 160);
    auto made = w.study(StudyType::Map, "Disc of the setter, point tool", 0.001, 0.01, 25);
    made.tool = w.t.tools.at(4);
    std::vector<Reading> readings;
    for (auto const& at : proving::placesFor(9, 25)) {
        double const out = (at.x_mm * at.x_mm + at.y_mm * at.y_mm) / 81;
        auto each = w.reading(-78.152 - 0.016 * out + 0.0006 * at.x_mm + w.scatter(0.001), 0.001,
                              static_cast<int>(readings.size()));
        each.x_mm = at.x_mm;
        each.y_mm = at.y_mm;
        readings.push_back(each);
    }
    w.keep(made, std::move(readings));
}

void warmUp(Writer& w) {
    w.d.at(22, 0);
    auto made = w.study(StudyType::WarmUp, "From a cold morning on", 0.001, 0.03, 20);
    std::vector<Reading> readings;
    for (int i = 0; i < 20; ++i) {
        double const warm = 1 - std::exp(-i / 7.0);
        auto each = w.reading(-51.590 - 0.026 * warm + w.scatter(0.002), 0.001, 3 * i);
        each.temperature_c = std::round((14 + 7 * warm) * 10) / 10;
        readings.push_back(each);
    }
    w.keep(made, std::move(readings));
}

void lengths(Writer& w) {
    w.d.at(22, 90);
    auto made = w.study(StudyType::Lengths, "Tools by setter and by height gauge", 0.01, 0.03, 8);
    made.tool = {};
    struct Pair {
        double gauge_mm, diameter_mm;
    };
    std::vector<Reading> readings;
    for (auto const& [gauge, diameter] :
         {Pair{58.84, 8}, {52.61, 6}, {74.33, 0}, {47.78, 0}, {55.32, 0}, {66.02, 12}, {61.47, 10}, {70.16, 3}}) {
        auto each = w.reading(gauge + 0.004 + 0.0002 * diameter + w.scatter(0.003), 0.01,
                              6 * static_cast<int>(readings.size()));
        each.second_value = gauge;
        each.x_mm = diameter;
        readings.push_back(each);
    }
    w.keep(made, std::move(readings));
}

void plate(Writer& w) {
    w.d.at(22, 170);
    auto made = w.study(StudyType::StayPut, "Plate on the bench, the same touch", 0.01, 0.02, 10);
    made.setter = {};
    made.plate = w.t.plate;
    std::vector<Reading> readings;
    for (int i = 0; i < 10; ++i) readings.push_back(w.reading(-63.22 + w.scatter(0.006), 0.01, i));
    w.keep(made, std::move(readings));
}

/// The one that a lead was bumped in.
void setter(Writer& w) {
    w.d.at(22, 220);
    auto made = w.study(StudyType::PutBack, "Front left setter, moved and put back", 0.001, 0.015, 20);
    std::vector<Reading> readings;
    for (int i = 0; i < 20; ++i)
        readings.push_back(w.reading(-51.591 + (i == 12 ? 0.038 : w.scatter(0.0027)), 0.001, i));
    w.mark(w.keep(made, std::move(readings)), 13, "bumped the lead");
}

} // namespace

void writeStudies(Diary& diary, StudiedThings const& things) {
    Writer w(diary, things);
    checks(w);
    gaugeOnBlocks(w);
    seating(w);
    disc(w);
    warmUp(w);
    lengths(w);
    plate(w);
    setter(w);
}

} // namespace steady::demo
