// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// A machine with mass, a switch that scatters, a spindle that coasts and a person at the pauses.

#include "core/base/Rng.h"
#include "core/machine/Profile.h"
#include "core/machine/World.h"

namespace steady::machine {

/// A touch that was taken: what the controller was told, and where the tip really was.
struct Touch {
    double reported_z_mm = 0;
    double true_z_mm = 0; ///< gauge line at the moment the circuit changed, in true coordinates
    double at_s = 0;
    bool false_contact = false;
};

class VirtualMachine : public controller::MachinePort {
public:
    explicit VirtualMachine(World const& world);

    Vec3 position() const override;
    bool homed() const override { return m_world.homed; }
    bool inputReadsContact() const override { return reads(plateTouched(), setterTouched()); }
    std::optional<controller::Trouble> move(Vec3 const& target_mm, double feed_mm_min) override;
    controller::ProbeReport probe(Vec3 const& target_mm, double feed_mm_min, bool away) override;
    bool changeTool(int number) override;
    void dwell(double seconds) override { m_now_s += seconds; }
    void spindle(bool on) override;
    bool pause(std::string const& message) override;
    double now_s() const override { return m_now_s - m_paused_s; }

    World const& world() const { return m_world; }
    double paused_s() const { return m_paused_s; }
    bool spindleTurns() const { return m_now_s < m_turns_until_s; }
    std::vector<Touch> const& touches() const { return m_touches; }

private:
    struct Leg {
        Vec3 from, to; ///< true coordinates
        Vec3 slack;    ///< lost motion on each axis at its end
        double length_mm;
        Profile profile;
        Vec3 at(double s_mm) const;
    };
    struct Trip {
        double t_s; ///< from the begin of the move
        double s_mm;
        bool false_contact = false;
    };

    Leg leg(Vec3 const& target_mm, double feed_mm_min) const;
    std::optional<controller::Trouble> softLimit(Vec3 const& target_mm) const;
    std::optional<controller::Trouble> collide(Leg const& leg, double until_mm);
    std::optional<controller::Trouble> touchTrouble(Trip const& trip);
    std::optional<controller::Trouble> flankTrouble() const;
    std::optional<Trip> firstTrip(Leg const& leg);
    std::optional<Trip> firstRelease(Leg const& leg);
    std::optional<controller::Trouble> overtravel();
    bool plateTouched() const;
    bool setterTouched() const;
    bool reads(bool plate_touched, bool setter_touched) const;
    bool pressesSetter(double at_s) const { return at_s >= m_press_from_s && at_s < m_press_until_s; }
    Vec3 reported(Vec3 const& true_mm) const;
    bool handCloses(double at_s) const;
    bool plateSignals() const;
    void act(shop::Act what);

    World m_world;
    Vec3 m_position; ///< true
    Vec3 m_slack{};  ///< lost motion taken up downward
    double m_now_s = 0, m_paused_s = 0;
    double m_turns_until_s = 0;
    double m_hand_from_s = 0, m_hand_until_s = 0;   ///< a hand makes contact between these
    double m_press_from_s = 0, m_press_until_s = 0; ///< a finger presses the setter's disc between these
    std::size_t m_pauses = 0;
    std::vector<Touch> m_touches;
    std::vector<bool> m_spent; ///< false contacts that have happened
    Rng m_scatter, m_poll;
};

} // namespace steady::machine
