// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/proving/StudyTypes.h"

#include "core/studies/Looks.h"

#include <algorithm>
#include <cmath>
#include <numbers>

namespace steady::proving {

using shop::StudyType;

namespace {

constexpr int usual_readings = 20;

} // namespace

std::span<StudyRow const> studyRows() {
    static std::vector<StudyRow> const rows{
        {.type = StudyType::StayPut,
         .title = "Stays put",
         .does = "Touch it again and again, with X and Y left alone.",
         .readings = 20,
         .seconds = 12},
        {.type = StudyType::PutBack,
         .title = "Moved and put back",
         .does = "Move away in X and Y, come back, touch.",
         .readings = 20,
         .seconds = 20},
        {.type = StudyType::OtherPlaces,
         .title = "Other places, loaded table",
         .does = "Touch at each place, and with the load on the table; a group for each.",
         .groups = {"middle", "corner", "loaded"},
         .readings = 15,
         .seconds = 30},
        {.type = StudyType::ByFeed,
         .title = "By feed",
         .does = "Touch with each feed in turn; a group for each.",
         .groups = {"usual feed", "half of it", "twice it"},
         .readings = 15,
         .seconds = 15},
        {.type = StudyType::PressRelease,
         .title = "Press against lift-off",
         .does = "Read once while it is pressed and once at the release, in turn.",
         .groups = {"pressed", "at the release"},
         .readings = 20,
         .seconds = 15},
        {.type = StudyType::SpindleTurned,
         .title = "Spindle turned",
         .does =
             "Turn the spindle by hand between touches, an eighth of a turn each time. Spindle locked out, tool clear.",
         .readings = 16,
         .seconds = 25},
        {.type = StudyType::Seating,
         .title = "Seating of the holder",
         .does = "Take the holder out and load it again before each touch; half of them pressed home by hand.",
         .groups = {"loaded", "loaded and pressed"},
         .readings = 20,
         .seconds = 60},
        {.type = StudyType::Homing,
         .title = "Homing",
         .does = "Home again before each touch, from each of the start places.",
         .groups = {"from near", "from far", "from the switch", "after power off"},
         .readings = 20,
         .seconds = 60},
        {.type = StudyType::Following,
         .title = "Following error",
         .does = "Note the error that the control shows in each phase of the move.",
         .groups = {"standing", "speeding up", "steady", "braking"},
         .readings = 16,
         .seconds = 15},
        {.type = StudyType::WarmUp,
         .title = "Warm-up",
         .does = "From a cold start: touch every few minutes, and note the temperature.",
         .readings = 20,
         .seconds = 180,
         .temperature = true},
        {.type = StudyType::Shim,
         .title = "Shim or foil",
         .does = "Some readings without, some with a foil of known thickness under the tool, some without again.",
         .groups = {"without", "with the foil"},
         .readings = 15,
         .seconds = 20},
        {.type = StudyType::TwoWays,
         .title = "Two devices or methods",
         .does = "Measure each thing both ways, one after the other.",
         .readings = 10,
         .seconds = 60,
         .pairs = true},
        {.type = StudyType::Map,
         .title = "Map of disc or plate",
         .does = "Touch at each place of the grid with a point; X and Y are counted from the middle.",
         .readings = 25,
         .seconds = 20,
         .at_places = true},
        {.type = StudyType::Lengths,
         .title = "Lengths by setter and gauge",
         .does = "Each tool by the setter and by the height gauge, without gripping it again between.",
         .readings = 8,
         .seconds = 120,
         .pairs = true},
        {.type = StudyType::Artefact,
         .title = "Reference piece",
         .does = "Measure a block or master whose length is known, again and again.",
         .readings = 10,
         .seconds = 20},
        {.type = StudyType::CheckReading,
         .title = "Check reading over months",
         .does = "The same tool, the same touch, whenever it is due.",
         .readings = 20,
         .seconds = 60,
         .temperature = true},
        {.type = StudyType::Thickness,
         .title = "Thickness",
         .does = "At several places, by caliper.",
         .readings = 5,
         .seconds = 20},
    };
    return rows;
}

StudyRow const& rowOf(StudyType type) {
    auto const rows = studyRows();
    return *std::find_if(rows.begin(), rows.end(), [&](auto const& row) { return row.type == type; });
}

shop::Study newStudy(StudyType type, std::string what) {
    shop::Study made;
    auto const& row = rowOf(type);
    made.what = std::move(what);
    made.type = type;
    made.groups = row.groups;
    made.question.planned = row.readings;
    return made;
}

int plannedOf(shop::Study const& study) { return study.question.planned.value_or(usual_readings); }

bool looksAt(shop::Study const& study, int n) {
    return study.question.requirement_mm && studies::plannedLook(plannedOf(study), n);
}

int plannedGroup(shop::Study const& study, int nr) {
    int const groups = static_cast<int>(study.groups.size());
    if (groups == 0) return 0;
    int const planned = plannedOf(study);
    switch (study.type) {
    case StudyType::Shim: {
        int const third = std::max(1, planned / 3);
        return nr > third && nr <= planned - third ? std::min(2, groups) : 1;
    }
    case StudyType::Seating: return std::min(groups, 1 + (nr - 1) * groups / std::max(planned, 1));
    default: return 1 + (nr - 1) % groups;
    }
}

std::vector<Place> placesFor(double reach_mm, int n) {
    std::vector<Place> places{{0, 0}};
    int rings = 0, room = 1;
    while (room < n) room += 8 * ++rings;
    for (int ring = 1; ring <= rings; ++ring) {
        int const there = std::min(8 * ring, n - static_cast<int>(places.size()));
        double const radius = reach_mm * ring / rings;
        for (int i = 0; i < there; ++i) {
            double const angle = 2 * std::numbers::pi * i / there;
            auto const whole = [&](double mm) { return std::round(mm * 100) / 100; };
            places.push_back({whole(radius * std::cos(angle)), whole(radius * std::sin(angle))});
        }
    }
    return places;
}

double reachOf(shop::TouchPlate const* plate, shop::ToolSetter const* setter) {
    double const across = setter ? setter->disc_mm : plate ? std::min(plate->width_mm, plate->depth_mm) : 0;
    return across / 2 * 0.9;
}

} // namespace steady::proving
