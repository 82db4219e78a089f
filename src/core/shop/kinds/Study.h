// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// A series of readings of one thing: what it is to show, under which conditions, and how its readings are typed. The
// readings themselves are fetched when they are needed.

#include "core/shop/kinds/Answer.h"
#include "core/shop/kinds/Assembly.h"
#include "core/shop/kinds/Standard.h"
#include "core/shop/kinds/ToolSetter.h"
#include "core/shop/kinds/TouchPlate.h"

#include <string>
#include <vector>

namespace steady::shop {

/// What is varied, or held, from one reading to the next.
enum class StudyType {
    Thickness,     ///< of a plate
    StayPut,       ///< nothing: the same touch again
    PutBack,       ///< moved away and put back
    OtherPlaces,   ///< the place on the table, or its load
    ByFeed,        ///< the feed
    PressRelease,  ///< pressed, or read at the release
    SpindleTurned, ///< the angle of the spindle
    Seating,       ///< the holder is loaded again
    Homing,        ///< homed again, by feed and start
    Following,     ///< the phase of the move
    WarmUp,        ///< time and temperature
    Shim,          ///< a foil of known thickness lies there, or not
    TwoWays,       ///< two devices or methods on the same things
    Map,           ///< the place on disc or plate
    Lengths,       ///< tools, by setter and by height gauge
    Artefact,      ///< a reference with an uncertainty of its own
    CheckReading   ///< nothing, over months
};
constexpr char const* word(StudyType type) {
    switch (type) {
    case StudyType::Thickness: return "thickness";
    case StudyType::StayPut: return "stay_put";
    case StudyType::PutBack: return "put_back";
    case StudyType::OtherPlaces: return "other_places";
    case StudyType::ByFeed: return "by_feed";
    case StudyType::PressRelease: return "press_release";
    case StudyType::SpindleTurned: return "spindle_turned";
    case StudyType::Seating: return "seating";
    case StudyType::Homing: return "homing";
    case StudyType::Following: return "following";
    case StudyType::WarmUp: return "warm_up";
    case StudyType::Shim: return "shim";
    case StudyType::TwoWays: return "two_ways";
    case StudyType::Map: return "map";
    case StudyType::Lengths: return "lengths";
    case StudyType::Artefact: return "artefact";
    case StudyType::CheckReading: return "check_reading";
    }
    return nullptr;
}

/// What the person types: the value; by how much a stored value changed, from the first one or each from the last; or
/// only its last digits.
enum class TypedAs { Value, ChangeFromFirst, ChangeFromLast, LastDigits };
constexpr char const* word(TypedAs as) {
    switch (as) {
    case TypedAs::Value: return "value";
    case TypedAs::ChangeFromFirst: return "change_from_first";
    case TypedAs::ChangeFromLast: return "change_from_last";
    case TypedAs::LastDigits: return "last_digits";
    }
    return nullptr;
}

/// Of a bare number, so that “three” is the same for the whole study.
enum class ReadingUnit { Millimetre, Inch, Thou, Micron };
constexpr char const* word(ReadingUnit unit) {
    switch (unit) {
    case ReadingUnit::Millimetre: return "mm";
    case ReadingUnit::Inch: return "in";
    case ReadingUnit::Thou: return "thou";
    case ReadingUnit::Micron: return "um";
    }
    return nullptr;
}

struct StudyConditions {
    std::optional<double> step_mm; ///< of the readout; none: nobody has said
    std::optional<double> feed_mm_min, temperature_c;
    Direction direction = Direction::Press;
    Answer homed = Answer::NotAsked; ///< before each reading
    Answer vacuum = Answer::NotAsked;
    std::string person;
    bool operator==(StudyConditions const&) const = default;

    template<class Self, class F> static void fields(Self& self, F&& f) {
        f({"step_mm", "step of the readout"}, self.step_mm, bounds::step_mm);
        f({"feed_mm_min", "feed"}, self.feed_mm_min);
        f({"temperature_c", "temperature"}, self.temperature_c, bounds::temperature_c);
        f({"direction", "direction"}, self.direction);
        f({"homed", "homed before each reading"}, self.homed);
        f({"vacuum", "vacuum"}, self.vacuum);
        f({"person", "person"}, self.person);
    }
};

/// What has to be shown: a share of all touches within a half-width, with a confidence.
struct StudyQuestion {
    std::optional<double> requirement_mm; ///< half-width; none: nothing is to be proved
    double coverage = 0.95, confidence = 0.95;
    std::optional<int> planned;      ///< readings, said before the first
    std::optional<double> margin_mm; ///< within which two groups count as agreeing
    std::vector<int> looks;          ///< how many readings there were at each look at the verdict
    bool operator==(StudyQuestion const&) const = default;

