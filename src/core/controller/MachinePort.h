// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// What a controller needs of a machine. Coordinates are reported machine millimetres; calls return after standstill.

#include <array>
#include <optional>
#include <span>
#include <string>

namespace steady::controller {

using Vec3 = std::array<double, 3>; ///< X, Y, Z in mm

/// How a run ended.
enum class Outcome { Completed, Alarm, Refused, Collision, Limit, Overtravel, Runaway, PausedForever };

/// What brought a run to its end, where that is more than its outcome.
enum class Cause {
    None,
    Plate,
    Work,
    Table,
    SetterEnd, ///< solid, below its stroke
    SetterHousing,
    SetterBracket,
    Rack,    ///< a fork, or what hangs in one
    Dropped, ///< a holder that nothing held
    TurningCutter,
    Hand, ///< between tool and setter, or at a turning cutter
    StopChain,
    SoftLimit
};

/// What stops a machine: it has hit something, or may not go there.
struct Trouble {
    Outcome outcome = Outcome::Collision;
    std::string text;
    Cause cause = Cause::None;
};

struct ProbeReport {
    bool contact = false;
    Vec3 trip_mm{}; ///< where the input was taken as tripped; the end of the move without contact
    std::optional<Trouble> trouble;
};

class MachinePort {
public:
    virtual ~MachinePort() = default;
    virtual Vec3 position() const = 0;
    virtual bool homed() const = 0;
    /// Whether the input reads contact now.
    virtual bool inputReadsContact() const = 0;
    /// feed_mm_min 0: rapid.
    virtual std::optional<Trouble> move(Vec3 const& target_mm, double feed_mm_min) = 0;
    /// Along a chain of points at one speed, without a stop in between; there is at least one.
    virtual std::optional<Trouble> along(std::span<Vec3 const> points_mm, double feed_mm_min) = 0;
    /// Moves until the input reads contact, or, `away`, until it reads open again; `contact`: that this came about.
    virtual ProbeReport probe(Vec3 const& target_mm, double feed_mm_min, bool away = false) = 0;
    /// False when nobody puts the tool in and resumes.
    virtual bool changeTool(int number) = 0;
    virtual void dwell(double seconds) = 0;
    virtual void spindle(bool on) = 0;
    virtual void output(int number, bool on) = 0;
    /// What an input beside the probing one reads now, from 1 on; one without a wire reads off.
    virtual bool input(int number) const = 0;
    /// Waits until it reads so; false: not within that time.
    virtual bool awaitInput(int number, bool on, double limit_s) = 0;
    /// Where the feed override's knob stands, 1 for 100 %.
    virtual double feedOverride() const = 0;
    /// False when nobody resumes.
    virtual bool pause(std::string const& message) = 0;
    virtual double now_s() const = 0; ///< machine time; pauses count apart
};

} // namespace steady::controller
