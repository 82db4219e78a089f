// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// Arcs and drilling cycles: words that make more than one straight move.
#include "core/controller/Arc.h"
#include "core/controller/Controller.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

namespace steady::controller {
namespace {

constexpr double most_steps = 100'000;    // of all holes of a line
constexpr double above_bottom_mm = 0.254; // to which it goes back fast between two steps: RS274/NGC, 0.010 in

} // namespace

/// What the codes of a line do not read is for the motion in force, or for nothing.
Done Controller::wordsOfMotion(Decoded const& block) const {
    auto const* word = motionWord();
    for (char letter = 'A'; letter <= 'Z'; ++letter)
        if ((block.unread & (1u << (letter - 'A'))) && (!word || !word->reads(letter)))
            return fail(Code::UnusedWord, here(), std::string(1, letter));
    if (!block.hasAxis()) return fail(Code::NoAxisWord, here(), nameOf(*word));
    return {};
}

Done Controller::arc(Decoded const& block, Record* record) {
    auto const& modes = m_memory.modes;
    ArcAsked asked;
    asked.from_mm = m_machine.position();
    asked.to_mm = target(block, false);
    asked.plane = modes.plane;
    asked.clockwise = modes.motion == Motion::ArcClockwise;
    asked.radii_differ_mm = modes.units == UnitSystem::Metric ? 0.002 : 0.0002 * mm_per_inch; // RS274/NGC, recalled
    constexpr char const* of_plane[] = {"IJ", "KI", "JK"};
    std::string_view const letters = of_plane[modes.plane];
    bool const centre = block.has('I') || block.has('J') || block.has('K');
    if (block.has('R')) asked.radius_mm = block.value('R') * unit_mm();
    if (centre == block.has('R') || (centre && !block.has(letters[0]) && !block.has(letters[1])))
        return fail(Code::MissingWord, here(), "An arc",
                    fmt::format("R, or {} and {} of its centre", letters[0], letters[1]));
    auto const origin = m_memory.origin_mm();
    for (int axis = 0; axis < 3; ++axis) {
        char const letter = static_cast<char>('I' + axis);
        bool const counts = letters.find(letter) != std::string_view::npos;
        if (block.has(letter) && !counts) return fail(Code::UnusedWord, here(), std::string(1, letter));
        double const begin = modes.centre_absolute ? origin[axis] : asked.from_mm[axis];
        if (centre && counts && modes.centre_absolute && !block.has(letter))
            return fail(Code::MissingWord, here(), "An arc with its centre as a position", std::string(1, letter));
        asked.centre_mm[axis] = begin + (block.has(letter) ? block.value(letter) * unit_mm() : 0);
    }
    auto points = arcPoints(asked);
    if (!points) {
        auto error = points.error();
        error.where = here();
        return Failure(std::move(error));
    }
    if (record) {
        record->kind = Record::Kind::Arc;
        record->feed_mm_min = feed_mm_min();
    }
    return trouble(m_machine.along(*points, feed_mm_min()));
}

/// One hole from R down: at once, with a wait at its bottom, or in steps that clear the chips.
Done Controller::hole(double retract_z_mm, double bottom_z_mm) {
    auto point = m_machine.position();
    auto go = [&](double z_mm, bool fast) {
        point[2] = z_mm;
        return trouble(m_machine.move(point, fast ? 0 : feed_mm_min()));
    };
    if (m_memory.modes.motion == Motion::DrillInSteps) {
        double const step = *m_hole.step * unit_mm();
        for (double depth = retract_z_mm - step; depth > bottom_z_mm + 1e-9; depth -= step) {
            if (auto done = go(depth, false); !done) return done;
            if (auto done = go(retract_z_mm, true); !done) return done;
            if (auto done = go(std::min(retract_z_mm, depth + above_bottom_mm), true); !done) return done;
        }
    }
    if (auto done = go(bottom_z_mm, false); !done) return done;
    if (m_memory.modes.motion == Motion::DrillAndWait) m_machine.dwell(*m_hole.wait_s);
    return {};
}

/// A hole at each of its places: across at the height where it is, fast to R, the hole, and up again.
Done Controller::holes(Decoded const& block, Record* record) {
    auto const& modes = m_memory.modes;
    auto const name = nameOf(*motionWord());
    auto keep = [&](char letter, std::optional<double>& into) {
        if (block.has(letter)) into = block.value(letter);
    };
    keep('R', m_hole.retract);
    keep('Z', m_hole.bottom);
    keep('P', m_hole.wait_s);
    keep('Q', m_hole.step);
    if (modes.plane != 0) return fail(Code::BadArgument, here(), name, "it drills along Z, in the plane of X and Y");
    auto const missing = [&](char const* what) { return fail(Code::MissingWord, here(), name, what); };
    if (!m_hole.retract) return missing("R, the height it retracts to");
    if (!m_hole.bottom) return missing("Z, the bottom");
    if (modes.motion == Motion::DrillAndWait && !m_hole.wait_s) return missing("P, the wait in seconds");
    if (modes.motion == Motion::DrillInSteps && !m_hole.step) return missing("Q, the depth of a step");
    if (m_hole.wait_s && *m_hole.wait_s < 0)
        return fail(Code::BadArgument, here(), "A negative wait", "P is in seconds");
    double const times = block.has('L') ? block.value('L') : 1;
    if (times < 1 || times != std::floor(times) || times > step_limit)
        return fail(Code::BadArgument, here(), fmt::format("L{}", times), "a whole number from 1");
    auto point = m_machine.position();
    auto const origin = m_memory.origin_mm();
    double const retract = (modes.absolute ? origin[2] : point[2]) + *m_hole.retract * unit_mm();
    double const bottom = (modes.absolute ? origin[2] : retract) + *m_hole.bottom * unit_mm();
    if (bottom > retract) return fail(Code::BadArgument, here(), "A bottom above R", "the hole goes down from R");
    double const step = m_hole.step.value_or(1) * unit_mm();
    bool const in_steps = modes.motion == Motion::DrillInSteps;
    if (in_steps && (step <= 0 || times * (retract - bottom) / step > most_steps))
        return fail(Code::BadArgument, here(), fmt::format("Q{}", *m_hole.step), "a depth above zero that gets there");
    double const up = modes.back_to_start ? std::max(point[2], retract) : retract;
    if (record) {
        record->kind = Record::Kind::Hole;
        record->feed_mm_min = feed_mm_min();
    }
    auto go = [&](double z_mm) {
        point[2] = z_mm;
        return trouble(m_machine.move(point, 0));
    };
    if (point[2] < retract)
        if (auto done = go(retract); !done) return done;
    for (int i = 0; i < static_cast<int>(times); ++i) {
        for (int axis = 0; axis < 2; ++axis) {
            char const letter = static_cast<char>('X' + axis);
            if (!block.has(letter)) continue;
            double const by = block.value(letter) * unit_mm();
            point[axis] = modes.absolute ? origin[axis] + by : point[axis] + by;
        }
        if (auto done = go(point[2]); !done) return done; // across
        if (auto done = go(retract); !done) return done;
        if (auto done = hole(retract, bottom); !done) return done;
        if (auto done = go(up); !done) return done;
    }
    return {};
}

} // namespace steady::controller
