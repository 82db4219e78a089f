// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// What plates and setters have in common: how the contact works and how it is touched.

#include "core/shop/Field.h"

#include <optional>

namespace steady::shop {

/// How the contact is at rest.
enum class Circuit { OpenAtRest, ClosedAtRest };
constexpr char const* word(Circuit circuit) {
    switch (circuit) {
    case Circuit::OpenAtRest: return "open_at_rest";
    case Circuit::ClosedAtRest: return "closed_at_rest";
    }
    return nullptr;
}

/// What completes the circuit: tool and clip, tool and the spindle's earth, or a switch of its own.
enum class Path { Clip, SpindleEarth, OwnSwitch };
constexpr char const* word(Path path) {
    switch (path) {
    case Path::Clip: return "clip";
    case Path::SpindleEarth: return "spindle_earth";
    case Path::OwnSwitch: return "own_switch";
    }
    return nullptr;
}

/// How a touch is read: while pressing down, or at the release while slowly lifting off.
enum class Direction { Press, Release };
constexpr char const* word(Direction direction) {
    switch (direction) {
    case Direction::Press: return "press";
    case Direction::Release: return "release";
    }
    return nullptr;
}

/// How a device is touched; what is not said is computed from machine and device.
struct TouchPractice {
    std::optional<double> find_mm_min, measure_mm_min;
    int touches = 2; ///< slow ones, 1 to 5
    std::optional<double> back_off_mm, dwell_s;
    Direction read_on = Direction::Press;
    std::optional<int>
        air_output; ///< digital output of an air blast, before the search and between touches; none: no air
    double air_s = 0.5;
    bool operator==(TouchPractice const&) const = default;

    template<class Self, class F> static void fields(Self& self, F&& f) {
        f({"find_mm_min", "feed to find"}, self.find_mm_min);
        f({"measure_mm_min", "feed to measure"}, self.measure_mm_min);
        f({"touches", "slow touches"}, self.touches, bounds::touches);
        f({"back_off_mm", "back-off"}, self.back_off_mm);
        f({"dwell_s", "dwell"}, self.dwell_s);
        f({"read_on", "reading"}, self.read_on);
        f({"air_output", "output of the air blast"}, self.air_output, bounds::air_output);
        f({"air_s", "air blast"}, self.air_s);
    }
};

} // namespace steady::shop
