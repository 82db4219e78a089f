// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// A machine with mass, a switch that scatters, a spindle that coasts and a person at the pauses.

#include "core/base/Rng.h"
#include "core/machine/CutAway.h"
#include "core/machine/Profile.h"
#include "core/machine/RackClamp.h"
#include "core/machine/RingMoves.h"
#include "core/machine/World.h"

#include <limits>

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
    explicit VirtualMachine(World world);

    Vec3 position() const override;
    bool homed() const override { return m_world.homed; }
    bool inputReadsContact() const override { return reads(plateTouched(), setterTouched()); }
    std::optional<controller::Trouble> move(Vec3 const& target_mm, double feed_mm_min) override;
    std::optional<controller::Trouble> along(std::span<Vec3 const> points_mm, double feed_mm_min) override;
    controller::ProbeReport probe(Vec3 const& target_mm, double feed_mm_min, bool away) override;
    bool changeTool(int number) override;
    void dwell(double seconds) override;
    void output(int number, bool on) override;
    bool input(int number) const override {
        return (m_world.rack && rackInput(*m_world.rack, number)) || (m_world.ring && ringInput(*m_world.ring, number));
    }
    bool awaitInput(int number, bool on, double limit_s) override;
    double feedOverride() const override { return m_world.person.feed_override; }
    void spindle(bool on) override;
    bool pause(std::string const& message) override;
    double now_s() const override { return m_now_s - m_paused_s; }

    World const& world() const { return m_world; }
    /// The program was stopped and is to start again: the person begins at the first pause. `at`: jogged there, or not.
    void startAgain(std::optional<Vec3> const& at);
    /// Height of the tip above the work's top, when its axis stands over the work.
    std::optional<double> tipOverWork_mm() const;
    /// The least that it has been since the start, also within a line that makes several moves.
    std::optional<double> const& lowestOverWork_mm() const { return m_lowest_over_work_mm; }
    double paused_s() const { return m_paused_s; }
    /// Whether it has stood anywhere else than where it began, by its readout.
    bool moved() const { return m_moved; }
    /// Whether a touch of plate or wired work, or of the setter, would be seen.
    bool plateWouldSignal() const;
    bool setterWouldSignal() const;
    std::optional<RackLamps> rackLamps() const;
    std::optional<RingLamps> ringLamps() const;
    /// What clamp or carousel did by themselves: a holder fell, or something was met.
    std::optional<controller::Trouble> const& changerTrouble() const {
        return m_clamp.dropped() ? m_clamp.dropped() : m_ring.trouble();
    }
    bool spindleTurns() const { return m_now_s < m_turns_until_s; }
    std::vector<Touch> const& touches() const { return m_touches; }
    std::vector<Touch> const& releases() const { return m_releases; }

private:
    static constexpr double forever_s = std::numeric_limits<double>::infinity();
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
        bool finger = false; ///< on the setter's disc
        bool tip = false;    ///< by the tool itself
        bool flank = false;  ///< from the side
        double late_mm = 0;  ///< by which it then tripped behind the surface
    };
    /// Something that a person holds or presses for a while.
    struct Hand {
        double from_s = 0, until_s = 0;
        bool at(double s) const { return s >= from_s && s < until_s; }
    };
    struct Later {
        double at_s;
        shop::Act what;
    };

    Leg leg(Vec3 const& target_mm, double feed_mm_min) const;
    std::optional<controller::Trouble> softLimit(Vec3 const& target_mm) const;
    /// `cuts`: a turning cutter at feed, which the work does not stop.
    std::optional<controller::Trouble> collide(Leg const& leg, double until_mm, bool cuts = false);
    std::optional<controller::Trouble> touchTrouble(Trip const& trip);
    std::optional<controller::Trouble> handTrouble() const;
    double scattered_mm(); ///< by which the next contact trips high
    std::optional<Trip> firstTrip(Leg const& leg);
    std::optional<Trip> firstRelease(Leg const& leg);
    std::optional<controller::Trouble> overtravel();
    /// Whether the tip at rest keeps a contact made, which trips at that height, if it does at all: also where it was
    /// made by scatter a little above, until it moves.
    bool keepsContact(std::optional<double> trips_at_z_mm) const {
        return trips_at_z_mm && (m_position[2] <= *trips_at_z_mm + 1e-9 || m_made_at == m_position);
    }
    bool plateTouched() const;
    bool setterTouched() const;
    bool reads(bool plate_touched, bool setter_touched) const;
    Vec3 reported(Vec3 const& true_mm) const;
    bool handCloses(double at_s) const;
    bool plateSignals() const;
    bool bridgeable() const;
    void act(shop::Act what);
    void signal(shop::TimedAct const& act);
    /// What was to be done by now is done.
    void catchUp();
    /// When clamp or carousel do something next.
    std::optional<double> changerDue_s() const;
    /// Time passes at rest; what clamp and carousel do meanwhile happens at its moment.
    void restUntil(double s);
    bool sees(shop::Act what) const;
    PauseActs const* actsAt(std::string const& message);
    void homeAgain();
    void noteMoved() { m_moved = m_moved || position() != m_began_mm; }
    void putIn(int number);

    World m_world;
    Vec3 m_position;         ///< true
    Vec3 m_slack{};          ///< lost motion taken up downward
    double m_pressed_mm = 0; ///< by which the last contact from the side tripped behind the surface, until it left
    bool m_flank = false;    ///< the last contact was made from the side
    std::optional<Vec3> m_made_at; ///< where it came to rest after the last contact that the tip made
    double m_now_s = 0, m_paused_s = 0;
    double m_turns_until_s = 0;
    Hand m_hand;   ///< makes the plate's signal without the tool
    Hand m_bridge; ///< joins plate and tool
    Hand m_finger; ///< presses the setter's disc
    std::vector<Later> m_later;
    std::vector<char> m_done; ///< by entry of the person's list: it has had its pause
    bool m_again = false;     ///< the program was broken off and started again
    int m_rapids = 0;
    Vec3 const m_began_mm; ///< as the readout says
    bool m_moved = false;
    std::vector<Touch> m_touches, m_releases;
    std::vector<bool> m_spent; ///< false contacts that have happened
    RackClamp m_clamp;
    RingMoves m_ring;
    std::size_t m_turned_to = 0; ///< times that the carousel was turned by its button
    CutAway m_cut;               ///< what the cutter has made free
    std::optional<double> m_lowest_over_work_mm;
    Rng m_scatter, m_poll, m_homing;
    Vec3 const m_home_error; ///< what every homing has in common
};

} // namespace steady::machine
