// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/proving/StudyTypes.h"

#include <algorithm>
#include <cmath>
#include <numbers>

namespace steady::proving {

using shop::StudyType;

std::span<StudyRow const> studyRows() {
    static std::vector<StudyRow> const rows{
        {StudyType::StayPut,
         "Stays put",
         "Touch it again and again, with X and Y left alone.",
         {},
         20,
         12,
         false,
         false,
         false},
        {StudyType::PutBack,
         "Moved and put back",
         "Move away in X and Y, come back, touch.",
         {},
         20,
         20,
         false,
         false,
         false},
        {StudyType::OtherPlaces,
         "Other places, loaded table",
         "Touch at each place, and with the load on the table; a group for each.",
         {"middle", "corner", "loaded"},
         15,
         30,
         false,
         false,
         false},
        {StudyType::ByFeed,
         "By feed",
         "Touch with each feed in turn; a group for each.",
         {"usual feed", "half of it", "twice it"},
         15,
         15,
         false,
         false,
         false},
        {StudyType::PressRelease,
         "Press against lift-off",
         "Read once while it is pressed and once at the release, in turn.",
         {"pressed", "at the release"},
         20,
         15,
         false,
         false,
         false},
        {StudyType::SpindleTurned,
         "Spindle turned",
         "Turn the spindle by hand between touches, an eighth of a turn each time. Spindle locked out, tool clear.",
         {},
         16,
         25,
         false,
         false,
         false},
        {StudyType::Seating,
         "Seating of the holder",
         "Take the holder out and load it again before each touch; half of them pressed home by hand.",
         {"loaded", "loaded and pressed"},
         20,
         60,
         false,
         false,
         false},
        {StudyType::Homing,
         "Homing",
         "Home again before each touch, from each of the start places.",
         {"from near", "from far", "from the switch", "after power off"},
         20,
         60,
         false,
         false,
         false},
        {StudyType::Following,
         "Following error",
         "Note the error that the control shows in each phase of the move.",
         {"standing", "speeding up", "steady", "braking"},
         16,
         15,
         false,
         false,
         false},
        {StudyType::WarmUp,
         "Warm-up",
         "From a cold start: touch every few minutes, and note the temperature.",
         {},
         20,
         180,
         false,
         false,
         true},
        {StudyType::Shim,
         "Shim or foil",
         "Some readings without, some with a foil of known thickness under the tool, some without again.",
         {"without", "with the foil"},
         15,
         20,
         false,
         false,
         false},
        {StudyType::TwoWays,
         "Two devices or methods",
         "Measure each thing both ways, one after the other.",
         {},
         10,
         60,
         false,
         true,
         false},
        {StudyType::Map,
         "Map of disc or plate",
         "Touch at each place of the grid with a point; X and Y are counted from the middle.",
         {},
         25,
         20,
         true,
         false,
         false},
        {StudyType::Lengths,
         "Lengths by setter and gauge",
         "Each tool by the setter and by the height gauge, without gripping it again between.",
         {},
         8,
         120,
         false,
         true,
         false},
        {StudyType::Artefact,
         "Reference piece",
         "Measure a block or master whose length is known, again and again.",
         {},
         10,
         20,
         false,
         false,
         false},
        {StudyType::CheckReading,
         "Check reading over months",
         "The same tool, the same touch, whenever it is due.",
         {},
         20,
         60,
         false,
         false,
         true},
        {StudyType::Thickness, "Thickness", "At several places, by caliper.", {}, 5, 20, false, false, false},
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

int plannedGroup(shop::Study const& study, int nr) {
    int const groups = static_cast<int>(study.groups.size());
    if (groups == 0) return 0;
    int const planned = study.question.planned.value_or(usual_readings);
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