    template<class Self, class F> static void fields(Self& self, F&& f) {
        f({"requirement_mm", "requirement"}, self.requirement_mm, bounds::good_mm);
        f({"coverage", "share of touches"}, self.coverage, bounds::share);
        f({"confidence", "confidence"}, self.confidence, bounds::share);
        f({"planned", "planned readings"}, self.planned, bounds::planned);
        f({"margin_mm", "agree within"}, self.margin_mm, bounds::good_mm);
        f({"looks", "looks at the verdict"}, self.looks);
    }
};

/// The iron before the first reading. A no is an open defect.
struct PhysicalLook {
    Answer flat = Answer::NotAsked; ///< base not dented, no paint or chip under it
    Answer firm = Answer::NotAsked; ///< screws tight, nothing rocks
    Answer free = Answer::NotAsked; ///< the cable is not strained
    Answer clean = Answer::NotAsked;
    bool operator==(PhysicalLook const&) const = default;

    template<class Self, class F> static void fields(Self& self, F&& f) {
        f({"flat", "base flat"}, self.flat);
        f({"firm", "held firm"}, self.firm);
        f({"free", "cable free"}, self.free);
        f({"clean", "disc and tool clean"}, self.clean);
    }
};

struct StudyTyping {
    TypedAs as = TypedAs::Value;
    ReadingUnit unit = ReadingUnit::Millimetre;
    std::optional<double> stored_mm; ///< the value that a change or last digits start from
    bool operator==(StudyTyping const&) const = default;

    template<class Self, class F> static void fields(Self& self, F&& f) {
        f({"as", "what is typed"}, self.as);
        f({"unit", "unit"}, self.unit);
        f({"stored_mm", "stored value"}, self.stored_mm);
    }
};

struct Study {
    std::string what; ///< “thickness of …”
    StudyType type = StudyType::Thickness;
    std::int64_t begun_utc_ms = 0;
    Id<Machine> machine;
    Id<TouchPlate> plate; ///< one of the two, where a device is studied
    Id<ToolSetter> setter;
    Id<Assembly> tool;
    std::vector<std::string> groups; ///< what group 1, 2, … of its readings are; none: all are alike
    StudyConditions conditions;
    StudyTyping typing;
    StudyQuestion question;
    PhysicalLook look;
    Id<Standard> standard;            ///< the reference that `known_mm` was taken from
    std::optional<double> known_mm;   ///< what a foil or reference really is
    double known_error_mm = 0;        ///< ±
    Id<Study> before;                 ///< the same, before something was put right
    std::optional<int> baseline;      ///< check readings that the limits come from; none: all
    std::optional<double> every_days; ///< check readings are due so often
    bool practice = false;            ///< readings of a virtual machine; shown, never counted
    bool operator==(Study const&) const = default;

    static constexpr KindName kind{"study", "study", 3};
    template<class Self, class F> static void fields(Self& self, F&& f) {
        f({"what", "what it is of"}, self.what);
        f({"type", "what it shows"}, self.type);
        f({"begun_utc_ms", "begun"}, self.begun_utc_ms);
        f({"machine", "machine"}, self.machine);
        f({"plate", "plate"}, self.plate);
        f({"setter", "setter"}, self.setter);
        f({"tool", "tool"}, self.tool);
        f({"groups", "groups"}, self.groups);
        f({"conditions", "conditions"}, self.conditions);
        f({"typing", "how it is typed"}, self.typing);
        f({"question", "question"}, self.question);
        f({"look", "physical look"}, self.look);
        f({"standard", "reference"}, self.standard);
        f({"known_mm", "known value"}, self.known_mm);
        f({"known_error_mm", "± of the known value"}, self.known_error_mm, bounds::clearance_mm);
        f({"before", "the one before"}, self.before);
        f({"baseline", "readings for the limits"}, self.baseline, bounds::planned);
        f({"every_days", "days between readings"}, self.every_days, bounds::how_often);
        f({"practice", "practice"}, self.practice);
    }
};

} // namespace steady::shop
